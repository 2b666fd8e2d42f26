import sharp, { type Sharp } from "sharp";
import type { SampleDepth } from "@/core/stack";
import { isDiskFull } from "../room";

/** Most pixels a picture may have. */
export const MOST_PIXELS = 200_000_000;

/** Size and depth of a picture file, as its header says. */
export interface PictureHeader {
  readonly width: number;
  readonly height: number;
  readonly depth: SampleDepth;
  readonly format: string;
}

const READABLE = new Set(["jpeg", "png", "tiff"]);
function open(source: string | Buffer, ignoreIcc: boolean, failOn: "error" | "warning" = "error"): Sharp {
  return sharp(source, { failOn, limitInputPixels: MOST_PIXELS, sequentialRead: true, ignoreIcc });
}

/** Said of what is none of the readable kinds. */
export const NO_PICTURE = "This is not a picture that can be read (JPEG, PNG or TIFF).";

/**
 * Says in plain words why a file could not be read. The decoder loses its own message ("Unknown error") now and then when
 * several files fail at once; by then the header was read, so the file is damaged.
 */
export function plainReason(error: unknown): string {
  const message = error instanceof Error ? error.message : String(error);
  if (
    /premature end|truncated|end of (file|stream)|out of order read|not enough data|unexpected end|read error|corrupt|unknown error/i.test(
      message,
    )
  ) {
    return "The file breaks off or is damaged; copy it again from the phone.";
  }
  if (/pixel limit|too large|exceeds/i.test(message)) return "The picture has more than 200 million pixels.";
  if (/unsupported|buffer is empty|not known|bad seek|invalid/i.test(message)) return NO_PICTURE;
  if (isDiskFull(error)) return "The disk is full; make room and drop the file again.";
  return `The file could not be read: ${message.split("\n")[0]}`;
}

/** Whether a profile says nothing but sRGB, so that converting through it would change nothing but rounding. */
function isSrgbProfile(profile: Buffer): boolean {
  return /s\0?R\0?G\0?B/.test(profile.subarray(0, 4096).toString("latin1"));
}

/**
 * Reads a picture's header.
 *
 * @returns Width and height as displayed, after the orientation in its metadata.
 * @throws Error with a plain message when the file is not a picture that can be read.
 */
export async function readHeader(source: string | Buffer): Promise<PictureHeader> {
  const meta = await open(source, true).metadata();
  if (!meta.format || !READABLE.has(meta.format)) throw new Error(`unsupported format ${meta.format}`);
  const turned = (meta.orientation ?? 1) >= 5;
  return {
    width: turned ? meta.height : meta.width,
    height: turned ? meta.width : meta.height,
    depth: depthOf(meta.depth),
    format: meta.format,
  };
}

const depthOf = (named: string | undefined): SampleDepth =>
  named === "ushort" || named === "float" || named === "uint" ? 16 : 8;

async function upright(
  source: string | Buffer,
  failOn: "error" | "warning" = "error",
): Promise<{ readonly image: Sharp; readonly depth: SampleDepth }> {
  const meta = await open(source, true).metadata();
  const image = open(source, meta.icc === undefined || isSrgbProfile(meta.icc), failOn);
  return { image: (meta.orientation ?? 1) > 1 ? image.autoOrient() : image, depth: depthOf(meta.depth) };
}

/** Decodes to bytes. */
async function decodeBytes(image: Sharp): Promise<Uint8Array> {
  const { data, info } = await image.toColourspace("srgb").raw().toBuffer({ resolveWithObject: true });
  if (info.channels !== 3) throw new Error(`unsupported number of channels: ${info.channels}`);
  return data;
}

/** Bytes as 16-bit values, 257 times each; the decoder itself would make 65280 of a white byte. */
function widened(bytes: Uint8Array): Uint16Array {
  const out = new Uint16Array(bytes.length);
  for (let i = 0; i < bytes.length; i++) out[i] = bytes[i]! * 257;
  return out;
}

/**
 * Decodes a picture to interleaved sRGB samples, rows from the top, alpha dropped, grey made three channels. Samples of
 * 16-bit files come unchanged, bytes as 257 times their value; a profile other than sRGB is converted.
 *
 * @returns 3 samples a pixel: bytes, or 16-bit values when `depth` is 16.
 */
export async function decodePicture(source: string | Buffer, depth: SampleDepth): Promise<Uint8Array | Uint16Array> {
  const opened = await upright(source);
  const image = opened.image.removeAlpha();
  if (depth === 8) return decodeBytes(image);
  if (opened.depth === 8) return widened(await decodeBytes(image));
  const { data, info } = await image
    .toColourspace("rgb16")
    .raw({ depth: "ushort" })
    .toBuffer({ resolveWithObject: true });
  if (info.channels !== 3) throw new Error(`unsupported number of channels: ${info.channels}`);
  return new Uint16Array(data.buffer, data.byteOffset, data.length / 2);
}

/** A small JPEG of a picture for lists; decoding it fails where the picture is damaged. */
export async function makeThumbnail(
  source: string | Buffer,
  edgePx: number,
  failOn: "error" | "warning" = "error",
): Promise<Buffer> {
  const { image } = await upright(source, failOn);
  return image.resize(edgePx, edgePx, { fit: "inside", withoutEnlargement: true }).jpeg({ quality: 84 }).toBuffer();
}

/**
 * A small JPEG of a picture, with what the decoder found wrong where it could go on all the same: such a picture may hold
 * bands and blocks that nobody saw.
 *
 * @throws Error when the picture is damaged beyond reading.
 */
export async function checkedThumbnail(
  path: string,
  edgePx: number,
): Promise<{ readonly jpeg: Buffer; readonly warning: string | null }> {
  try {
    return { jpeg: await makeThumbnail(path, edgePx, "warning"), warning: null };
  } catch {
    const jpeg = await makeThumbnail(path, edgePx);
    return { jpeg, warning: "The file is damaged; parts of the picture may be wrong. Copy it again from the phone." };
  }
}
