import type { CapturePlan, PlannedFrame } from "@/core/capture";
import { recipeXmp } from "@/core/recipe";
import { colourResponse, FILTER_ARRAY } from "@/core/sensor";
import { exifDate } from "./exif";

// A linear DNG: the simulated sensor sees all three colours in each pixel, so its raw file has three samples a pixel and no mosaic.
// @see Adobe, Digital Negative Specification 1.6.0.0 (2021), LinearRaw; TIFF 6.0 (1992)

/** How numbers lie in a file: TIFF's types by their codes, with their sizes in bytes. */
const TYPES = {
  byte: { code: 1, bytes: 1 },
  ascii: { code: 2, bytes: 1 },
  short: { code: 3, bytes: 2 },
  long: { code: 4, bytes: 4 },
  rational: { code: 5, bytes: 8 },
  srational: { code: 10, bytes: 8 },
} as const;

interface Entry {
  readonly tag: number;
  readonly type: keyof typeof TYPES;
  readonly count: number;
  readonly bytes: Buffer;
}

const entry = (tag: number, type: keyof typeof TYPES, count: number, bytes: Buffer): Entry => ({
  tag,
  type,
  count,
  bytes,
});

const shorts = (tag: number, ...values: readonly number[]): Entry => {
  const bytes = Buffer.alloc(2 * values.length);
  for (const [at, value] of values.entries()) bytes.writeUInt16LE(value, 2 * at);
  return entry(tag, "short", values.length, bytes);
};
const long = (tag: number, value: number): Entry => {
  const bytes = Buffer.alloc(4);
  bytes.writeUInt32LE(value);
  return entry(tag, "long", 1, bytes);
};
const text = (tag: number, value: string): Entry => {
  const bytes = Buffer.from(`${value}\0`, "latin1");
  return entry(tag, "ascii", bytes.length, bytes);
};
const byteValues = (tag: number, values: readonly number[] | Buffer): Entry =>
  entry(tag, "byte", values.length, Buffer.from(values));

const DENOMINATOR = 1_000_000;
const rationals = (tag: number, type: "rational" | "srational", values: readonly number[]): Entry => {
  const bytes = Buffer.alloc(8 * values.length);
  values.forEach((value, at) => {
    // A shutter time of 1/60 is written as such, and other values to a millionth.
    const inverse = Math.round(1 / value);
    const isInverse = value > 0 && value < 1 && Math.abs(1 / value - inverse) < 1e-9;
    bytes.writeInt32LE(isInverse ? 1 : Math.round(value * DENOMINATOR), 8 * at);
    bytes.writeInt32LE(isInverse ? inverse : DENOMINATOR, 8 * at + 4);
  });
  return entry(tag, type, values.length, bytes);
};

const HEADER_BYTES = 8;
const ENTRY_BYTES = 12;

/** A directory at an offset, its longer values behind it. */
function directoryAt(offset: number, entries: readonly Entry[]): Buffer {
  const sorted = [...entries].sort((one, other) => one.tag - other.tag);
  const table = Buffer.alloc(2 + ENTRY_BYTES * sorted.length + 4);
  table.writeUInt16LE(sorted.length, 0);
  const behind: Buffer[] = [];
  let end = offset + table.length;
  sorted.forEach(({ tag, type, count, bytes }, at) => {
    const place = 2 + ENTRY_BYTES * at;
    table.writeUInt16LE(tag, place);
    table.writeUInt16LE(TYPES[type].code, place + 2);
    table.writeUInt32LE(count, place + 4);
    if (bytes.length <= 4) bytes.copy(table, place + 8);
    else {
      table.writeUInt32LE(end, place + 8);
      const padded = bytes.length % 2 === 0 ? bytes : Buffer.concat([bytes, Buffer.alloc(1)]);
      behind.push(padded);
      end += padded.length;
    }
  });
  return Buffer.concat([table, ...behind]);
}

/** From CIE XYZ under D65 to linear sRGB. @see IEC 61966-2-1 */
const XYZ_TO_SRGB = [
  [3.2404542, -1.5371385, -0.4985314],
  [-0.969266, 1.8760108, 0.041556],
  [0.0556434, -0.2040259, 1.0572252],
] as const;
/** Photometric interpretation of a raw picture without a mosaic, and the code of daylight at 6,504 K among EXIF's light sources. */
const LINEAR_RAW = 34_892;
const D65 = 21;

/**
 * A frame's raw codes as a DNG file: 16 bits a sample, uncompressed, with what a developer needs to know: the camera's colours, the
 * neutral that was set, black, white, and the recipe line.
 *
 * @param codes Interleaved, three a pixel, of the lens's bits.
 * @throws RangeError when they are not width times height pixels.
 */
export function writeDng(
  codes: Uint16Array,
  { width, height }: { readonly width: number; readonly height: number },
  plan: CapturePlan,
  frame: PlannedFrame,
): Buffer {
  if (codes.length !== 3 * width * height)
    throw new RangeError(`${codes.length} samples are not ${width} x ${height} pixels`);
  const { lens, kelvin, phone, recipe } = plan;
  const takenAt = exifDate(new Date(plan.pressedAtMs + frame.opensSeconds * 1000));
  const white = 2 ** lens.bits - 1;
  const matrix = XYZ_TO_SRGB.flatMap((row, channel) => row.map((value) => FILTER_ARRAY[channel]! * value));
  const neutral = colourResponse(kelvin).gains.map((gain) => 1 / gain);
  const exif = [
    rationals(33_434, "rational", [frame.nominalSeconds]),
    rationals(33_437, "rational", [lens.fNumber]),
    shorts(34_855, Math.min(65_535, Math.round(frame.iso))),
    text(36_867, takenAt),
    rationals(37_386, "rational", [lens.focalLengthMm]),
  ];
  const main = (exifOffset: number, pixelsOffset: number): Entry[] => [
    long(254, 0),
    long(256, width),
    long(257, height),
    shorts(258, 16, 16, 16),
    shorts(259, 1),
    shorts(262, LINEAR_RAW),
    text(271, "Aevumen"),
    text(272, phone),
    long(273, pixelsOffset),
    shorts(274, 1),
    shorts(277, 3),
    long(278, height),
    long(279, 2 * codes.length),
    shorts(284, 1),
    text(305, "Aevumen"),
    text(306, takenAt),
    byteValues(700, Buffer.from(recipeXmp(recipe), "utf8")),
    long(34_665, exifOffset),
    byteValues(50_706, [1, 4, 0, 0]),
    byteValues(50_707, [1, 1, 0, 0]),
    text(50_708, `Aevumen ${phone}`),
    shorts(50_714, 0, 0, 0),
    shorts(50_717, white, white, white),
    rationals(50_721, "srational", matrix),
    rationals(50_728, "rational", neutral),
    shorts(50_778, D65),
  ];
  const header = Buffer.from([0x49, 0x49, 42, 0, HEADER_BYTES, 0, 0, 0]);
  // Offsets do not change how long a directory is.
  const exifOffset = HEADER_BYTES + directoryAt(HEADER_BYTES, main(0, 0)).length;
  const exifDirectory = directoryAt(exifOffset, exif);
  const pixelsOffset = exifOffset + exifDirectory.length;
  const pixels = Buffer.from(codes.buffer, codes.byteOffset, codes.byteLength);
  return Buffer.concat([header, directoryAt(HEADER_BYTES, main(exifOffset, pixelsOffset)), exifDirectory, pixels]);
}
