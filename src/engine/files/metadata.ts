import type { Metadata } from "sharp";
import { printRecipe, recipeFromXmp } from "@/core/recipe";

/** What a picture file says about how it was taken; null where it says nothing. */
export interface PictureMetadata {
  readonly takenAt: Date | null;
  readonly shutterSeconds: number | null;
  readonly iso: number | null;
  readonly fNumber: number | null;
  readonly camera: string | null;
  /** The recipe that this application wrote into it. */
  readonly recipeLine: string | null;
}

const TAGS = [
  "DateTimeOriginal",
  "OffsetTimeOriginal",
  "SubSecTimeOriginal",
  "ExposureTime",
  "FNumber",
  "ISO",
  "Make",
  "Model",
];

const positive = (value: unknown): number | null =>
  typeof value === "number" && Number.isFinite(value) && value > 0 ? value : null;
const words = (value: unknown): string | null => {
  const text = typeof value === "string" ? value.replaceAll("\0", "").trim().slice(0, 120) : "";
  return text === "" ? null : text;
};

/** EXIF time as an instant; a phone that does not tell its zone is taken to run on UTC. */
function captureTime(tags: Record<string, unknown>): Date | null {
  const match = /^(\d{4}):(\d\d):(\d\d) (\d\d:\d\d:\d\d)/.exec(words(tags.DateTimeOriginal) ?? "");
  if (!match) return null;
  const zone = /^[+-]\d\d:\d\d$/.exec(words(tags.OffsetTimeOriginal) ?? "")?.[0] ?? "Z";
  const fraction = /^\d+/.exec(words(tags.SubSecTimeOriginal) ?? String(tags.SubSecTimeOriginal ?? ""))?.[0] ?? "0";
  const at = new Date(`${match[1]}-${match[2]}-${match[3]}T${match[4]}.${fraction.padEnd(3, "0").slice(0, 3)}${zone}`);
  return Number.isNaN(at.getTime()) ? null : at;
}

/** "Exif" and two zeros, which stand before the tags in some containers and not in others. @see Exif 2.32, 4.7.2 */
const EXIF_BEGINNING = Buffer.from("Exif\0\0", "latin1");

const withoutBeginning = (exif: Buffer | undefined): Buffer | undefined =>
  exif?.subarray(exif.indexOf(EXIF_BEGINNING) === 0 ? EXIF_BEGINNING.length : 0);

/** Its tags by name; null where there are none that can be read. */
async function tagsOf(source: string | Buffer | undefined): Promise<Record<string, unknown> | null> {
  if (source === undefined) return null;
  // Threads that fuse frames never ask for tags, and start a tenth of a second sooner without their reader.
  const { default: exifr } = await import("exifr");
  return exifr
    .parse(source, { pick: TAGS, reviveValues: false, translateValues: false })
    .then((found: Record<string, unknown> | undefined) => (found && TAGS.some((tag) => tag in found) ? found : null))
    .catch(() => null);
}

/**
 * What a picture says of how it was taken. Damaged or absent metadata is no reason to refuse a picture: it reads as nothing.
 *
 * @param header What its decoder hands out of it.
 */
export async function metadataFrom(
  source: string | Buffer,
  header: Pick<Metadata, "exif" | "xmp"> | null,
): Promise<PictureMetadata> {
  // Of containers that the reader of tags does not know the decoder hands them out.
  const tags = (await tagsOf(source)) ?? (await tagsOf(withoutBeginning(header?.exif))) ?? {};
  const recipe = recipeFromXmp(header?.xmp?.toString("utf8") ?? "");
  return {
    takenAt: captureTime(tags),
    shutterSeconds: positive(tags.ExposureTime),
    iso: positive(Array.isArray(tags.ISO) ? tags.ISO[0] : tags.ISO),
    fNumber: positive(tags.FNumber),
    camera: words(tags.Model) ?? words(tags.Make),
    recipeLine: recipe && recipe.problems.length === 0 ? printRecipe(recipe.recipe) : null,
  };
}
