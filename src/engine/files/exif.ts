import type { Exif } from "sharp";
import type { CapturePlan, PlannedFrame } from "@/core/capture";
import { equivalentFocalMm } from "@/core/optics";
import { printRecipe, recipeXmp } from "@/core/recipe";

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

/** EXIF and XMP of a planned frame, with the shutter time as the phone says it; times are UTC and say so. @see Exif 2.32 */
export function captureExif(plan: CapturePlan, frame: PlannedFrame): { exif: Exif; xmp: string } {
  const { lens, recipe } = plan;
  const { iso } = frame;
  const takenAt = new Date(plan.pressedAtMs + frame.opensSeconds * 1000);
  const date = exifDate(takenAt);
  return {
    exif: {
      IFD0: {
        Make: "Aevumen",
        Model: plan.phone,
        Software: "Aevumen",
        DateTime: date,
        ImageDescription: printRecipe(recipe),
      },
      IFD2: {
        ExposureTime: exifRational(frame.nominalSeconds),
        FNumber: exifRational(lens.fNumber),
        PhotographicSensitivity: String(Math.round(iso)),
        ISOSpeedRatings: String(Math.round(iso)),
        DateTimeOriginal: date,
        DateTimeDigitized: date,
        OffsetTime: "+00:00",
        OffsetTimeOriginal: "+00:00",
        SubSecTimeOriginal: String(takenAt.getUTCMilliseconds()).padStart(3, "0"),
        FocalLength: exifRational(lens.focalLengthMm),
        FocalLengthIn35mmFilm: String(Math.round(equivalentFocalMm(lens))),
        WhiteBalance: recipe.whiteBalance?.kind === "kelvin" ? "1" : "0",
      },
    },
    xmp: recipeXmp(recipe),
  };
}
