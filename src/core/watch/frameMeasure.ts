import { median } from "../median";
import { clippedShares, exposureErrors, type MeteringMode } from "../picture";
import { decodeSrgb } from "../picture/srgb";

/** What is watched of each frame of a run, measured on its small picture. */
export interface FrameMeasure {
  /** Over (+) or under (-) the meter's level by each way of metering, stops. */
  readonly errors: Readonly<Record<MeteringMode, number>>;
  readonly clippedAny: number;
  /**
   * Mean light of the picture's parts, stops under white, three channels each; what is white or black in a part is not in it. Whatever
   * passes lights up a few of them, and leaves the others as they are.
   */
  readonly parts: Float32Array;
  readonly width: number;
  readonly height: number;
  /**
   * Mean light by column in each band of the picture, and by row in each of its strips, stops: two frames of the same place fit when
   * shifted by as much as it moved, tile by tile.
   */
  readonly columns: Float32Array;
  readonly rows: Float32Array;
  /** How much neighbouring pixels differ in each tile, as a share of its light: less where the picture is softer. */
  readonly detail: Float32Array;
}

/** Tiles of a picture that are looked at by themselves: what moves in some of them does not move the picture. */
const BANDS = 3;
const STRIPS = 4;

const LINEAR = Float64Array.from({ length: 256 }, (_, code) => decodeSrgb(code / 255));
const PARTS_ACROSS = 16;
const PARTS_DOWN = 12;
/** So dark that noise would say where things are. */
const LEAST_LIGHT = 1e-3;
/** What clips has lost its colour. */
const COLOURED_BELOW = 250;

/** Measures a frame's small picture. @throws RangeError when the samples are not width times height pixels. */
export function measureFrame(picture: {
  readonly width: number;
  readonly height: number;
  readonly samples: Uint8Array;
}): FrameMeasure {
  const { width, height, samples } = picture;
  const errors = exposureErrors(picture);
  const { clippedAny } = clippedShares(samples);
  const columns = new Float64Array(BANDS * width);
  const rows = new Float64Array(STRIPS * height);
  const detail = new Float64Array(BANDS * STRIPS);
  const lights = new Float64Array(BANDS * STRIPS);
  const sums = new Float64Array(3 * PARTS_ACROSS * PARTS_DOWN);
  const counts = new Uint32Array(PARTS_ACROSS * PARTS_DOWN);
  for (let y = 0, at = 0; y < height; y++) {
    const partRow = PARTS_ACROSS * Math.floor((y * PARTS_DOWN) / height);
    const band = Math.floor((y * BANDS) / height);
    for (let x = 0; x < width; x++, at += 3) {
      const green = LINEAR[samples[at + 1]!]!;
      const strip = Math.floor((x * STRIPS) / width);
      columns[band * width + x] = columns[band * width + x]! + green;
      rows[strip * height + y] = rows[strip * height + y]! + green;
      if (x > 0 && y > 0) {
        const tile = band * STRIPS + strip;
        const code = samples[at + 1]!;
        detail[tile] = detail[tile]! + Math.hypot(code - samples[at - 2]!, code - samples[at + 1 - 3 * width]!);
        lights[tile] = lights[tile]! + code;
      }
      if (Math.max(samples[at]!, samples[at + 1]!, samples[at + 2]!) >= COLOURED_BELOW) continue;
      const part = partRow + Math.floor((x * PARTS_ACROSS) / width);
      counts[part] = counts[part]! + 1;
      for (let channel = 0; channel < 3; channel++)
        sums[3 * part + channel] = sums[3 * part + channel]! + LINEAR[samples[at + channel]!]!;
    }
  }
  const stops = (light: number) => Math.log2(Math.max(LEAST_LIGHT, light));
  return {
    errors,
    clippedAny,
    parts: Float32Array.from(sums, (sum, at) => stops(sum / Math.max(1, counts[Math.floor(at / 3)]!))),
    width,
    height,
    columns: Float32Array.from(columns, (sum) => stops((BANDS * sum) / height)),
    rows: Float32Array.from(rows, (sum) => stops((STRIPS * sum) / width)),
    detail: Float32Array.from(detail, (sum, tile) => (lights[tile]! > 0 ? sum / lights[tile]! : 0)),
  };
}

/** Parts darker than this are noise, stops under white. */
const LEAST_PART_STOPS = -8;

/** How a frame differs from another in the middle one of its parts: whatever passes before a few of them does not count. */
export function changeBetween(
  from: FrameMeasure,
  to: FrameMeasure,
): { readonly light: number; readonly red: number; readonly blue: number } {
  const light: number[] = [];
  const red: number[] = [];
  const blue: number[] = [];
  for (let at = 0; at < from.parts.length; at += 3) {
    const [r, g, b] = [0, 1, 2].map((channel) => to.parts[at + channel]! - from.parts[at + channel]!) as [
      number,
      number,
      number,
    ];
    if (Math.min(from.parts[at + 1]!, to.parts[at + 1]!) < LEAST_PART_STOPS) continue;
    light.push(g);
    red.push(r - g);
    blue.push(b - g);
  }
  return { light: median(light), red: median(red), blue: median(blue) };
}

/** Share of a picture's parts that are brighter than in another by so many stops. */
export function brighterShare(from: FrameMeasure, to: FrameMeasure, stops: number): number {
  let [brighter, all] = [0, 0];
  for (let at = 1; at < from.parts.length; at += 3) {
    all++;
    if (to.parts[at]! - from.parts[at]! > stops) brighter++;
  }
  return brighter / all;
}

/** No tripod that still stands moves further within a run, as a part of the picture's width. */
const MOST_SHIFT_PART = 0.02;

/** A profile fits where it lies by so much better than elsewhere, or it does not tell. */
const TELLING_FIT = 0.6;
/** Less than this along a profile is even light and noise, stops. */
const LEAST_STRUCTURE = 0.15;

/**
 * How far a stretch of a profile is moved against another's, in its own steps, where it fits best; between two steps by the parabola
 * through three. Null where it does not tell: even light, and what moves by itself.
 */
function profileShift(one: Float32Array, other: Float32Array): number | null {
  const most = Math.max(2, Math.round(MOST_SHIFT_PART * 4 * one.length));
  const mean = (profile: Float32Array) => profile.reduce((sum, value) => sum + value, 0) / profile.length;
  const middle = mean(one);
  const structure = Math.sqrt(one.reduce((sum, value) => sum + (value - middle) ** 2, 0) / one.length);
  if (structure < LEAST_STRUCTURE || one.length < 4 * most) return null;
  // The light may have changed between the two.
  const lift = middle - mean(other);
  const misfit = (shift: number): number => {
    let sum = 0;
    for (let at = most + 1; at < one.length - most - 1; at++) sum += (one[at]! - other[at + shift]! - lift) ** 2;
    return sum;
  };
  let best = 0;
  let least = misfit(0);
  let all = 0;
  for (let shift = -most; shift <= most; shift++) {
    const found = misfit(shift);
    all += found / (2 * most + 1);
    if (found < least) [best, least] = [shift, found];
  }
  if (least > TELLING_FIT * all) return null;
  const [before, after] = [misfit(best - 1), misfit(best + 1)];
  const bend = before - 2 * least + after;
  return bend > 0 ? best + (before - after) / 2 / bend : best;
}

/** Shifts of the tiles that tell, along profiles of `count` lines of `length`, each cut into `pieces`. */
function tileShifts(one: Float32Array, other: Float32Array, lines: number, length: number, pieces: number): number[] {
  const shifts: number[] = [];
  for (let line = 0; line < lines; line++)
    for (let piece = 0; piece < pieces; piece++) {
      const from = line * length + Math.floor((piece * length) / pieces);
      const to = line * length + Math.floor(((piece + 1) * length) / pieces);
      const shift = profileShift(one.subarray(from, to), other.subarray(from, to));
      if (shift !== null) shifts.push(shift);
    }
  return shifts;
}

/** Fewer tiles than this tell of something in the picture and not of all of it. */
const LEAST_TILES = 2;

/** How far a frame's picture lies from another's, as parts of its width: to the right and down, as most of its tiles have it. */
export function shiftBetween(from: FrameMeasure, to: FrameMeasure): { readonly right: number; readonly down: number } {
  const { width, height } = from;
  if (to.width !== width || to.height !== height) return { right: 0, down: 0 };
  const part = (shifts: number[]) => (shifts.length < LEAST_TILES ? 0 : median(shifts) / width);
  return {
    right: part(tileShifts(from.columns, to.columns, BANDS, width, STRIPS)),
    down: part(tileShifts(from.rows, to.rows, STRIPS, height, BANDS)),
  };
}

/** How sharp a frame is against another, in the middle one of its tiles: 1 alike, less softer. */
export function sharpnessAgainst(from: FrameMeasure, to: FrameMeasure): number {
  const shares = Array.from(from.detail).flatMap((detail, tile) => (detail > 0 ? [to.detail[tile]! / detail] : []));
  return shares.length === 0 ? 1 : median(shares);
}
