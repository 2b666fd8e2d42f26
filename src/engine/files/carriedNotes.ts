import sharp from "sharp";
import type { PictureNotes } from "@/core/formats";

/** What a stored 16-bit TIFF says of itself, to be written into what is made of it. */
export async function carriedNotes(path: string): Promise<PictureNotes> {
  const { default: exifr } = await import("exifr");
  const tags: Record<string, unknown> = (await exifr.parse(path, { reviveValues: false })) ?? {};
  const { xmp, icc } = await sharp(path, { limitInputPixels: false }).metadata();
  const { Model, DateTimeOriginal, ExposureTime, FNumber, ISO } = tags;
  return {
    software: "Aevumen",
    ...(typeof Model === "string" && { camera: Model }),
    ...(typeof DateTimeOriginal === "string" && { takenAt: DateTimeOriginal }),
    ...(typeof ExposureTime === "number" && { exposureSeconds: ExposureTime }),
    ...(typeof FNumber === "number" && { fNumber: FNumber }),
    ...(typeof ISO === "number" && { iso: ISO }),
    ...(xmp && { xmp: xmp.toString("utf8") }),
    ...(icc && { profile: icc }),
  };
}
