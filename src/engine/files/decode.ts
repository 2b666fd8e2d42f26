import type { SampleDepth } from "@/core/stack";
import { type PictureHeader, type PictureReader, type PictureSource, readerOf } from "./formats";
import type { PictureMetadata } from "./metadata";
import { PictureFailure } from "./pictureFailure";

/** A picture file's format, size and depth, and how it is opened, unless it has more pixels than its format may. */
async function openPicture(source: PictureSource): Promise<{ header: PictureHeader; reader: PictureReader }> {
  const { format, reader } = await readerOf(source);
  const header = { ...(await reader.header(source)), format };
  if (header.width * header.height > reader.mostPixels) throw new PictureFailure("too-many-pixels");
  return { header, reader };
}

/**
 * Reads a picture's header.
 *
 * @throws PictureFailure when the file is not a picture that can be read.
 */
export const readHeader = async (source: PictureSource): Promise<PictureHeader> => (await openPicture(source)).header;

/**
 * Decodes a picture to interleaved sRGB samples; see `PictureReader.samples`.
 *
 * @returns 3 samples a pixel: bytes, or 16-bit values when `depth` is 16.
 * @throws PictureFailure when it cannot be read, or is not of the size that its header says.
 */
export async function decodePicture(source: PictureSource, depth: SampleDepth): Promise<Uint8Array | Uint16Array> {
  const { header, reader } = await openPicture(source);
  const samples = await reader.samples(source, depth);
  if (samples.length !== 3 * header.width * header.height) throw new PictureFailure("damaged");
  return samples;
}

/** What a picture file says of how it was taken. */
export const metadataOf = async (path: string): Promise<PictureMetadata> =>
  (await readerOf(path)).reader.metadata(path);

/** A small JPEG of a picture for lists; decoding it fails where the picture is damaged. */
export async function makeThumbnail(source: PictureSource, edgePx: number): Promise<Buffer> {
  return (await openPicture(source)).reader.thumbnail(source, edgePx, false);
}

/**
 * A small JPEG of a picture, with what the decoder found wrong where it could go on all the same: such a picture may hold
 * bands and blocks that nobody saw.
 *
 * @throws PictureFailure when the picture is damaged beyond reading.
 */
export async function checkedThumbnail(
  path: string,
  edgePx: number,
): Promise<{ readonly jpeg: Buffer; readonly warning: string | null }> {
  const { reader } = await openPicture(path);
  try {
    return { jpeg: await reader.thumbnail(path, edgePx, true), warning: null };
  } catch {
    const jpeg = await reader.thumbnail(path, edgePx, false);
    return { jpeg, warning: "The file is damaged; parts of the picture may be wrong. Copy it again from the phone." };
  }
}
