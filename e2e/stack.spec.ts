import sharp from "sharp";
import { madeStars, pictureOf, turnedAbout } from "../src/core/align/testing/movedScene";
import { inspectPicture } from "../src/core/inspect";
import { expect, type Page, test } from "./page";

const SIZE = { width: 640, height: 480 };
const COUNT = 8;

/** Frames of a sky that turns by half a degree from one to the next. */
const skies = () => {
  const stars = madeStars(SIZE, 300, 5);
  return Promise.all(
    Array.from({ length: COUNT }, async (_, k) => {
      const { samples } = pictureOf(SIZE, stars, turnedAbout({ x: 300, y: 100 }, 0.5 * k), 20 + k);
      const buffer = await sharp(samples, { raw: { ...SIZE, channels: 3 } })
        .png()
        .toBuffer();
      return { name: `sky-${k}.png`, mimeType: "image/png", buffer };
    }),
  );
};

/** Brings the frames, until they can be fused. */
async function bringSkies(page: Page) {
  await page.goto("/");
  await page.getByRole("button", { name: "Fuse my own files" }).click();
  await page.getByLabel("Files to fuse").setInputFiles(await skies());
  await expect(page.getByRole("button", { name: `Fuse ${COUNT} frames` })).toBeEnabled({ timeout: 60_000 });
}

/** Points of light in the result that is to be downloaded, as another reader opens it. */
async function pointsIn(page: Page) {
  const href = await page.getByRole("link", { name: "TIFF, 16 bit" }).getAttribute("href");
  const file = await (await page.request.get(href!)).body();
  const image = sharp(file);
  expect(await image.metadata()).toMatchObject({ ...SIZE, depth: "ushort", format: "tiff" });
  return inspectPicture({ ...SIZE, samples: new Uint8Array(await image.toColourspace("srgb").raw().toBuffer()) });
}

test("frames of a turning sky are fused as they lie and by their stars; a comet of some of them is tried first", async ({
  page,
}) => {
  await bringSkies(page);
  await page.getByText("How exactly").click();
  await page.getByLabel("Laid over each other").selectOption("By stars");
  await expect(page.getByText(/each is laid by its stars/)).toBeVisible();
  await page.getByRole("button", { name: `Fuse ${COUNT} frames` }).click();
  await expect(page.getByText("Mean of", { exact: true })).toBeVisible();
  const laid = await pointsIn(page);
  expect(laid.smear?.elongation).toBeLessThan(1.3);

  // As they lie the stars are trails.
  await page.getByRole("button", { name: "As one long exposure" }).click();
  await page.getByLabel("Laid over each other").selectOption("As they lie");
  await page.getByRole("button", { name: `Fuse ${COUNT} frames so` }).click();
  await expect(page.getByLabel("Result").getByRole("option")).toHaveCount(2);
  await expect(page.getByText("Mean of", { exact: true })).toBeVisible();
  const asTheyLie = await pointsIn(page);
  expect(asTheyLie.points).toBeLessThan(laid.points);

  await page.getByRole("button", { name: "Trails with a head" }).click();
  await expect(page.getByRole("img", { name: "Try: Comet" })).toBeVisible();
  const strip = page.getByRole("list", { name: "What each frame gave" });
  await strip.getByRole("button", { name: /^sky-0\.png is the brightest in/ }).click();
  await expect(strip.getByRole("button", { name: "sky-0.png, left out" })).toBeVisible();
  await page.getByRole("button", { name: `Fuse ${COUNT - 1} frames so` }).click();
  await expect(page.getByText("Comet of", { exact: true })).toBeVisible();

  // All of it is there again, and a way that nobody fused is forgotten.
  await page.reload();
  await expect(page.getByText("Comet of", { exact: true })).toBeVisible();
  await expect(page.getByLabel("Result").getByRole("option")).toHaveCount(3);
  await page.getByRole("button", { name: "Without who passes" }).click();
  await expect(page.getByRole("img", { name: "Try: Median" })).toBeVisible();
  await page.getByRole("button", { name: "Back to the result" }).click();
  await expect(page.getByRole("img", { name: "Try: Median" })).toBeHidden();
  await expect(page.getByRole("img", { name: `Result of ${COUNT - 1} frames` })).toBeVisible();
});

/** Mean brightness of a picture that is to be downloaded, as another reader opens it; of one page of several. */
async function brightnessOf(page: Page, query: string, pageNumber = 0): Promise<number> {
  const href = await page.getByRole("link", { name: "TIFF, 16 bit" }).getAttribute("href");
  const file = await (await page.request.get(href!.replace(/\?.*/, `?${query}`))).body();
  const { channels } = await sharp(file, { page: pageNumber }).toColourspace("rgb16").stats();
  return channels[1]!.mean;
}

/** Has all frames fused by one way, and waits for the result. */
async function fuseAll(page: Page, gives: string, resultOf: string) {
  await page.getByRole("button", { name: gives, exact: true }).click();
  await page.getByRole("button", { name: `Fuse ${COUNT} frames so` }).click();
  await expect(page.getByText(resultOf, { exact: true })).toBeVisible();
}

test("what stands and what moves are weighed afterwards; the picture grows as a film", async ({ page }) => {
  await bringSkies(page);
  await page.getByRole("button", { name: `Fuse ${COUNT} frames` }).click();
  await expect(page.getByText("Mean of", { exact: true })).toBeVisible();
  // A mean is of a piece.
  await expect(page.getByRole("region", { name: "Layers of light" })).toBeHidden();
  await fuseAll(page, "Whole trails", "Brightest of");

  const layers = page.getByRole("region", { name: "Layers of light" });
  await expect(layers.getByRole("img", { name: "What moves, by itself" })).toBeVisible();
  const fused = await brightnessOf(page, "format=tiff&of=fused");
  expect(await brightnessOf(page, "format=tiff")).toBe(fused);
  await layers.getByRole("button", { name: "Leave out: What moves" }).click();
  await expect(layers.getByText("left out")).toBeVisible();
  await expect.poll(() => brightnessOf(page, "format=tiff")).toBeLessThan(0.99 * fused);
  // Without what moves it is what stands.
  const stands = await brightnessOf(page, "format=tiff&of=layers", 0);
  expect(Math.abs((await brightnessOf(page, "format=tiff")) / stands - 1)).toBeLessThan(0.001);
  await page.reload();
  await expect(layers.getByText("left out")).toBeVisible();
  await layers.getByRole("button", { name: "As fused" }).click();
  await expect.poll(() => brightnessOf(page, "format=tiff")).toBe(fused);

  await page.getByRole("button", { name: "A film of it growing" }).click();
  await page.getByRole("button", { name: "Make the film" }).click();
  const film = page.getByLabel("The picture as it grows");
  await expect(film).toBeVisible({ timeout: 60_000 });
  await expect
    .poll(() => film.evaluate((video: HTMLVideoElement) => [video.videoWidth, video.videoHeight]))
    .toEqual([SIZE.width, SIZE.height]);
  expect(await film.evaluate((video: HTMLVideoElement) => video.duration)).toBeGreaterThan(6);
  await page.getByRole("button", { name: "Back to the result" }).click();
  await expect(page.getByRole("img", { name: `Result of ${COUNT} frames` })).toBeVisible();
});

test("the ground is painted and held, and somebody is kept of one frame", async ({ page }) => {
  await bringSkies(page);
  await page.getByRole("button", { name: `Fuse ${COUNT} frames` }).click();
  await expect(page.getByText("Mean of", { exact: true })).toBeVisible();

  await page.getByRole("button", { name: "As one long exposure" }).click();
  await page.getByLabel("Laid over each other").selectOption("By stars");
  await page.getByRole("button", { name: "Hold the ground" }).click();
  const surface = page.getByRole("img", { name: /^Ground, painted with/ });
  const stroke = async (y: number) => {
    const box = (await surface.boundingBox())!;
    await page.mouse.move(box.x + 0.25 * box.width, box.y + y * box.height);
    await page.mouse.down();
    await page.mouse.move(box.x + 0.75 * box.width, box.y + y * box.height, { steps: 6 });
    await page.mouse.up();
  };
  // Of nothing but sky the picture's own proposal is none that one keeps.
  await page.getByRole("button", { name: "From the picture" }).click();
  await page.getByRole("button", { name: "Take back the last" }).click();
  await stroke(0.9);
  await expect(page.getByRole("img", { name: "Ground, painted with 1 shape" })).toBeVisible();
  await stroke(0.5);
  await page.getByRole("button", { name: "Take back the last" }).click();
  await expect(page.getByRole("img", { name: "Ground, painted with 1 shape" })).toBeVisible();
  await page.getByRole("button", { name: "Done" }).click();
  await expect(page.getByRole("button", { name: "Ground is held" })).toBeVisible();
  await expect(page.getByText(/Seen only when fused: aligning/)).toBeVisible();
  await page.getByRole("button", { name: `Fuse ${COUNT} frames so` }).click();
  const layers = page.getByRole("region", { name: "Layers of light" });
  await expect(layers.getByText("Ground", { exact: true })).toBeVisible();
  await expect(layers.getByText("Sky", { exact: true })).toBeVisible();

  await page.getByRole("button", { name: "Without who passes" }).click();
  await page.getByLabel("Laid over each other").selectOption("As they lie");
  await expect(page.getByText("Nobody remains.")).toBeVisible();
  await page.getByRole("button", { name: "Keep somebody" }).click();
  const kept = page.getByRole("img", { name: /^Stays, painted with/ });
  await expect(kept).toBeVisible();
  await page.getByRole("slider", { name: "Frame that is kept" }).press("ArrowRight");
  await expect(page.getByText(/there the picture is sky-4\.png alone/)).toBeVisible();
  const box = (await kept.boundingBox())!;
  await page.mouse.click(box.x + box.width / 2, box.y + box.height / 2);
  await page.getByRole("button", { name: "Done" }).click();
  await expect(page.getByRole("button", { name: "Somebody is kept" })).toBeVisible();
  await page.getByRole("button", { name: `Fuse ${COUNT} frames so` }).click();
  await expect(page.getByText("Median of", { exact: true })).toBeVisible();
});
