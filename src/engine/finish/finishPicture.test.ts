import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import sharp from "sharp";
import { parseLook } from "@/core/finish";
import { hash32 } from "@/core/random";
import { exportPath } from "../files/exportPicture";
import { writeTiff } from "../stack/writeTiff";
import { writeFinished } from "./finishPicture";
import { pictureArea, releasePicture, surveyPicture } from "./heldPicture";
import { NO_SCENE } from "./knownScene";

const folder = mkdtempSync(join(tmpdir(), "aevumen-finish-"));
const path = join(folder, "in.tif");
const output = { path: join(folder, "out.tif"), notes: { software: "Aevumen" } };
const picture = { path, painted: {}, balancedFor: null, scene: NO_SCENE, moving: null };
const SIZE = { width: 203, height: 301 };
const samples = Uint16Array.from({ length: 3 * SIZE.width * SIZE.height }, (_, at) => 8000 + (hash32(at) % 20_000));
beforeAll(() => writeTiff(path, { ...SIZE, notes: { software: "x" } }, (from, to) => samples.subarray(from, to)));
afterAll(async () => {
  await releasePicture();
  rmSync(folder, { recursive: true, force: true });
});

/** The codes of what was written, as another reader has them. */
async function written() {
  const { data, info } = await sharp(output.path)
    .toColourspace("rgb16")
    .raw({ depth: "ushort" })
    .toBuffer({ resolveWithObject: true });
  return { ...info, codes: new Uint16Array(data.buffer, data.byteOffset, data.length / 2) };
}
const PLAIN = { drift: false, moving: false };
const looking = (line: string) => ({ look: parseLook(line).look, table: null, space: "srgb" as const });
const linear = (code: number) =>
  code / 65_535 <= 0.04045 ? code / 65_535 / 12.92 : ((code / 65_535 + 0.055) / 1.055) ** 2.4;

it("a picture under no look is what it was, band by band and thread by thread", async () => {
  const parts: number[] = [];
  await writeFinished(picture, looking(""), output, (part) => parts.push(part));
  const { codes } = await written();
  expect(codes.reduce((worst, code, at) => Math.max(worst, Math.abs(code - samples[at]!)), 0)).toBeLessThanOrEqual(1);
  expect(parts.at(-1)).toBe(1);
});

it("a stop more is twice the light of every pixel, and a crop is that part of the picture", async () => {
  await writeFinished(picture, looking("exposure +1 | crop 0.1 0.2 0.5 0.4"), output);
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
  expect(await writeFinished(picture, looking("sodium -1"), output)).toEqual(["sodium"]);
  const survey = await surveyPicture(picture);
  expect([survey.width, survey.height, survey.shown.width, survey.moving]).toEqual([203, 301, 203, null]);
});

it("holds the picture that is looked at, gives pieces of it, and says when there is no such piece or picture", async () => {
  const { codes, drift } = await pictureArea(
    picture,
    { left: 10, top: 20, right: 13, bottom: 22 },
    { drift: true, moving: false },
  );
  const got = new Uint16Array(codes[0]!.buffer, codes[0]!.byteOffset, codes[0]!.byteLength / 2);
  const begins = 3 * (20 * SIZE.width + 10);
  expect([...got.subarray(0, 9)]).toEqual([...samples.subarray(begins, begins + 9)]);
  expect(got).toHaveLength(18);
  expect(drift).toBeNull();
  await expect(pictureArea(picture, { left: 0, top: 0, right: 204, bottom: 1 }, PLAIN)).rejects.toThrow(RangeError);
  const none = { ...picture, path: join(folder, "none.tif") };
  await expect(surveyPicture(none)).rejects.toThrow();
  await expect(surveyPicture(none)).rejects.toThrow();
  expect((await surveyPicture(picture)).width).toBe(203);
  // Two pages that finish two pictures by turns both hear of theirs.
  const other = { ...picture, balancedFor: 4000 };
  const area = { left: 0, top: 0, right: 4, bottom: 4 };
  const both = [picture, other, picture, other].map((each) => pictureArea(each, area, PLAIN));
  for (const { codes: piece } of await Promise.all(both)) expect(piece.map(({ length }) => length)).toEqual([6 * 16]);
});

it("comes out in Display P3 with what sRGB cannot hold, and as other readers see it", async () => {
  const patches = [
    [30_000, 20_000, 15_000],
    [9000, 40_000, 11_000],
    [52_000, 12_000, 9000],
    [8000, 9000, 46_000],
  ] as const;
  const colours = join(folder, "colours.tif");
  const size = { width: 64, height: 64 };
  const codes = Uint16Array.from(
    { length: 3 * 64 * 64 },
    (_, i) => patches[(Math.floor(i / 3 / 32) % 2) + 2 * (i < 3 * 64 * 32 ? 0 : 1)]![i % 3]!,
  );
  await writeTiff(colours, { ...size, notes: { software: "x" } }, (from, to) => codes.subarray(from, to));
  const places = [10, 42, 64 * 50 + 10, 64 * 50 + 42];
  const wide = { path: join(folder, "wide.tif"), notes: { software: "x" } };
  const write = (line: string) => writeFinished({ ...picture, path: colours }, { ...looking(line), space: "p3" }, wide);
  const linearAt = (data: Uint8Array | Uint16Array, top: number, at: number) =>
    [0, 1, 2].map((channel) => linear((65_535 * data[3 * at + channel]!) / top));

  // Colours of sRGB are what they were, in a file of each kind, to a reader who goes by its profile.
  await write("");
  for (const [format, most] of [
    ["jpeg", 3.5],
    ["png", 1.5],
    ["webp", 3.5],
    ["tiff", 1.5],
  ] as const) {
    const { body } = await exportPath(wide.path, { format, space: "p3", quality: 100 });
    const file = Buffer.from(await new Response(body).arrayBuffer());
    expect((await sharp(file).metadata()).icc).toBeDefined();
    const seen = await sharp(file).withIccProfile("srgb").toColourspace("srgb").raw().toBuffer();
    for (const [patch, at] of places.entries())
      for (let channel = 0; channel < 3; channel++)
        expect(Math.abs(seen[3 * at + channel]! - patches[patch]![channel]! / 257)).toBeLessThan(most);
  }
  // A green that is made stronger than sRGB's is there in P3: seen in sRGB it has less red than none.
  await write("colour +100");
  const raw = await sharp(wide.path).keepIccProfile().toColourspace("rgb16").raw({ depth: "ushort" }).toBuffer();
  const [r, g, b] = linearAt(new Uint16Array(raw.buffer, raw.byteOffset, raw.length / 2), 65_535, places[1]!);
  // @see SMPTE EG 432-1 for the primaries of both
  expect(1.2249 * r! - 0.2247 * g! + 0 * b!).toBeLessThan(-0.02);
  // Through a table, which is one of sRGB's codes, it comes out in that.
  const table = {
    kind: "channels",
    size: 2,
    values: Float32Array.of(0, 0, 0, 1, 1, 1),
    least: [0, 0, 0],
    most: [1, 1, 1],
  } as const;
  await writeFinished({ ...picture, path: colours }, { ...looking("table x 100"), table, space: "p3" }, wide);
  expect((await sharp(wide.path).metadata()).icc).toBeUndefined();
});

it("sets upright, cuts and quiets at full size what is asked for together", async () => {
  await writeFinished(picture, looking("grain -100 | speckle -100 | sharpen 20 | straighten 5"), output);
  const { width, height, codes } = await written();
  expect(width).toBeLessThan(203);
  expect(height).toBeLessThan(301);
  const spread = (values: Uint16Array) => {
    const mean = values.reduce((sum, value) => sum + value, 0) / values.length;
    return Math.sqrt(values.reduce((sum, value) => sum + (value - mean) ** 2, 0) / values.length);
  };
  // Nothing but noise was in it.
  expect(spread(codes)).toBeLessThan(0.5 * spread(samples));
});

it("ends its threads and says so when a file cannot be read", async () => {
  await expect(writeFinished({ ...picture, path: join(folder, "none.tif") }, looking(""), output)).rejects.toThrow();
});
