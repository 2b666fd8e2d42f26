import { createHash } from "node:crypto";
import { readFile } from "node:fs/promises";
import sharp from "sharp";
import { expect, type Page, test } from "./page";

const WIDTH = 600;
const HEIGHT = 400;

/** A frame of its own noise; frames differ by their seed. */
async function frame(seed: number, width = WIDTH): Promise<Buffer> {
  let state = seed * 7919 + 1;
  const samples = Buffer.alloc(3 * width * HEIGHT);
  for (let i = 0; i < samples.length; i++) {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
    samples[i] = 40 + ((i / 3 / width) | 0) / 4 + (state >>> 27);
  }
  const second = String(10 + seed).padStart(2, "0");
  return sharp(samples, { raw: { width, height: HEIGHT, channels: 3 } })
    .jpeg({ quality: 90 })
    .withExif({ IFD2: { DateTimeOriginal: `2026:11:24 18:00:${second}`, ExposureTime: "2/1", ISOSpeedRatings: "50" } })
    .toBuffer();
}

const asFile = (name: string, buffer: Buffer) => ({ name, mimeType: "application/octet-stream", buffer });

async function openSift(page: Page): Promise<void> {
  await page.goto("/");
  await page.getByRole("button", { name: "Fuse my own files" }).click();
  await expect(page.getByRole("heading", { name: "Drop your frames here." })).toBeVisible();
}

/** The mean in linear light, computed here in doubles from independently decoded frames. */
async function expectedMean(frames: readonly Buffer[]): Promise<Uint16Array> {
  const sums = new Float64Array(3 * WIDTH * HEIGHT);
  for (const jpeg of frames) {
    const codes = await sharp(jpeg).raw().toBuffer();
    for (let i = 0; i < sums.length; i++) {
      const v = codes[i]! / 255;
      sums[i]! += v <= 0.04045 ? v / 12.92 : ((v + 0.055) / 1.055) ** 2.4;
    }
  }
  return Uint16Array.from(sums, (sum) => {
    const m = sum / frames.length;
    return Math.floor((m <= 0.0031308 ? 12.92 * m : 1.055 * m ** (1 / 2.4) - 0.055) * 65_535 + 0.5);
  });
}

test("own files are dropped, sorted, fused and downloaded, each value right", async ({ page }) => {
  const frames = await Promise.all([3, 1, 4, 2, 5].map((seed) => frame(seed)));
  await openSift(page);
  await page
    .getByLabel("Files to fuse")
    .setInputFiles(frames.map((buffer, i) => asFile(`DSC_${[3, 1, 4, 2, 5][i]}.jpg`, buffer)));
  await page.getByText("Sheet", { exact: true }).click();
  await expect(page.getByText("5 frames · 2 s · ISO 50 · 600 × 400", { exact: false })).toBeVisible();
  const names = await page.getByRole("button", { name: /kept$/ }).allTextContents();
  expect(names).toEqual(["DSC_1.jpg", "DSC_2.jpg", "DSC_3.jpg", "DSC_4.jpg", "DSC_5.jpg"]);

  await page.getByText("Mean", { exact: true }).click();
  await page.getByRole("button", { name: "Fuse 5 frames" }).click();
  await expect(page.getByText("600 × 400 at")).toBeVisible();
  const wanted = await expectedMean(frames);
  for (const [name, bits] of [
    ["TIFF, 16 bit", 16],
    ["PNG, 16 bit", 16],
    ["JPEG", 8],
  ] as const) {
    const [download] = await Promise.all([
      page.waitForEvent("download"),
      page.getByRole("link", { name, exact: true }).click(),
    ]);
    const file = await readFile(await download.path());
    const meta = await sharp(file).metadata();
    expect([meta.width, meta.height, meta.depth]).toEqual([WIDTH, HEIGHT, bits === 16 ? "ushort" : "uchar"]);
    if (bits === 8) {
      expect(meta.exif).toBeDefined();
      continue;
    }
    const samples = await sharp(file).toColourspace("rgb16").raw({ depth: "ushort" }).toBuffer();
    const got = new Uint16Array(samples.buffer, samples.byteOffset, samples.length / 2);
    expect(createHash("sha256").update(Buffer.from(got)).digest("hex")).toBe(
      createHash("sha256").update(Buffer.from(wanted)).digest("hex"),
    );
    expect(got.every((value, i) => value === wanted[i])).toBe(true);
  }
});

test("a truncated JPEG, a text named .jpg and another size are named with reasons; the rest is fused", async ({
  page,
}) => {
  const [one, two, other] = await Promise.all([frame(1), frame(2), frame(3, 500)]);
  await openSift(page);
  await page
    .getByLabel("Files to fuse")
    .setInputFiles([
      asFile("one.jpg", one),
      asFile("two.jpg", two),
      asFile("other-size.jpg", other),
      asFile("cut.jpg", one.subarray(0, one.length / 2)),
      asFile("notes.jpg", Buffer.from("2 s was too bright")),
    ]);
  const choice = page.getByRole("complementary", { name: "Choice" });
  await expect(choice.getByText("2 files were not taken")).toBeVisible();
  await expect(choice.getByText(/breaks off or is damaged/)).toBeVisible();
  await expect(choice.getByText(/not a picture that can be read/)).toBeVisible();
  await expect(choice.getByText(/There are 2 sizes among them/)).toBeVisible();

  await page.getByRole("button", { name: "Fuse 3 frames" }).click();
  await expect(page.getByText("600 × 400 at")).toBeVisible();
  await expect(page.getByText("It is 500 x 400 pixels; the stack is 600 x 400.")).toBeVisible();
});

test("a frame can be left out and taken in again", async ({ page }) => {
  await openSift(page);
  await page
    .getByLabel("Files to fuse")
    .setInputFiles([asFile("a.jpg", await frame(1)), asFile("b.jpg", await frame(2))]);
  await page.getByText("Sheet", { exact: true }).click();
  await page.getByRole("button", { name: "a.jpg, kept" }).click();
  await expect(page.getByRole("button", { name: "Fuse 1 frame", exact: true })).toBeVisible();
  await page.getByRole("button", { name: "a.jpg, left out" }).click();
  await expect(page.getByRole("button", { name: "Fuse 2 frames" })).toBeVisible();
});

test("requests that are wrong or foreign are turned away in words", async ({ request, baseURL }) => {
  const foreign = await request.post("/api/outings", { headers: { origin: "http://elsewhere.example" }, data: {} });
  expect(foreign.status()).toBe(403);
  const wrong = await request.post("/api/outings", { data: { name: "", date: "soon", site: null } });
  expect(wrong.status()).toBe(400);
  expect(await wrong.json()).toMatchObject({ code: "invalid-request", message: "Give it a name." });
  for (const path of [
    "/api/pictures/..%2f..%2fetc%2fpasswd?as=thumbnail",
    "/api/runs/x",
    "/api/stacks/x/download?format=tiff",
  ]) {
    expect((await request.get(`${baseURL}${path}`)).status()).toBe(404);
  }
});
