import sharp, { type Sharp } from "sharp";
import type { SampleDepth } from "@/core/stack";
import { readMetadata } from "../metadata";
import { isMachines, PictureFailure } from "../pictureFailure";
import type { PictureReader, PictureSource } from "./format";

type FailOn = "error" | "warning";

function open(source: PictureSource, ignoreIcc: boolean, failOn: FailOn = "error"): Sharp {
  // What is too large is refused by the header, before anything is decoded.
  return sharp(source, { failOn, limitInputPixels: false, sequentialRead: true, ignoreIcc });
}

/** Whatever a decoder says of a file whose kind is known: the file is damaged, unless the machine failed. */
async function decoded<T>(work: () => Promise<T>): Promise<T> {
  try {
    return await work();
  } catch (error) {
    throw error instanceof PictureFailure || isMachines(error) ? error : new PictureFailure("damaged", error);
  }
}

const depthOf = (named: string | undefined): SampleDepth =>
  named === "ushort" || named === "float" || named === "uint" ? 16 : 8;

/** Whether a profile says nothing but sRGB, so that converting through it would change nothing but rounding. */
const isSrgbProfile = (profile: Buffer): boolean => /s\0?R\0?G\0?B/.test(profile.subarray(0, 4096).toString("latin1"));

async function upright(source: PictureSource, failOn: FailOn = "error") {
  const meta = await open(source, true).metadata();
  const image = open(source, meta.icc === undefined || isSrgbProfile(meta.icc), failOn);
  return { image: (meta.orientation ?? 1) > 1 ? image.autoOrient() : image, depth: depthOf(meta.depth) };
}

function threeChannels({ channels }: { readonly channels: number }): void {
  if (channels !== 3) throw new PictureFailure("other-colours");
}

async function bytesOf(image: Sharp): Promise<Uint8Array> {
  const { data, info } = await image.toColourspace("srgb").raw().toBuffer({ resolveWithObject: true });
  threeChannels(info);
  return data;
}

/** Bytes as 16-bit values, 257 times each; the decoder itself would make 65280 of a white byte. */
function widened(bytes: Uint8Array): Uint16Array {
  const out = new Uint16Array(bytes.length);
  for (let i = 0; i < bytes.length; i++) out[i] = bytes[i]! * 257;
  return out;
}

async function samplesOf(source: PictureSource, depth: SampleDepth): Promise<Uint8Array | Uint16Array> {
  const opened = await upright(source);
  const image = opened.image.removeAlpha();
  if (depth === 8) return bytesOf(image);
  if (opened.depth === 8) return widened(await bytesOf(image));
  const { data, info } = await image
    .toColourspace("rgb16")
    .raw({ depth: "ushort" })
    .toBuffer({ resolveWithObject: true });
  threeChannels(info);
  return new Uint16Array(data.buffer, data.byteOffset, data.length / 2);
}

/** A format that sharp opens. */
export const throughSharp = (mostPixels: number): PictureReader => ({
  mostPixels,
  header: (source) =>
    decoded(async () => {
      const meta = await open(source, true).metadata();
      const turned = (meta.orientation ?? 1) >= 5;
      const [width, height] = turned ? [meta.height, meta.width] : [meta.width, meta.height];
      return { width, height, depth: depthOf(meta.depth) };
    }),
  samples: (source, depth) => decoded(() => samplesOf(source, depth)),
  thumbnail: (source, edgePx, strict) =>
    decoded(async () => {
      const { image } = await upright(source, strict ? "warning" : "error");
      return image.resize(edgePx, edgePx, { fit: "inside", withoutEnlargement: true }).jpeg({ quality: 84 }).toBuffer();
    }),
  metadata: readMetadata,
});
