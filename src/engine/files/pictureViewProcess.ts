import sharp from "sharp";
import type { PictureViewReply } from "@/contracts/replies";
import {
  clippedShares,
  halvedPixels,
  lightHistogram,
  markedPixels,
  type PyramidLevel,
  pyramidLevels,
  tileArea,
  tilePixels,
} from "@/core/picture";
import { serveProcess } from "../helperProcess";
import { openPicture } from "./decode";
import { plainReason } from "./pictureFailure";

/** What the process answers when it opens a picture. */
export type OpenedReply =
  | { readonly kind: "opened"; readonly view: PictureViewReply }
  | { readonly kind: "unreadable"; readonly reason: string };

// A process that holds one picture, decoded and in all its sizes, and gives out tiles of it; it ends with the picture.

sharp.concurrency(1);
sharp.cache(false);

const held: { readonly level: PyramidLevel; readonly pixels: Uint8Array }[] = [];

async function open(path: string): Promise<OpenedReply> {
  const picture = await openPicture(path);
  const { width, height, depth } = picture.header;
  const samples = await picture.samples(depth);
  const measured = { ...clippedShares(samples), light: lightHistogram(samples) };
  let pixels = markedPixels(samples);
  for (const level of pyramidLevels(width, height)) {
    const [larger] = held.slice(-1);
    if (larger) pixels = halvedPixels(larger.pixels, larger.level);
    held.push({ level, pixels });
  }
  return { kind: "opened", view: { width, height, ...measured } };
}

const pictureView = {
  /** Decodes and measures the picture. */
  open: (path: string): Promise<OpenedReply> =>
    open(path).catch((error: unknown) => ({ kind: "unreadable", reason: plainReason(error) })),
  /** The pixels of a tile of the picture that was opened; null where it has none there. */
  tile: (level: number, column: number, row: number): Uint8Array | null => {
    const size = held[level];
    const area = size ? tileArea(size.level, column, row) : null;
    if (!size || !area) return null;
    return tilePixels(size.pixels, size.level, area);
  },
};

export type PictureView = typeof pictureView;
serveProcess(pictureView);
