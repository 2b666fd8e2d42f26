import type { Rgb } from "../light";
import { LEAST_TRAIL_PX } from "../optics";
import { hashUnit } from "../random";
import { project, type View } from "./camera";
import { pointLampLuminance } from "./renderStatic";
import type { Point3, Scene, Traffic } from "./scene";

/** Light of a carried lamp at one instant of an exposure: cd·s/m² times pixels, to be spread around (x, y). */
export interface Splat {
  readonly x: number;
  readonly y: number;
  readonly radius: number;
  readonly light: number;
  readonly colour: Rgb;
}

/** A lit box side at one instant of an exposure: an upright rectangle in the picture. */
interface PanelStep {
  readonly left: number;
  readonly right: number;
  readonly top: number;
  readonly bottom: number;
  /** Luminance times time, cd·s/m². */
  readonly light: number;
  /** Share of the exposure during which it hides what is behind. */
  readonly hides: number;
  readonly colour: Rgb;
}

/** All moving light of one exposure, ready to be drawn into any band of rows. */
export interface MovingLight {
  readonly splats: readonly Splat[];
  readonly panels: readonly PanelStep[];
}

interface Placed {
  readonly at: Point3;
  /** Unit heading on the ground. */
  readonly hx: number;
  readonly hy: number;
  readonly hz: number;
}

function pathLength(path: readonly Point3[]): number {
  let sum = 0;
  for (let i = 1; i < path.length; i++) sum += distance(path[i - 1]!, path[i]!);
  return sum;
}

const distance = (a: Point3, b: Point3): number => Math.hypot(b[0] - a[0], b[1] - a[1], b[2] - a[2]);

function placeOn(path: readonly Point3[], travelled: number): Placed | null {
  let left = travelled;
  for (let i = 1; i < path.length; i++) {
    const a = path[i - 1]!;
    const b = path[i]!;
    const length = distance(a, b);
    if (left <= length) {
      const s = left / length;
      return {
        at: [a[0] + (b[0] - a[0]) * s, a[1] + (b[1] - a[1]) * s, a[2] + (b[2] - a[2]) * s],
        hx: (b[0] - a[0]) / length,
        hy: (b[1] - a[1]) / length,
        hz: (b[2] - a[2]) / length,
      };
    }
    left -= length;
  }
  return null;
}

/** Departure times of one kind of traffic whose run touches [from, to], seconds of scene time. */
function departures(traffic: Traffic, seed: number, from: number, to: number): number[] {
  const { headwaySeconds, unevenness } = traffic;
  const travelSeconds = pathLength(traffic.path) / traffic.speedMps;
  const first = Math.floor((from - travelSeconds) / headwaySeconds) - 1;
  const last = Math.ceil(to / headwaySeconds) + 1;
  const times: number[] = [];
  for (let n = first; n <= last; n++) {
    const departs = (n + unevenness * hashUnit(n, seed, 77)) * headwaySeconds;
    if (departs <= to && departs + travelSeconds >= from) times.push(departs);
  }
  return times;
}

function offsetPoint({ at, hx, hy, hz }: Placed, [forward, up, left]: Point3): Point3 {
  return [at[0] + hx * forward - hz * left, at[1] + up + hy * forward, at[2] + hz * forward + hx * left];
}

/** Length of one step of a mover in the picture, in radii of its lamps' images: short enough that no step shows. */
const STEP_RADII = 0.7;
const MOST_STEPS = 20_000;
/** Steps are no longer than for a lamp of this diameter, metres. */
const USUAL_LAMP_M = 0.14;

/**
 * Radius of the image of a carried lamp in pixels, at which its Gaussian has fallen to 1/e: so wide that a trail's middle
 * has the trail's light over its width, that of the lamp's own image or of the lens's blur, the larger.
 */
function lampRadiusPx(view: View, diameterM: number, depthMetres: number): number {
  return Math.max(LEAST_TRAIL_PX, (diameterM * view.focalPx) / depthMetres) / Math.sqrt(Math.PI);
}

/**
 * Gathers the light of everything that moves while the shutter is open. The light that a lamp leaves in a pixel depends
 * on how long it stays there, not on how long the shutter is open.
 *
 * @param opensSeconds Scene time at which the shutter opens.
 */
export function gatherMovingLight(scene: Scene, view: View, opensSeconds: number, shutterSeconds: number): MovingLight {
  const splats: Splat[] = [];
  const panels: PanelStep[] = [];
  scene.traffic.forEach((traffic, kind) => {
    const smallestM = Math.min(...traffic.lamps.map(({ diameterM }) => diameterM), USUAL_LAMP_M);
    for (const departs of departures(traffic, scene.seed + kind, opensSeconds, opensSeconds + shutterSeconds)) {
      const begin = Math.max(opensSeconds, departs);
      const end = Math.min(opensSeconds + shutterSeconds, departs + pathLength(traffic.path) / traffic.speedMps);
      let time = begin;
      for (let step = 0; time < end && step < MOST_STEPS; step++) {
        const place = placeOn(traffic.path, (time - departs) * traffic.speedMps);
        const projected = place && project(view, place.at);
        const speedPx = projected ? (traffic.speedMps * view.focalPx) / projected.depthMetres : 0;
        const wanted =
          projected && speedPx > 0
            ? (STEP_RADII * lampRadiusPx(view, smallestM, projected.depthMetres)) / speedPx
            : 0.01;
        const duration = Math.min(Math.max(wanted, (end - begin) / MOST_STEPS, 1e-5), end - time);
        if (place && projected) {
          addLamps(view, traffic, place, duration, splats);
          addPanels(view, traffic, place, duration, shutterSeconds, panels);
        }
        time += duration;
      }
    }
  });
  return { splats, panels };
}

/** A lamp closer than this is beside the camera, out of the picture. */
const NEAREST_LAMP_METRES = 4;

function addLamps(view: View, traffic: Traffic, place: Placed, duration: number, splats: Splat[]): void {
  for (const lamp of traffic.lamps) {
    const at = offsetPoint(place, lamp.offset);
    const projected = project(view, at);
    if (!projected || projected.depthMetres < NEAREST_LAMP_METRES) continue;
    const towards = -(place.hx * at[0] + place.hz * at[2]) / Math.hypot(at[0], at[2]);
    const facing = Math.max(0, towards) ** 1.5;
    const intensity = lamp.intensityCd * facing + lamp.backIntensityCd * (1 - facing);
    if (intensity <= 0) continue;
    const light = pointLampLuminance(view, intensity, projected.depthMetres) * duration;
    const radius = lampRadiusPx(view, lamp.diameterM, projected.depthMetres);
    splats.push({ x: projected.x, y: projected.y, radius, light: light * 0.96, colour: lamp.colour });
    splats.push({ x: projected.x, y: projected.y, radius: radius * 2.4, light: light * 0.03, colour: lamp.colour });
    const mirrored = project(view, [at[0], -at[1], at[2]]);
    if (mirrored && place.at[1] < 0.5) {
      splats.push({ x: mirrored.x, y: mirrored.y, radius: radius * 1.8, light: light * 0.012, colour: lamp.colour });
    }
  }
}

function addPanels(
  view: View,
  traffic: Traffic,
  place: Placed,
  duration: number,
  shutterSeconds: number,
  panels: PanelStep[],
): void {
  for (const panel of traffic.panels) {
    const [forward, up, left] = panel.offset;
    const a = project(view, offsetPoint(place, [forward - panel.lengthMetres / 2, up + panel.heightMetres / 2, left]));
    const b = project(view, offsetPoint(place, [forward + panel.lengthMetres / 2, up - panel.heightMetres / 2, left]));
    if (!a || !b) continue;
    panels.push({
      left: Math.min(a.x, b.x),
      right: Math.max(a.x, b.x),
      top: Math.min(a.y, b.y),
      bottom: Math.max(a.y, b.y),
      light: panel.luminanceCdM2 * duration,
      hides: duration / shutterSeconds,
      colour: panel.colour,
    });
  }
}

/**
 * Turns still luminance into gathered light in place: times the shutter time, less what panels hid, plus their light
 * and that of the lamps.
 *
 * @param rowsOfLight Luminance in cd/m² on entry, cd·s/m² on return; `3 * view.width * rows` samples.
 * @param hidden Scratch of `view.width * rows` samples.
 */
export function addMovingLight(
  view: View,
  moving: MovingLight,
  shutterSeconds: number,
  firstRow: number,
  rows: number,
  rowsOfLight: Float32Array,
  hidden: Float32Array,
): void {
  const { width } = view;
  hidden.fill(0, 0, width * rows);
  for (const panel of moving.panels) {
    forEachPixel(panel, width, firstRow, rows, (index, covers) => {
      hidden[index]! += panel.hides * covers;
    });
  }
  for (let pixel = 0, index = 0; pixel < width * rows; pixel++, index += 3) {
    const factor = shutterSeconds * Math.max(0, 1 - hidden[pixel]!);
    rowsOfLight[index]! *= factor;
    rowsOfLight[index + 1]! *= factor;
    rowsOfLight[index + 2]! *= factor;
  }
  for (const panel of moving.panels) {
    forEachPixel(panel, width, firstRow, rows, (pixel, covers) => {
      for (let c = 0; c < 3; c++) rowsOfLight[3 * pixel + c]! += panel.light * covers * panel.colour[c]!;
    });
  }
  for (const splat of moving.splats) addSplat(splat, width, firstRow, rows, rowsOfLight);
}

/** Visits the pixels of a band that a rectangle covers, with the share of each that it covers. */
function forEachPixel(
  { left, right, top, bottom }: PanelStep,
  width: number,
  firstRow: number,
  rows: number,
  visit: (pixel: number, covers: number) => void,
): void {
  const yTo = Math.min(firstRow + rows, Math.ceil(bottom));
  const xTo = Math.min(width, Math.ceil(right));
  for (let y = Math.max(firstRow, Math.floor(top)); y < yTo; y++) {
    const coversY = Math.min(y + 1, bottom) - Math.max(y, top);
    for (let x = Math.max(0, Math.floor(left)); x < xTo; x++) {
      visit((y - firstRow) * width + x, coversY * (Math.min(x + 1, right) - Math.max(x, left)));
    }
  }
}

/** Where a Gaussian splat is cut, in radii; its value there is taken off everywhere, so that no edge shows. */
const SPLAT_REACH = 2.2;
const SPLAT_FLOOR = Math.exp(-(SPLAT_REACH ** 2));
/** What is left of its light then; the rest makes up for it. */
const SPLAT_KEPT = 1 - SPLAT_FLOOR * (1 + SPLAT_REACH ** 2);

/** Column weights of the splat at hand; grown when a wider one comes. */
let columnWeights = new Float64Array(256);

function addSplat(
  { x, y, radius, light, colour }: Splat,
  width: number,
  firstRow: number,
  rows: number,
  out: Float32Array,
): void {
  const reach = SPLAT_REACH * radius;
  const scale = light / (Math.PI * radius * radius * SPLAT_KEPT);
  const yFrom = Math.max(firstRow, Math.floor(y - reach));
  const yTo = Math.min(firstRow + rows - 1, Math.floor(y + reach));
  const xFrom = Math.max(0, Math.floor(x - reach));
  const xTo = Math.min(width - 1, Math.floor(x + reach));
  if (yTo < yFrom || xTo < xFrom) return;
  if (columnWeights.length <= xTo - xFrom) columnWeights = new Float64Array(2 * (xTo - xFrom + 1));
  for (let column = xFrom; column <= xTo; column++) {
    columnWeights[column - xFrom] = Math.exp(-(((column + 0.5 - x) / radius) ** 2));
  }
  const [r, g, b] = colour;
  for (let row = yFrom; row <= yTo; row++) {
    const rowWeight = Math.exp(-(((row + 0.5 - y) / radius) ** 2));
    let index = 3 * ((row - firstRow) * width + xFrom);
    for (let column = 0; column <= xTo - xFrom; column++, index += 3) {
      const weight = rowWeight * columnWeights[column]! - SPLAT_FLOOR;
      if (weight <= 0) continue;
      const value = scale * weight;
      out[index]! += value * r;
      out[index + 1]! += value * g;
      out[index + 2]! += value * b;
    }
  }
}
