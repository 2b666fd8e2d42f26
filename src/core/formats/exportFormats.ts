import { PICTURE_FORMATS, type PictureFormatId } from "./pictureFormats";

/** What a finished picture can be taken away as, the fullest first; `engine/files/exportPicture.ts` writes them. */
export const EXPORT_FORMATS = {
  tiff: { name: "TIFF, 16 bit", file: PICTURE_FORMATS.tiff },
  png: { name: "PNG, 16 bit", file: PICTURE_FORMATS.png },
  jpeg: { name: "JPEG", file: PICTURE_FORMATS.jpeg },
} as const satisfies Partial<Record<PictureFormatId, unknown>>;
/** A format that results are written in. */
export type ExportFormat = keyof typeof EXPORT_FORMATS;

/** All of them, the fullest first. */
export const EXPORT_FORMAT_IDS = Object.keys(EXPORT_FORMATS) as readonly ExportFormat[];

/** The format that a file's ending asks for; null for none that is written. */
export const exportFormatNamed = (ending: string): ExportFormat | null =>
  EXPORT_FORMAT_IDS.find((id) =>
    (EXPORT_FORMATS[id].file.endings as readonly string[]).includes(ending.toLowerCase()),
  ) ?? null;
