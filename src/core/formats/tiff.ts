import type { Coordinates } from "../sky";

/** Field types of a TIFF directory used here. @see TIFF Revision 6.0 (1992), section 2 */
const TYPE = { byte: 1, ascii: 2, short: 3, long: 4, rational: 5, undefinedBytes: 7 } as const;

const STRIP_OFFSETS = 0x111;
/** The head of the file, before its first directory. */
const HEAD_BYTES = 8;

interface Field {
  readonly tag: number;
  readonly type: number;
  readonly count: number;
  readonly bytes: Uint8Array;
}

const text = (value: string): Uint8Array => new TextEncoder().encode(value);

function numbers(tag: number, type: number, values: readonly number[], size: 2 | 4): Field {
  const bytes = new Uint8Array(values.length * size);
  const view = new DataView(bytes.buffer);
  values.forEach((value, i) => {
    if (size === 2) view.setUint16(i * 2, value, true);
    else view.setUint32(i * 4, value, true);
  });
  return { tag, type, count: values.length, bytes };
}
const short = (tag: number, ...values: number[]): Field => numbers(tag, TYPE.short, values, 2);
const long = (tag: number, ...values: number[]): Field => numbers(tag, TYPE.long, values, 4);
function ascii(tag: number, value: string): Field {
  const bytes = text(`${value}\0`);
  return { tag, type: TYPE.ascii, count: bytes.length, bytes };
}
function rational(tag: number, value: number): Field {
  const denominator = value > 0 && value < 1 ? Math.round(1e6 / value) : 10_000;
  const field = numbers(tag, TYPE.rational, [Math.round(value * denominator), denominator], 4);
  return { ...field, count: 1 };
}

/**
 * Degrees as EXIF has them: whole degrees, whole minutes, and seconds to a thousandth, which is three centimetres.
 *
 * @see Exif 2.32, section 4.6.6
 */
export function sexagesimal(degrees: number): readonly [number, number, number] {
  const thousandths = Math.round(Math.abs(degrees) * 3_600_000);
  return [Math.floor(thousandths / 3_600_000), Math.floor(thousandths / 60_000) % 60, (thousandths % 60_000) / 1000];
}
/** On which side of the equator and of Greenwich a place lies. */
export const hemispheres = ({ latitudeDeg, longitudeDeg }: Coordinates) =>
  ({ latitude: latitudeDeg < 0 ? "S" : "N", longitude: longitudeDeg < 0 ? "W" : "E" }) as const;

/** An angle as three fractions. */
const angle = (tag: number, degrees: number): Field => ({
  ...numbers(
    tag,
    TYPE.rational,
    sexagesimal(degrees).flatMap((part) => [Math.round(1000 * part), 1000]),
    4,
  ),
  count: 3,
});

/** Words written into a picture file about how it was taken; absent ones are left out. */
export interface PictureNotes {
  readonly description?: string;
  readonly software: string;
  readonly camera?: string;
  /** `YYYY:MM:DD HH:MM:SS`, as EXIF writes it. */
  readonly takenAt?: string;
  readonly exposureSeconds?: number;
  readonly fNumber?: number;
  readonly iso?: number;
  /** Where it was taken. */
  readonly place?: Coordinates;
  readonly xmp?: string;
  /** ICC profile of the colours; sRGB without it. */
  readonly profile?: Uint8Array;
}

function directorySize(fields: readonly Field[]): number {
  const overflow = fields.reduce(
    (sum, { bytes }) => sum + (bytes.length > 4 ? bytes.length + (bytes.length % 2) : 0),
    0,
  );
  return 2 + 12 * fields.length + 4 + overflow;
}

function writeDirectory(target: Uint8Array, at: number, fields: readonly Field[], next = 0): void {
  const view = new DataView(target.buffer, target.byteOffset);
  const sorted = [...fields].sort((a, b) => a.tag - b.tag);
  view.setUint16(at, sorted.length, true);
  let overflow = at + 2 + 12 * sorted.length + 4;
  view.setUint32(overflow - 4, next, true);
  sorted.forEach(({ tag, type, count, bytes }, index) => {
    const entry = at + 2 + 12 * index;
    view.setUint16(entry, tag, true);
    view.setUint16(entry + 2, type, true);
    view.setUint32(entry + 4, count, true);
    if (bytes.length <= 4) {
      target.set(bytes, entry + 8);
      return;
    }
    view.setUint32(entry + 8, overflow, true);
    target.set(bytes, overflow);
    overflow += bytes.length + (bytes.length % 2);
  });
}

/** Pages of a TIFF whose samples are still to be written, page after page. */
export interface TiffPages {
  /** Everything that comes before the samples. */
  readonly header: Uint8Array;
  /** Where each page's first sample lies in the file. */
  readonly at: readonly number[];
}

/**
 * Everything of an uncompressed RGB TIFF of several pages of one size that comes before its samples. The samples follow directly,
 * page after page: rows from the top, R G B interleaved, bytes or 16-bit little-endian, in one strip for every `rowsPerStrip` rows,
 * so a writer may stream them.
 *
 * @param pages The notes of each.
 * @throws RangeError when the file would pass TIFF's limit of 4 GiB.
 * @see TIFF Revision 6.0 (1992); Exif 2.32 for the sub-directory; XMP in tag 700, an ICC profile in 34675 (ICC.1:2022, B.3).
 */
export function tiffPages(
  width: number,
  height: number,
  pages: readonly PictureNotes[],
  depth: 8 | 16 = 16,
): TiffPages {
  const rowBytes = (width * 3 * depth) / 8;
  const pageBytes = rowBytes * height;
  if (pages.length * pageBytes > 2 ** 32 - 2 ** 20)
    throw new RangeError(`${width} x ${height} is too large for a TIFF file`);
  const rowsPerStrip = Math.max(1, Math.floor(2 ** 20 / rowBytes));
  const strips = Math.ceil(height / rowsPerStrip);
  const stripRows = (strip: number) => Math.min(rowsPerStrip, height - strip * rowsPerStrip);

  const exifOf = (notes: PictureNotes): Field[] => [
    ...(notes.exposureSeconds === undefined ? [] : [rational(0x829a, notes.exposureSeconds)]),
    ...(notes.fNumber === undefined ? [] : [rational(0x829d, notes.fNumber)]),
    ...(notes.iso === undefined ? [] : [short(0x8827, Math.min(65_535, Math.round(notes.iso)))]),
    { tag: 0x9000, type: TYPE.undefinedBytes, count: 4, bytes: text("0232") },
    ...(notes.takenAt === undefined ? [] : [ascii(0x9003, notes.takenAt)]),
  ];
  const gpsOf = (place: Coordinates): Field[] => [
    { tag: 0, type: TYPE.byte, count: 4, bytes: Uint8Array.of(2, 3, 0, 0) },
    ascii(1, hemispheres(place).latitude),
    angle(2, place.latitudeDeg),
    ascii(3, hemispheres(place).longitude),
    angle(4, place.longitudeDeg),
    ascii(0x12, "WGS-84"),
  ];
  const mainOf = (notes: PictureNotes, stripOffset: number, exifOffset: number, gpsOffset: number): Field[] => [
    long(0x100, width),
    long(0x101, height),
    short(0x102, depth, depth, depth),
    short(0x103, 1),
    short(0x106, 2),
    ...(notes.description === undefined ? [] : [ascii(0x10e, notes.description)]),
    ...(notes.camera === undefined ? [] : [ascii(0x110, notes.camera)]),
    long(STRIP_OFFSETS, ...Array.from({ length: strips }, (_, strip) => stripOffset + strip * rowsPerStrip * rowBytes)),
    short(0x115, 3),
    long(0x116, rowsPerStrip),
    long(0x117, ...Array.from({ length: strips }, (_, strip) => stripRows(strip) * rowBytes)),
    short(0x11c, 1),
    ascii(0x131, notes.software),
    ...(notes.takenAt === undefined ? [] : [ascii(0x132, notes.takenAt)]),
    ...(notes.xmp === undefined
      ? []
      : [{ tag: 0x2bc, type: TYPE.byte, count: text(notes.xmp).length, bytes: text(notes.xmp) }]),
    long(0x8769, exifOffset),
    ...(notes.place === undefined ? [] : [long(0x8825, gpsOffset)]),
    ...(notes.profile === undefined
      ? []
      : [{ tag: 0x8773, type: TYPE.undefinedBytes, count: notes.profile.length, bytes: notes.profile }]),
  ];
  let end = HEAD_BYTES;
  const places = pages.map((notes) => {
    const main = end;
    const exif = main + directorySize(mainOf(notes, 0, 0, 0));
    const gps = exif + directorySize(exifOf(notes));
    end = notes.place ? gps + directorySize(gpsOf(notes.place)) : gps;
    return { notes, main, exif, gps };
  });
  const header = new Uint8Array(end);
  const view = new DataView(header.buffer);
  view.setUint16(0, 0x4949, false);
  view.setUint16(2, 42, true);
  view.setUint32(4, HEAD_BYTES, true);
  const at = pages.map((_, page) => end + page * pageBytes);
  for (const [page, { notes, main, exif, gps }] of places.entries()) {
    writeDirectory(header, main, mainOf(notes, at[page]!, exif, gps), places[page + 1]?.main);
    writeDirectory(header, exif, exifOf(notes));
    if (notes.place) writeDirectory(header, gps, gpsOf(notes.place));
  }
  return { header, at };
}

/** Everything of a TIFF of one page that comes before its samples; see `tiffPages`. */
export const tiffHeader = (width: number, height: number, notes: PictureNotes, depth: 8 | 16 = 16): Uint8Array =>
  tiffPages(width, height, [notes], depth).header;

/**
 * Where the first sample of each page lies in a file that begins with what `tiffPages` made.
 *
 * @throws RangeError for what does not begin so.
 */
export function tiffPagesAt(header: Uint8Array): number[] {
  const view = new DataView(header.buffer, header.byteOffset, header.byteLength);
  if (view.getUint16(0, false) !== 0x4949) throw new RangeError("no TIFF of ours");
  const at: number[] = [];
  for (let directory = view.getUint32(4, true); directory !== 0; ) {
    const fields = view.getUint16(directory, true);
    for (let field = directory + 2; field < directory + 2 + 12 * fields; field += 12) {
      if (view.getUint16(field, true) !== STRIP_OFFSETS) continue;
      const value = view.getUint32(field + 8, true);
      at.push(view.getUint32(field + 4, true) > 1 ? view.getUint32(value, true) : value);
    }
    directory = view.getUint32(directory + 2 + 12 * fields, true);
  }
  return at;
}
