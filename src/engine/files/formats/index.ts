import { open } from "node:fs/promises";
import { BEGINNING_BYTES, type PictureFormatId, pictureFormatOf } from "@/core/formats";
import { MOST_PIXELS, PictureFailure } from "../pictureFailure";
import type { PictureReader, PictureSource } from "./format";
import { throughSharp } from "./throughSharp";

export type { PictureHeader, PictureReader, PictureSource } from "./format";

/** How each format is opened. */
const READERS: Record<PictureFormatId, PictureReader> = {
  jpeg: throughSharp(MOST_PIXELS),
  png: throughSharp(MOST_PIXELS),
  tiff: throughSharp(MOST_PIXELS),
  webp: throughSharp(MOST_PIXELS),
};

/** The first bytes of a file, which tell its kind. */
export async function beginningOf(path: string): Promise<Buffer> {
  const handle = await open(path, "r");
  try {
    const { buffer, bytesRead } = await handle.read(Buffer.alloc(BEGINNING_BYTES), 0, BEGINNING_BYTES, 0);
    return buffer.subarray(0, bytesRead);
  } finally {
    await handle.close();
  }
}

/** The format of a picture file, and how it is opened. @throws PictureFailure when it is none that is read. */
export async function readerOf(
  source: PictureSource,
): Promise<{ readonly format: PictureFormatId; readonly reader: PictureReader }> {
  const format = pictureFormatOf(typeof source === "string" ? await beginningOf(source) : source);
  if (format === null) throw new PictureFailure("no-picture");
  return { format, reader: READERS[format] };
}
