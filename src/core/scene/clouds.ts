import type { View } from "./camera";
import { fractalNoise } from "./noise";
import { clearTowards, type SkyLook } from "./skyLook";

/** How high thin cloud drifts, metres, and how long its pieces are. */
const CLOUD_BASE_M = 2400;
const CLOUD_PIECE_M = 2600;
/** Cloud nearer to the horizon than this, as the sine of its altitude, is lost in the air. */
const LOWEST = 0.02;

/**
 * How much of a direction thin cloud fills, 0 to 0.8.
 *
 * @param right Of a direction of unit length, as `up` and `ahead`, beside the camera's heading.
 * @param driftM How far it has drifted to the right since the scene's first instant.
 */
export function cloudTowards(look: SkyLook, right: number, up: number, ahead: number, driftM: number): number {
  if (look.cloud <= 0 || up < LOWEST) return 0;
  const reach = CLOUD_BASE_M / (up + 0.06) / CLOUD_PIECE_M;
  const across = reach * right - driftM / CLOUD_PIECE_M;
  const streak = fractalNoise(across * 0.8 + 9, reach * ahead * 2.2, look.seed + 40, 5);
  const thick = Math.max(0, streak - 0.62 + 0.3 * look.cloud) * 2.6 * Math.min(1, 6 * up);
  return 0.8 * Math.min(1, thick);
}

/** What cloud that fills a direction adds to its clear light, by channel: the light of the sky's lower parts, less what it takes. */
const cloudLight = ({ horizon, illuminance }: SkyLook, clear: number, channel: number): number =>
  0.55 * horizon[channel]! + (0.12 * illuminance[channel]!) / Math.PI - 0.25 * clear;

const clear = new Float64Array(3);

/**
 * Luminance of the sky with its cloud as it stands at first, in a direction as `clearTowards` takes it. Thin cloud is lit by what is
 * around it: brighter than a dark sky, hardly so in twilight.
 */
export function skyTowards(look: SkyLook, right: number, up: number, ahead: number, out: Float64Array): void {
  clearTowards(look, right, up, ahead, out);
  const lit = cloudTowards(look, right, up, ahead, 0);
  if (lit > 0) for (let c = 0; c < 3; c++) out[c] = out[c]! + lit * cloudLight(look, out[c]!, c);
}

/** Pixels between two places at which it is looked at. */
const STEP_PX = 12;
/** It is looked at again when it has drifted so far, metres: half of its smallest pieces. */
const STEP_M = 100;
const MOST_INSTANTS = 16;

/**
 * Adds to the still sky in a band of rows what its cloud has become by an exposure, over which it smears: the difference from how
 * it stood at first, cd/m².
 *
 * @param depth Of the band: infinite where the sky is.
 */
export function addDrift(
  look: SkyLook,
  view: View,
  opensSeconds: number,
  shutterSeconds: number,
  firstRow: number,
  rows: number,
  depth: Float32Array,
  out: Float32Array,
): void {
  const { width } = view;
  const first = look.driftMps * opensSeconds;
  const whole = look.driftMps * shutterSeconds;
  const instants = Math.max(1, Math.min(MOST_INSTANTS, Math.ceil(whole / STEP_M)));
  const columns = Math.ceil(width / STEP_PX) + 1;
  const between = new Float64Array(3 * columns);
  /** What is added at the places of a line across the picture. */
  const line = (y: number): Float64Array => {
    const added = new Float64Array(3 * columns);
    const across = (view.centreY - y) / view.focalPx;
    const [ahead, up] = [view.cosTilt - across * view.sinTilt, across * view.cosTilt + view.sinTilt];
    for (let column = 0; column < columns; column++) {
      const right = (column * STEP_PX - view.centreX) / view.focalPx;
      const length = Math.hypot(right, ahead, up);
      const [dx, dy, dz] = [right / length, up / length, ahead / length];
      if (dy < LOWEST) continue;
      let change = -cloudTowards(look, dx, dy, dz, 0);
      for (let i = 0; i < instants; i++)
        change += cloudTowards(look, dx, dy, dz, first + (whole * (i + 0.5)) / instants) / instants;
      clearTowards(look, dx, dy, dz, clear);
      for (let c = 0; c < 3; c++) added[3 * column + c] = change * cloudLight(look, clear[c]!, c);
    }
    return added;
  };
  let upperY = firstRow - (firstRow % STEP_PX);
  let upper: Float64Array | null = null;
  let lower: Float64Array | null = null;
  for (let y = firstRow; y < firstRow + rows; y++) {
    if (y >= upperY + STEP_PX) {
      upperY += STEP_PX;
      upper = lower;
      lower = null;
    }
    const from = (y - firstRow) * width;
    if (!depth.subarray(from, from + width).includes(Infinity)) continue;
    upper ??= line(upperY);
    lower ??= line(upperY + STEP_PX);
    const fy = (y + 0.5 - upperY) / STEP_PX;
    for (let at = 0; at < between.length; at++) between[at] = upper[at]! + fy * (lower[at]! - upper[at]!);
    addBetween(between, depth, from, width, out);
  }
}

/** Adds to the sky of one row, which begins at a pixel, what is known at every so many of its pixels. */
function addBetween(known: Float64Array, depth: Float32Array, from: number, width: number, out: Float32Array): void {
  for (let x = 0; x < width; x++) {
    if (depth[from + x] !== Infinity) continue;
    const fx = (x + 0.5) / STEP_PX;
    const at = 3 * (fx | 0);
    const share = fx - (fx | 0);
    const index = 3 * (from + x);
    out[index] = Math.max(0, out[index]! + known[at]! + share * (known[at + 3]! - known[at]!));
    out[index + 1] = Math.max(0, out[index + 1]! + known[at + 1]! + share * (known[at + 4]! - known[at + 1]!));
    out[index + 2] = Math.max(0, out[index + 2]! + known[at + 2]! + share * (known[at + 5]! - known[at + 2]!));
  }
}
