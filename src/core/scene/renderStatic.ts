import { blackBodyRgb } from "../light";
import { LENS_TRANSMISSION } from "../sensor";
import { FOCAL_PLANE_FACTOR } from "../sensor/response";
import { project, type View } from "./camera";
import { valueNoise } from "./noise";
import type { Scene } from "./scene";
import { type PreparedScene, prepareScene, ridgeHeight, shadeRidge, shadeSky, shadeStrip, shadeWall } from "./shade";

const NEAREST_METRES = 0.2;

/** What a ray meets; -1 and below: nothing solid. */
function castSolid(
  scene: PreparedScene,
  ox: number,
  oy: number,
  oz: number,
  dx: number,
  dy: number,
  dz: number,
  out: Float64Array,
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
    const house = Math.floor((along / wall.lengthMetres) * wall.heightsMetres.length);
    if (up < wall.from[1] || up > wall.heightsMetres[house]!) continue;
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
  if (castSolid(scene, 0, height, 0, dx, dy, dz, out)) return;
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

/** Draws lamps that stand still: the lamp itself, its glare in the lens, and its post. */
function drawLamps(scene: Scene, view: View, firstRow: number, rows: number, out: Float32Array): void {
  for (const lamp of scene.lamps) {
    const centre = project(view, lamp.at);
    if (!centre) continue;
    const foot = project(view, [lamp.at[0], lamp.at[1] - lamp.postMetres, lamp.at[2]]);
    if (foot && lamp.postMetres > 0) drawPost(view, centre, foot, firstRow, rows, out);
    const rgb = blackBodyRgb(lamp.kelvin);
    const distanceM = centre.depthMetres;
    const power = pointLampLuminance(view, lamp.intensityCd, distanceM);
    const core = Math.max(1.2, (0.16 * view.focalPx) / distanceM);
    const reach = Math.min(view.width / 6, core * 60);
    const yFrom = Math.max(firstRow, Math.floor(centre.y - reach));
    const yTo = Math.min(firstRow + rows - 1, Math.ceil(centre.y + reach));
    const xFrom = Math.max(0, Math.floor(centre.x - reach));
    const xTo = Math.min(view.width - 1, Math.ceil(centre.x + reach));
    for (let y = yFrom; y <= yTo; y++) {
      for (let x = xFrom; x <= xTo; x++) {
        const squared = (x - centre.x) ** 2 + (y - centre.y) ** 2;
        if (squared > reach * reach) continue;
        const disc = (0.9 * Math.exp(-squared / (core * core))) / (Math.PI * core * core);
        const fade = (1 - Math.sqrt(squared) / reach) ** 2;
        const glare = (0.012 * fade) / (squared + 6 * core * core);
        const index = 3 * ((y - firstRow) * view.width + x);
        const light = power * (disc + glare);
        out[index]! += light * rgb[0];
        out[index + 1]! += light * rgb[1];
        out[index + 2]! += light * rgb[2];
      }
    }
  }
}

function drawPost(
  view: View,
  top: { x: number; y: number; depthMetres: number },
  foot: { x: number; y: number },
  firstRow: number,
  rows: number,
  out: Float32Array,
): void {
  const half = Math.max(0.6, (0.05 * view.focalPx) / top.depthMetres);
  for (let y = Math.max(firstRow, Math.floor(top.y)); y < Math.min(firstRow + rows, foot.y); y++) {
    const centre = top.x + ((foot.x - top.x) * (y - top.y)) / (foot.y - top.y);
    for (let x = Math.max(0, Math.floor(centre - half)); x <= Math.min(view.width - 1, centre + half); x++) {
      const index = 3 * ((y - firstRow) * view.width + x);
      for (let c = 0; c < 3; c++) out[index + c]! *= 0.12;
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
  drawLamps(scene, view, firstRow, rows, out);
}
