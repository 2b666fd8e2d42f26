import { counted } from "../words";

// Tables of colours of other programs (`.cube`, an open format of plain text): what becomes of each colour, wherever it stands.

/** A table over codes from 0 to 1. */
export interface ColourTable {
  /** Whether it tells what becomes of each channel by itself, or of each colour. */
  readonly kind: "channels" | "colours";
  /** Values along each of its sides. */
  readonly size: number;
  /** Red, green and blue of each; of colours red changes first. */
  readonly values: Float32Array;
  /** The codes of its first and its last value, of each channel. */
  readonly least: readonly [number, number, number];
  readonly most: readonly [number, number, number];
}

/** A table, and which part of what it does is done, 0 to 1. */
export interface TablePart {
  readonly table: ColourTable;
  readonly part: number;
}

/** What was read of a file: a table, or why it is none, in words for the person. */
export type ReadTable =
  | { readonly table: ColourTable; readonly title: string | null }
  | { readonly table: null; readonly problem: string };

/** Sides that are read: what programs write goes up to 65 for colours, and to a value for each code of 16 bits for channels. */
const SIZES = { colours: { least: 2, most: 65 }, channels: { least: 2, most: 65_536 } } as const;
/** Letters of such a file at most: the largest table in twelve digits a number. */
export const MOST_TABLE_LETTERS = 12_000_000;

const TOP_CODE = 65_535;

const numbersOf = (words: readonly string[]): number[] =>
  words.map((word) => (word === "" ? Number.NaN : Number(word)));
const isTriple = (numbers: readonly number[]): numbers is [number, number, number] =>
  numbers.length === 3 && numbers.every(Number.isFinite);

class TableReader {
  private kind: ColourTable["kind"] | null = null;
  private size = 0;
  private title: string | null = null;
  private least: [number, number, number] = [0, 0, 0];
  private most: [number, number, number] = [1, 1, 1];
  private values = new Float32Array(0);
  private rows = 0;

  private keyword(name: string, words: readonly string[], rest: string): string | null {
    const numbers = numbersOf(words);
    switch (name) {
      case "TITLE":
        this.title = rest.replace(/^"|"$/g, "").slice(0, 80) || null;
        return null;
      case "LUT_1D_SIZE":
      case "LUT_3D_SIZE": {
        if (this.kind !== null) return "it says its size twice; a shaper before a table cannot be read";
        this.kind = name === "LUT_1D_SIZE" ? "channels" : "colours";
        const { least, most } = SIZES[this.kind];
        const [size] = numbers;
        if (!Number.isInteger(size) || size! < least || size! > most) return `its size has to be ${least} to ${most}`;
        this.size = size!;
        this.values = new Float32Array(3 * (this.kind === "channels" ? size! : size! ** 3));
        return null;
      }
      case "DOMAIN_MIN":
      case "DOMAIN_MAX":
        if (!isTriple(numbers)) return `${name} needs three numbers`;
        if (name === "DOMAIN_MIN") this.least = numbers;
        else this.most = numbers;
        return null;
      case "LUT_1D_INPUT_RANGE":
      case "LUT_3D_INPUT_RANGE": {
        const [from, to] = numbers;
        if (!Number.isFinite(from) || !Number.isFinite(to)) return `${name} needs two numbers`;
        this.least = [from!, from!, from!];
        this.most = [to!, to!, to!];
        return null;
      }
      default:
        // Other words are other programs' own.
        return null;
    }
  }

  private row(words: readonly string[]): string | null {
    const numbers = numbersOf(words);
    if (!isTriple(numbers)) return "a row has three numbers";
    if (this.kind === null) return "its size (LUT_3D_SIZE or LUT_1D_SIZE) comes before its rows";
    if (3 * this.rows >= this.values.length)
      return `it has more than the ${counted(this.rows, "row")} that its size says`;
    this.values.set(numbers, 3 * this.rows++);
    return null;
  }

  read(text: string): ReadTable {
    const failed = (line: number | null, problem: string): ReadTable => ({
      table: null,
      problem: line === null ? `This is no table of colours: ${problem}.` : `Line ${line + 1} is wrong: ${problem}.`,
    });
    if (text.length > MOST_TABLE_LETTERS) return failed(null, "it is too long");
    let at = 0;
    for (const raw of text.replace(/^\uFEFF/, "").split(/\r\n|\r|\n/)) {
      const line = raw.trim();
      const place = at++;
      if (line === "" || line.startsWith("#")) continue;
      const [name, ...words] = line.split(/\s+/) as [string, ...string[]];
      const problem = /^[A-Z_]+[A-Z_0-9]*$/.test(name)
        ? this.keyword(name, words, line.slice(name.length).trim())
        : this.row([name, ...words]);
      if (problem) return failed(place, problem);
    }
    const { kind, size, values, least, most, title } = this;
    if (kind === null) return failed(null, "it says no size (LUT_3D_SIZE or LUT_1D_SIZE)");
    if (3 * this.rows !== values.length)
      return failed(null, `it has ${counted(this.rows, "row")} of ${values.length / 3}`);
    if (most.some((value, channel) => !(value > least[channel]!))) return failed(null, "its domain is empty");
    return { table: { kind, size, values, least, most }, title };
  }
}

/** Reads a table of colours. Never throws, whatever the text. */
export const readColourTable = (text: string): ReadTable => new TableReader().read(text);

/** Where each code lies along a table's side: the values before it, and the part of the way to the next. */
interface Places {
  readonly first: Uint16Array;
  readonly way: Float32Array;
}

const known = new WeakMap<ColourTable, readonly [Places, Places, Places]>();

/** Of each channel; worked out once for a table. */
function placesOf(table: ColourTable): readonly [Places, Places, Places] {
  const { size, least, most } = table;
  const of = (channel: number): Places => {
    const first = new Uint16Array(TOP_CODE + 1);
    const way = new Float32Array(TOP_CODE + 1);
    for (let code = 0; code <= TOP_CODE; code++) {
      const share = (code / TOP_CODE - least[channel]!) / (most[channel]! - least[channel]!);
      const place = Math.max(0, Math.min(1, share)) * (size - 1);
      first[code] = Math.min(size - 2, Math.floor(place));
      way[code] = place - first[code]!;
    }
    return { first, way };
  };
  const places = known.get(table) ?? ([of(0), of(1), of(2)] as const);
  known.set(table, places);
  return places;
}

/**
 * Gives each colour what a table says, in place. Between the table's colours lies what the tetrahedron about a colour tells, whose longest
 * side is the greys: they stay grey. @see Sakamoto & Itooka (1981); Kasson, Nin, Plouffe & Hafner (1995), Performing color space
 * conversions with three-dimensional linear interpolation
 *
 * @param codes Interleaved 16-bit sRGB codes.
 */
export function applyTable(codes: Uint16Array, { table, part }: TablePart): void {
  const { kind, size, values } = table;
  const [red, green, blue] = placesOf(table);
  const written = (code: number, value: number): number =>
    Math.max(0, Math.min(TOP_CODE, code + part * (TOP_CODE * value - code))) + 0.5;
  if (kind === "channels") {
    for (let at = 0; at < codes.length; at++) {
      const { first, way } = at % 3 === 0 ? red : at % 3 === 1 ? green : blue;
      const code = codes[at]!;
      const before = 3 * first[code]! + (at % 3);
      codes[at] = written(code, values[before]! + way[code]! * (values[before + 3]! - values[before]!));
    }
    return;
  }
  for (let at = 0; at < codes.length; at += 3) {
    const [r, g, b] = [codes[at]!, codes[at + 1]!, codes[at + 2]!];
    const corner = 3 * (red.first[r]! + size * (green.first[g]! + size * blue.first[b]!));
    // From the darkest corner of a cell to its brightest, first along the channel that is furthest.
    let [far, middle, near] = [red.way[r]!, green.way[g]!, blue.way[b]!];
    let [alongFar, alongMiddle, alongNear] = [3, 3 * size, 3 * size * size];
    if (far < middle) [far, middle, alongFar, alongMiddle] = [middle, far, alongMiddle, alongFar];
    if (middle < near) [middle, near, alongMiddle, alongNear] = [near, middle, alongNear, alongMiddle];
    if (far < middle) [far, middle, alongFar, alongMiddle] = [middle, far, alongMiddle, alongFar];
    const one = corner + alongFar;
    const two = one + alongMiddle;
    const three = two + alongNear;
    for (let channel = 0; channel < 3; channel++)
      codes[at + channel] = written(
        codes[at + channel]!,
        (1 - far) * values[corner + channel]! +
          (far - middle) * values[one + channel]! +
          (middle - near) * values[two + channel]! +
          near * values[three + channel]!,
      );
  }
}
