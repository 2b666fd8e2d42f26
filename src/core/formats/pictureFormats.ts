/** Bytes that stand at a place of a file. */
interface Beginning {
  readonly at: number;
  readonly bytes: readonly number[];
}

/** A kind of picture file that can be read: what tells it from others before it is opened. */
interface PictureFormat {
  readonly name: string;
  readonly mediaType: string;
  /** Of file names, in lower case. */
  readonly endings: readonly string[];
  /** One of these stands in its first bytes; none for a kind that begins as another does and is told from it by what lies behind. */
  readonly begins: readonly Beginning[];
}

const start = (...bytes: number[]): Beginning => ({ at: 0, bytes });
/** A file of ISO's base media format, of a brand. @see ISO/IEC 14496-12, file type box; 23008-12, annex B */
const brand = (name: string): Beginning => ({ at: 4, bytes: [...`ftyp${name}`].map((letter) => letter.charCodeAt(0)) });

/** Every kind of picture that is taken in, the first that fits counts; `engine/files/formats` opens them. */
export const PICTURE_FORMATS = {
  jpeg: {
    name: "JPEG",
    mediaType: "image/jpeg",
    endings: [".jpg", ".jpeg"],
    begins: [start(0xff, 0xd8, 0xff)],
  },
  png: {
    name: "PNG",
    mediaType: "image/png",
    endings: [".png"],
    begins: [start(0x89, 0x50, 0x4e, 0x47)],
  },
  tiff: {
    name: "TIFF",
    mediaType: "image/tiff",
    endings: [".tif", ".tiff"],
    // Also BigTIFF, each in either order of bytes.
    begins: [
      start(0x49, 0x49, 0x2a, 0x00),
      start(0x4d, 0x4d, 0x00, 0x2a),
      start(0x49, 0x49, 0x2b, 0x00),
      start(0x4d, 0x4d, 0x00, 0x2b),
    ],
  },
  webp: {
    name: "WebP",
    mediaType: "image/webp",
    endings: [".webp"],
    // Behind the length of its RIFF container. @see RFC 9649, section 2.4
    begins: [{ at: 8, bytes: [0x57, 0x45, 0x42, 0x50] }],
  },
  dng: {
    name: "DNG",
    mediaType: "image/x-adobe-dng",
    endings: [".dng"],
    // It begins as a TIFF does, and says in its directory that it is a negative.
    begins: [],
  },
  heic: {
    name: "HEIC",
    mediaType: "image/heic",
    endings: [".heic", ".heif", ".hif"],
    begins: [brand("heic"), brand("heix"), brand("mif1")],
  },
} as const satisfies Record<string, PictureFormat>;
/** A kind of picture file. */
export type PictureFormatId = keyof typeof PICTURE_FORMATS;

const FORMATS = Object.entries(PICTURE_FORMATS) as readonly [PictureFormatId, PictureFormat][];

/** Of an archive with something in it. @see APPNOTE.TXT 4.3.7, local file header */
const ZIP = start(0x50, 0x4b, 0x03, 0x04);

/** First bytes of a file that tell what it is. */
export const BEGINNING_BYTES = Math.max(
  ...[ZIP, ...FORMATS.flatMap(([, { begins }]) => begins)].map(({ at, bytes }) => at + bytes.length),
);

const stands = (head: Uint8Array, { at, bytes }: Beginning): boolean => bytes.every((byte, i) => head[at + i] === byte);

/** The kind of picture that a file with these first bytes can be; null for none that is read. */
export const pictureFormatOf = (head: Uint8Array): PictureFormatId | null =>
  FORMATS.find(([, { begins }]) => begins.some((beginning) => stands(head, beginning)))?.[0] ?? null;

/** Whether a file that begins with these bytes can be an archive. */
export const beginsLikeZip = (head: Uint8Array): boolean => stands(head, ZIP);

/** The kinds by name, such as "JPEG, PNG or TIFF"; `more` is added at the end. */
export function pictureFormatsText(joined: "or" | "and", ...more: readonly string[]): string {
  const names = [...FORMATS.map(([, { name }]) => name), ...more];
  return `${names.slice(0, -1).join(", ")} ${joined} ${names.at(-1)}`;
}

/** What a file field offers to choose. */
export const ACCEPTED_PICTURES: string = FORMATS.flatMap(([, { mediaType, endings }]) => [mediaType, ...endings]).join(
  ",",
);
