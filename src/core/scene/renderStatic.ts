import { FWHM_PER_SIGMA, POINT_FWHM_PX } from "../optics";
import { directionAt, type View } from "./camera";
import { meetScene } from "./cast";
import { defocusReach, defocusRows } from "./defocus";
import { drawLamps } from "./drawLamps";
import { FLOWS } from "./flows";
import { addMoonDisc } from "./moonlight";
import { usualWater } from "./openWater";
import { prepareScene } from "./prepare";
import type { PreparedScene } from "./preparedScene";
import { scratchRay } from "./ray";
import type { RegionName, Scene } from "./scene";
import { addWetGround, shadeHit, shadeSky, throughAir } from "./shade";
import { indexSolids, type SolidIndex } from "./solidIndex";
import { type Hit, newHit } from "./solids";
import type { StillLight } from "./stillLight";
import { usualWaterAt, type WaterLight } from "./waterLight";

const wetRay = scratchRay();

const hit = newHit();
const direction = new Float64Array(3);

/** What the last ray met: how deep in the picture, and a number that tells it apart. */
const cast = { depth: 0, key: 0, isSubject: false };
const KEYS = { nothing: 0, solid: 1, wall: 2, strip: 3, ridge: 4, fall: 5, water: 6 } as const;
const KEYS_OF_A_KIND = 4096;

/** What one calls the thing that a ray has met; undefined where it has no name. */
function regionOf(scene: PreparedScene, { of, index }: Hit): RegionName | undefined {
  switch (of) {
    case "solid":
      return scene.solids[index]!.solid.region;
    case "wall":
      return scene.walls[index]!.region;
    case "strip":
      return scene.strips[index]!.region;
    case "ridge":
      return scene.ridges[index]!.region;
    case "fall":
      return scene.falls[index]!.region;
    case "water":
      return scene.water?.region;
    case "nothing":
      return undefined;
    default:
      return of satisfies never;
  }
}

/** With more than so many times its own light a pixel shows the lamp before it. */
const MOST_GLARE = 1.25;

/** Luminance where a ray through a place of the picture ends; tells in `cast` what it met. */
function castRay(
  scene: PreparedScene,
  view: View,
  near: SolidIndex,
  water: WaterLight | null,
  px: number,
  py: number,
  out: Float64Array,
): void {
  directionAt(view, px, py, direction);
  const [rx, ry, rz] = [direction[0]!, direction[1]!, direction[2]!];
  const length = Math.sqrt(rx * rx + ry * ry + rz * rz);
  const dx = rx / length;
  const dy = ry / length;
  const dz = rz / length;
  const [ox, oy, oz] = view.at;
  hit.t = Infinity;
  meetScene(scene, near.at(px, py), ox, oy, oz, dx, dy, dz, hit);
  cast.key = KEYS[hit.of] * KEYS_OF_A_KIND + hit.index;
  cast.isSubject = scene.subject === null ? hit.of !== "nothing" : regionOf(scene, hit) === scene.subject;
  if (hit.of === "nothing") {
    cast.depth = Infinity;
    shadeSky(scene, dx, dy, dz, out);
    addMoonDisc(scene, dx, dy, dz, out);
    return;
  }
  cast.depth = hit.t / length;
  if (hit.of === "water") {
    if (water) usualWater(water, px, py, out);
    else usualWaterAt(scene, near.towards(px), ox + hit.t * dx, oz + hit.t * dz, dx, dy, dz, out);
    return;
  }
  const { t } = hit;
  const [x, y, z] = [ox + t * dx, oy + t * dy, oz + t * dz];
  const pixelM = t / view.focalPx;
  // What shines by itself, a lit window, is not what the light falls on.
  if (shadeHit(scene, hit, x, y, z, pixelM, pixelM / Math.max(0.03, Math.abs(dy)), out)) cast.isSubject = false;
  const material = hit.of === "strip" ? scene.strips[hit.index]!.material : null;
  if (material && material.wetness > 0) {
    [wetRay.x, wetRay.y, wetRay.z] = [x, y, z];
    [wetRay.dx, wetRay.dy, wetRay.dz] = [dx, dy, dz];
    addWetGround(scene, material, near.towards(px), near.lampsTowards(px), wetRay, out);
  }
  throughAir(scene, t, out);
}

/** Pixels whose neighbours differ by more than this factor are looked at again, at four places within them. */
const EDGE_FACTOR = 1.5;
/** The four places, turned so that neither rows nor columns repeat. */
const WITHIN = [
  [-0.125, -0.375],
  [0.375, -0.125],
  [0.125, 0.375],
  [-0.375, 0.125],
] as const;
/** Rows beyond an edge that are cast for the lens's blur and the search for edges. */
const MARGIN = 2;

/**
 * Renders everything that stands still, for rows `firstRow` to `firstRow + rows` of the view. Rows may be rendered in any
 * order and cut; the result does not depend on it.
 *
 * @param into Of the whole view; only the rows are written.
 */
export function renderStaticRows(scene: Scene, view: View, firstRow: number, rows: number, into: StillLight): void {
  const { width } = view;
  const reach = defocusReach(view);
  const margin = MARGIN + reach;
  const whole = rows + 2 * margin;
  const sharp = new Float32Array(3 * width * whole);
  const depth = new Float32Array(width * whole);
  const keys = new Int32Array(width * whole);
  const subject = new Uint8Array(width * whole);
  castRows(scene, view, firstRow - margin, whole, into.water, { sharp, depth, keys, subject });
  const stride = 3 * width;
  const out = into.light.subarray(firstRow * stride);
  if (reach === 0) blurRows(sharp.subarray((margin - 1) * stride), width, rows, out);
  else {
    const spread = new Float32Array(stride * (rows + 2));
    const from = (margin - 1 - reach) * width;
    defocusRows(view, reach, rows + 2, sharp.subarray(3 * from), depth.subarray(from), spread);
    blurRows(spread, width, rows, out);
  }
  into.depth.set(depth.subarray(margin * width, (margin + rows) * width), firstRow * width);
  into.subject.set(subject.subarray(margin * width, (margin + rows) * width), firstRow * width);
  for (let at = 0; at < width * rows; at++) {
    const kind = Math.floor(keys[margin * width + at]! / KEYS_OF_A_KIND);
    into.flows[firstRow * width + at] = kind === KEYS.water ? FLOWS.water : kind === KEYS.fall ? FLOWS.fall : 0;
  }
  const unlit = out.slice(0, rows * stride);
  drawLamps(scene, view, firstRow, rows, into);
  // A lamp before the subject is not the subject.
  for (let at = 0; at < width * rows; at++)
    if (out[3 * at + 1]! > MOST_GLARE * unlit[3 * at + 1]!) into.subject[firstRow * width + at] = 0;
}

/** Light and depth at places of a picture, one ray each, without what the lens makes of them. */
export interface SampledLight {
  readonly width: number;
  readonly height: number;
  /** Luminance in cd/m², linear sRGB interleaved. */
  readonly light: Float32Array;
  /** Along the optical axis, metres: infinite for the sky. */
  readonly depth: Float32Array;
  /** 1 where what the shot's EV is said of stands, else 0. */
  readonly subject: Uint8Array;
}

/** Looks at every so many pixels of a view, both ways: what is small is met as often as it is seen, and not averaged away. */
export function sampleStill(scene: Scene, view: View, everyPx: number): SampledLight {
  const prepared = prepareScene(scene);
  const near = indexSolids(prepared, view);
  const [width, height] = [Math.floor(view.width / everyPx), Math.floor(view.height / everyPx)];
  const light = new Float32Array(3 * width * height);
  const depth = new Float32Array(width * height);
  const subject = new Uint8Array(width * height);
  const colour = new Float64Array(3);
  for (let at = 0; at < depth.length; at++) {
    const [x, y] = [((at % width) + 0.5) * everyPx, (Math.floor(at / width) + 0.5) * everyPx];
    castRay(prepared, view, near, null, x, y, colour);
    light.set(colour, 3 * at);
    depth[at] = cast.depth;
    subject[at] = cast.isSubject ? 1 : 0;
  }
  return { width, height, light, depth, subject };
}

interface CastRows {
  readonly sharp: Float32Array;
  readonly depth: Float32Array;
  readonly keys: Int32Array;
  readonly subject: Uint8Array;
}

/** What the rays of rows meet; rows beyond the picture's edges are cast as well. */
function castRows(
  scene: Scene,
  view: View,
  firstRow: number,
  rows: number,
  water: WaterLight | null,
  { sharp: out, depth, keys, subject }: CastRows,
): void {
  const { width } = view;
  const prepared = prepareScene(scene);
  const near = indexSolids(prepared, view);
  const colour = new Float64Array(3);
  for (let row = 0; row < rows; row++) {
    for (let x = 0; x < width; x++) {
      castRay(prepared, view, near, water, x + 0.5, firstRow + row + 0.5, colour);
      const at = row * width + x;
      depth[at] = cast.depth;
      keys[at] = cast.key;
      subject[at] = cast.isSubject ? 1 : 0;
      out[3 * at] = colour[0]!;
      out[3 * at + 1] = colour[1]!;
      out[3 * at + 2] = colour[2]!;
    }
  }
  const sums = new Float64Array(3);
  const again = edgesOf(keys, out, width, rows);
  for (const at of again) {
    const x = at % width;
    const row = (at - x) / width;
    sums.fill(0);
    for (const [right, down] of WITHIN) {
      castRay(prepared, view, near, water, x + 0.5 + right, firstRow + row + 0.5 + down, colour);
      for (let c = 0; c < 3; c++) sums[c] = sums[c]! + colour[c]! / WITHIN.length;
      if (!cast.isSubject) subject[at] = 0;
    }
    for (let c = 0; c < 3; c++) out[3 * at + c] = sums[c]!;
  }
}

/** Pixels on an edge: beside another thing, or much brighter or darker than the next. */
function edgesOf(keys: Int32Array, light: Float32Array, width: number, rows: number): number[] {
  const found: number[] = [];
  const differ = (a: number, b: number): boolean => {
    if (keys[a] !== keys[b]) return true;
    const [p, q] = [light[3 * a + 1]!, light[3 * b + 1]!];
    return p > EDGE_FACTOR * q || q > EDGE_FACTOR * p;
  };
  for (let row = 0; row < rows; row++) {
    for (let x = 0; x < width; x++) {
      const at = row * width + x;
      if (
        (x > 0 && differ(at, at - 1)) ||
        (x + 1 < width && differ(at, at + 1)) ||
        (row > 0 && differ(at, at - width)) ||
        (row + 1 < rows && differ(at, at + width))
      )
        found.push(at);
    }
  }
  return found;
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
