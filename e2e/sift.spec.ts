import { readFileSync } from "node:fs";
import { join } from "node:path";
import sharp from "sharp";
import { expect, type Page, test } from "./page";

const [WIDTH, HEIGHT] = [320, 240];
const COUNT = 300;
/** Frames that were bumped: their lamps are drawn out. */
const SHAKEN = [40, 41, 173];
const BROKEN = [7, 250];

/** A night of lamps that are drawn out by so many pixels to the right, with noise of its own. */
function night(drawnOut: number, seed: number): Buffer {
  const light = new Float64Array(WIDTH * HEIGHT).fill(24);
  for (let lamp = 0; lamp < 40; lamp++) {
    const [x, y] = [20 + ((lamp * 97) % (WIDTH - 50)), 20 + ((lamp * 61) % (HEIGHT - 40))];
    for (let dy = -4; dy <= 4; dy++)
      for (let dx = -4; dx <= 4 + drawnOut; dx++) {
        const along = dx < 0 ? dx : Math.max(0, dx - drawnOut);
        light[(y + dy) * WIDTH + x + dx]! += (150 * Math.exp(-(along ** 2 + dy ** 2) / 2)) / (1 + 0.2 * drawnOut);
      }
  }
  let state = seed;
  return Buffer.from(
    Uint8Array.from({ length: 3 * WIDTH * HEIGHT }, (_, at) => {
      state = (state * 1664525 + 1013904223) >>> 0;
      return Math.min(255, light[Math.floor(at / 3)]! + 6 * (state / 2 ** 32 - 0.5));
    }),
  );
}

async function frames(): Promise<{ name: string; mimeType: string; buffer: Buffer }[]> {
  const still = await Promise.all([1, 2, 3].map((seed) => picture(night(0, seed))));
  const shaken = await picture(night(7, 9));
  return Promise.all(
    Array.from({ length: COUNT }, async (_, index) => {
      const source = SHAKEN.includes(index) ? shaken : still[index % 3]!;
      const at = new Date(Date.parse("2026-11-24T18:00:00Z") + 3000 * index).toISOString();
      const time = `2026:11:24 ${at.slice(11, 19)}`;
      const exif = { IFD2: { DateTimeOriginal: time, ExposureTime: "2/1", ISOSpeedRatings: "50" } };
      const whole = await sharp(source).keepMetadata().withExif(exif).jpeg({ quality: 95 }).toBuffer();
      const buffer = BROKEN.includes(index) ? whole.subarray(0, whole.length / 3) : whole;
      return { name: `IMG_${String(index).padStart(4, "0")}.jpg`, mimeType: "image/jpeg", buffer };
    }),
  );
}

const picture = (raw: Buffer) =>
  sharp(raw, { raw: { width: WIDTH, height: HEIGHT, channels: 3 } })
    .png()
    .toBuffer();

const strand = (page: Page) => page.getByRole("slider", { name: /The strand of/ });

test("a mixed folder of 300 is measured; the shaken ones are found, left out and stay so", async ({ page }) => {
  await page.goto("/");
  await page.getByRole("button", { name: "Fuse my own files" }).click();
  const notes = { name: "notes.txt", mimeType: "text/plain", buffer: Buffer.from("2 s was too bright") };
  await page.getByLabel("Files to fuse").setInputFiles([...(await frames()), notes]);
  const whole = COUNT - BROKEN.length;
  await expect(page.getByText("3 files were not taken")).toBeVisible({ timeout: 120_000 });
  await expect(page.getByRole("slider", { name: `The strand of ${whole} frames` })).toBeVisible();
  await expect(page.getByText(/^Measured \d+ of/)).toBeHidden({ timeout: 120_000 });
  const belongs = page.getByRole("region", { name: "What belongs together" });
  await expect(belongs).toContainText(`A sequence of ${whole}, one every 3 s.`);
  await expect(belongs).toContainText(`${BROKEN.length} frames are missing`);

  await page.getByRole("combobox", { name: "Frames stand by" }).selectOption("shake or trailing");
  await strand(page).focus();
  await page.keyboard.press("Home");
  await expect(page.getByText("As sharp as the others.")).toBeVisible();
  for (const index of SHAKEN) {
    // From the first on; what is broken is not there.
    await page.keyboard.press("Home");
    const steps = index - BROKEN.filter((broken) => broken < index).length;
    for (let ten = 0; ten < Math.floor(steps / 10); ten++) await page.keyboard.press("PageDown");
    for (let one = 0; one < steps % 10; one++) await page.keyboard.press("ArrowRight");
    const name = `IMG_${String(index).padStart(4, "0")}.jpg`;
    await expect(page.getByRole("region", { name: `Frame ${name}` })).toContainText("Shaken: its points and edges");
    await page.keyboard.press("l");
    await expect(page.getByText(`${name} is left out.`)).toBeVisible();
  }
  await expect(page.getByRole("button", { name: `Fuse ${whole - SHAKEN.length} frames` })).toBeVisible();
  await page.keyboard.press("Home");
  const kept = page.waitForResponse((response) => response.url().endsWith("/choices"));
  await page.keyboard.press("s");
  await expect(page.getByText("IMG_0000.jpg is the best.")).toBeVisible();
  expect((await kept).status()).toBe(200);

  // Four beside each other have one zoom.
  for (let frame = 0; frame < 4; frame++) {
    await page.keyboard.press("v");
    if (frame < 3) await page.keyboard.press("ArrowRight");
  }
  for (const name of ["IMG_0000.jpg", "IMG_0003.jpg"]) await expect(page.getByRole("img", { name })).toBeVisible();
  await page.keyboard.press("x");
  await expect(page.getByText(`${WIDTH} × ${HEIGHT} at 100 %`)).toHaveCount(4);
  await page.keyboard.press("Escape");
  await expect(page.getByRole("img", { name: "IMG_0000.jpg" })).toBeHidden();

  await expect(page.getByText(/^Next try: it lies/)).toBeVisible();
  await page.getByText("Sheet", { exact: true }).click();
  await page.getByRole("combobox", { name: "Sorted by" }).selectOption("shake or trailing");
  await page.getByLabel("from", { exact: true }).fill("4");
  await expect(page.getByText(`${SHAKEN.length} frames of ${whole} shown.`)).toBeVisible();
  for (const index of SHAKEN)
    await expect(
      page.getByRole("button", { name: `IMG_${String(index).padStart(4, "0")}.jpg, left out` }),
    ).toBeVisible();

  await page.reload();
  await expect(page.getByRole("button", { name: `Fuse ${whole - SHAKEN.length} frames` })).toBeVisible();
  await expect(page.getByRole("button", { name: "The best" })).toBeVisible();
});

test("a raw copy joins its picture, a HEIC comes in its own colours, and an import that broke off is gone on with", async ({
  page,
}) => {
  const fixture = (name: string) => join("src/engine/files/fixtures", name);
  const exif = {
    IFD0: { Model: "Pocket" },
    IFD2: { DateTimeOriginal: "2026:11:24 18:00:05", ExposureTime: "4/1", ISOSpeedRatings: "100" },
  };
  const jpeg = await sharp(await picture(night(0, 4)))
    .withExif(exif)
    .jpeg()
    .toBuffer();
  const file = (name: string, buffer: Buffer, mimeType = "image/jpeg") => ({ name, mimeType, buffer });
  const all = [
    file("IMG_7.jpg", jpeg),
    file("IMG_7.dng", readFileSync(fixture("mosaic.dng")), "image/x-adobe-dng"),
    file("IMG_8.heic", readFileSync(fixture("p3.heic")), "image/heic"),
  ];
  await page.goto("/");
  await page.getByRole("button", { name: "Fuse my own files" }).click();
  // The page is gone before the last one is through.
  await page.route(/files\?name=IMG_8/, (route) => route.abort());
  await page.route(/\/finish$/, (route) => route.abort());
  await page.getByLabel("Files to fuse").setInputFiles(all);
  await expect(page.getByText(/This import broke off after 1 frame\./)).toBeVisible();
  await page.unrouteAll();
  await page.reload();
  await expect(page.getByText(/This import broke off after 1 frame\./)).toBeVisible();
  await page.getByLabel("Files to fuse").setInputFiles(all);
  await expect(page.getByRole("slider", { name: "The strand of 2 frames" })).toBeVisible();
  await expect(page.getByText(/broke off/)).toBeHidden();
  await page.getByText("Sheet", { exact: true }).click();
  for (const name of ["IMG_7.jpg", "IMG_8.heic"])
    await expect(page.getByRole("button", { name: `${name}, kept` })).toBeVisible();
});
