import type { Rgb } from "../light";
import { FLOWS } from "./flows";

/**
 * Light that a point of light leaves on its way through the picture: from (x0, y0) to (x1, y1) at an even pace, blurred by a
 * Gaussian that has fallen to 1/e at `radius`, pixels.
 */
export interface Streak {
  readonly x0: number;
  readonly y0: number;
  readonly x1: number;
  readonly y1: number;
  readonly radius: number;
  /** How many times as far upright: light mirrored by waves is drawn out. */
  readonly upright: number;
  /** All of it: cd·s/m² times pixels. */
  readonly light: number;
  readonly colour: Rgb;
  /** What stands nearer than this hides it. */
  readonly depthMetres: number;
  /** Mirrored light shows on water, or on land, only. */
  readonly on: "all" | "water" | "land";
}

/** What stands in the rows into which streaks are drawn: how far, and what flows there. */
export interface Standing {
  readonly depth: Float32Array;
  readonly flows: Uint8Array;
}
/** What stands so little before a lamp belongs to it, metres. */
const SAME_PLACE_M = 0.7;

/** Where a streak's profile is cut, in radii; its value there is taken off everywhere, so that no edge shows. */
const REACH = 2.2;
const FLOOR = Math.exp(-(REACH ** 2));
/** A streak is at least so long, pixels, of which half a pixel's blur hides everything. */
const LEAST_LENGTH_PX = 0.25;

/** Error function, to 1.5e-7. @see Abramowitz & Stegun (1964), 7.1.26 */
function erf(z: number): number {
  if (z < 0) return -erf(-z);
  const t = 1 / (1 + 0.3275911 * z);
  const sum = t * (0.254829592 + t * (-0.284496736 + t * (1.421413741 + t * (-1.453152027 + t * 1.061405429))));
  return 1 - sum * Math.exp(-z * z);
}

const TABLE_STEPS = 1024;
/** What is across a streak, by the square of the distance in radii from 0 to `REACH`²; its sum over the distance is 1. */
const ACROSS = (() => {
  const whole = Math.sqrt(Math.PI) * erf(REACH) - 2 * REACH * FLOOR;
  return Float64Array.from({ length: TABLE_STEPS + 2 }, (_, i) => {
    const square = (REACH ** 2 * i) / TABLE_STEPS;
    return Math.max(0, Math.exp(-square) - FLOOR) / whole;
  });
})();
const ACROSS_SCALE = TABLE_STEPS / REACH ** 2;
/** How much of a streak's end lies before a place, by its distance from -`REACH` to `REACH` radii: from 0 to 1. */
const ALONG = Float64Array.from({ length: TABLE_STEPS + 2 }, (_, i) => {
  const z = REACH * ((2 * Math.min(i, TABLE_STEPS)) / TABLE_STEPS - 1);
  return (1 + erf(z) / erf(REACH)) / 2;
});
const ALONG_SCALE = TABLE_STEPS / (2 * REACH);

function along(radii: number): number {
  if (radii <= -REACH) return 0;
  if (radii >= REACH) return 1;
  const at = (radii + REACH) * ALONG_SCALE;
  const i = at | 0;
  return ALONG[i]! + (at - i) * (ALONG[i + 1]! - ALONG[i]!);
}

/**
 * Adds a streak to a band of rows. Streaks that follow each other meet without a seam, and every streak keeps its light:
 * the sum over all pixels is `light` times its colour.
 */
export function addStreak(
  streak: Streak,
  width: number,
  firstRow: number,
  rows: number,
  out: Float32Array,
  standing: Standing | null = null,
): void {
  const { radius, upright, light, colour, on } = streak;
  const mirrored = on !== "all";
  const nearest = streak.depthMetres - SAME_PLACE_M;
  let { x0, x1 } = streak;
  // In a picture pressed together by as much as it is drawn out, the blur is round.
  let y0 = streak.y0 / upright;
  let y1 = streak.y1 / upright;
  let length = Math.hypot(x1 - x0, y1 - y0);
  if (length < LEAST_LENGTH_PX) {
    x0 = (x0 + x1 - LEAST_LENGTH_PX) / 2;
    x1 = x0 + LEAST_LENGTH_PX;
    y0 = (y0 + y1) / 2;
    y1 = y0;
    length = LEAST_LENGTH_PX;
  }
  const ux = (x1 - x0) / length;
  const uy = (y1 - y0) / length;
  const reach = REACH * radius;
  const scale = light / (length * radius * upright);
  const [r, g, b] = colour;
  const yFrom = Math.max(firstRow, Math.floor((Math.min(y0, y1) - reach) * upright - 0.5));
  const yTo = Math.min(firstRow + rows - 1, Math.ceil((Math.max(y0, y1) + reach) * upright - 0.5));
  for (let y = yFrom; y <= yTo; y++) {
    const dy = (y + 0.5) / upright - y0;
    // Where in the row the distance across and the place along are within reach.
    let from = Math.min(x0, x1) - reach;
    let to = Math.max(x0, x1) + reach;
    if (Math.abs(uy) > 1e-6) {
      const middle = x0 + (dy * ux) / uy;
      const half = reach / Math.abs(uy);
      from = Math.max(from, middle - half);
      to = Math.min(to, middle + half);
    }
    const xFrom = Math.max(0, Math.floor(from - 0.5));
    const xTo = Math.min(width - 1, Math.ceil(to - 0.5));
    let index = 3 * ((y - firstRow) * width + xFrom);
    for (let x = xFrom; x <= xTo; x++, index += 3) {
      const dx = x + 0.5 - x0;
      const across = (dx * uy - dy * ux) / radius;
      const at = across * across * ACROSS_SCALE;
      if (at >= TABLE_STEPS) continue;
      const i = at | 0;
      const place = dx * ux + dy * uy;
      const there = along(place / radius) - along((place - length) / radius);
      if (there <= 0) continue;
      if (standing) {
        const pixel = (index / 3) | 0;
        if (mirrored ? (standing.flows[pixel] === FLOWS.water) !== (on === "water") : standing.depth[pixel]! < nearest)
          continue;
      }
      const value = scale * there * (ACROSS[i]! + (at - i) * (ACROSS[i + 1]! - ACROSS[i]!));
      out[index]! += value * r;
      out[index + 1]! += value * g;
      out[index + 2]! += value * b;
    }
  }
}
