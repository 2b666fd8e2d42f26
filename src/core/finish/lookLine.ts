import { counted } from "../words";
import { KELVIN_BOUNDS, TINT_BOUNDS } from "./colour";
import { FINISH_LIGHT_IDS, type FinishLightId } from "./lightIds";
import {
  type Crop,
  CURVE_BOUNDS,
  type CurvePoint,
  hasValue,
  LIGHT_TARGETS,
  LIGHT_VALUES,
  type LightMove,
  LOOK_VALUE_IDS,
  LOOK_VALUES,
  type Look,
  type LookValueId,
  MOST_CURVE_POINTS,
  onSteps,
  PLAIN_LOOK,
  rises,
  SHARE_DIGITS,
  TABLE_NAME,
  TABLE_PERCENT,
  VALUES_OF_LIGHTS,
} from "./look";

// The look line: `wb 3200K | exposure +0.5 | ground +0.7 | sodium colour -35 | sky 4200K | trails -1 | shadows to noise`. Parts may come in
// any order, any may be left out; reading what is printed gives the same look.

/** A stretch of the line that could not be read, and what would have been right there. */
export interface LookProblem {
  /** Offset of the first wrong character. */
  readonly start: number;
  /** Offset after the last wrong character. */
  readonly end: number;
  readonly found: string;
  /** What was expected, to follow "expected". */
  readonly expected: string;
}

/** A line as it was read: what could be understood, and what could not. */
export interface ParsedLook {
  /** Every part that was right; wrong ones are left out. */
  readonly look: Look;
  readonly problems: readonly LookProblem[];
}

/** A longer line is none. */
export const MOST_LOOK_LETTERS = 2000;

interface Word {
  readonly text: string;
  readonly start: number;
}

const EXPECTED_PART = `a part of a look, such as exposure +0.5, wb 3200K, sodium colour -35, shadows to noise or crop 0 0.1 1 0.8`;

const spanOf = ({ least, most }: { readonly least: number; readonly most: number }): string => `${least} to ${most}`;

/** A number as it is typed, with any kind of minus; null for anything else. */
function numberOf(text: string): number | null {
  const plain = text.replace(/[−–]/, "-");
  return /^[+-]?(\d+\.?\d*|\.\d+)$/.test(plain) ? Number(plain) : null;
}

/** Kelvin as they are typed, `3200K`; null for anything else. */
const kelvinOf = (text: string): number | null => (/k$/i.test(text) ? numberOf(text.slice(0, -1)) : null);

/** Numbers of a light that are named, in the order in which they are written. */
const LIGHT_KEYS = ["range", "colour", "size", "round", "recolour"] as const;
type LightKey = (typeof LIGHT_KEYS)[number];

class LineReader {
  private look: Look = PLAIN_LOOK;
  private readonly problems: LookProblem[] = [];
  private readonly seen = new Set<string>();

  read(line: string): ParsedLook {
    if (line.length > MOST_LOOK_LETTERS) {
      const expected = `${counted(MOST_LOOK_LETTERS, "letter")} at most`;
      return {
        look: PLAIN_LOOK,
        problems: [{ start: MOST_LOOK_LETTERS, end: line.length, found: line.slice(MOST_LOOK_LETTERS), expected }],
      };
    }
    const parts =
      line.trim() === ""
        ? []
        : [...line.matchAll(/[^|]*(\||$)/g)].filter(({ 0: text }, at, all) => text !== "" || at < all.length - 1);
    for (const part of parts) {
      const text = part[0].replace(/\|$/, "");
      const words = [...text.matchAll(/\S+/g)].map(
        (match): Word => ({ text: match[0], start: part.index + match.index }),
      );
      if (words.length === 0) this.fail({ text, start: part.index }, `${EXPECTED_PART} between the bars`);
      else this.part(words);
    }
    return { look: this.look, problems: this.problems };
  }

  private fail({ text, start }: Word, expected: string): void {
    this.problems.push({ start, end: start + text.length, found: text, expected });
  }

  private part(words: readonly Word[]): void {
    const [name, ...rest] = words as [Word, ...Word[]];
    const word = name.text.toLowerCase().replace("ç", "c");
    if (this.seen.has(word)) {
      this.fail(name, `${word} only once in a line`);
      return;
    }
    const value = LOOK_VALUE_IDS.find((id) => id === word);
    const light = FINISH_LIGHT_IDS.find((id) => id === word);
    if (value) this.value(value, name, rest);
    else if (light) this.light(light, name, rest);
    else if (word === "wb") this.balance(name, rest);
    else if (word === "curve") this.curve(name, rest);
    else if (word === "table") this.table(name, rest);
    else if (word === "crop") this.crop(name, rest);
    else {
      this.fail(name, EXPECTED_PART);
      return;
    }
    this.seen.add(word);
  }

  /** A number on steps and within bounds, or null, and a problem. */
  private number(
    word: Word | undefined,
    before: Word,
    row: { least: number; most: number; step: number },
    what: string,
  ): number | null {
    const value = word ? numberOf(word.text) : null;
    if (value === null || value < row.least || value > row.most) {
      const example = onSteps((row.least + row.most) / 2 + row.step * 10, row);
      this.fail(
        word ?? { text: "", start: before.start + before.text.length },
        `${what} of ${spanOf(row)}, such as ${example}`,
      );
      return null;
    }
    return onSteps(value, row);
  }

  private tooMany(words: readonly Word[]): boolean {
    if (words.length > 0) this.fail(words[0]!, "a bar before the next part");
    return words.length > 0;
  }

  private value(id: LookValueId, name: Word, [word, ...more]: readonly Word[]): void {
    const row = LOOK_VALUES[id];
    const value = this.number(word, name, row, `${id} in ${row.unit}`);
    if (value === null || this.tooMany(more)) return;
    this.look = { ...this.look, values: { ...this.look.values, [id]: value } };
  }

  private kelvin(word: Word | undefined, before: Word): number | null {
    const kelvin = word ? kelvinOf(word.text) : null;
    if (kelvin !== null && kelvin >= KELVIN_BOUNDS.least && kelvin <= KELVIN_BOUNDS.most)
      return onSteps(kelvin, LIGHT_VALUES.kelvin);
    this.fail(
      word ?? { text: "", start: before.start + before.text.length },
      `${spanOf(KELVIN_BOUNDS)} Kelvin, such as 3200K`,
    );
    return null;
  }

  private balance(name: Word, [word, ...more]: readonly Word[]): void {
    const kelvin = this.kelvin(word, name);
    if (kelvin === null) return;
    let tint = 0;
    if (more[0]?.text.toLowerCase() === "tint") {
      const read = this.number(more[1], more[0], { ...TINT_BOUNDS, step: 1 }, "a tint");
      if (read === null || this.tooMany(more.slice(2))) return;
      tint = read;
    } else if (this.tooMany(more)) return;
    this.look = { ...this.look, balance: { kelvin, tint } };
  }

  private curve(name: Word, words: readonly Word[]): void {
    const points: CurvePoint[] = [];
    for (const word of words) {
      const [from, to, ...more] = word.text.split(":").map(numberOf);
      const isPoint = [from, to].every(
        (value) => typeof value === "number" && value >= CURVE_BOUNDS.least && value <= CURVE_BOUNDS.most,
      );
      if (!isPoint || more.length > 0) {
        this.fail(word, `stops under white and what they become, of ${spanOf(CURVE_BOUNDS)}, such as -5:-4.5`);
        return;
      }
      points.push([onSteps(from!, CURVE_BOUNDS), onSteps(to!, CURVE_BOUNDS)]);
    }
    if (points.length === 0 || points.length > MOST_CURVE_POINTS || !rises(points)) {
      const expected = `1 to ${MOST_CURVE_POINTS} points that rise from dark to bright, such as -8:-9 -3:-2.5`;
      this.fail(words[0] ?? name, expected);
      return;
    }
    this.look = { ...this.look, curve: points };
  }

  private table(name: Word, [word, ...more]: readonly Word[]): void {
    const table = word?.text.toLowerCase() ?? "";
    if (!TABLE_NAME.test(table)) {
      this.fail(word ?? { text: "", start: name.start + name.text.length }, "a table's name, such as warm-night");
      return;
    }
    const percent = more.length === 0 ? TABLE_PERCENT.most : this.number(more[0], name, TABLE_PERCENT, "percent");
    if (percent === null || this.tooMany(more.slice(1))) return;
    this.look = { ...this.look, table: { name: table, percent } };
  }

  private crop(name: Word, words: readonly Word[]): void {
    const shares = [0, 1, 2, 3].map((at) =>
      this.number(
        words[at],
        words[at - 1] ?? name,
        { least: 0, most: 1, step: 10 ** -SHARE_DIGITS },
        "a share of the picture",
      ),
    );
    if (shares.some((value) => value === null) || this.tooMany(words.slice(4))) return;
    const [left, top, width, height] = words
      .slice(0, 4)
      .map(({ text }) => Number(numberOf(text)!.toFixed(SHARE_DIGITS))) as [number, number, number, number];
    if (!(width > 0 && height > 0) || left + width > 1 + 1e-9 || top + height > 1 + 1e-9) {
      this.fail(words[0]!, "left, top, width and height of a part of the picture, shares of 1");
      return;
    }
    this.look = { ...this.look, crop: { left, top, width, height } };
  }

  private lightNumber(id: FinishLightId, key: LightKey, word: Word | undefined, before: Word): number | null {
    if (hasValue(id, key)) return this.number(word, before, LIGHT_VALUES[key], `a ${key}`);
    this.fail(before, `${key} only of ${VALUES_OF_LIGHTS[key]!.join(" and ")}; stops, range, colour or Kelvin`);
    return null;
  }

  private light(id: FinishLightId, name: Word, words: readonly Word[]): void {
    let move: LightMove = {};
    let before = name;
    for (let at = 0; at < words.length; at++) {
      const word = words[at]!;
      const key = word.text.toLowerCase();
      if (key === "to") {
        const target = LIGHT_TARGETS.find((each) => each === words[at + 1]?.text.toLowerCase());
        if (!target) {
          this.fail(words[at + 1] ?? word, LIGHT_TARGETS.join(" or "));
          return;
        }
        move = { ...move, stops: target };
        at++;
      } else if (LIGHT_KEYS.some((each) => each === key)) {
        const value = this.lightNumber(id, key as LightKey, words[at + 1], word);
        if (value === null) return;
        move = { ...move, [key]: value };
        at++;
      } else if (kelvinOf(key) !== null) {
        const kelvin = this.kelvin(word, before);
        if (kelvin === null) return;
        move = { ...move, kelvin };
      } else {
        const stops = this.number(
          word,
          before,
          LIGHT_VALUES.stops,
          "stops, to noise, to white, range, colour or Kelvin; stops",
        );
        if (stops === null) return;
        move = { ...move, stops };
      }
      before = word;
    }
    if (words.length === 0) {
      this.fail(
        { text: "", start: name.start + name.text.length },
        `what becomes of it, such as ${id} +0.7, ${id} colour -35, ${id} 4200K or ${id} to noise`,
      );
      return;
    }
    this.look = { ...this.look, lights: { ...this.look.lights, [id]: move } };
  }
}

/** Reads a look line. Never throws, whatever the text. */
export const parseLook = (line: string): ParsedLook => new LineReader().read(line);

const signedText = (value: number): string => (value > 0 ? `+${value}` : String(value));

function moveText({ stops, kelvin, ...named }: LightMove): string {
  const parts = [
    stops === undefined ? null : typeof stops === "number" ? signedText(stops) : `to ${stops}`,
    ...LIGHT_KEYS.map((key) => {
      const value = named[key];
      return value === undefined ? null : `${key} ${key === "range" ? value : signedText(value)}`;
    }),
    kelvin === undefined ? null : `${kelvin}K`,
  ];
  return parts.filter((part) => part !== null).join(" ");
}

const cropText = ({ left, top, width, height }: Crop): string =>
  [left, top, width, height].map((value) => String(Number(value.toFixed(SHARE_DIGITS)))).join(" ");

/** Writes a look in its usual spelling; nothing for the picture as it is. */
export function printLook({ balance, values, curve, lights, table, crop }: Look): string {
  const valueText = (id: LookValueId): string[] => {
    const value = values[id];
    return value === undefined ? [] : [`${id} ${signedText(value)}`];
  };
  return [
    ...(balance ? [`wb ${balance.kelvin}K${balance.tint === 0 ? "" : ` tint ${signedText(balance.tint)}`}`] : []),
    ...LOOK_VALUE_IDS.flatMap(valueText),
    ...(curve ? [`curve ${curve.map(([from, to]) => `${from}:${to}`).join(" ")}`] : []),
    ...FINISH_LIGHT_IDS.flatMap((id) => {
      const text = moveText(lights[id] ?? {});
      return text === "" ? [] : [`${id} ${text}`];
    }),
    ...(table ? [`table ${table.name} ${table.percent}`] : []),
    ...(crop ? [`crop ${cropText(crop)}`] : []),
  ].join(" | ");
}
