import { mkdtempSync, rmSync } from "node:fs";
import { writeFile } from "node:fs/promises";
import { tmpdir } from "node:os";
import { join } from "node:path";
import sharp from "sharp";
import { parseLook } from "@/core/finish";
import { tiffPages } from "@/core/formats";
import { decodeSrgb, encodeSrgb } from "@/core/picture";
import { hashUnit } from "@/core/random";
import { writeTiff } from "../stack/writeTiff";
import { writeFinished } from "./finishPicture";
import { pictureArea, releasePicture, surveyPicture } from "./heldPicture";
import { NO_SCENE } from "./knownScene";

// A street that stands and a red trail over it, as a stack keeps them: what a look does to trails is done to the trail's light alone, here
// reckoned from the two by themselves.

const folder = mkdtempSync(join(tmpdir(), "aevumen-trails-"));
const SIZE = { width: 420, height: 300 };
const COUNT = SIZE.width * SIZE.height;
const NOTES = { software: "x" };
const [wholePath, partsPath] = [join(folder, "whole.tif"), join(folder, "parts.tif")];
const output = { path: join(folder, "out.tif"), notes: NOTES };

const codeOf = (light: number): number => Math.round(65_535 * encodeSrgb(Math.max(0, Math.min(1, light))));
const lightOf = (code: number): number => decodeSrgb(code / 65_535);

/** Blue at its left, warm at its right, uneven from pixel to pixel. */
const base = Uint16Array.from({ length: 3 * COUNT }, (_, i) => {
  const [pixel, channel] = [Math.floor(i / 3), i % 3];
  const across = (pixel % SIZE.width) / SIZE.width;
  const colour = [0.3 + across, 0.7, 1.3 - across][channel]!;
  return codeOf(0.05 * colour * (0.8 + 0.4 * hashUnit(pixel, 3)));
});
/** Brightest in its middle, thin towards its edges, none beyond them. */
const strength = (pixel: number): number => Math.max(0, 1 - Math.abs(Math.floor(pixel / SIZE.width) - 210) / 26);
const trail = Uint16Array.from({ length: 3 * COUNT }, (_, i) =>
  codeOf(0.5 * [1, 0.22, 0.06][i % 3]! * strength(Math.floor(i / 3)) ** 2),
);
const whole = base.map((code, i) => codeOf(lightOf(code) + lightOf(trail[i]!)));
const picture = {
  path: wholePath,
  painted: {},
  balancedFor: null,
  scene: NO_SCENE,
  moving: { path: partsPath, page: 1, gain: 1 },
};

beforeAll(async () => {
  await writeTiff(wholePath, { ...SIZE, notes: NOTES }, (from, to) => whole.subarray(from, to));
  const { header } = tiffPages(SIZE.width, SIZE.height, [NOTES, NOTES]);
  await writeFile(partsPath, Buffer.concat([header, Buffer.from(base.buffer), Buffer.from(trail.buffer)]));
});
afterAll(async () => {
  await releasePicture();
  rmSync(folder, { recursive: true, force: true });
});

async function under(line: string, of: Parameters<typeof writeFinished>[0] = picture): Promise<Float64Array> {
  const path = join(folder, `${line.replace(/[^a-z0-9+-]/g, "_")}-${of.moving?.gain}.tif`);
  await writeFinished(of, { look: parseLook(line).look, table: null, space: "srgb" }, { ...output, path });
  const data = await sharp(path).toColourspace("rgb16").raw({ depth: "ushort" }).toBuffer();
  return Float64Array.from(new Uint16Array(data.buffer, data.byteOffset, data.length / 2), lightOf);
}
/** Light so many codes away from what was wanted, at worst. */
const worst = (light: Float64Array, wanted: (i: number) => number): number =>
  light.reduce((most, value, i) => Math.max(most, Math.abs(codeOf(value) - codeOf(wanted(i)))), 0);

/** A code of the whole and one of each part are rounded, and shares of dark places have few codes. */
const ROUNDED = 12;

it.each([
  ["trails -1", 1, 0.5],
  ["trails +1", 1, 2],
  ["trails -2 | exposure +0.5", Math.SQRT2, Math.SQRT2 / 4],
])("%s multiplies what stands by %d and trails by %d, from pixel to pixel", async (line, stands, moves) => {
  const light = await under(line);
  expect(worst(light, (i) => stands * lightOf(base[i]!) + moves * lightOf(trail[i]!))).toBeLessThan(ROUNDED);
});

it("takes the colour out of trails and leaves that of the street beneath them", async () => {
  const light = await under("trails colour -100");
  for (let pixel = 0; pixel < COUNT; pixel += 37) {
    const [r, g, b] = [0, 1, 2].map((channel) => light[3 * pixel + channel]! - lightOf(base[3 * pixel + channel]!));
    expect(Math.max(r!, g!, b!) - Math.min(r!, g!, b!)).toBeLessThan(0.002);
    if (strength(pixel) > 0.5) expect(g).toBeGreaterThan(0.02);
  }
});

it("gives trails a Kelvin of their own, beside that of the whole", async () => {
  const [street, both] = [await under("wb 4000K"), await under("wb 4000K | trails 9000K")];
  const pixel = 210 * SIZE.width + 300;
  const trailIn = (light: Float64Array, base: (channel: number) => number) =>
    [0, 1, 2].map((channel) => light[3 * pixel + channel]! - base(channel));
  // A place without a trail tells what the balance does to what stands.
  const plain = await under("wb 4000K | trails -6");
  const without = (channel: number) => plain[3 * pixel + channel]!;
  const [was, is] = [trailIn(street, without), trailIn(both, without)];
  // A light of 9,000 K is bluer than one of 4,000 K: what makes it neutral is warmer.
  expect(is[0]! / is[2]!).toBeGreaterThan(1.3 * (was[0]! / was[2]!));
  const away = 20 * SIZE.width + 300;
  for (let channel = 0; channel < 3; channel++)
    expect(Math.abs(codeOf(both[3 * away + channel]!) - codeOf(street[3 * away + channel]!))).toBeLessThanOrEqual(2);
});

it("knows that trails were raised when the stack's parts were weighed", async () => {
  const weighed = { ...picture, path: join(folder, "weighed.tif"), moving: { ...picture.moving, gain: 0.5 } };
  const codes = base.map((code, i) => codeOf(lightOf(code) + 0.5 * lightOf(trail[i]!)));
  await writeTiff(weighed.path, { ...SIZE, notes: NOTES }, (from, to) => codes.subarray(from, to));
  const light = await under("trails -1", weighed);
  expect(worst(light, (i) => lightOf(base[i]!) + 0.25 * lightOf(trail[i]!))).toBeLessThan(ROUNDED);
});

it("tells a page what moves in a piece and in the copy that is shown, and nothing where no stack has kept it", async () => {
  const area = { left: 30, top: 200, right: 41, bottom: 207 };
  const { codes } = await pictureArea(picture, area, { drift: false, moving: true });
  const [own, moves] = codes.map(({ buffer }) => new Uint16Array(buffer));
  for (let row = 0; row < 7; row++)
    for (let i = 0; i < 33; i++) {
      const at = 3 * ((200 + row) * SIZE.width + 30) + i;
      expect([own![33 * row + i], moves![33 * row + i]]).toEqual([whole[at], trail[at]]);
    }
  const { shown, moving } = await surveyPicture(picture);
  expect([moving?.width, moving?.height]).toEqual([shown.width, shown.height]);
  const alone = { ...picture, moving: null };
  expect((await pictureArea(alone, area, { drift: false, moving: true })).codes).toHaveLength(1);
});

it("a file of parts that ends early is no picture", async () => {
  const cut = join(folder, "cut.tif");
  const { header } = tiffPages(SIZE.width, SIZE.height, [NOTES, NOTES]);
  await writeFile(cut, Buffer.concat([header, Buffer.from(base.buffer), Buffer.from(trail.buffer, 0, 999)]));
  await expect(under("trails -1", { ...picture, moving: { path: cut, page: 1, gain: 1 } })).rejects.toThrow(/ends/);
  await expect(under("trails -1", { ...picture, moving: { path: cut, page: 5, gain: 1 } })).rejects.toThrow(
    /no page 5/,
  );
});
