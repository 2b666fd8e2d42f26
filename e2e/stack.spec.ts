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
  await page.goto("/");
  await page.getByRole("button", { name: "Fuse my own files" }).click();
  await page.getByLabel("Files to fuse").setInputFiles(await skies());
  await expect(page.getByRole("button", { name: `Fuse ${COUNT} frames` })).toBeEnabled({ timeout: 60_000 });
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
