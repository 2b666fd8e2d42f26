import { createReadStream, createWriteStream } from "node:fs";
import { PassThrough, pipeline, Readable } from "node:stream";
import { pipeline as written } from "node:stream/promises";
import sharp, { type Exif, type Sharp } from "sharp";
import {
  EXPORT_FORMATS,
  type ExportFormat,
  hemispheres,
  type PictureNotes,
  sexagesimal,
  tiffHeader,
} from "@/core/formats";
import { dithered } from "@/core/picture";
import type { Coordinates } from "@/core/sky";
import { storedPath } from "../store";
import { carriedNotes } from "./carriedNotes";
import { exifRational } from "./exif";
import { p3Profile } from "./formats/profile";
import { fitsOf } from "./writeFits";

/** A picture ready to be sent. */
export interface ExportedPicture {
  readonly body: ReadableStream<Uint8Array>;
  readonly mediaType: string;
  /** Of its file name, with the point. */
  readonly ending: string;
}

// Node's and the browser's libraries each declare the same stream type.
const webStream = (stream: Readable) => Readable.toWeb(stream) as unknown as ReadableStream<Uint8Array>;

/** A place in the form in which sharp writes EXIF. */
function placeExif(place: Coordinates) {
  const { latitude, longitude } = hemispheres(place);
  const angle = (degrees: number) => sexagesimal(degrees).map(exifRational).join(" ");
  return {
    GPSLatitudeRef: latitude,
    GPSLatitude: angle(place.latitudeDeg),
    GPSLongitudeRef: longitude,
    GPSLongitude: angle(place.longitudeDeg),
    GPSMapDatum: "WGS-84",
  };
}

/** Notes in the form in which sharp writes EXIF. */
function exifOf({ software, camera, exposureSeconds, fNumber, iso, takenAt, place }: PictureNotes): Exif {
  return {
    IFD0: { Software: software, ...(camera !== undefined && { Model: camera }) },
    IFD2: {
      ...(exposureSeconds !== undefined && { ExposureTime: exifRational(exposureSeconds) }),
      ...(fNumber !== undefined && { FNumber: exifRational(fNumber) }),
      ...(iso !== undefined && { ISOSpeedRatings: String(iso) }),
      ...(takenAt !== undefined && { DateTimeOriginal: takenAt }),
    },
    ...(place && { IFD3: placeExif(place) }),
  };
}

/** How a picture is written, where nothing is asked otherwise. */
export interface ExportOptions {
  readonly format: ExportFormat;
  /** Longest edge, pixels; left out for all of them. */
  readonly edge?: number | undefined;
  /** Of formats that leave something out, 1 to 100. */
  readonly quality?: number | undefined;
  readonly space?: "srgb" | "p3" | undefined;
  /** Where it was taken, if that is to be said; it is not said otherwise. */
  readonly place?: Coordinates | undefined;
}

const USUAL_QUALITY = 95;

/** How a picture is encoded; samples unchanged where the format has 16 bits. */
const ENCODERS: Record<Exclude<ExportFormat, "fits" | "tiff">, (image: Sharp, quality: number) => Sharp> = {
  png: (image) => image.toColourspace("rgb16").png({ compressionLevel: 4 }),
  jpeg: (image, quality) => image.toColourspace("srgb").jpeg({ quality, chromaSubsampling: "4:4:4" }),
  webp: (image, quality) => image.toColourspace("srgb").webp({ quality }),
  // Slower efforts take minutes for twelve million pixels.
  avif: (image, quality) => image.toColourspace("srgb").avif({ quality, effort: 2, chromaSubsampling: "4:4:4" }),
};
/** Formats of 8 bits: what a 16-bit picture has between their codes is scattered over pixels, so that even skies show no steps. */
const EIGHT_BITS: readonly ExportFormat[] = ["jpeg", "webp", "avif"];

/** A 16-bit TIFF as it is read, as large as it is wanted. Codes of another space are its own already: they keep their profile. */
function opened(path: string, { profile }: PictureNotes, edge: number | undefined): Sharp {
  const image = sharp(path, { limitInputPixels: false });
  const own = profile ? image.keepIccProfile() : image;
  return edge === undefined ? own : own.resize(edge, edge, { fit: "inside", withoutEnlargement: true });
}

/** All 16-bit codes of a picture. */
async function codesOf(image: Sharp) {
  const { data, info } = await image
    .toColourspace("rgb16")
    .raw({ depth: "ushort" })
    .toBuffer({ resolveWithObject: true });
  return { ...info, codes: new Uint16Array(data.buffer, data.byteOffset, data.length / 2) };
}

/** A 16-bit TIFF anew, for the library that reads and resizes writes no EXIF into one. */
async function* tiffOf(path: string, { edge, space, place }: ExportOptions): AsyncGenerator<Uint8Array> {
  const notes = { ...(await carriedNotes(path)), ...(place && { place }) };
  const image = opened(path, notes, edge);
  const isTurned = space === "p3" && !notes.profile;
  const { width, height, codes } = await codesOf(isTurned ? image.withIccProfile("p3") : image);
  const profile = isTurned ? { profile: await p3Profile() } : {};
  yield tiffHeader(width, height, { ...notes, ...profile });
  yield new Uint8Array(codes.buffer, codes.byteOffset, codes.byteLength);
}

/** A 16-bit TIFF on its way to another format, its metadata carried over. */
async function convert(
  path: string,
  { format, edge, quality, space, place }: ExportOptions & { format: keyof typeof ENCODERS },
): Promise<Sharp> {
  const notes = { ...(await carriedNotes(path)), ...(place && { place }) };
  const { xmp, profile } = notes;
  let image = opened(path, notes, edge);
  if (space === "p3" && !profile) image = image.withIccProfile("p3");
  else if (EIGHT_BITS.includes(format)) {
    const { width, height, codes } = await codesOf(image);
    const header = tiffHeader(width, height, { software: "Aevumen", ...(profile && { profile }) }, 8);
    image = sharp(Buffer.concat([header, dithered(codes)]), { limitInputPixels: false });
    if (profile) image = image.keepIccProfile();
  }
  image = image.withExif(exifOf(notes));
  return ENCODERS[format](xmp ? image.withXmp(xmp) : image, quality ?? USUAL_QUALITY);
}

/** Whether a TIFF is wanted as it is. */
const isPlain = async (path: string, { format, edge, place, space = "srgb" }: ExportOptions): Promise<boolean> =>
  format === "tiff" &&
  edge === undefined &&
  place === undefined &&
  (space === "srgb" || (await sharp(path, { limitInputPixels: false }).metadata()).icc !== undefined);

/**
 * A 16-bit TIFF as a stream in the wanted format.
 *
 * @param done Called once all of it is read, or nobody reads it any more.
 */
export async function exportPath(
  path: string,
  options: ExportOptions,
  done: () => void = () => {},
): Promise<ExportedPicture> {
  const { format } = options;
  const { mediaType, endings } = EXPORT_FORMATS[format].file;
  const kind = { mediaType, ending: endings[0] };
  const sent = (body: Readable): ExportedPicture => ({ ...kind, body: webStream(body.once("close", done)) });
  if (format === "fits") return sent(Readable.from(fitsOf(path, options.place)));
  if (await isPlain(path, options)) return sent(createReadStream(path));
  if (format === "tiff") return sent(Readable.from(tiffOf(path, options)));
  // An image is a stream that can also be written to; only its readable half may become the body, or it never ends.
  const encoded = new PassThrough();
  pipeline(await convert(path, { ...options, format }), encoded, () => {});
  return sent(encoded);
}

/** A stored 16-bit result as a stream in the wanted format. */
export const exportPicture = (hash: string, format: ExportFormat): Promise<ExportedPicture> =>
  exportPath(storedPath(hash), { format });

/** Writes a 16-bit TIFF as a file of another format. */
export async function exportFile(path: string, options: ExportOptions, output: string): Promise<void> {
  // Through a stream of Node's: what goes wrong has its code.
  const file = createWriteStream(output);
  const { format } = options;
  if (format === "fits") await written(fitsOf(path, options.place), file);
  else if (format === "tiff") await written(tiffOf(path, options), file);
  else await written(await convert(path, { ...options, format }), file);
}

/** A stored picture as a WebP whose longer edge is at most `edgePx`. */
export async function previewWebp(hash: string, edgePx: number): Promise<Uint8Array<ArrayBuffer>> {
  const webp = await sharp(storedPath(hash), { limitInputPixels: false })
    .autoOrient()
    .resize(edgePx, edgePx, { fit: "inside", withoutEnlargement: true })
    .toColourspace("srgb")
    // Slower efforts save a tenth of the bytes, which on one's own machine cost nothing.
    .webp({ quality: 86, effort: 2 })
    .toBuffer();
  return new Uint8Array(webp);
}
