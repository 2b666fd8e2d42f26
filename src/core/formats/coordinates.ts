import type { Coordinates } from "../sky";

/** Coordinates that were read, or what was wrong with the text. */
export type ParsedCoordinates =
  | { readonly kind: "place"; readonly place: Coordinates }
  | { readonly kind: "wrong"; readonly message: string };

const HOW = "Write latitude and longitude, such as 53.86, -3.42 or 53\u00b051'36\"N 3\u00b025'12\"W.";

interface Token {
  readonly kind: "number" | "letter" | "break";
  readonly text: string;
}

/** A comma between digits is a decimal one when another comma or a semicolon does not make it the divider. */
function withDecimalPoints(text: string): string {
  const commas = text.match(/\d,\d/g)?.length ?? 0;
  const decimal = text.includes(";") || commas === 2 || (commas > 0 && /,\s/.test(text));
  return decimal ? text.replace(/(\d),(\d)/g, "$1.$2") : text;
}

function tokens(text: string): Token[] | null {
  const found: Token[] = [];
  let rest = withDecimalPoints(text.trim().toUpperCase().replaceAll("\u2212", "-"));
  while (rest !== "") {
    const match = /^(?:([+-]?\d+(?:\.\d+)?)|([NSEW])(?![A-Z])|([,;/]))|^[\s°º'’′"”″:]+/.exec(rest);
    if (!match) return null;
    if (match[1]) found.push({ kind: "number", text: match[1] });
    else if (match[2]) found.push({ kind: "letter", text: match[2] });
    else if (match[3]) found.push({ kind: "break", text: match[3] });
    rest = rest.slice(match[0].length);
  }
  return found;
}

/** Cuts the tokens into the two coordinates: at the letters, at a divider, or in the middle. */
function halves(list: readonly Token[]): [Token[], Token[]] | null {
  const breaks = list.filter(({ kind }) => kind === "break").length;
  const parts = list.filter(({ kind }) => kind !== "break");
  const letters = parts.filter(({ kind }) => kind === "letter").length;
  if (breaks > 1 || (letters !== 0 && letters !== 2)) return null;
  let cut = parts.length / 2;
  if (letters === 2 && parts[0]!.kind === "letter") cut = parts.findIndex(({ kind }, i) => i > 0 && kind === "letter");
  else if (letters === 2) cut = parts.findIndex(({ kind }) => kind === "letter") + 1;
  else if (breaks === 1) cut = list.findIndex(({ kind }) => kind === "break");
  if (!Number.isInteger(cut) || cut < 1 || cut >= parts.length) return null;
  return [parts.slice(0, cut), parts.slice(cut)];
}

interface Angle {
  readonly degrees: number;
  readonly letter: string | null;
}

/** Reads degrees with or without minutes and seconds; null when it is none. */
function readAngle(part: readonly Token[]): Angle | null {
  const numbers = part.filter(({ kind }) => kind === "number").map(({ text }) => text);
  const letter = part.find(({ kind }) => kind === "letter")?.text ?? null;
  const [first, ...smaller] = numbers;
  if (first === undefined || smaller.length > 2 || smaller.some((text) => /^[+-]/.test(text) || Number(text) >= 60)) {
    return null;
  }
  if (letter !== null && /^[+-]/.test(first)) return null;
  const size = Math.abs(Number(first)) + Number(smaller[0] ?? 0) / 60 + Number(smaller[1] ?? 0) / 3600;
  const negative = first.startsWith("-") || letter === "S" || letter === "W";
  return { degrees: negative ? -size : size, letter };
}

/**
 * Reads a place as people write it: `53.86, -3.42`, `53,86 -3,42`, `53°51'36"N 3°25'12"W`, `N53 51.6 W3 25.2`,
 * `53:51:36 N, 3:25:12 W`. Without letters the latitude comes first. Never throws.
 */
export function parseCoordinates(text: string): ParsedCoordinates {
  const list = tokens(text);
  const pair = list && halves(list);
  const first = pair && readAngle(pair[0]);
  const second = pair && readAngle(pair[1]);
  if (!first || !second) return { kind: "wrong", message: HOW };
  const swapped = first.letter === "E" || first.letter === "W";
  const [latitude, longitude] = swapped ? [second, first] : [first, second];
  if (/[EW]/.test(latitude.letter ?? "") || /[NS]/.test(longitude.letter ?? "")) return { kind: "wrong", message: HOW };
  if (Math.abs(latitude.degrees) > 90) {
    return { kind: "wrong", message: `Latitude goes from -90 to 90, not ${latitude.degrees}.` };
  }
  if (Math.abs(longitude.degrees) > 180) {
    return { kind: "wrong", message: `Longitude goes from -180 to 180, not ${longitude.degrees}.` };
  }
  return { kind: "place", place: { latitudeDeg: latitude.degrees, longitudeDeg: longitude.degrees } };
}

/** Writes a place with letters, to about ten metres: `53.8600° N, 3.4200° W`; `parseCoordinates` reads it back. */
export function printCoordinates({ latitudeDeg, longitudeDeg }: Coordinates): string {
  const axis = (value: number, positive: string, negative: string) =>
    `${Math.abs(value).toFixed(4)}° ${value < 0 ? negative : positive}`;
  return `${axis(latitudeDeg, "N", "S")}, ${axis(longitudeDeg, "E", "W")}`;
}
