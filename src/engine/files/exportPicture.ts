import { createReadStream, createWriteStream } from "node:fs";
import { PassThrough, pipeline, Readable } from "node:stream";
import { pipeline as written } from "node:stream/promises";
import sharp, { type Sharp } from "sharp";
import { EXPORT_FORMATS, type ExportFormat, tiffPages } from "@/core/formats";
import { dithered } from "@/core/picture";
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

/** How a picture is written, where nothing is asked otherwise. */
export interface ExportOptions {
  readonly format: ExportFormat;
  /** Longest edge, pixels; left out for all of them. */
  readonly edge?: number | undefined;
  /** Of formats that leave something out, 1 to 100. */
  readonly quality?: number | undefined;
  readonly space?: "srgb" | "p3" | undefined;
}

const USUAL_QUALITY = 95;

/** How a picture is encoded; samples unchanged where the format has 16 bits. */
const ENCODERS: Record<Exclude<ExportFormat, "fits">, (image: Sharp, quality: number) => Sharp> = {
  tiff: (image) => image.toColourspace("rgb16").tiff({ compression: "none" }),
  png: (image) => image.toColourspace("rgb16").png({ compressionLevel: 4 }),
  jpeg: (image, quality) => image.toColourspace("srgb").jpeg({ quality, chromaSubsampling: "4:4:4" }),
  webp: (image, quality) => image.toColourspace("srgb").webp({ quality }),
  // Slower efforts take minutes for twelve million pixels.
  avif: (image, quality) => image.toColourspace("srgb").avif({ quality, effort: 2, chromaSubsampling: "4:4:4" }),
};
/** Formats of 8 bits: what a 16-bit picture has between their codes is scattered over pixels, so that even skies show no steps. */
const EIGHT_BITS: readonly ExportFormat[] = ["jpeg", "webp", "avif"];

/** A 16-bit TIFF on its way to another format, its metadata carried over. */
async function convert(
  path: string,
  { format, edge, quality, space }: ExportOptions & { format: keyof typeof ENCODERS },
): Promise<Sharp> {
  const { xmp, icc } = await sharp(path, { limitInputPixels: false }).metadata();
  // Codes of another space are its own already: they keep their profile, and are not converted.
  const asItIs = (image: Sharp) => (icc ? image.keepIccProfile() : image);
  const read = () => {
    const image = asItIs(sharp(path, { limitInputPixels: false }));
    return edge === undefined ? image : image.resize(edge, edge, { fit: "inside", withoutEnlargement: true });
  };
  let image = read();
  if (space === "p3" && !icc) image = image.withIccProfile("p3");
  else if (EIGHT_BITS.includes(format)) {
    const { data, info } = await read()
      .toColourspace("rgb16")
      .raw({ depth: "ushort" })
      .toBuffer({ resolveWithObject: true });
    const codes = dithered(new Uint16Array(data.buffer, data.byteOffset, data.length / 2));
    const { width, height } = info;
    const { header } = tiffPages(width, height, [{ software: "Aevumen", ...(icc && { profile: icc }) }], 8);
    image = asItIs(sharp(Buffer.concat([header, codes]), { limitInputPixels: false }));
  }
  image = image.withExif(await carriedExif(path));
  return ENCODERS[format](xmp ? image.withXmp(xmp.toString("utf8")) : image, quality ?? USUAL_QUALITY);
}

/** Whether a TIFF is wanted as it is. */
const isPlain = async (path: string, { format, edge, space = "srgb" }: ExportOptions): Promise<boolean> =>
  format === "tiff" &&
  edge === undefined &&
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
  if (format === "fits") return sent(Readable.from(fitsOf(path)));
  if (await isPlain(path, options)) return sent(createReadStream(path));
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
  if (format === "fits") await written(fitsOf(path), file);
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
