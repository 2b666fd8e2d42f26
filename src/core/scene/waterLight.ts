import { memorySeconds } from "../motion";
import { directionAt, project, type View } from "./camera";
import { meetScene } from "./cast";
import { moonAsLamp } from "./moon";
import type { PreparedScene } from "./preparedScene";
import { type Ray, scratchRay } from "./ray";
import type { Water } from "./scene";
import { castAway, fresnel, throughAir } from "./shade";
import { COUNT, SLOPES, STEP, USUAL } from "./slopes";
import type { SolidIndex } from "./solidIndex";
import { newHit } from "./solids";
import type { Waves } from "./waves";

const hit = newHit();

/** The light that water would mirror at each of its slopes, on a coarse grid of the picture. */
export interface WaterLight extends Waves {
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
/** What a pixel of water mirrors is never looked at closer than this: waves blur it anyway, and small pictures are to come soon. */
const LEAST_STEP_PX = 2;
/** Water is looked at up to here, metres. */
const FARTHEST_WATER_M = 6000;
/** What a facet of waves mirrors is blurred to so many metres. */
const WAVES_SEE_M = 6;
/** What comes up out of the water itself: hardly anything at night. */
const FROM_BELOW = [0.006, 0.012, 0.016] as const;

const mirrored = new Float64Array(3);
const waterRay = scratchRay();

/** A ray that meets the water at a place; its height is the water's own. */
function fillRay(x: number, z: number, dx: number, dy: number, dz: number): void {
  waterRay.x = x;
  waterRay.z = z;
  waterRay.dx = dx;
  waterRay.dy = dy;
  waterRay.dz = dz;
}

/**
 * What a place of the water mirrors at each of its slopes, into `table`.
 *
 * @param aside How far from each slope it is looked at, in units of their root mean square.
 */
function mirrorInWaves(
  scene: PreparedScene,
  water: Water,
  candidates: readonly number[],
  { x, z, dx, dy, dz }: Readonly<Ray>,
  aside: number,
  table: Float32Array,
  from: number,
): void {
  const length = Math.sqrt(dx * dx + dy * dy + dz * dz);
  const flat = Math.sqrt(dx * dx + dz * dz) / length;
  const down = -dy / length;
  for (let i = 0; i < COUNT; i++) {
    const slope = water.slope * (SLOPES[i]! + aside);
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
  fillRay(x, z, dx, dy, dz);
  mirrorInWaves(scene, scene.water, candidates, waterRay, 0, oneTable, 0);
  addLamps(scene, scene.water, x, z, dx, dy, dz, oneTable, 0);
  for (let i = 0; i < COUNT; i++) for (let c = 0; c < 3; c++) out[c] = out[c]! + USUAL[i]! * oneTable[3 * i + c]!;
}

/** Casts the mirrored rays of the water, down from the highest row in which it may be seen; null without water. */
export function gatherWaterLight(scene: PreparedScene, view: View, near: SolidIndex): WaterLight | null {
  const { water } = scene;
  if (!water) return null;
  const stepPx = Math.max(LEAST_STEP_PX, Math.ceil(view.width / MOST_COLUMNS));
  const direction = new Float64Array(3);
  directionAt(view, view.centreX, 0, direction);
  // The horizon's row: there a level direction lies.
  const horizon = project(view, [view.at[0] + 1e5 * view.sinHeading, view.at[1], view.at[2] + 1e5 * view.cosHeading]);
  const firstRowPx = Math.max(0, Math.floor(horizon?.y ?? 0));
  const columns = Math.ceil(view.width / stepPx) + 1;
  const rows = Math.max(0, Math.ceil((view.height - firstRowPx) / stepPx) + 1);
  const table = new Float32Array(3 * COUNT * columns * rows);
  const mirrors = new Float32Array(table.length);
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
      const [x, z] = [view.at[0] + t * dx, view.at[2] + t * dz];
      const from = 3 * COUNT * (row * columns + column);
      // Nine points side by side look between the slopes at nine places: their mean has no copies side by side.
      const aside = STEP * ((3 * (row % 3) + (column % 3) + 0.5) / 9 - 0.5);
      fillRay(x, z, dx, dy, dz);
      mirrorInWaves(scene, water, near.towards(px), waterRay, aside, mirrors, from);
      addLamps(scene, water, x, z, dx, dy, dz, table, from);
    }
  }
  addEvenedOut(mirrors, reaches, columns, rows, table);
  for (let point = 0; point < columns * rows; point++) airOver(scene, view, stepPx, firstRowPx, columns, point, table);
  return {
    kind: water.waves,
    memorySeconds: memorySeconds(water.waves, scene.figures),
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

/** Adds the mean of each point of the grid and those about it, as far as they are water. */
function addEvenedOut(
  mirrors: Float32Array,
  reaches: Float32Array,
  columns: number,
  rows: number,
  table: Float32Array,
): void {
  const values = 3 * COUNT;
  for (let row = 0; row < rows; row++) {
    for (let column = 0; column < columns; column++) {
      const to = values * (row * columns + column);
      const near: number[] = [];
      for (let y = Math.max(0, row - 1); y <= Math.min(rows - 1, row + 1); y++)
        for (let x = Math.max(0, column - 1); x <= Math.min(columns - 1, column + 1); x++)
          if (reaches[y * columns + x]! > 0) near.push(values * (y * columns + x));
      for (const from of near)
        for (let i = 0; i < values; i++) table[to + i] = table[to + i]! + mirrors[from + i]! / near.length;
    }
  }
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

/** Adds the lamps that a place of the water glints of. Slopes across the view are as spread as those along it. */
function addLamps(
  scene: PreparedScene,
  { heightMetres: y, slope: rms }: Water,
  x: number,
  z: number,
  rayX: number,
  rayY: number,
  rayZ: number,
  table: Float32Array,
  from: number,
): void {
  const length = Math.sqrt(rayX * rayX + rayY * rayY + rayZ * rayZ);
  const [dx, dy, dz] = [rayX / length, rayY / length, rayZ / length];
  const flat = Math.sqrt(dx * dx + dz * dz) || 1e-9;
  const lamps = scene.moon ? [...scene.lamps.all, moonAsLamp(scene.moon)] : scene.lamps.all;
  for (const lamp of lamps) {
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
