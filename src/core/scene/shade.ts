import { blackBodyRgb, type Rgb } from "../light";
import { hashUnit } from "../random";
import { meetScene } from "./cast";
import { skyTowards } from "./clouds";
import { frontPoint } from "./front";
import { ridgePoint } from "./hill";
import { addLampIlluminance, type PreparedLamp } from "./lampLight";
import { addMoonlight } from "./moonlight";
import { valueNoise } from "./noise";
import type { PreparedScene } from "./preparedScene";
import type { Ray } from "./ray";
import type { Block, Dial, Material, Solid } from "./scene";
import { type Hit, newHit } from "./solids";
import { textureFactor } from "./textures";

const light = new Float64Array(3);
const shine = new Float64Array(3);

/** Luminance of the sky in a direction of unit length in the scene. */
export function shadeSky(scene: PreparedScene, dx: number, dy: number, dz: number, out: Float64Array): void {
  const { sinHeading: s, cosHeading: c } = scene;
  skyTowards(scene.sky, dx * c - dz * s, dy, dx * s + dz * c, out);
}

/** Light of the sky and of lamps that one does not see on a surface, lux: as much as it sees of the sky, the rest from the ground. */
function setAmbient(scene: PreparedScene, ny: number, out: Float64Array): void {
  const ofSky = scene.skylightGain * (0.55 + 0.45 * ny);
  const { illuminance } = scene.sky;
  for (let c = 0; c < 3; c++) out[c] = ofSky * illuminance[c]! + (0.75 - 0.25 * ny) * scene.fill[c]!;
}

/** Share of a front that its windows take. */
const WINDOW_SHARE = 0.13;

/**
 * Adds what lit windows of long walls give to level ground before them, lux: the mean luminance of the wall times π times
 * the form factor of an endless wall of its height, ½(1 − d/√(d² + h²)).
 */
function addWindowIlluminance({ walls, lampGain }: PreparedScene, x: number, z: number, out: Float64Array): void {
  for (const wall of walls) {
    if (wall.windows.litShare === 0) continue;
    const along = (x - wall.from[0]) * wall.ux + (z - wall.from[2]) * wall.uz;
    if (along < 0 || along > wall.lengthMetres) continue;
    const distance = Math.abs((x - wall.from[0]) * wall.uz - (z - wall.from[2]) * wall.ux);
    const height = wall.heightsMetres[0] ?? 0;
    const factor = 0.5 * (1 - distance / Math.hypot(distance, height));
    const lux = lampGain * Math.PI * factor * WINDOW_SHARE * wall.windows.litShare * wall.windows.luminanceCdM2;
    for (let c = 0; c < 3; c++) out[c] = out[c]! + lux * wall.lit[c]!;
  }
}

/** Glows of a clock's dial: its rim, its marks and its two hands are dark. */
function dialMark({ radiusMetres: r }: Dial, u: number, v: number): boolean {
  const far = Math.hypot(u, v) / r;
  if (far > 0.94) return true;
  const turn = (Math.atan2(u, v) / (2 * Math.PI) + 1) % 1;
  const mark = Math.abs(((turn * 12 + 0.5) % 1) - 0.5) / 12;
  if (far > 0.76 && mark * 2 * Math.PI * far < 0.025) return true;
  // Ten past eight in the evening: the hour and the minute hand.
  for (const [at, long, wide] of [
    [8.17 / 12, 0.52, 0.035],
    [10 / 60, 0.78, 0.024],
  ] as const) {
    const [hu, hv] = [Math.sin(2 * Math.PI * at), Math.cos(2 * Math.PI * at)];
    const along = (u * hu + v * hv) / r;
    if (along > -0.1 && along < long && Math.abs(u * hv - v * hu) / r < wide) return true;
  }
  return false;
}

/** A block's lit windows, on its fronts and backs. */
function blockWindow({ windows, sizeMetres }: Block, hit: Hit, gain: number, seed: number): boolean {
  shine.fill(0);
  if (!windows || hit.ny > 0.3 || hit.v > sizeMetres[1] - 0.4) return false;
  const column = Math.floor(hit.u / windows.columnMetres);
  const row = Math.floor(hit.v / windows.rowMetres);
  const x = hit.u / windows.columnMetres - column;
  const y = hit.v / windows.rowMetres - row;
  if (x < 0.32 || x > 0.68 || y < 0.3 || y > 0.76) return false;
  const which = seed + Math.round(17 * hit.nx + 31 * hit.nz);
  if (hashUnit(column, row, which) > windows.litShare) return true;
  const hash = hashUnit(column, row, which + 1);
  const cross = Math.abs(x - 0.5) < 0.018 || Math.abs(y - 0.58) < 0.015 ? 0.15 : 1;
  const luminance = gain * windows.luminanceCdM2 * cross * (0.3 + 0.7 * hash) * (0.6 + 0.6 * y);
  const colour = blackBodyRgb(windows.kelvin + 700 * (hash - 0.5));
  for (let c = 0; c < 3; c++) shine[c] = luminance * colour[c]!;
  return true;
}

function shadeSolid(scene: PreparedScene, solid: Solid, hit: Hit, footM: number, seed: number): number {
  const { material } = solid;
  shine.fill(0);
  if (solid.kind === "dial") {
    const dark = dialMark(solid, hit.u, hit.v);
    const colour = blackBodyRgb(solid.shine.kelvin);
    const luminance = dark
      ? 0
      : scene.shineGain * solid.shine.luminanceCdM2 * (0.9 + 0.1 * Math.cos((3 * hit.v) / solid.radiusMetres));
    for (let c = 0; c < 3; c++) shine[c] = luminance * colour[c]!;
    return dark ? 0.04 : material.reflectance;
  }
  if (solid.shine) {
    const colour = blackBodyRgb(solid.shine.kelvin);
    for (let c = 0; c < 3; c++) shine[c] = scene.shineGain * solid.shine.luminanceCdM2 * colour[c]!;
  }
  if (solid.kind === "block") {
    if (!solid.shine && blockWindow(solid, hit, scene.lampGain, seed)) return 0.03;
    if (solid.windows && solid.roofMetres > 0 && hit.ny > 0.2)
      return 0.06 * textureFactor({ ...material, texture: "slate" }, hit.u, hit.v, footM, seed);
  }
  return material.reflectance * textureFactor(material, hit.u, hit.v, footM, seed);
}

const WHITE: Rgb = [1, 1, 1];

/**
 * Luminance of what a ray has met, three channels into `out`.
 *
 * @param pixelM How wide a pixel is there across the line of sight, metres.
 * @param footM How long it is on the surface.
 * @returns Whether it shines by itself.
 */
export function shadeHit(
  scene: PreparedScene,
  hit: Hit,
  x: number,
  y: number,
  z: number,
  pixelM: number,
  footM: number,
  out: Float64Array,
): boolean {
  const { seed } = scene;
  let reflectance = 0;
  let byChannel = WHITE;
  let tint = WHITE;
  let glass = 0;
  let wrap = 0;
  shine.fill(0);
  setAmbient(scene, hit.ny, light);
  switch (hit.of) {
    case "strip": {
      const strip = scene.strips[hit.index]!;
      tint = strip.material.tint;
      reflectance = strip.material.reflectance * textureFactor(strip.material, hit.u, hit.v, footM, seed + 3);
      const dash = strip.dashMetres;
      if (
        dash &&
        Math.abs(hit.v) < 0.08 &&
        (((hit.u / (dash[0] + dash[1])) % 1) + 1) % 1 < dash[0] / (dash[0] + dash[1])
      )
        reflectance = 0.55;
      if (strip.halfWidthMetres - Math.abs(hit.v) < 0.22) reflectance *= 1.5;
      addWindowIlluminance(scene, x, z, light);
      break;
    }
    case "wall": {
      const wall = scene.walls[hit.index]!;
      const point = frontPoint(wall, hit.u, hit.v, pixelM, seed);
      reflectance = 1;
      byChannel = point.reflectance;
      tint = wall.material.tint;
      glass = point.glass;
      for (let c = 0; c < 3; c++) shine[c] = scene.lampGain * point.shine[c]!;
      break;
    }
    case "ridge": {
      const ridge = scene.ridges[hit.index]!;
      reflectance = 0.5 * ridgePoint(ridge, hit.u, hit.v, pixelM, seed, shine);
      for (let c = 0; c < 3; c++) shine[c] = scene.lampGain * shine[c]!;
      tint = ridge.material.tint;
      break;
    }
    case "fall":
      reflectance = scene.falls[hit.index]!.reflectance;
      break;
    case "solid": {
      const { solid } = scene.solids[hit.index]!;
      reflectance = shadeSolid(scene, solid, hit, pixelM, seed + hit.index);
      tint = solid.material.tint;
      if (solid.kind === "ellipsoid" && solid.gaps > 0) wrap = 0.6;
      break;
    }
    default:
      out.fill(0);
      return false;
  }
  if (hit.of !== "ridge") addLampIlluminance(scene.lamps, x, y, z, hit.nx, hit.ny, hit.nz, light, wrap);
  addMoonlight(scene, x, y, z, hit.nx, hit.ny, hit.nz, light, wrap);
  for (let c = 0; c < 3; c++) {
    const mirrored = 0.5 * glass * scene.skylightGain * scene.sky.horizon[c]!;
    out[c] = (light[c]! * reflectance * byChannel[c]! * tint[c]!) / Math.PI + mirrored + shine[c]!;
  }
  return shine[1]! > 0;
}

/** What the air adds and takes on the way to something, in place. */
export function throughAir(scene: PreparedScene, distance: number, out: Float64Array): void {
  const clear = Math.exp(-distance / scene.visibilityMetres);
  for (let c = 0; c < 3; c++) {
    const air = 0.5 * scene.sky.horizon[c]! + (0.12 * scene.fill[c]!) / Math.PI;
    out[c] = out[c]! * clear + (1 - clear) * air;
  }
}

const mirrorHit = newHit();
const mirrored = new Float64Array(3);

/** Rays by which wet ground mirrors what stands beyond it, and how far they spread upwards: it is never a mirror. */
const WET_SAMPLES = 2;
const WET_SPREAD = 0.09;
/** Less than this of what stands beyond is not worth a ray. */
const LEAST_SHARE = 0.012;
/** Mean square of the slopes of wet stone and asphalt, for the glints of lamps in it. */
const WET_SLOPES = 0.012;
/** Steeper slopes than so many times that there are none to speak of: e^-9. */
const MOST_SLOPES = 9;
/** Lamps farther than this leave no glint that one would see, metres. */
const GLINT_REACH_SQUARED = 90 ** 2;
/** Of water at a right angle. @see Schlick, Computer Graphics Forum 13 (1994), 233, for the rise towards grazing. */
const WATER_F0 = 0.02;

/** Share of light that a water surface gives back at the cosine of its angle. */
export function fresnel(cosine: number): number {
  const off = 1 - Math.min(1, cosine);
  const squared = off * off;
  return WATER_F0 + (1 - WATER_F0) * squared * squared * off;
}

/** Luminance along a ray that has left a surface: what it meets, else what of the sky falls on the place. */
export function castAway(
  scene: PreparedScene,
  near: ArrayLike<number>,
  x: number,
  y: number,
  z: number,
  dx: number,
  dy: number,
  dz: number,
  pixelM: number,
  out: Float64Array,
): void {
  mirrorHit.t = Infinity;
  meetScene(scene, near, x, y, z, dx, dy, dz, mirrorHit);
  if (mirrorHit.of === "nothing" || mirrorHit.of === "water") {
    shadeSky(scene, dx, dy, dz, out);
    for (let c = 0; c < 3; c++) out[c] = scene.skylightGain * out[c]!;
    return;
  }
  const { t } = mirrorHit;
  shadeHit(scene, mirrorHit, x + t * dx, y + t * dy, z + t * dz, pixelM, 4 * pixelM, out);
  throughAir(scene, t, out);
}

/**
 * Adds what wet ground mirrors: of what stands beyond, by a few rays bent upwards, and of lamps, by slopes that are spread
 * normally (Beckmann), L = I/d² · D · F / (4 cos θ).
 */
export function addWetGround(
  scene: PreparedScene,
  { wetness }: Material,
  near: ArrayLike<number>,
  lamps: readonly PreparedLamp[],
  { x, y, z, dx, dy, dz }: Readonly<Ray>,
  out: Float64Array,
): void {
  // Puddles: some places hold more water than others.
  const pooled = wetness * (0.55 + 0.9 * valueNoise(x * 0.45, z * 0.45, scene.seed + 63));
  const share = (Math.min(1, pooled) * fresnel(-dy)) / WET_SAMPLES;
  const stone = valueNoise(x * 3, z * 3, scene.seed + 61) - 0.5;
  for (let sample = 0; sample < WET_SAMPLES && share > LEAST_SHARE; sample++) {
    const up = Math.max(0.002, -dy + WET_SPREAD * ((sample + 0.5) / WET_SAMPLES - 0.25 + 0.4 * stone));
    castAway(scene, near, x, y + 0.01, z, dx, up, dz, 0.2, mirrored);
    for (let c = 0; c < 3; c++) out[c] = out[c]! + share * mirrored[c]!;
  }
  for (const lamp of lamps) {
    const lx = lamp.x - x;
    const ly = lamp.y - y;
    const lz = lamp.z - z;
    const squared = lx * lx + ly * ly + lz * lz;
    if (squared > GLINT_REACH_SQUARED || ly <= 0) continue;
    // Off to a side no slope mirrors it: (ly - dy·distance)² is at most twice the sum of both squares.
    const aside = lx * dz - lz * dx;
    if (aside * aside > 2 * MOST_SLOPES * WET_SLOPES * (ly * ly + dy * dy * squared)) continue;
    const distance = Math.sqrt(squared);
    const hx = lx / distance - dx;
    const hy = ly / distance - dy;
    const hz = lz / distance - dz;
    const length = Math.sqrt(hx * hx + hy * hy + hz * hz);
    const cosine = hy / length;
    const slope = (1 - cosine * cosine) / (cosine * cosine);
    if (slope > MOST_SLOPES * WET_SLOPES) continue;
    const spread = Math.exp(-slope / WET_SLOPES) / (Math.PI * WET_SLOPES * cosine * cosine * cosine * cosine);
    const towards = (lx * hx + ly * hy + lz * hz) / (distance * length);
    const glint = (Math.min(1, pooled) * spread * fresnel(towards)) / (4 * Math.max(-dy, 0.05) * squared);
    for (let c = 0; c < 3; c++) out[c] = out[c]! + glint * lamp.rgb[c]!;
  }
}
