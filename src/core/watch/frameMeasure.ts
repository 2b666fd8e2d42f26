import { clippedShares, exposureErrors, type MeteringMode } from "../picture";
import { decodeSrgb } from "../picture/srgb";

/** What is watched of each frame of a run, measured on its small picture. */
export interface FrameMeasure {
  /** Over (+) or under (-) the meter's level by each way of metering, stops. */
  readonly errors: Readonly<Record<MeteringMode, number>>;
  readonly clippedAny: number;
  /** Red and blue over green, stops: how warm it came out. */
  readonly redStops: number;
  readonly blueStops: number;
  /** Mean light by column and by row, stops: two frames of the same place fit when shifted by as much as it moved. */
  readonly columns: Float32Array;
  readonly rows: Float32Array;
}

const LINEAR = Float64Array.from({ length: 256 }, (_, code) => decodeSrgb(code / 255));
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
  let [red, green, blue] = [0, 0, 0];
  for (let y = 0, at = 0; y < height; y++)
    for (let x = 0; x < width; x++, at += 3) {
      const [r, g, b] = [LINEAR[samples[at]!]!, LINEAR[samples[at + 1]!]!, LINEAR[samples[at + 2]!]!];
      columns[x] = columns[x]! + g;
      rows[y] = rows[y]! + g;
      if (Math.max(samples[at]!, samples[at + 1]!, samples[at + 2]!) >= COLOURED_BELOW) continue;
      red += r;
      green += g;
      blue += b;
    }
  const stops = (light: number, over: number) => Math.log2(Math.max(LEAST_LIGHT, light) / Math.max(LEAST_LIGHT, over));
  return {
    errors,
    clippedAny,
    redStops: stops(red, green),
    blueStops: stops(blue, green),
    columns: Float32Array.from(columns, (sum) => stops(sum / height, 1)),
    rows: Float32Array.from(rows, (sum) => stops(sum / width, 1)),
  };
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
