import { blackBodyRgb, type Rgb } from "../light";
import { hashUnit } from "../random";
import { fractalNoise } from "./noise";
import type { Ridge } from "./scene";

/** A hillside with the tables from which its look is read. */
export interface PreparedRidge extends Ridge {
  readonly lit: Rgb;
  readonly heights: Float32Array;
  /** How the ground is lit and how densely built, by `ridgeValue`. */
  readonly slopes: Float32Array;
  /** Null where there are no houses. */
  readonly densities: Float32Array | null;
}

/** Tabulates a hillside's silhouette, slopes and houses. */
export function prepareRidge(ridge: Ridge, seed: number): PreparedRidge {
  return {
    ...ridge,
    lit: blackBodyRgb(ridge.windows.kelvin),
    heights: silhouette(ridge, seed),
    slopes: ridgeTable((x, up) => 0.6 + 0.8 * fractalNoise(x * 0.035, up * 0.06, seed + 17, 3)),
    densities:
      ridge.windows.litShare > 0
        ? ridgeTable(
            (x, up) =>
              Math.max(0, 1 - up / ridge.housesToMetres) *
              (0.4 + 1.2 * fractalNoise(x * 0.02, up * 0.03, seed + 23, 3)),
          )
        : null,
  };
}

/** Half-width of a ridge's table of heights, and its step, metres. */
const SILHOUETTE_HALF_METRES = 600;
const SILHOUETTE_STEP_METRES = 0.5;

/** Cells of a ridge's tables: finer than the finest of its noise would be seen at its distance. */
const CELL_METRES = 2.5;
const TABLE_HIGH_METRES = 150;
const CELLS_ACROSS = (2 * SILHOUETTE_HALF_METRES) / CELL_METRES;
const CELLS_UP = TABLE_HIGH_METRES / CELL_METRES;

function ridgeTable(value: (x: number, up: number) => number): Float32Array {
  return Float32Array.from({ length: (CELLS_ACROSS + 1) * (CELLS_UP + 1) }, (_, index) =>
    value(
      (index % (CELLS_ACROSS + 1)) * CELL_METRES - SILHOUETTE_HALF_METRES,
      Math.floor(index / (CELLS_ACROSS + 1)) * CELL_METRES,
    ),
  );
}

/** A ridge's table read at a place, between its cells. */
function ridgeValue(table: Float32Array, x: number, up: number): number {
  const across = Math.max(0, Math.min(CELLS_ACROSS - 1e-3, (x + SILHOUETTE_HALF_METRES) / CELL_METRES));
  const high = Math.max(0, Math.min(CELLS_UP - 1e-3, up / CELL_METRES));
  const column = Math.floor(across);
  const row = Math.floor(high);
  const fx = across - column;
  const fy = high - row;
  const at = row * (CELLS_ACROSS + 1) + column;
  const lower = table[at]! + fx * (table[at + 1]! - table[at]!);
  const upper = table[at + CELLS_ACROSS + 1]! + fx * (table[at + CELLS_ACROSS + 2]! - table[at + CELLS_ACROSS + 1]!);
  return lower + fy * (upper - lower);
}

function silhouette(ridge: Ridge, seed: number): Float32Array {
  return Float32Array.from({ length: (2 * SILHOUETTE_HALF_METRES) / SILHOUETTE_STEP_METRES + 1 }, (_, index) =>
    heightOfRidge(ridge, index * SILHOUETTE_STEP_METRES - SILHOUETTE_HALF_METRES, seed),
  );
}

/** Height of a prepared ridge's silhouette at x; level beyond the table's ends. */
export function ridgeHeight({ heights }: PreparedRidge, x: number): number {
  const index = Math.round((x + SILHOUETTE_HALF_METRES) / SILHOUETTE_STEP_METRES);
  return heights[Math.max(0, Math.min(heights.length - 1, index))]!;
}

/** Height of a ridge's silhouette at x, roughened a little by trees. */
function heightOfRidge(ridge: Ridge, x: number, seed: number): number {
  const { profile } = ridge;
  let height = profile[0]?.[1] ?? 0;
  for (let i = 1; i < profile.length; i++) {
    const [x0, h0] = profile[i - 1]!;
    const [x1, h1] = profile[i]!;
    if (x >= x0 && x <= x1) {
      const t = (x - x0) / (x1 - x0);
      const s = t * t * (3 - 2 * t);
      height = h0 + (h1 - h0) * s;
    } else if (x > x1) height = h1;
  }
  return height * (1 + ridge.roughness * (fractalNoise(x * 0.05, 3, seed + 9, 5) - 0.6));
}

/** Mean over a cell of what its window, if it is lit, gives: its share of the cell times its light. */
const MEAN_ROOM = 0.019;
const NO_ROOM = { light: 0, warmth: 1 } as const;

/** What shines at a place of a hillside: a window of a house, at most one a cell; how bright, and how much warmer than usual. */
function roomKind(
  { columnMetres, rowMetres, litShare }: Ridge["windows"],
  x: number,
  up: number,
  density: number,
  seed: number,
): { readonly light: number; readonly warmth: number } {
  const column = Math.floor(x / columnMetres);
  const row = Math.floor(up / rowMetres);
  if (density <= 0 || hashUnit(column, row, seed + 33) >= litShare * density) return NO_ROOM;
  const inColumn = x / columnMetres - column - 0.15 - 0.6 * hashUnit(column, row, seed + 31);
  const inRow = up / rowMetres - row - 0.15 - 0.5 * hashUnit(column, row, seed + 32);
  const kind = hashUnit(column, row, seed + 35);
  const wide = 0.1 + 0.16 * kind;
  const tall = 0.34 - 0.14 * kind;
  if (inColumn <= 0 || inColumn >= wide || inRow <= 0 || inRow >= tall) return NO_ROOM;
  // From far away a window is a point of light, not a square: brightest in its middle.
  const off = (2 * inColumn) / wide - 1;
  const high = (2 * inRow) / tall - 1;
  const soft = Math.max(0, 1 - off * off) * Math.max(0, 1 - high * high);
  // Most are small and dim; a few have nothing before them.
  return { light: 2 * soft * (0.12 + 1.3 * hashUnit(column, row, seed + 34) ** 3), warmth: 0.75 + 0.5 * kind };
}

/** How a hillside gives back light at x and a height above the shore, and what shines there: reflectance, then luminance. */
export function ridgePoint(
  ridge: PreparedRidge,
  x: number,
  up: number,
  pixelM: number,
  seed: number,
  shine: Float64Array,
): number {
  const { material, windows, lit } = ridge;
  const reflectance = material.reflectance * ridgeValue(ridge.slopes, x, up);
  shine.fill(0);
  if (!ridge.densities) return reflectance;
  const density = ridgeValue(ridge.densities, x, up);
  // Where a pixel sees a house at once, its windows are a glow.
  const { light, warmth } =
    pixelM > 0.6 * windows.columnMetres
      ? { light: MEAN_ROOM * windows.litShare * density, warmth: 1 }
      : roomKind(windows, x, up, density, seed);
  const room = windows.luminanceCdM2 * light;
  // Lanes and yards that one does not see are lit as well.
  const lanes = 0.003 * windows.luminanceCdM2 * density * Math.exp(-up / 30);
  shine[0] = (room + lanes) * lit[0];
  shine[1] = (room + lanes) * lit[1];
  shine[2] = ((room + lanes) * lit[2]) / warmth;
  return reflectance;
}
