import { open, writeFile } from "node:fs/promises";
import { type PictureNotes, tiffHeader } from "@/core/formats";
import { writeFully } from "../files/wholeIo";

const CHUNK_SAMPLES = 1 << 22;

interface TiffPicture {
  readonly width: number;
  readonly height: number;
  readonly notes: PictureNotes;
}

/** Begins a 16-bit TIFF of a picture whose samples others write. @returns Where the first of them lies in the file. */
export async function beginTiff(path: string, { width, height, notes }: TiffPicture): Promise<number> {
  const header = tiffHeader(width, height, notes);
  await writeFile(path, header);
  return header.length;
}

/**
 * Streams a picture into a 16-bit TIFF, chunk by chunk. Whoever keeps it syncs it.
 *
 * @param read Hands over the interleaved 16-bit samples of a range; they are written before the next call.
 */
export async function writeTiff(
  path: string,
  picture: TiffPicture,
  read: (from: number, to: number) => Uint16Array | Promise<Uint16Array>,
  chunkSamples = CHUNK_SAMPLES,
): Promise<void> {
  const samples = picture.width * picture.height * 3;
  const handle = await open(path, "w");
  try {
    await writeFully(handle, tiffHeader(picture.width, picture.height, picture.notes));
    for (let from = 0; from < samples; from += chunkSamples) {
      const chunk = await read(from, Math.min(samples, from + chunkSamples));
      await writeFully(handle, new Uint8Array(chunk.buffer, chunk.byteOffset, chunk.byteLength));
    }
  } finally {
    await handle.close();
  }
}
