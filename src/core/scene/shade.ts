import { blackBodyRgb, type Rgb } from "../light";
import { hashUnit } from "../random";
import { DEG_PER_RAD } from "../units";
import { addLampIlluminance, type PreparedLamp, prepareLamps } from "./groundLight";
import { fractalNoise, valueNoise } from "./noise";
import type { GroundStrip, Material, Point3, Ridge, Scene, Sky, Wall, Water, WindowGrid } from "./scene";

/** A scene with everything worked out that does not depend on the ray. */
export interface PreparedScene {
  readonly strips: readonly (GroundStrip & { readonly ux: number; readonly uz: number })[];
  readonly walls: readonly (Wall & { readonly ux: number; readonly uz: number; readonly lit: Rgb })[];
  readonly ridges: readonly (Ridge & { readonly lit: Rgb; readonly heights: Float32Array })[];
  readonly water: Water | undefined;
  readonly lamps: readonly PreparedLamp[];
  readonly sky: Sky;
  readonly zenith: Rgb;
  readonly seed: number;
}

const WARM_GLOW: Rgb = [1.75, 0.86, 0.32];

/** Works out headings and colours once; surfaces keep their order, nearest first within each kind. */
export function prepareScene(scene: Scene): PreparedScene {
  const heading = (deg: number) => ({ ux: Math.sin(deg / DEG_PER_RAD), uz: Math.cos(deg / DEG_PER_RAD) });
  const surfaces = scene.surfaces;
  return {
    strips: surfaces.filter((s) => s.kind === "strip").map((s) => ({ ...s, ...heading(s.headingDeg) })),
    walls: surfaces
      .filter((s) => s.kind === "wall")
      .map((s) => ({ ...s, ...heading(s.headingDeg), lit: blackBodyRgb(s.windows.kelvin) })),
    ridges: surfaces
      .filter((s) => s.kind === "ridge")
      .map((s) => ({ ...s, lit: blackBodyRgb(s.windows.kelvin), heights: silhouette(s, scene.seed) })),
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

/** A lit window's luminance at (along, up) on a wall, or 0 between windows and in dark ones. */
function windowLuminance(grid: WindowGrid, along: number, up: number, seed: number): number {
  const column = Math.floor(along / grid.columnMetres);
  const row = Math.floor(up / grid.rowMetres);
  const inColumn = along / grid.columnMetres - column;
  const inRow = up / grid.rowMetres - row;
  if (inColumn < 0.3 || inColumn > 0.68 || inRow < 0.3 || inRow > 0.78) return 0;
  if (hashUnit(column, row, seed) > grid.litShare) return 0;
  const curtain = 0.35 + 0.65 * hashUnit(column, row, seed + 1);
  const bar = Math.abs(inColumn - 0.49) < 0.015 ? 0.3 : 1;
  return grid.luminanceCdM2 * curtain * bar * (0.7 + 0.3 * inRow);
}

const HORIZONTAL: Point3 = [0, 1, 0];

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
  const house = Math.floor((along / wall.lengthMetres) * wall.heightsMetres.length);
  const x = wall.from[0] + along * wall.ux;
  const z = wall.from[2] + along * wall.uz;
  const ambient = 0.5 * skyIlluminance(scene.sky);
  out[0] = ambient * scene.zenith[0];
  out[1] = ambient * scene.zenith[1];
  out[2] = ambient * scene.zenith[2];
  addLampIlluminance(scene.lamps, x, up, z, [-wall.uz, 0, wall.ux], out);
  const shade = 0.45 + 0.9 * hashUnit(house, 5, scene.seed);
  const factor =
    (wall.material.reflectance * shade * textureFactor(wall.material, along, up, scene.seed + house)) / Math.PI;
  const lit = windowLuminance(wall.windows, along, up, scene.seed + 11 + house);
  for (let c = 0; c < 3; c++) out[c] = out[c]! * factor * wall.material.tint[c]! + lit * wall.lit[c]!;
}

/** Half-width of a ridge's table of heights, and its step, metres. */
const SILHOUETTE_HALF_METRES = 600;
const SILHOUETTE_STEP_METRES = 0.25;

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

/** Luminance of a hillside at x and a height above the shore. */
export function shadeRidge(
  scene: PreparedScene,
  ridge: PreparedScene["ridges"][number],
  x: number,
  up: number,
  out: Float64Array,
): void {
  const { material, windows, lit } = ridge;
  const slope = 0.6 + 0.8 * fractalNoise(x * 0.035, up * 0.06, scene.seed + 17, 4);
  const haze = 0.1 * scene.sky.horizonCdM2 * Math.exp(-up / 60);
  const ambient = (0.5 * skyIlluminance(scene.sky) * material.reflectance * slope) / Math.PI;
  const density =
    Math.max(0, 1 - up / ridge.housesToMetres) * (0.4 + 1.2 * fractalNoise(x * 0.02, up * 0.03, scene.seed + 23, 3));
  const column = Math.floor(x / windows.columnMetres);
  const row = Math.floor(up / windows.rowMetres);
  const inColumn = fraction(x / windows.columnMetres) - 0.2 - 0.5 * hashUnit(column, row, scene.seed + 31);
  const inRow = fraction(up / windows.rowMetres) - 0.2 - 0.5 * hashUnit(column, row, scene.seed + 32);
  const shines =
    inColumn > 0 &&
    inColumn < 0.26 &&
    inRow > 0 &&
    inRow < 0.24 &&
    hashUnit(column, row, scene.seed + 33) < windows.litShare * density;
  const window = shines ? windows.luminanceCdM2 * (0.3 + 0.7 * hashUnit(column, row, scene.seed + 34)) : 0;
  const street = 0.25 * density * Math.exp(-up / 30);
  for (let c = 0; c < 3; c++) {
    out[c] =
      ambient * material.tint[c]! * scene.zenith[c]! + haze * scene.zenith[c]! + street * lit[c]! + window * lit[c]!;
  }
}
