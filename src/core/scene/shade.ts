import { blackBodyRgb, type Rgb } from "../light";
import { hashUnit } from "../random";
import { DEG_PER_RAD } from "../units";
import { facadePoint } from "./facade";
import { addLampIlluminance, type PreparedLamp, prepareLamps } from "./groundLight";
import { fractalNoise, valueNoise } from "./noise";
import type { GroundStrip, Material, Point3, Ridge, Scene, Sky, Wall, Water } from "./scene";

/** A hillside with the tables from which its look is read. */
export interface PreparedRidge extends Ridge {
  readonly lit: Rgb;
  readonly heights: Float32Array;
  /** How the ground is lit and how densely built, by `ridgeCell`. */
  readonly slopes: Float32Array;
  readonly densities: Float32Array;
}

/** A scene with everything worked out that does not depend on the ray. */
export interface PreparedScene {
  readonly strips: readonly (GroundStrip & { readonly ux: number; readonly uz: number })[];
  readonly walls: readonly (Wall & { readonly ux: number; readonly uz: number; readonly lit: Rgb })[];
  readonly ridges: readonly PreparedRidge[];
  readonly water: Water | undefined;
  readonly lamps: readonly PreparedLamp[];
  readonly sky: Sky;
  readonly zenith: Rgb;
  readonly seed: number;
}

const WARM_GLOW: Rgb = [1.75, 0.86, 0.32];

const preparedScenes = new WeakMap<Scene, PreparedScene>();

/** A scene with what does not depend on the ray worked out, once for each scene. */
export function prepareScene(scene: Scene): PreparedScene {
  const known = preparedScenes.get(scene);
  if (known) return known;
  const prepared = prepare(scene);
  preparedScenes.set(scene, prepared);
  return prepared;
}

/** Works out headings, colours and tables; surfaces keep their order, nearest first within each kind. */
function prepare(scene: Scene): PreparedScene {
  const heading = (deg: number) => ({ ux: Math.sin(deg / DEG_PER_RAD), uz: Math.cos(deg / DEG_PER_RAD) });
  const surfaces = scene.surfaces;
  return {
    strips: surfaces.filter((s) => s.kind === "strip").map((s) => ({ ...s, ...heading(s.headingDeg) })),
    walls: surfaces
      .filter((s) => s.kind === "wall")
      .map((s) => ({ ...s, ...heading(s.headingDeg), lit: blackBodyRgb(s.windows.kelvin) })),
    ridges: surfaces
      .filter((s) => s.kind === "ridge")
      .map((s) => ({
        ...s,
        lit: blackBodyRgb(s.windows.kelvin),
        heights: silhouette(s, scene.seed),
        slopes: ridgeTable((x, up) => 0.6 + 0.8 * fractalNoise(x * 0.035, up * 0.06, scene.seed + 17, 4)),
        densities: ridgeTable(
          (x, up) =>
            Math.max(0, 1 - up / s.housesToMetres) *
            (0.4 + 1.2 * fractalNoise(x * 0.02, up * 0.03, scene.seed + 23, 3)),
        ),
      })),
    water: surfaces.find((s) => s.kind === "water"),
    lamps: prepareLamps(scene.lamps),
    sky: scene.sky,
    zenith: blackBodyRgb(scene.sky.zenithKelvin),
    seed: scene.seed,
  };
}

/** Illuminance of a horizontal surface by the whole sky, lux: between its horizon's and zenith's luminance times π. */
function skyIlluminance({ zenithCdM2, horizonCdM2 }: Sky): number {
  return Math.PI * (0.7 * zenithCdM2 + 0.3 * horizonCdM2);
}

/** Luminance of the sky in a direction (unit vector), three channels into `out`. */
export function shadeSky(scene: PreparedScene, dx: number, dy: number, dz: number, out: Float64Array): void {
  const { sky, zenith, seed } = scene;
  const altitude = Math.max(0, dy);
  const low = Math.exp(-altitude * 4.2);
  const azimuthDeg = Math.atan2(dx, dz) * DEG_PER_RAD - sky.glowAzimuthDeg;
  const toGlow = Math.exp(-((azimuthDeg / 38) ** 2)) * Math.exp(-altitude * 9);
  const streak = fractalNoise(dx * 3.1 + 7, altitude * 22 + dx * 2.5, seed + 40, 4);
  const cloud = sky.cloud * Math.max(0, streak - 0.38) * 3 * Math.exp(-altitude * 2);
  const base = sky.zenithCdM2 * (1 - low) + sky.horizonCdM2 * low;
  const glow = sky.glowCdM2 * toGlow * (1 + cloud);
  out[0] = base * (zenith[0] * (1 - 0.25 * low) + 0.3 * low + 0.1 * cloud) + glow * WARM_GLOW[0];
  out[1] = base * (zenith[1] - 0.06 * low) + glow * WARM_GLOW[1];
  out[2] = base * (zenith[2] - 0.1 * low) * (1 - 0.25 * cloud) + glow * WARM_GLOW[2];
}

function textureFactor(material: Material, along: number, across: number, seed: number): number {
  switch (material.texture) {
    case "plain":
      return 1;
    case "asphalt":
      return (
        0.72 + 0.36 * fractalNoise(along * 0.7, across * 2.2, seed, 3) + 0.2 * valueNoise(along * 9, across * 9, seed)
      );
    case "cobbles": {
      const row = Math.floor(along * 5);
      const stone = hashUnit(row, Math.floor(across * 4 + (row % 2) * 0.5), seed);
      const edge = Math.min(fraction(along * 5), fraction(across * 4 + (row % 2) * 0.5));
      return (0.62 + 0.5 * stone) * (edge < 0.12 ? 0.55 : 1);
    }
    case "plaster":
      return 0.75 + 0.5 * fractalNoise(along * 0.5, across * 0.5, seed, 4);
    default:
      return material.texture satisfies never;
  }
}

const fraction = (value: number): number => value - Math.floor(value);

const HORIZONTAL: Point3 = [0, 1, 0];

/** Share of a front that its windows take. */
const WINDOW_SHARE = 0.13;

/**
 * Adds what lit windows of long walls give to level ground before them, lux: the mean luminance of the wall times π times
 * the form factor of an endless wall of its height, ½(1 − d/√(d² + h²)).
 */
function addWindowIlluminance({ walls }: PreparedScene, x: number, z: number, out: Float64Array): void {
  for (const wall of walls) {
    const along = (x - wall.from[0]) * wall.ux + (z - wall.from[2]) * wall.uz;
    if (along < 0 || along > wall.lengthMetres) continue;
    const distance = Math.abs((x - wall.from[0]) * wall.uz - (z - wall.from[2]) * wall.ux);
    const height = wall.heightsMetres[0] ?? 0;
    const factor = 0.5 * (1 - distance / Math.hypot(distance, height));
    const lux = Math.PI * factor * WINDOW_SHARE * wall.windows.litShare * wall.windows.luminanceCdM2;
    for (let c = 0; c < 3; c++) out[c] = out[c]! + lux * wall.lit[c]!;
  }
}

/** Luminance of a ground strip at a point of its plane. */
export function shadeStrip(
  scene: PreparedScene,
  strip: PreparedScene["strips"][number],
  x: number,
  z: number,
  out: Float64Array,
): void {
  const along = (x - strip.through[0]) * strip.ux + (z - strip.through[2]) * strip.uz;
  const across = (x - strip.through[0]) * strip.uz - (z - strip.through[2]) * strip.ux;
  const ambient = skyIlluminance(scene.sky);
  out[0] = ambient * scene.zenith[0];
  out[1] = ambient * scene.zenith[1];
  out[2] = ambient * scene.zenith[2];
  addLampIlluminance(scene.lamps, x, strip.through[1], z, HORIZONTAL, out);
  addWindowIlluminance(scene, x, z, out);
  const { material, dashMetres } = strip;
  let factor = (material.reflectance * textureFactor(material, along, across, scene.seed + 3)) / Math.PI;
  if (
    dashMetres &&
    Math.abs(across) < 0.08 &&
    fraction(along / (dashMetres[0] + dashMetres[1])) * (dashMetres[0] + dashMetres[1]) < dashMetres[0]
  ) {
    factor = 0.55 / Math.PI;
  }
  if (Math.abs(across) > strip.halfWidthMetres - 0.22) factor *= 1.5;
  out[0] *= factor * material.tint[0];
  out[1] *= factor * material.tint[1];
  out[2] *= factor * material.tint[2];
}

/** Luminance of a wall at a distance along it and a height. */
export function shadeWall(
  scene: PreparedScene,
  wall: PreparedScene["walls"][number],
  along: number,
  up: number,
  out: Float64Array,
): void {
  const x = wall.from[0] + along * wall.ux;
  const z = wall.from[2] + along * wall.uz;
  const ambient = 0.5 * skyIlluminance(scene.sky);
  out[0] = ambient * scene.zenith[0];
  out[1] = ambient * scene.zenith[1];
  out[2] = ambient * scene.zenith[2];
  addLampIlluminance(scene.lamps, x, up, z, [-wall.uz, 0, wall.ux], out);
  const { reflectance, shine, glass } = facadePoint(wall, along, up, scene.seed);
  for (let c = 0; c < 3; c++) {
    // Half of what glass shows is the sky low over the other side, half the dark ground before it.
    const mirrored = 0.5 * glass * scene.sky.horizonCdM2 * (0.5 + 0.5 * scene.zenith[c]!);
    out[c] = (out[c]! * reflectance[c]! * wall.material.tint[c]!) / Math.PI + mirrored + shine[c]!;
  }
}

/** Half-width of a ridge's table of heights, and its step, metres. */
const SILHOUETTE_HALF_METRES = 600;
const SILHOUETTE_STEP_METRES = 0.25;

/** Cells of a ridge's tables: finer than the finest of its noise would be seen at its distance. */
const CELL_METRES = 1.5;
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
export function ridgeHeight({ heights }: PreparedScene["ridges"][number], x: number): number {
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
  return height * (0.94 + 0.1 * fractalNoise(x * 0.05, 3, seed + 9, 5));
}

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
  if (inColumn <= 0 || inColumn >= 0.1 + 0.16 * kind || inRow <= 0 || inRow >= 0.34 - 0.14 * kind) return NO_ROOM;
  // Most are small and dim; a few have nothing before them.
  return { light: 0.12 + 1.3 * hashUnit(column, row, seed + 34) ** 3, warmth: 0.75 + 0.5 * kind };
}

/** Luminance of a hillside at x and a height above the shore. */
export function shadeRidge(
  scene: PreparedScene,
  ridge: PreparedScene["ridges"][number],
  x: number,
  up: number,
  out: Float64Array,
): void {
  const { material, windows, lit } = ridge;
  const slope = ridgeValue(ridge.slopes, x, up);
  const haze = 0.1 * scene.sky.horizonCdM2 * Math.exp(-up / 60);
  const ambient = (0.5 * skyIlluminance(scene.sky) * material.reflectance * slope) / Math.PI;
  const density = ridgeValue(ridge.densities, x, up);
  const { light, warmth } = roomKind(windows, x, up, density, scene.seed);
  const window = windows.luminanceCdM2 * light;
  const street = 0.25 * density * Math.exp(-up / 30);
  for (let c = 0; c < 3; c++) {
    out[c] =
      ambient * material.tint[c]! * scene.zenith[c]! +
      haze * scene.zenith[c]! +
      street * lit[c]! +
      window * (c === 2 ? lit[c]! / warmth : lit[c]!);
  }
}
