import { open } from "node:fs/promises";
import { BEGINNING_BYTES, type PictureFormatId, pictureFormatOf } from "@/core/formats";
import { MOST_PIXELS, PictureFailure } from "../pictureFailure";
import { DNG, isDng } from "./dng";
import type { PictureReader, PictureSource } from "./format";
import { HEIC } from "./heic";
import { throughSharp } from "./throughSharp";

export type { OpenedPicture, PictureHeader, PictureReader, PictureSource } from "./format";

/** How each format is opened. */
const READERS: Record<PictureFormatId, PictureReader> = {
  jpeg: throughSharp(MOST_PIXELS),
  png: throughSharp(MOST_PIXELS),
  tiff: throughSharp(MOST_PIXELS),
  webp: throughSharp(MOST_PIXELS),
  dng: DNG,
  heic: HEIC,
};

/** Gives a way to read parts of a file, or of its bytes. */
async function withParts<T>(
  source: PictureSource,
  work: (read: (from: number, bytes: number) => Promise<Buffer>) => Promise<T>,
): Promise<T> {
  if (typeof source !== "string") return work(async (from, bytes) => source.subarray(from, from + bytes));
  const handle = await open(source, "r");
  try {
    return await work(async (from, bytes) => {
      const { buffer, bytesRead } = await handle.read(Buffer.alloc(bytes), 0, bytes, from);
      return buffer.subarray(0, bytesRead);
    });
  } finally {
    await handle.close();
  }
}

/** The first bytes of a file, which tell its kind. */
export const beginningOf = (path: string): Promise<Buffer> => withParts(path, (read) => read(0, BEGINNING_BYTES));

/** The format of a picture file, and how it is opened. @throws PictureFailure when it is none that is read. */
export async function readerOf(
  source: PictureSource,
): Promise<{ readonly format: PictureFormatId; readonly reader: PictureReader }> {
  const format = await withParts(source, async (read) => {
    const begins = pictureFormatOf(await read(0, BEGINNING_BYTES));
    return begins === "tiff" && (await isDng(read)) ? "dng" : begins;
  });
  if (format === null) throw new PictureFailure("no-picture");
  return { format, reader: READERS[format] };
}
