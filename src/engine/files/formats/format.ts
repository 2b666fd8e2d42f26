import type { PictureFormatId } from "@/core/formats";
import type { SampleDepth } from "@/core/stack";
import type { PictureMetadata } from "../metadata";

/** A picture file: where it lies, or its bytes. */
export type PictureSource = string | Buffer;

/** Size and depth of a picture file, as its header says. */
export interface PictureHeader {
  /** As displayed, after the orientation in its metadata. */
  readonly width: number;
  readonly height: number;
  readonly depth: SampleDepth;
  readonly format: PictureFormatId;
}

/** A picture whose header is read; the rest of the file is read as it is asked for. Functions throw as `PictureReader.open` does. */
export interface OpenedPicture {
  readonly header: Omit<PictureHeader, "format">;
  /**
   * Interleaved sRGB samples, rows from the top, alpha dropped, grey made three channels. Samples of 16-bit files come unchanged,
   * bytes as 257 times their value where 16 bits are asked for; a profile other than sRGB is converted.
   */
  readonly samples: (depth: SampleDepth) => Promise<Uint8Array | Uint16Array>;
  /** A small JPEG; decoding fails where the picture is damaged, also where a decoder could go on when `strict`. */
  readonly thumbnail: (edgePx: number, strict: boolean) => Promise<Buffer>;
  /** What it says of how it was taken. */
  readonly metadata: () => Promise<PictureMetadata>;
}

/**
 * How files of one format are opened. `core/formats/pictureFormats.ts` says how such files begin and what they are called.
 */
export interface PictureReader {
  /** Most pixels of one picture: what decoding may cost in memory and time. */
  readonly mostPixels: number;
  /**
   * Whether even a small picture takes all of the decoding, so that whoever wants more of it had better ask at the same time.
   */
  readonly decodesWhole: boolean;
  /** @throws PictureFailure for what cannot be read; the machine's own errors as they are. */
  readonly open: (source: PictureSource) => Promise<OpenedPicture>;
}
