import { readFileSync } from "node:fs";
import { join } from "node:path";
import sharp from "sharp";
import { tiffHeader } from "@/core/formats";
import { decodePicture, openPicture } from "../decode";

const fixture = (name: string) => join(__dirname, "..", "fixtures", name);

/** IEC 61966-2-1, worked out here anew. */
const linear = (code: number) => (code <= 0.04045 ? code / 12.92 : ((code + 0.055) / 1.055) ** 2.4);
const encoded = (light: number) => (light <= 0.0031308 ? 12.92 * light : 1.055 * light ** (1 / 2.4) - 0.055);
const clipped = (light: number) => Math.min(1, Math.max(0, light));

/** Middles of the eight patches of an upright picture, four in a row. */
function patches(samples: ArrayLike<number>, width: number, height: number): number[][] {
  return Array.from({ length: 8 }, (_, index) => {
    const x = Math.floor((((index % 4) + 0.5) * width) / 4);
    const y = Math.floor(((Math.floor(index / 4) + 0.5) * height) / 2);
    return [0, 1, 2].map((channel) => samples[3 * (y * width + x) + channel]!);
  });
}

const P3_PATCHES = [
  [128, 128, 128],
  [255, 255, 255],
  [180, 90, 60],
  [60, 150, 80],
  [90, 110, 200],
  [255, 180, 60],
  [20, 20, 24],
  [200, 200, 120],
];
/** From P3 under D65 to sRGB, of the two systems' primaries. @see SMPTE EG 432-1 */
const P3_TO_SRGB = [
  [1.22494, -0.22494, 0],
  [-0.042057, 1.042057, 0],
  [-0.019638, -0.078651, 1.09798],
];
const AS_SRGB = P3_PATCHES.map((patch) =>
  P3_TO_SRGB.map(
    (row) => 255 * encoded(clipped(row.reduce((sum, part, at) => sum + part * linear(patch[at]! / 255), 0))),
  ),
);

function near(found: readonly number[][], wanted: readonly (readonly number[])[], codes: number): void {
  found.forEach((patch, index) => {
    patch.forEach((code, channel) => {
      expect(Math.abs(code - wanted[index]![channel]!)).toBeLessThanOrEqual(codes);
    });
  });
}

// A JPEG rounds its colours in another space first.
test.each([
  ["p3.jpg", 2],
  ["p3.heic", 1.5],
  ["p3-10bit.heic", 2],
])("wide colours of %s are measured as what they look like", async (name, codes) => {
  const { header, samples } = await openPicture(fixture(name));
  near(patches(await samples(8), header.width, header.height), AS_SRGB, codes);
  const deep = patches(await samples(16), header.width, header.height);
  near(
    deep.map((patch) => patch.map((code) => code / 257)),
    AS_SRGB,
    codes,
  );
});

test("settings and time stand in a HEIC too", async () => {
  const { metadata } = await openPicture(fixture("p3.heic"));
  expect(await metadata()).toMatchObject({
    iso: 100,
    shutterSeconds: 4,
    takenAt: new Date("2026-11-24T18:00:05Z"),
  });
});

const MOSAIC = [
  [0.02, 0.02, 0.02],
  [0.18, 0.18, 0.18],
  [0.5, 0.5, 0.5],
  [0.9, 0.9, 0.9],
  [0.4, 0.1, 0.05],
  [0.05, 0.3, 0.08],
  [0.05, 0.1, 0.5],
  [1.2, 1.2, 1.2],
];

test("a mosaic is developed to the light that made it: its black taken off, its white balance kept, upright", async () => {
  const { header, samples, metadata } = await openPicture(fixture("mosaic.dng"));
  expect(header).toEqual({ width: 64, height: 96, depth: 16, format: "dng" });
  const upright = await samples(16);
  // Turned back, so that the patches lie as they were laid down.
  const laid = new Uint16Array(upright.length);
  for (let y = 0; y < 96; y++) {
    for (let x = 0; x < 64; x++) {
      for (let channel = 0; channel < 3; channel++)
        laid[3 * ((63 - x) * 96 + y) + channel] = upright[3 * (y * 64 + x) + channel]!;
    }
  }
  const light = patches(laid, 96, 64).map((patch) => patch.map((code) => linear(code / 65_535)));
  light.forEach((patch, index) => {
    patch.forEach((value, channel) => {
      const wanted = Math.min(1, MOSAIC[index]![channel]!);
      // A code of twelve bits is up to 0.0004 of white where it is doubled.
      expect(Math.abs(value - wanted)).toBeLessThan(0.0006 + 0.004 * wanted);
    });
  });
  expect(await metadata()).toMatchObject({ iso: 100, shutterSeconds: 4, camera: "Pocket" });
});

test("a small picture of what has to be unpacked first is upright and of its colours", async () => {
  const { thumbnail, decodesWhole } = await openPicture(fixture("p3.heic"));
  expect(decodesWhole).toBe(true);
  const small = await thumbnail(64);
  const { width, height } = await sharp(small).metadata();
  expect([width, height]).toEqual([64, 32]);
  const turned = await openPicture(fixture("mosaic.dng"));
  expect(await sharp(await turned.thumbnail(48)).metadata()).toMatchObject({ width: 32, height: 48 });
  near(patches(await sharp(small).removeAlpha().raw().toBuffer(), 64, 32), AS_SRGB, 8);
});

/** An ICC profile of sRGB's primaries with straight curves, by its bytes. @see ICC.1:2022, 7.2, 10.6, 10.31 */
function straightProfile(): Buffer {
  const s15 = (value: number) => {
    const bytes = Buffer.alloc(4);
    bytes.writeInt32BE(Math.round(value * 65_536));
    return bytes;
  };
  const long = (value: number) => {
    const bytes = Buffer.alloc(4);
    bytes.writeUInt32BE(value);
    return bytes;
  };
  const xyz = (...values: number[]) => Buffer.concat([Buffer.from("XYZ \0\0\0\0"), ...values.map(s15)]);
  const description = Buffer.concat([
    Buffer.from("desc\0\0\0\0"),
    long(12),
    Buffer.from("linear sRGB\0"),
    Buffer.alloc(79),
  ]);
  const tags: [string, Buffer][] = [
    ["desc", description],
    ["cprt", Buffer.from("text\0\0\0\0none\0\0\0\0", "latin1")],
    ["wtpt", xyz(0.9642, 1, 0.8249)],
    ["rXYZ", xyz(0.43607, 0.22249, 0.01392)],
    ["gXYZ", xyz(0.38515, 0.71687, 0.09708)],
    ["bXYZ", xyz(0.14307, 0.06061, 0.7141)],
    ...["rTRC", "gTRC", "bTRC"].map((tag): [string, Buffer] => [tag, Buffer.from("curv\0\0\0\0\0\0\0\0")]),
  ];
  let at = 132 + 12 * tags.length;
  const table = tags.map(([tag, bytes]) => {
    const entry = Buffer.concat([Buffer.from(tag), long(at), long(bytes.length)]);
    at += bytes.length;
    return entry;
  });
  const head = Buffer.alloc(128);
  head.writeUInt32BE(at, 0);
  head.writeUInt32BE(0x02400000, 8);
  head.write("mntrRGB XYZ ", 12, "latin1");
  head.write("acsp", 36, "latin1");
  Buffer.concat([s15(0.9642), s15(1), s15(0.8249)]).copy(head, 68);
  return Buffer.concat([head, long(tags.length), ...table, ...tags.map(([, bytes]) => bytes)]);
}

test("light is not taken for codes because a profile calls itself sRGB", async () => {
  const [width, height] = [8, 4];
  const samples = new Uint16Array(3 * width * height).fill(0.18 * 65_535);
  const notes = { software: "test", profile: straightProfile() };
  const file = Buffer.concat([tiffHeader(width, height, notes), Buffer.from(samples.buffer)]);
  const [code] = await decodePicture(file, 16);
  expect(code! / 65_535).toBeCloseTo(encoded(0.18), 2);
  const [byte] = await decodePicture(file, 8);
  expect(byte! / 255).toBeCloseTo(encoded(0.18), 2);
});

test("what is coded in a way that is not read says so, and what breaks off too", async () => {
  const avif = await sharp({ create: { width: 16, height: 16, channels: 3, background: "#456" } })
    .heif({ compression: "av1" })
    .toBuffer();
  avif.write("mif1", 8, "latin1");
  await expect(decodePicture(avif, 8)).rejects.toThrow("coded in a way that is not read");
  for (const name of ["p3.heic", "mosaic.dng"]) {
    const whole = readFileSync(fixture(name));
    await expect(decodePicture(whole.subarray(0, whole.length / 3), 8)).rejects.toThrow("breaks off or is damaged");
  }
});
