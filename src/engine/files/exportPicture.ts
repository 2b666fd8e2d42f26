import { createReadStream } from "node:fs";
import { PassThrough, pipeline, Readable } from "node:stream";
import exifr from "exifr";
import sharp, { type Sharp } from "sharp";
import { storedPath } from "../store";
import { exifRational } from "./exif";

export type ExportFormat = "tiff" | "png" | "jpeg";

/** A picture ready to be sent. */
export interface ExportedPicture {
  readonly body: ReadableStream<Uint8Array>;
  readonly mediaType: string;
  readonly extension: string;
}

// Node's and the browser's libraries each declare the same stream type.
const webStream = (stream: Readable) => Readable.toWeb(stream) as unknown as ReadableStream<Uint8Array>;

/** EXIF of a stored 16-bit TIFF in the form in which sharp writes it. */
async function carriedExif(path: string) {
  const tags: Record<string, unknown> = (await exifr.parse(path, { reviveValues: false })) ?? {};
  const text = (key: string) => (typeof tags[key] === "string" ? { [key]: tags[key] as string } : {});
  const ratio = (key: string) => (typeof tags[key] === "number" ? { [key]: exifRational(tags[key] as number) } : {});
  const iso = typeof tags.ISO === "number" ? { ISOSpeedRatings: String(tags.ISO) } : {};
  return {
    IFD0: { Software: "Aevumen", ...text("Model") },
    IFD2: { ...ratio("ExposureTime"), ...ratio("FNumber"), ...iso, ...text("DateTimeOriginal") },
  };
}

/** A 16-bit TIFF on its way to another format, its metadata carried over; samples unchanged where that has 16 bits. */
async function convert(path: string, format: "png" | "jpeg"): Promise<Sharp> {
  const { xmp } = await sharp(path, { limitInputPixels: false }).metadata();
  let image = sharp(path, { limitInputPixels: false }).withExif(await carriedExif(path));
  if (xmp) image = image.withXmp(xmp.toString("utf8"));
  return format === "png"
    ? image.toColourspace("rgb16").png({ compressionLevel: 4 })
    : image.toColourspace("srgb").jpeg({ quality: 95, chromaSubsampling: "4:4:4" });
}

/** A stored 16-bit result as a stream in the wanted format. */
export async function exportPicture(hash: string, format: ExportFormat): Promise<ExportedPicture> {
  const path = storedPath(hash);
  if (format === "tiff") return { body: webStream(createReadStream(path)), mediaType: "image/tiff", extension: "tif" };
  // An image is a stream that can also be written to; only its readable half may become the body, or it never ends.
  const encoded = new PassThrough();
  pipeline(await convert(path, format), encoded, () => {});
  const body = webStream(encoded);
  return { body, mediaType: `image/${format}`, extension: format === "png" ? "png" : "jpg" };
}

/** Writes a 16-bit TIFF as a file of another format. */
export async function exportFile(path: string, format: "png" | "jpeg", output: string): Promise<void> {
  await (await convert(path, format)).toFile(output);
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
