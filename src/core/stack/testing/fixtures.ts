import { join } from "node:path";
import sharp from "sharp";

/** Reads a picture of the golden set as interleaved 16-bit samples. */
export async function readFixture(
  name: string,
): Promise<{ readonly width: number; readonly height: number; readonly samples: Uint16Array }> {
  const { data, info } = await sharp(join(process.cwd(), "src/core/stack/fixtures", name))
    .toColourspace("rgb16")
    .raw({ depth: "ushort" })
    .toBuffer({ resolveWithObject: true });
  // A copy of its own, so that two pictures compare by their samples alone.
  const samples = new Uint16Array(data.length / 2);
  samples.set(new Uint16Array(data.buffer, data.byteOffset, data.length / 2));
  return { width: info.width, height: info.height, samples };
}
