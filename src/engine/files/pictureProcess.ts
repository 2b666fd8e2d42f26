import sharp from "sharp";
import type { FrameFigures } from "@/contracts/frameFigures";
import type { MeasureReply } from "@/contracts/replies";
import { serveProcess } from "../helperProcess";
import { openPicture } from "./decode";
import type { PictureHeader } from "./formats";
import { figuresOf, measureFrame } from "./frameFigures";
import { measurePicture } from "./measurePicture";
import type { PictureMetadata } from "./metadata";
import { plainReason } from "./pictureFailure";

/** What became of a picture that was asked about. */
export type Answered<Found> =
  | { readonly kind: "found"; readonly found: Found }
  | { readonly kind: "unreadable"; readonly reason: string };

/** All that is to be known of a picture that is taken in. */
export interface TakenPicture {
  readonly header: PictureHeader;
  readonly jpeg: Uint8Array;
  readonly warning: string | null;
  readonly metadata: PictureMetadata;
  /** Null where measuring would take another decoding, or where it is the first of its size: that is done later. */
  readonly figures: FrameFigures | null;
}

/** A picture from which the drift of others of its size counts. */
export interface Anchor {
  readonly width: number;
  readonly height: number;
  readonly path: string;
}

// A process that opens pictures of anybody, one after the other: whatever a decoder does there is done to nobody else.

sharp.concurrency(1);
sharp.cache(false);

async function answered<Found>(work: () => Promise<Found>): Promise<Answered<Found>> {
  try {
    return { kind: "found", found: await work() };
  } catch (error) {
    return { kind: "unreadable", reason: plainReason(error) };
  }
}

const pictureProcess = {
  /** @param anchors Pictures of a run by their sizes, from which the drift of one like them counts. */
  take: (path: string, edgePx: number, anchors: readonly Anchor[]): Promise<Answered<TakenPicture>> =>
    answered(async () => {
      const picture = await openPicture(path);
      const { jpeg, warning } = await picture.checkedThumbnail(edgePx);
      const { width, height } = picture.header;
      const anchor = picture.decodesWhole && anchors.find((each) => each.width === width && each.height === height);
      const figures = anchor ? await figuresOf(picture, anchor.path) : null;
      return { header: picture.header, jpeg, warning, metadata: await picture.metadata(), figures };
    }),
  figures: measureFrame,
  measure: (path: string): Promise<Answered<MeasureReply>> => answered(() => measurePicture(path)),
};

export type PictureProcess = typeof pictureProcess;
serveProcess(pictureProcess);
