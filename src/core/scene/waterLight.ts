import type { WaterKind } from "../motion";
import { directionAt, project, type View } from "./camera";
import { meetScene } from "./cast";
import { FLOWS } from "./flows";
import type { PreparedScene } from "./prepare";
import type { Water } from "./scene";
import { castAway, fresnel, throughAir } from "./shade";
import type { SolidIndex } from "./solidIndex";
import { newHit } from "./solids";
import type { StillLight } from "./stillLight";
import { TILE_CELLS, TILE_METRES, timeAtSlopes } from "./waves";

/** Slopes along the view at which mirrored light is known, in units of their root mean square. */
const SLOPES = [-2.25, -1.5, -0.75, 0, 0.75, 1.5, 2.25] as const;
const COUNT = SLOPES.length;
const STEP = SLOPES[1] - SLOPES[0];
/** How often water stands at them: a normal distribution shared between neighbours. */
const USUAL = (() => {
  const weights = SLOPES.map(() => 0);
  for (let s = -3; s <= 3; s += 0.01) {
    const at = Math.max(0, Math.min(COUNT - 1.001, (s - SLOPES[0]) / STEP));
    const i = Math.floor(at);
    const density = Math.exp(-(s * s) / 2);
    weights[i] = weights[i]! + density * (1 - at + i);
    weights[i + 1] = weights[i + 1]! + density * (at - i);
  }
  const sum = weights.reduce((whole, weight) => whole + weight, 0);
  return weights.map((weight) => weight / sum);
})();

const hit = newHit();

/** The light that water would mirror at each of its slopes, on a coarse grid of the picture. */
export interface WaterLight {
  readonly kind: WaterKind;
  readonly seed: number;
  readonly heightMetres: number;
  /** Pixels between two columns or rows of the grid, and how many there are. */
  readonly stepPx: number;
  readonly columns: number;
  readonly rows: number;
  readonly firstRowPx: number;
  /** Luminance by slope and channel, grid point by grid point. */
  readonly table: Float32Array;
}

/** So many columns of the picture are known by rays, whatever its size. */
const MOST_COLUMNS = 320;
/** Water is looked at up to here, metres. */
const FARTHEST_WATER_M = 6000;
/** What a facet of waves mirrors is blurred to so many metres. */
const WAVES_SEE_M = 6;
/** What comes up out of the water itself: hardly anything at night. */
const FROM_BELOW = [0.006, 0.012, 0.016] as const;

const mirrored = new Float64Array(3);

/** What a place of the water mirrors at each of its slopes, and of which lamps it glints, into `table`. */
function mirrorInWaves(
  scene: PreparedScene,
  water: Water,
  candidates: readonly number[],
  x: number,
  z: number,
  dx: number,
  dy: number,
  dz: number,
  table: Float32Array,
  from: number,
): void {
  const length = Math.sqrt(dx * dx + dy * dy + dz * dz);
  const flat = Math.sqrt(dx * dx + dz * dz) / length;
  const down = -dy / length;
  for (let i = 0; i < COUNT; i++) {
    const slope = water.slope * SLOPES[i]!;
    // A facet that leans by its slope towards the camera turns the mirrored ray by twice as much.
    const altitude = Math.atan2(down, flat) + 2 * Math.atan(slope);
    const rising = Math.max(0.004, Math.sin(altitude));
    const level = Math.cos(altitude) / flat / length;
    const cosine = Math.max(0.02, down + slope * flat);
    const height = water.heightMetres + 1e-3;
    castAway(scene, candidates, x, height, z, dx * level, rising, dz * level, WAVES_SEE_M, mirrored);
    const share = fresnel(cosine);
    for (let c = 0; c < 3; c++) {
      const below = (FROM_BELOW[c]! * (1 - share) * scene.sky.illuminance[c]!) / Math.PI;
      table[from + 3 * i + c] = share * mirrored[c]! + below;
    }
  }
  addLamps(scene, x, water.heightMetres, z, dx / length, dy / length, dz / length, water.slope, table, from);
}

const oneTable = new Float32Array(3 * COUNT);

/** Luminance of water in the long run at one place of it, by rays of its own; see `usualWater`. */
export function usualWaterAt(
  scene: PreparedScene,
  candidates: readonly number[],
  x: number,
  z: number,
  dx: number,
  dy: number,
  dz: number,
  out: Float64Array,
): void {
  out.fill(0);
  if (!scene.water) return;
  mirrorInWaves(scene, scene.water, candidates, x, z, dx, dy, dz, oneTable, 0);
  for (let i = 0; i < COUNT; i++) for (let c = 0; c < 3; c++) out[c] = out[c]! + USUAL[i]! * oneTable[3 * i + c]!;
}

/** Casts the mirrored rays of the water, down from the highest row in which it may be seen; null without water. */
export function gatherWaterLight(scene: PreparedScene, view: View, near: SolidIndex): WaterLight | null {
  const { water } = scene;
  if (!water) return null;
  const stepPx = Math.max(1, Math.ceil(view.width / MOST_COLUMNS));
  const direction = new Float64Array(3);
  directionAt(view, view.centreX, 0, direction);
  // The horizon's row: there a level direction lies.
  const horizon = project(view, [view.at[0] + 1e5 * view.sinHeading, view.at[1], view.at[2] + 1e5 * view.cosHeading]);
  const firstRowPx = Math.max(0, Math.floor(horizon?.y ?? 0));
  const columns = Math.ceil(view.width / stepPx) + 1;
  const rows = Math.max(0, Math.ceil((view.height - firstRowPx) / stepPx) + 1);
  const table = new Float32Array(3 * COUNT * columns * rows);
  const reaches = pointsOfWater(scene, view, near, { stepPx, columns, rows, firstRowPx });
  for (let row = 0; row < rows; row++) {
    for (let column = 0; column < columns; column++) {
      const most = reaches[row * columns + column]!;
      if (most === 0) continue;
      const [px, py] = [column * stepPx, firstRowPx + row * stepPx + 0.5];
      directionAt(view, px, py, direction);
      const [dx, dy, dz] = [direction[0]!, direction[1]!, direction[2]!];
      // What is seen beyond the water's edge is taken as the edge itself.
      const t = Math.min(most, dy < 0 ? (water.heightMetres - view.at[1]) / dy : most);
      mirrorInWaves(
        scene,
        water,
        near.towards(px),
        view.at[0] + t * dx,
        view.at[2] + t * dz,
        dx,
        dy,
        dz,
        table,
        3 * COUNT * (row * columns + column),
      );
    }
  }
  for (let point = 0; point < columns * rows; point++) airOver(scene, view, stepPx, firstRowPx, columns, point, table);
  return {
    kind: water.waves,
    seed: scene.seed,
    heightMetres: water.heightMetres,
    stepPx,
    columns,
    rows,
    firstRowPx,
    table,
  };
}

/** How far the water reaches at points of the grid where it is seen and beside them, in lengths of their rays; 0 elsewhere. */
function pointsOfWater(
  scene: PreparedScene,
  view: View,
  near: SolidIndex,
  { stepPx, columns, rows, firstRowPx }: Pick<WaterLight, "stepPx" | "columns" | "rows" | "firstRowPx">,
): Float32Array {
  const seen = new Uint8Array(columns * rows);
  const met = new Float32Array(columns * rows);
  const direction = new Float64Array(3);
  const [ox, oy, oz] = view.at;
  for (let row = 0; row < rows; row++) {
    for (let column = 0; column < columns; column++) {
      const [px, py] = [column * stepPx, firstRowPx + row * stepPx + 0.5];
      directionAt(view, px, py, direction);
      hit.t = Infinity;
      meetScene(scene, near.at(px, py), ox, oy, oz, direction[0]!, direction[1]!, direction[2]!, hit);
      const at = row * columns + column;
      met[at] = Math.min(FARTHEST_WATER_M, hit.of === "water" ? hit.t : 0.995 * hit.t);
      if (hit.of !== "water") continue;
      for (let y = Math.max(0, row - 1); y <= Math.min(rows - 1, row + 1); y++)
        for (let x = Math.max(0, column - 1); x <= Math.min(columns - 1, column + 1); x++) seen[y * columns + x] = 1;
    }
  }
  return met.map((metres, at) => (seen[at] ? metres : 0));
}

/** Air between the water and the camera. */
function airOver(
  scene: PreparedScene,
  view: View,
  stepPx: number,
  firstRowPx: number,
  columns: number,
  point: number,
  table: Float32Array,
): void {
  const direction = new Float64Array(3);
  directionAt(view, (point % columns) * stepPx, firstRowPx + Math.floor(point / columns) * stepPx + 0.5, direction);
  if (direction[1]! >= -1e-5) return;
  const t = ((scene.water?.heightMetres ?? 0) - view.at[1]) / direction[1]!;
  const distance = t * Math.hypot(direction[0]!, direction[1]!, direction[2]!);
  for (let i = 0; i < COUNT; i++) {
    const at = 3 * COUNT * point + 3 * i;
    const colour = table.subarray(at, at + 3) as unknown as Float64Array;
    throughAir(scene, distance, colour);
  }
}

/** Slopes across the view are as spread as those along it. */
function addLamps(
  scene: PreparedScene,
  x: number,
  y: number,
  z: number,
  dx: number,
  dy: number,
  dz: number,
  rms: number,
  table: Float32Array,
  from: number,
): void {
  const flat = Math.sqrt(dx * dx + dz * dz) || 1e-9;
  for (const lamp of scene.lamps.all) {
    const [lx, ly, lz] = [lamp.x - x, lamp.y - y, lamp.z - z];
    if (ly <= 0) continue;
    const distance = Math.sqrt(lx * lx + ly * ly + lz * lz);
    // The facet that mirrors the lamp stands halfway between the two directions.
    const [hx, hy, hz] = [lx / distance - dx, ly / distance - dy, lz / distance - dz];
    // Leaning towards the camera, and to its side.
    const along = -(hx * dx + hz * dz) / flat / hy / rms;
    const across = (hx * dz - hz * dx) / flat / hy / rms;
    const at = (along - SLOPES[0]) / STEP;
    if (at <= -1 || at >= COUNT || Math.abs(across) > 3) continue;
    const size = Math.sqrt(hx * hx + hy * hy + hz * hz);
    const cosine = hy / size;
    const towards = -(dx * hx + dy * hy + dz * hz) / size;
    const spread = Math.exp(-(across * across) / 2) / Math.sqrt(2 * Math.PI) / STEP / (rms * rms) / cosine ** 4;
    const light = (spread * fresnel(towards)) / (4 * Math.max(-dy, 0.01) * distance * distance);
    const i = Math.floor(at);
    for (let side = 0; side < 2; side++) {
      const index = i + side;
      if (index < 0 || index >= COUNT) continue;
      const part = light * (side === 0 ? 1 - at + i : at - i);
      for (let c = 0; c < 3; c++) table[from + 3 * index + c] = table[from + 3 * index + c]! + part * lamp.rgb[c]!;
    }
  }
}

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

/** The mirrored light of one row, between two rows of the grid: by its columns, slopes and channels. */
function tableRow({ table, columns }: WaterLight, row: number, into: Float32Array): void {
  const upper = 3 * COUNT * columns * Math.floor(row);
  const lower = upper + 3 * COUNT * columns;
  const share = row - Math.floor(row);
  for (let at = 0; at < into.length; at++)
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
  const direction = new Float64Array(3);
  for (let row = 0; row < rows; row++) {
    const y = firstRow + row;
    const from = y * width;
    if (!flows.subarray(from, from + width).includes(FLOWS.water)) continue;
    directionAt(view, view.centreX, y + 0.5, direction);
    const t = -above / direction[1]!;
    // Ahead of the camera on the water, and to its right where the picture's middle column is, in cells.
    const [x0, z0] = [view.at[0] + t * direction[0]!, view.at[2] + t * direction[2]!];
    blendRow(shares, (x0 * sinHeading + z0 * cosHeading) / cellM - 0.5, (t * t) / (above * view.focalPx) / cellM);
    const middle = (x0 * cosHeading - z0 * sinHeading) / cellM - 0.5;
    const cellsPerPixel = t / view.focalPx / cellM;
    tableRow(water, Math.max(0, Math.min(water.rows - 1.001, (y - water.firstRowPx) / water.stepPx)), lights);
    for (let x = 0; x < width; x++) {
      if (flows[from + x] !== FLOWS.water) continue;
      const across = middle + (x + 0.5 - view.centreX) * cellsPerPixel;
      const column = Math.floor(across);
      const right = across - column;
      const a = (column & (TILE_CELLS - 1)) * COUNT;
      const b = ((column + 1) & (TILE_CELLS - 1)) * COUNT;
      const place = Math.min(water.columns - 1.001, (x + 0.5) / water.stepPx);
      const c = 3 * COUNT * (place | 0);
      const d = c + 3 * COUNT;
      const beside = place - (place | 0);
      let red = 0;
      let green = 0;
      let blue = 0;
      for (let i = 0; i < COUNT; i++) {
        const share = rowShares[a + i]! + right * (rowShares[b + i]! - rowShares[a + i]!);
        const o = 3 * i;
        red += share * (lights[c + o]! + beside * (lights[d + o]! - lights[c + o]!));
        green += share * (lights[c + o + 1]! + beside * (lights[d + o + 1]! - lights[c + o + 1]!));
        blue += share * (lights[c + o + 2]! + beside * (lights[d + o + 2]! - lights[c + o + 2]!));
      }
      const index = 3 * (row * width + x);
      out[index] = out[index]! + red;
      out[index + 1] = out[index + 1]! + green;
      out[index + 2] = out[index + 2]! + blue;
    }
  }
}

/** How long the water has stood at each of its slopes while a shutter was open; null without water. */
export const openWater = (
  water: WaterLight | null,
  opensSeconds: number,
  shutterSeconds: number,
): Float32Array | null => water && timeAtSlopes(water.kind, water.seed, opensSeconds, shutterSeconds, SLOPES, USUAL);
