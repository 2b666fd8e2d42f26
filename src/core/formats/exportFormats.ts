import { PICTURE_FORMATS } from "./pictureFormats";

interface WrittenFile {
  readonly mediaType: string;
  readonly endings: readonly [string, ...string[]];
}

/** What a finished picture can be taken away as, the fullest first; `engine/files/exportPicture.ts` writes them. */
export const EXPORT_FORMATS = {
  tiff: { name: "TIFF, 16 bit", file: PICTURE_FORMATS.tiff },
  png: { name: "PNG, 16 bit", file: PICTURE_FORMATS.png },
  jpeg: { name: "JPEG", file: PICTURE_FORMATS.jpeg },
  webp: { name: "WebP", file: PICTURE_FORMATS.webp },
  /** Written and not read. */
  avif: { name: "AVIF", file: { mediaType: "image/avif", endings: [".avif"] } },
  /** Written and not read. */
  fits: { name: "FITS, linear light", file: { mediaType: "image/fits", endings: [".fits"] } },
} as const satisfies Record<string, { readonly name: string; readonly file: WrittenFile }>;
/** A format that results are written in. */
export type ExportFormat = keyof typeof EXPORT_FORMATS;

/** All of them, the fullest first. */
export const EXPORT_FORMAT_IDS = Object.keys(EXPORT_FORMATS) as readonly ExportFormat[];

/** The format that a file's ending asks for; null for none that is written. */
export const exportFormatNamed = (ending: string): ExportFormat | null =>
  EXPORT_FORMAT_IDS.find((id) =>
    (EXPORT_FORMATS[id].file.endings as readonly string[]).includes(ending.toLowerCase()),
  ) ?? null;
