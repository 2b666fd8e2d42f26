import type { FilterNotation, NeutralFilter } from "../light";
import { parseDuration, readNumber } from "./duration";
import { type FileChoice, type Focus, RECIPE_BOUNDS, type Sequence, type WhiteBalance } from "./recipe";

/** The parts a line is made of, each with the name a message uses. */
export const PART_KINDS = {
  sequence: "the shutter time",
  bracket: "the bracket",
  ramp: "the ramp",
  iso: "the ISO",
  filters: "the filters (join several with +)",
  whiteBalance: "the white balance",
  focus: "the focus",
  delay: "the delay",
  files: "the file kinds",
} as const;
/** A kind of part that a line can have. */
export type PartKind = keyof typeof PART_KINDS;

/** One part that was understood. */
export type PartValue =
  | { readonly kind: "sequence"; readonly value: Sequence }
  | { readonly kind: "bracket"; readonly value: number }
  | { readonly kind: "ramp"; readonly value: readonly number[] }
  | { readonly kind: "iso"; readonly value: number }
  | { readonly kind: "filters"; readonly value: readonly NeutralFilter[] }
  | { readonly kind: "whiteBalance"; readonly value: WhiteBalance }
  | { readonly kind: "focus"; readonly value: Focus }
  | { readonly kind: "delay"; readonly value: number }
  | { readonly kind: "files"; readonly value: FileChoice };

/** One part that was not; `start` and `end` count from the part's first character. */
export interface WrongPart {
  readonly kind: "wrong";
  readonly start: number;
  readonly end: number;
  readonly expected: string;
}

const ANY_PART =
  "a part of a recipe, such as 24 x 2s every 2.5s, iso 50, nd 8, wb 4000K, focus 12m, delay 2s or raw+jpeg";

function wrong(text: string, expected: string, start = 0, end = text.length): WrongPart {
  return { kind: "wrong", start, end, expected };
}

type Bounds = readonly [number, number];
const within = (value: number, [least, most]: Bounds): boolean => value >= least && value <= most;
const span = ([least, most]: Bounds): string => `${least} to ${most.toLocaleString("en-US")}`;

/** Reads one part, recognised by its keyword or its shape. */
export function readPart(text: string): PartValue | WrongPart {
  if (text === "") return wrong(text, `${ANY_PART} between the bars`);
  if (/^iso/i.test(text)) return readIso(text);
  if (/^bracket/i.test(text)) return readBracket(text);
  if (/^ramp/i.test(text)) return readRamp(text);
  if (/^(nd|od)|stops?$|^\d.*\+/i.test(text)) return readFilters(text);
  if (/^wb|^[\d.,]+\s*k$/i.test(text)) return readWhiteBalance(text);
  if (/^(focus|inf)/i.test(text)) return readFocus(text);
  if (/^delay/i.test(text)) return readDelay(text);
  if (/^(raw|dng|jpe?g)/i.test(text)) return readFiles(text);
  if (/^[\d.,]/.test(text)) return readSequence(text);
  return wrong(text, ANY_PART);
}

function readBracket(text: string): PartValue | WrongPart {
  const match = /^bracket\s*(\d+(?:[.,]\d+)?)(?:\s*stops?)?$/i.exec(text);
  const value = match ? readNumber(match[1]!) : Number.NaN;
  if (!within(value, RECIPE_BOUNDS.bracketStops)) {
    return wrong(text, `bracket and ${span(RECIPE_BOUNDS.bracketStops)} stops, such as bracket 2 stops`);
  }
  return { kind: "bracket", value };
}

function readRamp(text: string): PartValue | WrongPart {
  const written = /^ramp\s+([-+\u2212\d.,\s]+?)\s*(?:stops?)?$/i.exec(text)?.[1]?.split(/\s+/) ?? [];
  const values = written.map((each) => (/^[-+\u2212]?\d+(?:[.,]\d+)?$/.test(each) ? signedNumber(each) : Number.NaN));
  const isRight =
    within(values.length, RECIPE_BOUNDS.rampPlaces) && values.every((value) => within(value, RECIPE_BOUNDS.rampStops));
  if (!isRight) {
    const [, most] = RECIPE_BOUNDS.rampPlaces;
    return wrong(text, `ramp and up to ${most} numbers of stops over the first frame, such as ramp +1 +2.3 stops`);
  }
  return { kind: "ramp", value: values };
}

/** A number with a sign, or without one; nothing is never less than nothing. */
const signedNumber = (text: string): number => readNumber(text.replace("\u2212", "-").replace("+", "")) + 0;

function readIso(text: string): PartValue | WrongPart {
  const match = /^iso\s*(\d+(?:[.,]\d+)?)$/i.exec(text);
  const value = match ? readNumber(match[1]!) : Number.NaN;
  if (!within(value, RECIPE_BOUNDS.iso))
    return wrong(text, `iso and a number from ${span(RECIPE_BOUNDS.iso)}, such as iso 50`);
  return { kind: "iso", value };
}

const FILTER_FORMS: readonly { notation: FilterNotation; form: RegExp; bounds: Bounds; name: string }[] = [
  { notation: "factor", form: /^nd\s*(\d+(?:[.,]\d+)?)$/i, bounds: RECIPE_BOUNDS.filterFactor, name: "a factor" },
  { notation: "stops", form: /^(\d+(?:[.,]\d+)?)\s*stops?$/i, bounds: RECIPE_BOUNDS.filterStops, name: "stops" },
  { notation: "density", form: /^od\s*(\d+(?:[.,]\d+)?)$/i, bounds: RECIPE_BOUNDS.filterDensity, name: "a density" },
];

function readFilters(text: string): PartValue | WrongPart {
  const filters: NeutralFilter[] = [];
  let offset = 0;
  for (const piece of text.split("+")) {
    const start = offset + (piece.length - piece.trimStart().length);
    const written = piece.trim();
    offset += piece.length + 1;
    const form = FILTER_FORMS.find((candidate) => candidate.form.test(written));
    if (!form) return wrong(text, "a filter: nd 8, 3 stops or od 0.9", start, start + written.length);
    const value = readNumber(form.form.exec(written)![1]!);
    if (!within(value, form.bounds)) {
      return wrong(text, `${form.name} from ${span(form.bounds)}`, start, start + written.length);
    }
    filters.push({ notation: form.notation, value });
  }
  return { kind: "filters", value: filters };
}

function readWhiteBalance(text: string): PartValue | WrongPart {
  const word = /^wb\s+(lock|locked|auto|raw)$/i.exec(text)?.[1]?.toLowerCase();
  if (word) return { kind: "whiteBalance", value: { kind: word === "raw" ? "raw" : "lock" } };
  const match = /^(?:wb\s*)?(\d+(?:[.,]\d+)?)\s*k?$/i.exec(text);
  const kelvin = match ? readNumber(match[1]!) : Number.NaN;
  if (!within(kelvin, RECIPE_BOUNDS.kelvin)) {
    return wrong(text, `wb and ${span(RECIPE_BOUNDS.kelvin)} K, such as wb 4000K, or wb lock, or wb raw`);
  }
  return { kind: "whiteBalance", value: { kind: "kelvin", kelvin } };
}

function readFocus(text: string): PartValue | WrongPart {
  if (/^(focus\s*)?(inf|infinity|∞)$/i.test(text)) return { kind: "focus", value: { kind: "infinity" } };
  if (/^focus\s+(lock|locked|auto)$/i.test(text)) return { kind: "focus", value: { kind: "lock" } };
  const match = /^focus\s*(\d+(?:[.,]\d+)?)\s*(m|cm)?$/i.exec(text);
  const metres = match ? readNumber(match[1]!) / (match[2]?.toLowerCase() === "cm" ? 100 : 1) : Number.NaN;
  if (!within(metres, RECIPE_BOUNDS.focusMetres)) {
    return wrong(text, "focus and a distance such as focus 12m, or focus inf, or focus lock");
  }
  return { kind: "focus", value: { kind: "distance", metres } };
}

function readDelay(text: string): PartValue | WrongPart {
  const value = parseDuration(text.replace(/^delay/i, ""));
  if (value === null || !within(value, RECIPE_BOUNDS.delaySeconds)) {
    return wrong(text, "delay and a time up to a day, such as delay 2s");
  }
  return { kind: "delay", value };
}

function readFiles(text: string): PartValue | WrongPart {
  const words = text
    .toLowerCase()
    .split("+")
    .map((word) => word.trim().replace("dng", "raw").replace("jpg", "jpeg"));
  const choice = [...new Set(words)].sort().reverse().join("+");
  if (words.length <= 2 && (choice === "raw" || choice === "jpeg" || choice === "raw+jpeg")) {
    return { kind: "files", value: choice };
  }
  return wrong(text, "jpeg, raw or raw+jpeg");
}

const SEQUENCE = /^(?:(\d+)\s*[x×*]\s*)?(.*?)(?:\s+every\s+(.*))?$/i;

function readSequence(text: string): PartValue | WrongPart {
  const match = SEQUENCE.exec(text)!;
  const [, count, shutter = "", every] = match;
  const frames = count === undefined ? 1 : Number(count);
  if (!within(frames, RECIPE_BOUNDS.frames)) {
    return wrong(text, `a number of frames from ${span(RECIPE_BOUNDS.frames)}`, 0, count?.length ?? 0);
  }
  const shutterStart = match[0].indexOf(shutter, count === undefined ? 0 : count.length + 1);
  const shutterEnd = shutterStart + shutter.length;
  const shutterSeconds = parseDuration(shutter);
  if (shutterSeconds === null) {
    const expected = count === undefined ? ANY_PART : "a shutter time such as 1/60, 0.5s, 2s or 1m30s";
    return wrong(text, expected, shutterStart, shutterEnd);
  }
  if (!within(shutterSeconds, RECIPE_BOUNDS.shutterSeconds)) {
    return wrong(text, "a shutter time from 1/100000 s to 24 h", shutterStart, shutterEnd);
  }
  if (every === undefined) return { kind: "sequence", value: { frames, shutterSeconds, periodSeconds: null } };

  const everyStart = text.length - every.length;
  const periodSeconds = parseDuration(every);
  if (periodSeconds === null) return wrong(text, "a time after every, such as every 2.5s", everyStart);
  if (periodSeconds < shutterSeconds) {
    return wrong(text, `at least the shutter time after every (from start to start), ${shutter}`, everyStart);
  }
  if (!within(periodSeconds, RECIPE_BOUNDS.periodSeconds)) return wrong(text, "a period of at most 24 h", everyStart);
  if (count === undefined) return wrong(text, "the number of frames before a time with every, such as 24 x", 0, 0);
  return { kind: "sequence", value: { frames, shutterSeconds, periodSeconds } };
}
