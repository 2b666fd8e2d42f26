import type { PictureFormatId } from "@/core/formats";
import type { SampleDepth } from "@/core/stack";
import { type OpenedPicture, type PictureHeader, type PictureSource, readerOf } from "./formats";
import type { PictureMetadata } from "./metadata";
import { PictureFailure } from "./pictureFailure";

/** A picture file that is opened: its header is read, the rest comes as it is asked for, and nothing is decoded twice. */
export interface Picture {
  readonly header: PictureHeader;
  /** Whether even its small picture takes all of the decoding. */
  readonly decodesWhole: boolean;
  /**
   * Interleaved sRGB samples, 3 a pixel: bytes, or 16-bit values when `depth` is 16; see `OpenedPicture.samples`.
   *
   * @throws PictureFailure when they cannot be read, or are not as many as the header says.
   */
  readonly samples: (depth: SampleDepth) => Promise<Uint8Array | Uint16Array>;
  /** A small JPEG for lists; making it fails where the picture is damaged. */
  readonly thumbnail: (edgePx: number) => Promise<Buffer>;
  /**
   * The same, with what the decoder found wrong where it could go on all the same: such a picture may hold bands and blocks that
   * nobody saw.
   *
   * @throws PictureFailure when the picture is damaged beyond reading.
   */
  readonly checkedThumbnail: (edgePx: number) => Promise<{ readonly jpeg: Buffer; readonly warning: string | null }>;
  /** What it says of how it was taken. */
  readonly metadata: () => Promise<PictureMetadata>;
}

const DOUBTFUL = "The file is damaged; parts of the picture may be wrong. Copy it again from the phone.";

function pictureOf(format: PictureFormatId, decodesWhole: boolean, opened: OpenedPicture): Picture {
  const { width, height } = opened.header;
  return {
    header: { ...opened.header, format },
    decodesWhole,
    samples: async (depth) => {
      const samples = await opened.samples(depth);
      if (samples.length !== 3 * width * height) throw new PictureFailure("damaged");
      return samples;
    },
    thumbnail: (edgePx) => opened.thumbnail(edgePx, false),
    checkedThumbnail: async (edgePx) => {
      try {
        return { jpeg: await opened.thumbnail(edgePx, true), warning: null };
      } catch {
        return { jpeg: await opened.thumbnail(edgePx, false), warning: DOUBTFUL };
      }
    },
    metadata: opened.metadata,
  };
}

/**
 * Opens a picture file.
 *
 * @throws PictureFailure when it is not a picture that can be read, or has more pixels than its format may.
 */
export async function openPicture(source: PictureSource): Promise<Picture> {
  const { format, reader } = await readerOf(source);
  const opened = await reader.open(source);
  if (opened.header.width * opened.header.height > reader.mostPixels) throw new PictureFailure("too-many-pixels");
  return pictureOf(format, reader.decodesWhole, opened);
}

/** Reads a picture's header. @throws PictureFailure */
export const readHeader = async (source: PictureSource): Promise<PictureHeader> => (await openPicture(source)).header;

/** Decodes a picture; see `Picture.samples`. @throws PictureFailure */
export const decodePicture = async (source: PictureSource, depth: SampleDepth): Promise<Uint8Array | Uint16Array> =>
  (await openPicture(source)).samples(depth);
