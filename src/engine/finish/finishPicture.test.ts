import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import sharp from "sharp";
import { parseLook } from "@/core/finish";
import { hash32 } from "@/core/random";
import { writeTiff } from "../stack/writeTiff";
import { surveyPicture, writeFinished } from "./finishPicture";

const folder = mkdtempSync(join(tmpdir(), "aevumen-finish-"));
const path = join(folder, "in.tif");
const output = { path: join(folder, "out.tif"), notes: { software: "Aevumen" } };
const picture = { path, balancedFor: null, moving: null };
const SIZE = { width: 203, height: 301 };
const samples = Uint16Array.from({ length: 3 * SIZE.width * SIZE.height }, (_, at) => 8000 + (hash32(at) % 20_000));
beforeAll(() => writeTiff(path, { ...SIZE, notes: { software: "x" } }, (from, to) => samples.subarray(from, to)));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

/** The codes of what was written, as another reader has them. */
async function written() {
  const { data, info } = await sharp(output.path)
    .toColourspace("rgb16")
    .raw({ depth: "ushort" })
    .toBuffer({ resolveWithObject: true });
  return { ...info, codes: new Uint16Array(data.buffer, data.byteOffset, data.length / 2) };
}
const linear = (code: number) =>
  code / 65_535 <= 0.04045 ? code / 65_535 / 12.92 : ((code / 65_535 + 0.055) / 1.055) ** 2.4;

it("a picture under no look is what it was, band by band and thread by thread", async () => {
  const parts: number[] = [];
  await writeFinished(picture, parseLook("").look, output, (part) => parts.push(part));
  const { codes } = await written();
  expect(codes.reduce((worst, code, at) => Math.max(worst, Math.abs(code - samples[at]!)), 0)).toBeLessThanOrEqual(1);
  expect(parts.at(-1)).toBe(1);
});

it("a stop more is twice the light of every pixel, and a crop is that part of the picture", async () => {
  await writeFinished(picture, parseLook("exposure +1 | crop 0.1 0.2 0.5 0.4").look, output);
  const { codes, width, height } = await written();
  expect([width, height]).toEqual([102, 121]);
  for (const [x, y] of [
    [0, 0],
    [50, 60],
    [101, 120],
  ] as const)
    for (let channel = 0; channel < 3; channel++) {
      const was = linear(samples[3 * ((60 + y) * SIZE.width + 20 + x) + channel]!);
      expect(linear(codes[3 * (y * width + x) + channel]!) / was).toBeCloseTo(2, 3);
    }
});

it("says which lights a picture has not, and what a screen needs of it", async () => {
  expect(await writeFinished(picture, parseLook("sodium -1").look, output)).toEqual(["sodium"]);
  const survey = await surveyPicture(picture);
  expect([survey.width, survey.height, survey.shown.width, survey.moving]).toEqual([203, 301, 203, null]);
});

it("ends its threads and says so when a file cannot be read", async () => {
  await expect(
    writeFinished({ ...picture, path: join(folder, "none.tif") }, parseLook("").look, output),
  ).rejects.toThrow();
});
