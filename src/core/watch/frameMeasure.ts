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
  /** Mean light by column and by row, stops: two frames of the same place fit when shifted by as much as it moved. */
  readonly columns: Float32Array;
  readonly rows: Float32Array;
}

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
  const columns = new Float64Array(width);
  const rows = new Float64Array(height);
  const sums = new Float64Array(3 * PARTS_ACROSS * PARTS_DOWN);
  const counts = new Uint32Array(PARTS_ACROSS * PARTS_DOWN);
  for (let y = 0, at = 0; y < height; y++) {
    const partRow = PARTS_ACROSS * Math.floor((y * PARTS_DOWN) / height);
    for (let x = 0; x < width; x++, at += 3) {
      const green = LINEAR[samples[at + 1]!]!;
      columns[x] = columns[x]! + green;
      rows[y] = rows[y]! + green;
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
    columns: Float32Array.from(columns, (sum) => stops(sum / height)),
    rows: Float32Array.from(rows, (sum) => stops(sum / width)),
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

/** No tripod that still stands moves further within a run, as a part of the picture's width. */
const MOST_SHIFT_PART = 0.02;

/** How far one profile is moved against another, in its own steps, where it fits best; between two steps by the parabola through three. */
function profileShift(one: Float32Array, other: Float32Array): number {
  const most = Math.max(2, Math.round(MOST_SHIFT_PART * one.length));
  const mean = (profile: Float32Array) => profile.reduce((sum, value) => sum + value, 0) / profile.length;
  // The light may have changed between the two.
  const lift = mean(one) - mean(other);
  const misfit = (shift: number): number => {
    let sum = 0;
    for (let at = most + 1; at < one.length - most - 1; at++) sum += (one[at]! - other[at + shift]! - lift) ** 2;
    return sum;
  };
  let best = 0;
  let least = misfit(0);
  for (let shift = -most; shift <= most; shift++) {
    const found = misfit(shift);
    if (found < least) [best, least] = [shift, found];
  }
  const [before, after] = [misfit(best - 1), misfit(best + 1)];
  const bend = before - 2 * least + after;
  return bend > 0 ? best + (before - after) / 2 / bend : best;
}

/** How far a frame's picture lies from another's, as parts of its width: to the right and down. */
export function shiftBetween(from: FrameMeasure, to: FrameMeasure): { readonly right: number; readonly down: number } {
  const width = from.columns.length;
  if (to.columns.length !== width || to.rows.length !== from.rows.length) return { right: 0, down: 0 };
  return { right: profileShift(from.columns, to.columns) / width, down: profileShift(from.rows, to.rows) / width };
}
