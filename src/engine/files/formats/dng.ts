import { readFile } from "node:fs/promises";
import { join } from "node:path";
import type { LibRawSettings } from "libraw-wasm";
import type { LibRaw } from "libraw-wasm/dist/libraw.js";
import { applicationFolder } from "../../folders";
import { PictureFailure } from "../pictureFailure";
import { residentModule } from "./resident";
import { throughUnpacking } from "./unpacked";

/** Samples of a mosaic take as much room again while colours are put together: within the two gigabytes that the decoder has. */
const MOST_PIXELS = 60_000_000;

/** sRGB's curve as the decoder asks for it: exponent, slope of the straight part, and four values that it works out itself. @see IEC 61966-2-1 */
const SRGB_CURVE = [1 / 2.4, 12.92, 0, 0, 0, 0];

/**
 * The white balance that the camera wrote, daylight where it wrote none; black level taken off; white is where the camera's green
 * is full. Nothing is brightened, and nothing that lies below that is cut.
 */
const DEVELOPED: Omit<LibRawSettings, "gamm"> = {
  useCameraWb: true,
  outputColor: 1,
  outputBps: 16,
  noAutoBright: true,
  highlight: 0,
};

// The decoder writes its complaints where nobody reads them; what it answers says the same.
const silent = () => {};

const withDecoder = residentModule(async () => {
  const { default: load } = await import("libraw-wasm/dist/libraw.js");
  const wasmBinary = await readFile(join(applicationFolder(), "node_modules/libraw-wasm/dist/libraw.wasm"));
  return load({ wasmBinary, print: silent, printErr: silent });
});

const opened = <Value>(file: Buffer, work: (raw: LibRaw) => Value): Promise<Value> =>
  withDecoder((module) => {
    const raw = new module.LibRaw();
    try {
      raw.open(new Uint8Array(file), { ...DEVELOPED, gamm: SRGB_CURVE });
      return work(raw);
    } finally {
      raw.delete();
    }
  });

/** A raw picture of a phone, with a mosaic or without. @see Adobe, Digital Negative Specification 1.6.0.0 (2021) */
export const DNG = throughUnpacking(MOST_PIXELS, async (file) => {
  const { width = 0, height = 0 } = (await opened(file, (raw) => raw.metadata(false))) ?? {};
  if (width * height === 0) throw new PictureFailure("damaged");
  return {
    width,
    height,
    depth: 16,
    unpack: async () => {
      const image = await opened(file, (raw) => raw.imageData());
      if (image?.bits !== 16 || image.colors !== 3) throw new PictureFailure(image ? "other-colours" : "damaged");
      // It counts its pixels by the file's own words.
      if (image.data.length !== 3 * image.width * image.height) throw new PictureFailure("damaged");
      return { width: image.width, height: image.height, samples: image.data, profile: null };
    },
  };
});

/** Bytes of a directory's entry, and of what says how many there are. @see TIFF Revision 6.0 (1992), section 2 */
const [ENTRY_BYTES, COUNT_BYTES] = [12, 2];
const DNG_VERSION = 50_706;

/** Whether a file that begins as a TIFF says in its first directory that it is a negative. */
export async function isDng(read: (from: number, bytes: number) => Promise<Buffer>): Promise<boolean> {
  const head = await read(0, 8);
  if (head.length < 8) return false;
  const isLittle = head[0] === 0x49;
  const number16 = (bytes: Buffer, at: number) => (isLittle ? bytes.readUInt16LE(at) : bytes.readUInt16BE(at));
  if (number16(head, 2) !== 42) return false;
  const at = isLittle ? head.readUInt32LE(4) : head.readUInt32BE(4);
  const counted = await read(at, COUNT_BYTES);
  if (counted.length < COUNT_BYTES) return false;
  const entries = await read(at + COUNT_BYTES, ENTRY_BYTES * number16(counted, 0));
  for (let entry = 0; entry + ENTRY_BYTES <= entries.length; entry += ENTRY_BYTES)
    if (number16(entries, entry) === DNG_VERSION) return true;
  return false;
}
