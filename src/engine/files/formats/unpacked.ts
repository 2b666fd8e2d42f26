import { readFile } from "node:fs/promises";
import sharp from "sharp";
import { tiffHeader } from "@/core/formats";
import type { SampleDepth } from "@/core/stack";
import { metadataFrom } from "../metadata";
import { PictureFailure } from "../pictureFailure";
import type { OpenedPicture, PictureReader, PictureSource } from "./format";
import { decoded, openWithSharp } from "./throughSharp";

/** Pixels as a decoder of ours hands them out: upright, three channels, with their profile. */
export interface UnpackedPixels {
  readonly width: number;
  readonly height: number;
  readonly samples: Uint8Array | Uint16Array;
  /** ICC profile of the colours; null where they are sRGB. */
  readonly profile: Uint8Array | null;
}

/** A file within such a decoder: its size is known, its pixels are not unpacked yet. */
export interface PackedPicture {
  readonly width: number;
  readonly height: number;
  readonly depth: SampleDepth;
  readonly unpack: () => Promise<UnpackedPixels>;
}

/** The pixels as a file that any decoder reads. */
function tiffOf({ width, height, samples, profile }: UnpackedPixels): Buffer {
  const notes = { software: "Aevumen", ...(profile === null ? {} : { profile }) };
  const bytes = Buffer.from(samples.buffer, samples.byteOffset, samples.byteLength);
  return Buffer.concat([tiffHeader(width, height, notes, samples instanceof Uint16Array ? 16 : 8), bytes]);
}

/** What the file itself says beside its pixels, as far as its container can be read. */
async function metadataOf(source: PictureSource) {
  const header = await sharp(source, { failOn: "none", limitInputPixels: false })
    .metadata()
    .catch(() => null);
  return metadataFrom(source, header);
}

/** A format that a decoder of its own unpacks; from there on its pixels go the way of any other picture. They are unpacked once. */
export const throughUnpacking = (
  mostPixels: number,
  read: (file: Buffer) => Promise<PackedPicture>,
): PictureReader => ({
  mostPixels,
  decodesWhole: true,
  open: (source) =>
    decoded(async (): Promise<OpenedPicture> => {
      const { width, height, depth, unpack } = await read(typeof source === "string" ? await readFile(source) : source);
      let unpacked: Promise<OpenedPicture> | null = null;
      const inner = () => {
        unpacked ??= decoded(async () => {
          const pixels = await unpack();
          if (pixels.width !== width || pixels.height !== height) throw new PictureFailure("damaged");
          return openWithSharp(tiffOf(pixels));
        });
        return unpacked;
      };
      return {
        header: { width, height, depth },
        samples: async (wanted) => (await inner()).samples(wanted),
        thumbnail: async (edgePx, strict) => (await inner()).thumbnail(edgePx, strict),
        metadata: () => metadataOf(source),
      };
    }),
});
