import { mkdtempSync, readFileSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { EMPTY_RECIPE, recipeXmp } from "@/core/recipe";
import { writeTiff } from "../stack/writeTiff";
import { exportFile } from "./exportPicture";

const folder = mkdtempSync(join(tmpdir(), "aevumen-fits-"));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

/** A FITS file's cards and what follows the header, read by the standard alone. */
function readFits(file: Buffer) {
  const cards: Record<string, string> = {};
  let at = 0;
  for (; ; at += 80) {
    const line = file.toString("latin1", at, at + 80);
    if (line.startsWith("END ")) break;
    const [key, text] = line.startsWith("HISTORY") ? ["HISTORY", line.slice(8)] : [line.slice(0, 8), line.slice(10)];
    cards[key!.trim()] = text!.split(" / ")[0]!.trim();
  }
  return { cards, data: file.subarray(Math.ceil((at + 80) / 2880) * 2880) };
}

it("a FITS file holds the linear light of a result, plane by plane and from the bottom, with what is known of it", async () => {
  const [width, height] = [301, 300];
  const code = (x: number, y: number, channel: number) => (x * 211 + y * 97 + channel * 9001) % 65_536;
  const samples = Uint16Array.from({ length: 3 * width * height }, (_, at) => {
    const pixel = Math.floor(at / 3);
    return code(pixel % width, Math.floor(pixel / width), at % 3);
  });
  const tiff = join(folder, "result.tif");
  const notes = {
    software: "Aevumen",
    camera: "Pöcket A'",
    takenAt: "2026:11:24 18:00:00",
    exposureSeconds: 0.25,
    xmp: recipeXmp({ ...EMPTY_RECIPE, iso: 50, stack: "mean" }, { frames: 9 }),
  };
  await writeTiff(tiff, { width, height, notes }, (from, to) => samples.subarray(from, to));
  await exportFile(tiff, { format: "fits" }, join(folder, "result.fits"));
  const file = readFileSync(join(folder, "result.fits"));
  expect(file.length % 2880).toBe(0);
  const { cards, data } = readFits(file);
  expect(cards).toMatchObject({
    SIMPLE: "T",
    BITPIX: "-32",
    NAXIS: "3",
    NAXIS1: "301",
    NAXIS2: "300",
    NAXIS3: "3",
    EXPTIME: "0.25",
    "DATE-OBS": "'2026-11-24T18:00:00'",
    HISTORY: expect.stringMatching(/iso 50 -> mean$/),
  });
  expect(data.length).toBe(Math.ceil((4 * 3 * width * height) / 2880) * 2880);
  // sRGB's own curve, worked out here.
  const light = (v: number) => (v <= 0.04045 ? v / 12.92 : ((v + 0.055) / 1.055) ** 2.4);
  for (const [x, y, channel] of [
    [0, 0, 0],
    [300, 299, 2],
    [17, 255, 1],
    [200, 44, 2],
  ] as const) {
    const at = 4 * ((channel * height + (height - 1 - y)) * width + x);
    expect(data.readFloatBE(at)).toBeCloseTo(light(code(x, y, channel) / 65_535), 6);
  }
});
