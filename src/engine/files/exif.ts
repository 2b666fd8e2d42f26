import type { Exif } from "sharp";
import { printRecipe, type Recipe, recipeXmp } from "@/core/recipe";

/** What a frame's metadata says about how it was taken. */
export interface CaptureNotes {
  readonly camera: string;
  readonly takenAt: Date;
  readonly shutterSeconds: number;
  readonly iso: number;
  readonly fNumber: number;
  readonly focalLengthMm: number;
  readonly equivalentFocalMm: number;
  readonly recipe: Recipe;
}

const two = (value: number): string => String(value).padStart(2, "0");

/** An instant as EXIF writes it, in UTC: `2026:11:24 18:05:09`. */
export function exifDate(at: Date): string {
  const date = `${at.getUTCFullYear()}:${two(at.getUTCMonth() + 1)}:${two(at.getUTCDate())}`;
  return `${date} ${two(at.getUTCHours())}:${two(at.getUTCMinutes())}:${two(at.getUTCSeconds())}`;
}

/** A number as the fraction that EXIF stores. */
export function exifRational(value: number): string {
  if (value > 0 && value < 1 && Math.abs(1 / value - Math.round(1 / value)) < 1e-9) return `1/${Math.round(1 / value)}`;
  return `${Math.round(value * 10_000)}/10000`;
}

/** EXIF and XMP of a frame; times are UTC and say so. @see Exif 2.32 */
export function captureExif(notes: CaptureNotes): { exif: Exif; xmp: string } {
  const date = exifDate(notes.takenAt);
  const line = printRecipe(notes.recipe);
  return {
    exif: {
      IFD0: { Make: "Aevumen", Model: notes.camera, Software: "Aevumen", DateTime: date, ImageDescription: line },
      IFD2: {
        ExposureTime: exifRational(notes.shutterSeconds),
        FNumber: exifRational(notes.fNumber),
        PhotographicSensitivity: String(Math.round(notes.iso)),
        ISOSpeedRatings: String(Math.round(notes.iso)),
        DateTimeOriginal: date,
        DateTimeDigitized: date,
        OffsetTime: "+00:00",
        OffsetTimeOriginal: "+00:00",
        SubSecTimeOriginal: String(notes.takenAt.getUTCMilliseconds()).padStart(3, "0"),
        FocalLength: exifRational(notes.focalLengthMm),
        FocalLengthIn35mmFilm: String(Math.round(notes.equivalentFocalMm)),
        WhiteBalance: notes.recipe.whiteBalance?.kind === "kelvin" ? "1" : "0",
      },
    },
    xmp: recipeXmp(notes.recipe),
  };
}
