import { mkdtempSync, readFileSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import exifr from "exifr";
import sharp from "sharp";
import { EXPORT_FORMAT_IDS, EXPORT_FORMATS } from "@/core/formats";
import { writeTiff } from "../stack/writeTiff";
import { exportFile } from "./exportPicture";

const folder = mkdtempSync(join(tmpdir(), "aevumen-export-"));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

const SIZE = { width: 120, height: 90 };
const path = join(folder, "result.tif");
const samples = Uint16Array.from({ length: 3 * 120 * 90 }, (_, at) => (at * 7919) % 65_536);
const notes = { software: "Aevumen", camera: "Pocket A", iso: 400, exposureSeconds: 2, takenAt: "2026:11:24 18:00:00" };

beforeAll(() => writeTiff(path, { ...SIZE, notes }, (from, to) => samples.subarray(from, to)));

// South and west: a reader that lost the sides of the equator or of Greenwich would be far off.
const PLACE = { latitudeDeg: -33.999_999_9, longitudeDeg: -0.102_345 };

/** A file's place as somebody else reads it; null where it says none. */
async function placeIn(file: string): Promise<readonly [number, number] | null> {
  if (file.endsWith(".fits")) {
    const cards = readFileSync(file).toString("latin1", 0, 2880);
    const [latitude, longitude] = ["B", "L"].map((axis) => new RegExp(`OBSGEO-${axis}= +(\\S+)`).exec(cards)?.[1]);
    return latitude && longitude ? [Number(latitude), Number(longitude)] : null;
  }
  // Not every file is one that the reader takes apart: what it holds of EXIF is.
  const { exif } = await sharp(file).metadata();
  const gps = await exifr.gps(file.endsWith(".tif") ? file : exif!.subarray(exif!.indexOf("II*\0")));
  return Number.isFinite(gps?.latitude) ? [gps.latitude, gps.longitude] : null;
}

it.each(EXPORT_FORMAT_IDS)(
  "%s says where a picture was taken where that is wanted, and else nowhere",
  async (format) => {
    const [plain, placed] = ["plain", "placed"].map((name) =>
      join(folder, `${name}${EXPORT_FORMATS[format].file.endings[0]}`),
    ) as [string, string];
    await exportFile(path, { format }, plain);
    expect(await placeIn(plain)).toBeNull();
    await exportFile(path, { format, place: PLACE }, placed);
    const [latitude, longitude] = (await placeIn(placed))!;
    // A hundred-thousandth of a degree is a metre.
    expect(latitude).toBeCloseTo(PLACE.latitudeDeg, 5);
    expect(longitude).toBeCloseTo(PLACE.longitudeDeg, 5);
  },
);

it("a TIFF that is made smaller keeps what it says of itself, and its light", async () => {
  const file = join(folder, "small.tif");
  await exportFile(path, { format: "tiff", edge: 60 }, file);
  const { width, height, depth } = await sharp(file).metadata();
  expect([width, height, depth]).toEqual([60, 45, "ushort"]);
  expect(await exifr.parse(file, { reviveValues: false })).toMatchObject({
    Model: "Pocket A",
    ISO: 400,
    ExposureTime: 2,
    DateTimeOriginal: "2026:11:24 18:00:00",
  });
  const means = async (from: string) => (await sharp(from).stats()).channels.map(({ mean }) => mean);
  const [whole, small] = [await means(path), await means(file)];
  for (const [channel, mean] of small.entries()) expect(Math.abs(mean / whole[channel]! - 1)).toBeLessThan(0.03);
});
