import { blackBodyRgb } from "../light";
import { FWHM_PER_SIGMA, LEAST_TRAIL_PX, POINT_FWHM_PX } from "../optics";
import { LENS_TRANSMISSION } from "../sensor";
import { FOCAL_PLANE_FACTOR } from "../sensor/response";
import { project, type View } from "./camera";
import { rooflineM } from "./facade";
import { valueNoise } from "./noise";
import type { Scene } from "./scene";
import { type PreparedScene, prepareScene, ridgeHeight, shadeRidge, shadeSky, shadeStrip, shadeWall } from "./shade";

const NEAREST_METRES = 0.2;

/** Ground that a ray has met, and how far away; the strip is undefined where it met something else. */
interface GroundHit {
  strip: PreparedScene["strips"][number] | undefined;
  t: number;
}

/**
 * Casts a ray against all that is solid; its luminance into `out`. False where it meets nothing.
 *
 * @param hit Told which ground was met, when given.
 */
function castSolid(
  scene: PreparedScene,
  ox: number,
  oy: number,
  oz: number,
  dx: number,
  dy: number,
  dz: number,
  out: Float64Array,
  hit?: GroundHit,
): boolean {
  let nearest = Number.POSITIVE_INFINITY;
  let wallHit: PreparedScene["walls"][number] | undefined;
  let wallAlong = 0;
  for (const wall of scene.walls) {
    const across = dx * wall.uz - dz * wall.ux;
    if (Math.abs(across) < 1e-9) continue;
    const t = ((wall.from[0] - ox) * wall.uz - (wall.from[2] - oz) * wall.ux) / across;
    if (t < NEAREST_METRES || t >= nearest) continue;
    const along = (ox + t * dx - wall.from[0]) * wall.ux + (oz + t * dz - wall.from[2]) * wall.uz;
    if (along < 0 || along >= wall.lengthMetres) continue;
    const up = oy + t * dy;
    if (up < wall.from[1] || up > rooflineM(wall, along, scene.seed)) continue;
    nearest = t;
    wallHit = wall;
    wallAlong = along;
  }
  let stripHit: PreparedScene["strips"][number] | undefined;
  if (dy < 0) {
    for (const strip of scene.strips) {
      const t = (strip.through[1] - oy) / dy;
      if (t < NEAREST_METRES || t >= nearest) continue;
      const x = ox + t * dx;
      const z = oz + t * dz;
      const across = (x - strip.through[0]) * strip.uz - (z - strip.through[2]) * strip.ux;
      if (Math.abs(across) > strip.halfWidthMetres) continue;
      nearest = t;
      stripHit = strip;
      wallHit = undefined;
    }
  }
  if (hit) {
    hit.strip = stripHit;
    hit.t = nearest;
  }
  if (stripHit) {
    shadeStrip(scene, stripHit, ox + nearest * dx, oz + nearest * dz, out);
    return true;
  }
  if (wallHit) {
    shadeWall(scene, wallHit, wallAlong, oy + nearest * dy, out);
    return true;
  }
  for (const ridge of scene.ridges) {
    if (dz <= 1e-9) continue;
    const t = (ridge.distanceMetres - oz) / dz;
    const x = ox + t * dx;
    const up = oy + t * dy;
    if (up < (scene.water?.heightMetres ?? 0) || up > ridgeHeight(ridge, x)) continue;
    shadeRidge(scene, ridge, x, up, out);
    return true;
  }
  return false;
}

const solidScratch = new Float64Array(3);

/** Whether nothing solid stands between a camera at a height and the sky in a direction. */
export const seesSky = (scene: PreparedScene, height: number, dx: number, dy: number, dz: number): boolean =>
  !castSolid(scene, 0, height, 0, dx, dy, dz, solidScratch);

const MIRROR_SAMPLES = 5;

/** Rays by which wet ground mirrors what stands beyond it, and how far they spread upwards: it is never a mirror. */
const WET_SAMPLES = 3;
const WET_SPREAD = 0.09;
/** Mean square of the slopes of wet stone and asphalt, for the glints of lamps in it. */
const WET_SLOPES = 0.012;
/** Steeper slopes than so many times that there are none to speak of: e^-9. */
const MOST_SLOPES = 9;
/** Of water at a right angle. @see Schlick, Computer Graphics Forum 13 (1994), 233, for the rise towards grazing. */
const WATER_F0 = 0.02;

const fresnel = (cosine: number): number => WATER_F0 + (1 - WATER_F0) * (1 - Math.min(1, cosine)) ** 5;

const groundHit: GroundHit = { strip: undefined, t: 0 };
/** Lamps farther than this leave no glint that one would see, metres. */
const GLINT_REACH_SQUARED = 70 ** 2;

/**
 * Adds what wet ground mirrors: of what stands beyond, by a few rays bent upwards, and of lamps, by slopes that are spread
 * normally (Beckmann), L = I/d² · D · F / (4 cos θ).
 */
function addWetGround(
  scene: PreparedScene,
  { strip, t }: GroundHit,
  dx: number,
  dy: number,
  dz: number,
  out: Float64Array,
  scratch: Float64Array,
): void {
  if (!strip || strip.material.wetness === 0) return;
  const x = t * dx;
  const y = strip.through[1];
  const z = t * dz;
  const share = (strip.material.wetness * fresnel(-dy)) / WET_SAMPLES;
  const stone = valueNoise(x * 3, z * 3, scene.seed + 61) - 0.5;
  for (let sample = 0; sample < WET_SAMPLES; sample++) {
    const up = Math.max(0.002, -dy + WET_SPREAD * ((sample + 0.5) / WET_SAMPLES - 0.25 + 0.4 * stone));
    if (!castSolid(scene, x, y + 0.01, z, dx, up, dz, scratch)) shadeSky(scene, dx, up, dz, scratch);
    for (let c = 0; c < 3; c++) out[c] = out[c]! + share * scratch[c]!;
  }
  for (const lamp of scene.lamps) {
    const lx = lamp.x - x;
    const ly = lamp.y - y;
    const lz = lamp.z - z;
    const squared = lx * lx + ly * ly + lz * lz;
    if (squared > GLINT_REACH_SQUARED) continue;
    const distance = Math.sqrt(squared);
    const hx = lx / distance - dx;
    const hy = ly / distance - dy;
    const hz = lz / distance - dz;
    const length = Math.sqrt(hx * hx + hy * hy + hz * hz);
    const cosine = hy / length;
    const slope = (1 - cosine * cosine) / (cosine * cosine);
    if (slope > MOST_SLOPES * WET_SLOPES) continue;
    const spread = Math.exp(-slope / WET_SLOPES) / (Math.PI * WET_SLOPES * cosine ** 4);
    const towards = (lx * hx + ly * hy + lz * hz) / (distance * length);
    const light = (strip.material.wetness * spread * fresnel(towards)) / (4 * Math.max(-dy, 0.05) * squared);
    for (let c = 0; c < 3; c++) out[c] = out[c]! + light * lamp.rgb[c]!;
  }
}

/** Luminance along one ray: solid things, else water that mirrors them, else sky. Three channels into `out`. */
function castRay(
  scene: PreparedScene,
  height: number,
  dx: number,
  dy: number,
  dz: number,
  out: Float64Array,
  scratch: Float64Array,
): void {
  if (castSolid(scene, 0, height, 0, dx, dy, dz, out, groundHit)) {
    addWetGround(scene, groundHit, dx, dy, dz, out, scratch);
    return;
  }
  const { water } = scene;
  if (!water || dy >= -1e-6) {
    shadeSky(scene, dx, dy, dz, out);
    return;
  }
  const t = (water.heightMetres - height) / dy;
  const x = t * dx;
  const z = t * dz;
  const grazing = 1 - Math.min(1, -dy);
  const reflectance = 0.02 + 0.98 * grazing ** 5;
  let r = 0;
  let g = 0;
  let b = 0;
  for (let sample = 0; sample < MIRROR_SAMPLES; sample++) {
    const wave =
      valueNoise(x * 0.9 + sample * 17, z * 0.35, scene.seed + 50) - 0.5 + (sample - (MIRROR_SAMPLES - 1) / 2) * 0.45;
    const bent = Math.max(0.002, -dy + water.ripple * wave);
    if (!castSolid(scene, x, water.heightMetres, z, dx, bent, dz, scratch)) shadeSky(scene, dx, bent, dz, scratch);
    r += scratch[0]!;
    g += scratch[1]!;
    b += scratch[2]!;
  }
  const share = reflectance / MIRROR_SAMPLES;
  out[0] = r * share + 0.002;
  out[1] = g * share + 0.004;
  out[2] = b * share + 0.006;
}

/** Share of a lamp's light that the lens scatters far around it: a phone's glass and cover. */
const WINGS_SHARE = 0.04;
/** Of the picture's width: as far as the wings go. */
const WINGS_REACH = 0.25;
/** Diameter of a street lamp's glass, metres. */
const STREET_LAMP_M = 0.16;

/**
 * Adds lamps that stand still: the image of the lamp itself, and the wings that the lens scatters around it, (r² + a²) to the
 * power of -1.25, which falls as r to that of -2.5. All of a lamp's light is in the two.
 */
function drawLamps(scene: Scene, view: View, firstRow: number, rows: number, out: Float32Array): void {
  for (const lamp of scene.lamps) {
    const centre = project(view, lamp.at);
    if (!centre) continue;
    const rgb = blackBodyRgb(lamp.kelvin);
    const power = pointLampLuminance(view, lamp.intensityCd, centre.depthMetres);
    const core = Math.max(LEAST_TRAIL_PX, (STREET_LAMP_M * view.focalPx) / centre.depthMetres) / Math.sqrt(Math.PI);
    const reach = WINGS_REACH * view.width;
    const within = 2 * core * core;
    // The integral of the wings over the circle of their reach, 2π r dr.
    const all = 4 * Math.PI * (within ** -0.25 - (reach * reach + within) ** -0.25);
    const yFrom = Math.max(firstRow, Math.floor(centre.y - reach));
    const yTo = Math.min(firstRow + rows - 1, Math.ceil(centre.y + reach));
    const xFrom = Math.max(0, Math.floor(centre.x - reach));
    const xTo = Math.min(view.width - 1, Math.ceil(centre.x + reach));
    const disc = ((1 - WINGS_SHARE) * power) / (Math.PI * core * core);
    const wings = (WINGS_SHARE * power) / all;
    for (let y = yFrom; y <= yTo; y++) {
      for (let x = xFrom; x <= xTo; x++) {
        const squared = (x + 0.5 - centre.x) ** 2 + (y + 0.5 - centre.y) ** 2;
        if (squared > reach * reach) continue;
        const own = squared < 25 * core * core ? disc * Math.exp(-squared / (core * core)) : 0;
        const far = squared + within;
        const light = own + wings / (far * Math.sqrt(Math.sqrt(far)));
        const index = 3 * ((y - firstRow) * view.width + x);
        out[index]! += light * rgb[0];
        out[index + 1]! += light * rgb[1];
        out[index + 2]! += light * rgb[2];
      }
    }
  }
}

/** What a post gives back of what would be seen behind it. */
const POST_SHARE = 0.12;
const POST_HALF_M = 0.05;

/** Draws the posts of lamps, each pixel as far as it is covered. */
function drawPosts(scene: Scene, view: View, firstRow: number, rows: number, out: Float32Array): void {
  for (const lamp of scene.lamps) {
    if (lamp.postMetres <= 0) continue;
    const top = project(view, lamp.at);
    const foot = project(view, [lamp.at[0], lamp.at[1] - lamp.postMetres, lamp.at[2]]);
    if (!top || !foot) continue;
    const half = (POST_HALF_M * view.focalPx) / top.depthMetres;
    for (let y = Math.max(firstRow, Math.floor(top.y)); y < Math.min(firstRow + rows, foot.y); y++) {
      const centre = top.x + ((foot.x - top.x) * (y + 0.5 - top.y)) / (foot.y - top.y);
      const to = Math.min(view.width - 1, Math.floor(centre + half));
      for (let x = Math.max(0, Math.floor(centre - half)); x <= to; x++) {
        const covered = Math.max(0, Math.min(x + 1, centre + half) - Math.max(x, centre - half));
        const index = 3 * ((y - firstRow) * view.width + x);
        for (let c = 0; c < 3; c++) out[index + c]! *= 1 - covered * (1 - POST_SHARE);
      }
    }
  }
}

/**
 * The luminance in cd/m² that one output pixel would need to gather as much light as a lamp of this intensity sends
 * it, were all of it to fall into that pixel: I/d² · π(f/2)²·τ over pitch²·q. The f-number and the filter cancel.
 *
 * @see domain formulas for a point source: Φ = (I/d²)·π(f/2N)²·τ·T against E = q·L·T/N².
 */
export function pointLampLuminance(view: View, intensityCd: number, distanceM: number): number {
  const perPixelMetres = distanceM / view.focalPx;
  return (((intensityCd * Math.PI) / 4) * (LENS_TRANSMISSION / FOCAL_PLANE_FACTOR)) / perPixelMetres ** 2;
}

/**
 * Renders everything that stands still: luminance in cd/m² as linear sRGB, interleaved, for rows `firstRow` to
 * `firstRow + rows` of the view. Rows may be rendered in any order and cut; the result does not depend on it.
 *
 * @param out At least `3 * view.width * rows` samples, overwritten.
 */
export function renderStaticRows(scene: Scene, view: View, firstRow: number, rows: number, out: Float32Array): void {
  if (out.length < 3 * view.width * rows)
    throw new RangeError(`output holds ${out.length} samples, rows need ${3 * view.width * rows}`);
  // The lens's blur asks for the row before and the row after.
  const sharp = new Float32Array(3 * view.width * (rows + 2));
  castRows(scene, view, firstRow - 1, rows + 2, sharp);
  drawPosts(scene, view, firstRow - 1, rows + 2, sharp);
  blurRows(sharp, view.width, rows, out);
  drawLamps(scene, view, firstRow, rows, out);
}

/** What the rays of rows meet; rows beyond the picture's edges are cast as well. */
function castRows(scene: Scene, view: View, firstRow: number, rows: number, out: Float32Array): void {
  const prepared = prepareScene(scene);
  const colour = new Float64Array(3);
  const scratch = new Float64Array(3);
  for (let row = 0; row < rows; row++) {
    const up = (view.height / 2 - (firstRow + row + 0.5)) / view.focalPx;
    for (let column = 0; column < view.width; column++) {
      const right = (column + 0.5 - view.width / 2) / view.focalPx;
      const dy = up * view.cosTilt + view.sinTilt;
      const dz = view.cosTilt - up * view.sinTilt;
      const length = Math.sqrt(right * right + dy * dy + dz * dz);
      castRay(prepared, view.heightMetres, right / length, dy / length, dz / length, colour, scratch);
      const index = 3 * (row * view.width + column);
      out[index] = colour[0]!;
      out[index + 1] = colour[1]!;
      out[index + 2] = colour[2]!;
    }
  }
}

/** Weight of a neighbour in the blur of a point of `POINT_FWHM_PX`, and of the pixel itself: a Gaussian at whole pixels. */
const NEXT = Math.exp(-((FWHM_PER_SIGMA / POINT_FWHM_PX) ** 2) / 2);
const BESIDE = NEXT / (1 + 2 * NEXT);
const OWN = 1 - 2 * BESIDE;

/** Blurs rows as the lens does; `sharp` has a row more at either end, `out` none of them. */
function blurRows(sharp: Float32Array, width: number, rows: number, out: Float32Array): void {
  const stride = 3 * width;
  const upright = new Float32Array(stride);
  for (let row = 0; row < rows; row++) {
    const at = (row + 1) * stride;
    for (let i = 0; i < stride; i++)
      upright[i] = OWN * sharp[at + i]! + BESIDE * (sharp[at + i - stride]! + sharp[at + i + stride]!);
    for (let i = 0; i < stride; i++) {
      const before = upright[i < 3 ? i : i - 3]!;
      const after = upright[i >= stride - 3 ? i : i + 3]!;
      out[row * stride + i] = OWN * upright[i]! + BESIDE * (before + after);
    }
  }
}
