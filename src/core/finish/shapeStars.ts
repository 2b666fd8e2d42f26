import { codeLights, codeOfLight } from "../stack/lightCodes";
import { LUMINANCE } from "./colour";
import { leastAbout, mostAbout } from "./extremes";
import { type PictureLights, STAR_SOFT_STOPS } from "./findLights";
import { enlarger } from "./guided";
import { clamp, rising } from "./memberships";
import { FLOOR_STOPS, stopsOf } from "./picture";
import type { Piece } from "./piece";

// Stars made smaller, and round where the sky has turned while the shutter stood open. Only light over the sky about a star is moved, and
// each pixel keeps its colour.

/** What is done to stars. */
export interface StarShaping {
  /** Their width is multiplied by this, above 0 up to 1. */
  readonly width: number;
  /** Which part of what makes them long is taken away, 0 to 1. */
  readonly round: number;
}

/** From a star's middle to its end, along which way it is long, pixels; no more than how long it is beyond its width. */
export interface StarDrift {
  readonly x: number;
  readonly y: number;
}

/** A star's light is looked for so far about a pixel, and a star is never longer than twice this, pixels. */
const STAR_RADIUS = 5;
/** Rows beyond its own that a row looks at. */
export const STAR_REACH = 2 * STAR_RADIUS + 1;
/** Stars whose shape is measured at most, and at least for it to count. */
const MOST_MEASURED = 400;
const LEAST_MEASURED = 8;
/** Stars that are longer than wide by less than this are round: twice the middle miss of such moments, pixels. */
const LEAST_LENGTH = 1;
const FLOOR = 2 ** FLOOR_STOPS;
/** Stars nearer to white have lost their shape. */
const MOST_PEAK = 0.9;

/** Codes of a piece of a picture. */
export interface CodeRows extends Piece {
  readonly codes: Uint16Array;
}

interface SkyRows {
  readonly rows: number;
  /** Light over that of the surroundings, that of the surroundings, and each pixel's part in the sky. */
  readonly over: Float32Array;
  readonly about: Float32Array;
  readonly sky: Float32Array;
}

function skyRows(piece: CodeRows, found: PictureLights, sky: number): SkyRows {
  const { codes, width } = piece;
  const rows = codes.length / (3 * width);
  const lights = codeLights();
  const [red, green, blue] = LUMINANCE;
  const planes = [0, 1, 2].map(() => new Float32Array(rows * width)) as [Float32Array, Float32Array, Float32Array];
  const [over, about, part] = planes;
  const { slope, offset } = found.surroundings;
  const own = found.memberships[sky]!;
  const enlarged = enlarger(slope, piece);
  const [slopes, offsets, skySlopes, skyOffsets] = [0, 1, 2, 3].map(() => new Float32Array(width)) as [
    Float32Array,
    Float32Array,
    Float32Array,
    Float32Array,
  ];
  for (let row = 0, at = 0; row < rows; row++) {
    enlarged(own.slope, row, skySlopes);
    enlarged(own.offset, row, skyOffsets);
    enlarged(slope, row, slopes);
    enlarged(offset, row, offsets);
    for (let x = 0; x < width; x++, at++) {
      const from = 3 * at;
      const light = red * lights[codes[from]!]! + green * lights[codes[from + 1]!]! + blue * lights[codes[from + 2]!]!;
      const stops = stopsOf(light);
      part[at] = clamp(skySlopes[x]! * stops + skyOffsets[x]!);
      about[at] = Math.max(0, 2 ** (slopes[x]! * stops + offsets[x]!) - FLOOR);
      over[at] = light;
    }
  }
  // Surroundings follow what is bright a little: those of a star are what lies around it.
  const around = leastAbout(about, width, rows, STAR_RADIUS);
  for (let at = 0; at < over.length; at++) over[at] = Math.max(0, over[at]! - around[at]!);
  return { rows, over, about: around, sky: part };
}

const skyOf = ({ lights }: PictureLights): number => {
  const sky = lights.findIndex(({ id }) => id === "sky");
  return sky >= 0 ? sky : lights.findIndex(({ id }) => id === "stars");
};

/** Second moments of a star's light about its middle. */
function momentsAt(over: Float32Array, width: number, at: number) {
  let [sum, x, y] = [0, 0, 0];
  const each = (use: (dx: number, dy: number, value: number) => void) => {
    for (let dy = -STAR_RADIUS; dy <= STAR_RADIUS; dy++)
      for (let dx = -STAR_RADIUS; dx <= STAR_RADIUS; dx++) {
        const value = over[at + dy * width + dx]!;
        // Half a star's height tells its shape; lower down is noise.
        if (value > 0.25 * over[at]!) use(dx, dy, value);
      }
  };
  each((dx, dy, value) => {
    sum += value;
    x += value * dx;
    y += value * dy;
  });
  let [xx, xy, yy] = [0, 0, 0];
  each((dx, dy, value) => {
    xx += (value * (dx - x / sum) ** 2) / sum;
    xy += (value * (dx - x / sum) * (dy - y / sum)) / sum;
    yy += (value * (dy - y / sum) ** 2) / sum;
  });
  return { xx, xy, yy };
}

const middleOf = (values: readonly number[]): number => [...values].sort((a, b) => a - b)[values.length >> 1] ?? 0;

/**
 * Measures how long a picture's stars are, by the moments of the middle one of them.
 *
 * @returns null where there are too few to tell, or where they are round.
 */
export function starDrift(rows: CodeRows, found: PictureLights): StarDrift | null {
  const sky = skyOf(found);
  if (sky < 0 || found.starsFrom === null) return null;
  const { width } = rows;
  const { rows: count, over, about, sky: part } = skyRows(rows, found, sky);
  const most = mostAbout(over, width, count, STAR_RADIUS);
  const peaks: number[] = [];
  for (let y = STAR_RADIUS; y < count - STAR_RADIUS; y++)
    for (let x = STAR_RADIUS, at = y * width + x; x < width - STAR_RADIUS; x++, at++) {
      const light = over[at]! + about[at]!;
      if (over[at]! <= 0 || over[at]! < most[at]! || part[at]! < 0.5 || light > MOST_PEAK) continue;
      if (stopsOf(light) - stopsOf(about[at]!) > found.starsFrom + STAR_SOFT_STOPS) peaks.push(at);
    }
  if (peaks.length < LEAST_MEASURED) return null;
  const brightest = peaks.sort((a, b) => over[b]! - over[a]!).slice(0, MOST_MEASURED);
  const all = brightest.map((at) => momentsAt(over, width, at));
  const [xx, xy, yy] = [middleOf(all.map((m) => m.xx)), middleOf(all.map((m) => m.xy)), middleOf(all.map((m) => m.yy))];
  // A line of light of some length has a twelfth of its square more along itself than across.
  const differs = Math.hypot(xx - yy, 2 * xy);
  const half = Math.sqrt(12 * differs) / 2;
  if (2 * half < LEAST_LENGTH) return null;
  const angle = Math.atan2(2 * xy, xx - yy) / 2;
  const length = Math.min(half, STAR_RADIUS);
  return { x: length * Math.cos(angle), y: length * Math.sin(angle) };
}

/** Values `dx` and `dy` further, straight between pixels; those at the edges go on. */
function movedBy(values: Float32Array, width: number, rows: number, dx: number, dy: number) {
  const [left, top] = [Math.floor(dx), Math.floor(dy)];
  const [right, down] = [dx - left, dy - top];
  const at = (x: number, y: number) =>
    values[Math.max(0, Math.min(rows - 1, y)) * width + Math.max(0, Math.min(width - 1, x))]!;
  return (x: number, y: number): number => {
    const [column, row] = [x + left, y + top];
    const above = at(column, row) + right * (at(column + 1, row) - at(column, row));
    const below = at(column, row + 1) + right * (at(column + 1, row + 1) - at(column, row + 1));
    return above + down * (below - above);
  };
}

/**
 * Shapes the stars of rows of a picture. Where they are a part of it, those up to `STAR_REACH` from either end lack what lies beyond.
 *
 * @param drift How long they are; see `starDrift`.
 * @returns Codes; the same ones where there is no sky.
 */
export function shapedStars(
  rows: CodeRows,
  found: PictureLights,
  { width: narrowed, round }: StarShaping,
  drift: StarDrift | null,
): Uint16Array {
  const sky = skyOf(found);
  const isRound = round === 0 || drift === null;
  if (sky < 0 || found.starsFrom === null || (narrowed === 1 && isRound)) return rows.codes;
  const { codes, width } = rows;
  const { rows: count, over, about, sky: part } = skyRows(rows, found, sky);
  const near = mostAbout(over, width, count, STAR_RADIUS);
  let shaped = over;
  if (!isRound) {
    const [dx, dy] = [round * drift.x, round * drift.y];
    const [ahead, behind] = [movedBy(over, width, count, dx, dy), movedBy(over, width, count, -dx, -dy)];
    // A line of light is cut off at both ends: what is left of it is where both its ends lie within it.
    shaped = over.map((value, at) => {
      if (value <= 0) return 0;
      const [x, y] = [at % width, Math.floor(at / width)];
      return Math.min(value, ahead(x, y), behind(x, y));
    });
  }
  const peaks = narrowed === 1 ? null : mostAbout(shaped, width, count, STAR_RADIUS);
  // A power of a bell is a narrower bell, as high.
  const power = 1 / (narrowed * narrowed);
  const lights = codeLights();
  const out = codes.slice();
  for (let at = 0; at < over.length; at++) {
    const sky = part[at]!;
    if (sky <= 0 || over[at]! <= 0) continue;
    const isStar = rising(
      found.starsFrom,
      found.starsFrom + STAR_SOFT_STOPS,
      stopsOf(near[at]! + about[at]!) - stopsOf(about[at]!),
    );
    if (isStar <= 0) continue;
    const peak = peaks?.[at] ?? 0;
    const wanted = peak > 0 ? peak * (shaped[at]! / peak) ** power : shaped[at]!;
    const gain = 1 + sky * isStar * ((about[at]! + wanted) / (about[at]! + over[at]!) - 1);
    for (let channel = 3 * at; channel < 3 * at + 3; channel++)
      out[channel] = codeOfLight(gain * lights[codes[channel]!]!);
  }
  return out;
}
