import exifr from "exifr";
import sharp from "sharp";
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

const NOTHING: PictureMetadata = {
  takenAt: null,
  shutterSeconds: null,
  iso: null,
  fNumber: null,
  camera: null,
  recipeLine: null,
};

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

/** "Exif" and two zeros. */
const EXIF_BEGINNING_BYTES = 6;

/** Its tags by name; null where there are none that can be read. */
async function tagsOf(source: string | Buffer | undefined): Promise<Record<string, unknown> | null> {
  if (source === undefined) return null;
  return exifr
    .parse(source, { pick: TAGS, reviveValues: false, translateValues: false })
    .then((found: Record<string, unknown> | undefined) => found ?? null)
    .catch(() => null);
}

/** Reads a picture's metadata. Damaged or absent metadata is no reason to refuse a picture: it reads as nothing. */
export async function readMetadata(path: string): Promise<PictureMetadata> {
  const header = await sharp(path, { failOn: "none" })
    .metadata()
    .catch(() => null);
  // Of containers that the reader of tags does not know the decoder hands them out, behind their own beginning.
  const tags = (await tagsOf(path)) ?? (await tagsOf(header?.exif?.subarray(EXIF_BEGINNING_BYTES))) ?? {};
  const recipe = recipeFromXmp(header?.xmp?.toString("utf8") ?? "");
  return {
    ...NOTHING,
    takenAt: captureTime(tags),
    shutterSeconds: positive(tags.ExposureTime),
    iso: positive(Array.isArray(tags.ISO) ? tags.ISO[0] : tags.ISO),
    fNumber: positive(tags.FNumber),
    camera: words(tags.Model) ?? words(tags.Make),
    recipeLine: recipe && recipe.problems.length === 0 ? printRecipe(recipe.recipe) : null,
  };
}
