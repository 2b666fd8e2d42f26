import sharp, { type Metadata, type Sharp } from "sharp";
import type { SampleDepth } from "@/core/stack";
import { metadataFrom } from "../metadata";
import { isMachines, PictureFailure } from "../pictureFailure";
import type { OpenedPicture, PictureReader, PictureSource } from "./format";
import { isSrgb } from "./profile";

type FailOn = "error" | "warning";

/** Whatever a decoder says of a file whose kind is known: the file is damaged, unless the machine failed. */
export async function decoded<T>(work: () => Promise<T>): Promise<T> {
  try {
    return await work();
  } catch (error) {
    throw error instanceof PictureFailure || isMachines(error) ? error : new PictureFailure("damaged", error);
  }
}

const depthOf = (named: string | undefined): SampleDepth =>
  named === "ushort" || named === "float" || named === "uint" ? 16 : 8;

const isRgb = ({ space }: Metadata): boolean => space === "srgb" || space === "rgb" || space === "rgb16";

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

/** A picture that sharp has read the header of. */
function openedOf(source: PictureSource, meta: Metadata): OpenedPicture {
  const isTurned = (meta.orientation ?? 1) >= 5;
  const header = {
    width: isTurned ? meta.height : meta.width,
    height: isTurned ? meta.width : meta.height,
    depth: depthOf(meta.depth),
  };
  const upright = async (failOn: FailOn) => {
    const ignoreIcc = meta.icc === undefined || (isRgb(meta) && (await isSrgb(meta.icc)));
    // What is too large is refused by the header, before anything is decoded.
    const image = sharp(source, { failOn, limitInputPixels: false, sequentialRead: true, ignoreIcc });
    const turned = (meta.orientation ?? 1) > 1 ? image.autoOrient() : image;
    // Of 16 bits it makes P3, whatever they were, unless it is told what to make.
    return ignoreIcc || header.depth === 8 ? turned : turned.withIccProfile("srgb");
  };
  const samples = async (depth: SampleDepth): Promise<Uint8Array | Uint16Array> => {
    const image = (await upright("error")).removeAlpha();
    if (depth === 8) return bytesOf(image);
    if (header.depth === 8) return widened(await bytesOf(image));
    const { data, info } = await image
      .toColourspace("rgb16")
      .raw({ depth: "ushort" })
      .toBuffer({ resolveWithObject: true });
    threeChannels(info);
    return new Uint16Array(data.buffer, data.byteOffset, data.length / 2);
  };
  return {
    header,
    samples: (depth) => decoded(() => samples(depth)),
    thumbnail: (edgePx, strict) =>
      decoded(async () => {
        const image = await upright(strict ? "warning" : "error");
        const small = image.resize(edgePx, edgePx, { fit: "inside", withoutEnlargement: true });
        return small.toColourspace("srgb").jpeg({ quality: 84 }).toBuffer();
      }),
    metadata: () => metadataFrom(source, meta),
  };
}

/** Opens a picture of a format that sharp reads. @throws PictureFailure */
export const openWithSharp = (source: PictureSource): Promise<OpenedPicture> =>
  decoded(async () =>
    openedOf(source, await sharp(source, { failOn: "error", limitInputPixels: false, ignoreIcc: true }).metadata()),
  );

/** A format that sharp opens. */
export const throughSharp = (mostPixels: number): PictureReader => ({
  mostPixels,
  decodesWhole: false,
  open: openWithSharp,
});
