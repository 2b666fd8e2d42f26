import { directionAt, type View } from "./camera";
import { FLOWS } from "./flows";
import { COUNT, SLOPES, USUAL } from "./slopes";
import type { StillLight } from "./stillLight";
import type { WaterLight } from "./waterLight";
import { TILE_CELLS, TILE_METRES, timeAtSlopes } from "./waves";

/** Where in the grid a place of the picture lies: the first of four points about it, and how far it is from that. */
const grid = { first: 0, fx: 0, fy: 0 };
function placeInGrid({ stepPx, columns, rows, firstRowPx }: WaterLight, px: number, py: number): void {
  const y = Math.max(0, Math.min(rows - 1.001, (py - 0.5 - firstRowPx) / stepPx));
  const x = Math.max(0, Math.min(columns - 1.001, px / stepPx));
  grid.first = 3 * COUNT * ((y | 0) * columns + (x | 0));
  grid.fx = x - (x | 0);
  grid.fy = y - (y | 0);
}

/** Luminance at a place of the grid that `placeInGrid` found, with these shares of its slopes; added to `out` at `index`. */
function addSlopes(
  { columns, table }: WaterLight,
  shares: ArrayLike<number>,
  out: Float32Array | Float64Array,
  index: number,
): void {
  const { first: a, fx, fy } = grid;
  const b = a + 3 * COUNT;
  const c = a + 3 * COUNT * columns;
  const d = c + 3 * COUNT;
  for (let channel = 0; channel < 3; channel++) {
    let sum = 0;
    for (let i = 0; i < COUNT; i++) {
      const o = 3 * i + channel;
      const upper = table[a + o]! + fx * (table[b + o]! - table[a + o]!);
      const lower = table[c + o]! + fx * (table[d + o]! - table[c + o]!);
      sum += shares[i]! * (upper + fy * (lower - upper));
    }
    out[index + channel] = out[index + channel]! + sum;
  }
}

/** Luminance of water in the long run, where all of its slopes have had their time. */
export function usualWater(light: WaterLight, px: number, py: number, out: Float64Array): void {
  out.fill(0);
  placeInGrid(light, px, py);
  addSlopes(light, USUAL, out, 0);
}

/** The most that water can show at a place of the picture in a channel, whatever its slope: it may mirror a lamp. */
export function mostWater(light: WaterLight, px: number, py: number, channel: number): number {
  placeInGrid(light, px, py);
  const { table, columns } = light;
  const { first } = grid;
  let most = 0;
  for (let i = channel; i < 3 * COUNT; i += 3) {
    const below = first + 3 * COUNT * columns + i;
    most = Math.max(most, table[first + i]!, table[first + 3 * COUNT + i]!, table[below]!, table[below + 3 * COUNT]!);
  }
  return most;
}

/** Farther away than so many cells to a pixel, a pixel sees all slopes at once. */
const MOST_CELLS_A_PIXEL = 8;

/** What the waves make of one row of the picture: its distance is the same all along it. */
const rowShares = new Float64Array(TILE_CELLS * COUNT);

/**
 * Sets `rowShares`: for each column of the tile how much longer than usual a pixel's stretch of water has stood at each slope.
 *
 * @param ahead Where the stretch begins, and `along` how long it is, cells.
 */
function blendRow(shares: Float32Array, ahead: number, along: number): void {
  const steps = Math.max(1, Math.min(MOST_CELLS_A_PIXEL, Math.ceil(along)));
  for (let at = 0; at < rowShares.length; at++) rowShares[at] = -USUAL[at % COUNT]!;
  for (let step = 0; step < steps; step++) {
    const z = ahead + (along * (step + 0.5)) / steps;
    const row = Math.floor(z);
    const far = (z - row) / steps;
    const near = 1 / steps - far;
    const nearFrom = (row & (TILE_CELLS - 1)) * TILE_CELLS * COUNT;
    const farFrom = ((row + 1) & (TILE_CELLS - 1)) * TILE_CELLS * COUNT;
    for (let at = 0; at < rowShares.length; at++)
      rowShares[at] = rowShares[at]! + near * shares[nearFrom + at]! + far * shares[farFrom + at]!;
  }
}

/** The mirrored light of one row, between two rows of the grid: by its columns from the first to before the last, slopes and channels. */
function tableRow({ table, columns }: WaterLight, row: number, first: number, last: number, into: Float32Array): void {
  const upper = 3 * COUNT * columns * (row | 0);
  const lower = upper + 3 * COUNT * columns;
  const share = row - (row | 0);
  const end = 3 * COUNT * last;
  for (let at = 3 * COUNT * first; at < end; at++)
    into[at] = table[upper + at]! + share * (table[lower + at]! - table[upper + at]!);
}

/**
 * Adds to a band of still light what the waves of one exposure make of it: the difference from water in the long run, cd/m².
 *
 * @param out The band's light.
 */
export function addWaves(
  { water, flows }: StillLight,
  view: View,
  firstRow: number,
  rows: number,
  shares: Float32Array,
  out: Float32Array,
): void {
  if (!water) return;
  const { width, cosHeading, sinHeading } = view;
  const cellM = TILE_METRES[water.kind] / TILE_CELLS;
  const above = view.at[1] - water.heightMetres;
  const lights = new Float32Array(3 * COUNT * water.columns);
  const along = new Float32Array(3 * water.columns * water.stepPx);
  const direction = new Float64Array(3);
  for (let row = 0; row < rows; row++) {
    const y = firstRow + row;
    const from = y * width;
    let leftmost = 0;
    while (leftmost < width && flows[from + leftmost] !== FLOWS.water) leftmost++;
    if (leftmost === width) continue;
    let rightmost = width - 1;
    while (flows[from + rightmost] !== FLOWS.water) rightmost--;
    directionAt(view, view.centreX, y + 0.5, direction);
    const t = -above / direction[1]!;
    // Ahead of the camera on the water, and to its right where the picture's middle column is, in cells.
    const [x0, z0] = [view.at[0] + t * direction[0]!, view.at[2] + t * direction[2]!];
    blendRow(shares, (x0 * sinHeading + z0 * cosHeading) / cellM - 0.5, (t * t) / (above * view.focalPx) / cellM);
    const middle = (x0 * cosHeading - z0 * sinHeading) / cellM - 0.5;
    const cellsPerPixel = t / view.focalPx / cellM;
    const place = Math.max(0, Math.min(water.rows - 1.001, (y - water.firstRowPx) / water.stepPx));
    const firstColumn = Math.floor(leftmost / water.stepPx);
    const lastColumn = Math.min(water.columns, Math.floor(rightmost / water.stepPx) + 3);
    tableRow(water, place, firstColumn, lastColumn, lights);
    const parts = Math.min(water.stepPx, Math.ceil((water.stepPx * cellsPerPixel) / MOST_STEP_CELLS));
    const left = middle - view.centreX * cellsPerPixel;
    const step = (water.stepPx * cellsPerPixel) / parts;
    wavesAlong(lights, parts, firstColumn * parts, (lastColumn - 1) * parts, left, step, along);
    addAlong(along, parts / water.stepPx, flows, from, [leftmost, rightmost], out, 3 * row * width);
  }
}

/** Between two places so far apart or closer, cells, the waves' light is shared. */
const MOST_STEP_CELLS = 0.5;

/**
 * Light of the waves along a row that `blendRow` and `tableRow` have set, at the grid's columns and at `parts - 1` places between
 * each two.
 *
 * @param first Place that is wanted first, counted from the grid's first column, and `last` the last of them.
 * @param left Where in the tile the first column lies, cells, and `step` how far apart the places are.
 */
function wavesAlong(
  lights: Float32Array,
  parts: number,
  first: number,
  last: number,
  left: number,
  step: number,
  into: Float32Array,
): void {
  for (let place = first; place <= last; place++) {
    const across = left + place * step;
    const column = Math.floor(across);
    const right = across - column;
    const a = (column & (TILE_CELLS - 1)) * COUNT;
    const b = ((column + 1) & (TILE_CELLS - 1)) * COUNT;
    const c = 3 * COUNT * ((place / parts) | 0);
    const beside = (place % parts) / parts;
    let red = 0;
    let green = 0;
    let blue = 0;
    for (let i = 0; i < COUNT; i++) {
      const share = rowShares[a + i]! + right * (rowShares[b + i]! - rowShares[a + i]!);
      const o = c + 3 * i;
      red += share * lights[o]!;
      green += share * lights[o + 1]!;
      blue += share * lights[o + 2]!;
      if (beside === 0) continue;
      const d = o + 3 * COUNT;
      red += share * beside * (lights[d]! - lights[o]!);
      green += share * beside * (lights[d + 1]! - lights[o + 1]!);
      blue += share * beside * (lights[d + 2]! - lights[o + 2]!);
    }
    into[3 * place] = red;
    into[3 * place + 1] = green;
    into[3 * place + 2] = blue;
  }
}

/** Adds light that is known at even places along a row to the pixels that are water; so many places come to a pixel. */
function addAlong(
  along: Float32Array,
  placesPerPixel: number,
  flows: Uint8Array,
  from: number,
  [leftmost, rightmost]: readonly [number, number],
  out: Float32Array,
  to: number,
): void {
  for (let x = leftmost; x <= rightmost; x++) {
    if (flows[from + x] !== FLOWS.water) continue;
    const place = (x + 0.5) * placesPerPixel;
    const at = 3 * (place | 0);
    const share = place - (place | 0);
    const index = to + 3 * x;
    out[index] = out[index]! + along[at]! + share * (along[at + 3]! - along[at]!);
    out[index + 1] = out[index + 1]! + along[at + 1]! + share * (along[at + 4]! - along[at + 1]!);
    out[index + 2] = out[index + 2]! + along[at + 2]! + share * (along[at + 5]! - along[at + 2]!);
  }
}

/** How long the water has stood at each of its slopes while a shutter was open; null without water. */
export const openWater = (
  water: WaterLight | null,
  opensSeconds: number,
  shutterSeconds: number,
): Float32Array | null => water && timeAtSlopes(water, opensSeconds, shutterSeconds, SLOPES, USUAL);
