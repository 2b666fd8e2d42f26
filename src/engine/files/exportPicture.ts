import { createReadStream, createWriteStream } from "node:fs";
import { PassThrough, pipeline, Readable } from "node:stream";
import { pipeline as written } from "node:stream/promises";
import sharp, { type Sharp } from "sharp";
import { EXPORT_FORMATS, type ExportFormat } from "@/core/formats";
import { storedPath } from "../store";
import { exifRational } from "./exif";
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

/** EXIF of a stored 16-bit TIFF in the form in which sharp writes it. */
async function carriedExif(path: string) {
  const { default: exifr } = await import("exifr");
  const tags: Record<string, unknown> = (await exifr.parse(path, { reviveValues: false })) ?? {};
  const text = (key: string) => (typeof tags[key] === "string" ? { [key]: tags[key] as string } : {});
  const ratio = (key: string) => (typeof tags[key] === "number" ? { [key]: exifRational(tags[key] as number) } : {});
  const iso = typeof tags.ISO === "number" ? { ISOSpeedRatings: String(tags.ISO) } : {};
  return {
    IFD0: { Software: "Aevumen", ...text("Model") },
    IFD2: { ...ratio("ExposureTime"), ...ratio("FNumber"), ...iso, ...text("DateTimeOriginal") },
  };
}

/** How a 16-bit TIFF is encoded as another format; samples unchanged where that has 16 bits. */
const ENCODERS: Record<Exclude<ExportFormat, "tiff" | "fits">, (image: Sharp) => Sharp> = {
  png: (image) => image.toColourspace("rgb16").png({ compressionLevel: 4 }),
  jpeg: (image) => image.toColourspace("srgb").jpeg({ quality: 95, chromaSubsampling: "4:4:4" }),
};

/** A 16-bit TIFF on its way to another format, its metadata carried over. */
async function convert(path: string, format: keyof typeof ENCODERS): Promise<Sharp> {
  const { xmp } = await sharp(path, { limitInputPixels: false }).metadata();
  const image = sharp(path, { limitInputPixels: false }).withExif(await carriedExif(path));
  return ENCODERS[format](xmp ? image.withXmp(xmp.toString("utf8")) : image);
}

/** A stored 16-bit result as a stream in the wanted format. */
export async function exportPicture(hash: string, format: ExportFormat): Promise<ExportedPicture> {
  const path = storedPath(hash);
  const { mediaType, endings } = EXPORT_FORMATS[format].file;
  const kind = { mediaType, ending: endings[0] };
  if (format === "tiff") return { ...kind, body: webStream(createReadStream(path)) };
  if (format === "fits") return { ...kind, body: webStream(Readable.from(fitsOf(path))) };
  // An image is a stream that can also be written to; only its readable half may become the body, or it never ends.
  const encoded = new PassThrough();
  pipeline(await convert(path, format), encoded, () => {});
  return { ...kind, body: webStream(encoded) };
}

/** Writes a 16-bit TIFF as a file of another format. */
export async function exportFile(path: string, format: Exclude<ExportFormat, "tiff">, output: string): Promise<void> {
  // Through a stream of Node's: what goes wrong has its code.
  const file = createWriteStream(output);
  if (format === "fits") await written(fitsOf(path), file);
  else await written(await convert(path, format), file);
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
