import type { Coordinates } from "../sky";

/** A header's lines are so long, and header and data fill whole blocks. @see FITS Standard 4.0 (2018), sections 3.1 and 4.1 */
const CARD = 80;
export const FITS_BLOCK = 2880;

/** A value as a card holds it, in its fixed place. */
function valueText(value: string | number | boolean): string {
  if (typeof value === "string") return `'${value.replaceAll("'", "''").padEnd(8)}'`;
  return (typeof value === "boolean" ? (value ? "T" : "F") : String(value)).padStart(20);
}

/** What a card cannot hold is a question mark: printable ASCII alone may stand there. */
const printable = (text: string): string => text.replace(/[^\x20-\x7e]/g, "?");

const card = (key: string, value: string | number | boolean, comment = ""): string =>
  printable(`${key.padEnd(8)}= ${valueText(value)}${comment && ` / ${comment}`}`)
    .slice(0, CARD)
    .padEnd(CARD);

/** Text of any length, line by line. */
const history = (text: string): string[] => {
  const room = CARD - 8;
  const lines = Array.from({ length: Math.ceil(text.length / room) }, (_, at) =>
    text.slice(at * room, (at + 1) * room),
  );
  return lines.map((line) => printable(`HISTORY ${line}`).padEnd(CARD));
};

/** What is said of a picture beside its light. */
export interface FitsNotes {
  readonly camera?: string;
  readonly exposureSeconds?: number;
  /** As FITS writes it, UTC: 2026-11-24T18:00:00. */
  readonly takenAt?: string;
  /** Where. */
  readonly place?: Coordinates;
  /** How it was made, line by line. */
  readonly history?: readonly string[];
}

/** The header of a FITS file that holds red, green and blue light one after the other as 32-bit floats. */
export function fitsHeader(width: number, height: number, notes: FitsNotes): string {
  const cards = [
    card("SIMPLE", true, "FITS"),
    card("BITPIX", -32, "32-bit floats"),
    card("NAXIS", 3),
    card("NAXIS1", width),
    card("NAXIS2", height),
    card("NAXIS3", 3, "red, green, blue"),
    card("BUNIT", "linear", "light, 1 is white; primaries of sRGB"),
    card("CREATOR", "Aevumen"),
    ...(notes.camera === undefined ? [] : [card("INSTRUME", notes.camera)]),
    ...(notes.exposureSeconds === undefined ? [] : [card("EXPTIME", notes.exposureSeconds, "s, of a frame")]),
    ...(notes.takenAt === undefined ? [] : [card("DATE-OBS", notes.takenAt)]),
    ...(notes.place === undefined
      ? []
      : [
          // @see Rots et al. (2015), Representations of time coordinates in FITS, section 4.1.3
          card("OBSGEO-B", notes.place.latitudeDeg, "deg, geodetic latitude"),
          card("OBSGEO-L", notes.place.longitudeDeg, "deg, longitude to the east"),
        ]),
    ...(notes.history ?? []).flatMap(history),
    "END".padEnd(CARD),
  ].join("");
  return cards.padEnd(Math.ceil(cards.length / FITS_BLOCK) * FITS_BLOCK);
}
