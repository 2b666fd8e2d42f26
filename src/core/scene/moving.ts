import type { Rgb } from "../light";
import { LEAST_TRAIL_PX } from "../optics";
import { hashUnit } from "../random";
import { type Projected, project, type View } from "./camera";
import { pointLampLuminance } from "./renderStatic";
import type { Point3, Scene, Traffic } from "./scene";
import { addStreak, type Streak } from "./streaks";

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
  readonly streaks: readonly Streak[];
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

/** A lamp's way is drawn in straight pieces, in which neither its distance changes by more than this share nor its place by more pixels. */
const DEPTH_SHARE = 0.04;
const MOST_PIECE_PX = 60;
/** A lit side is drawn at steps so short, pixels, that none shows. */
const PANEL_STEP_PX = 0.6;
const MOST_STEPS = 20_000;
/** What is not in the picture is passed in steps so long. */
const UNSEEN_SECONDS = 0.05;

/**
 * Radius of the image of a carried lamp in pixels, at which its Gaussian has fallen to 1/e: so wide that a trail's middle
 * has the trail's light over its width, that of the lamp's own image or of the lens's blur, the larger.
 */
function lampRadiusPx(view: View, diameterM: number, depthMetres: number): number {
  return Math.max(LEAST_TRAIL_PX, (diameterM * view.focalPx) / depthMetres) / Math.sqrt(Math.PI);
}

/** A mover on its way while the shutter is open. */
interface Passage {
  readonly traffic: Traffic;
  readonly departs: number;
  readonly begin: number;
  readonly end: number;
}

/** Everything that is on its way in an exposure. */
function passages({ traffic, seed }: Scene, opensSeconds: number, shutterSeconds: number): Passage[] {
  const closes = opensSeconds + shutterSeconds;
  return traffic.flatMap((each, kind) => {
    const travelSeconds = pathLength(each.path) / each.speedMps;
    return departures(each, seed + kind, opensSeconds, closes).map((departs) => ({
      traffic: each,
      departs,
      begin: Math.max(opensSeconds, departs),
      end: Math.min(closes, departs + travelSeconds),
    }));
  });
}

/**
 * Visits a passage in pieces of time, each as long as `secondsAt` allows where the mover is.
 *
 * @param secondsAt Given how deep in the picture the mover stands and how fast it goes there, pixels a second.
 */
function forEachPiece(
  view: View,
  { traffic, departs, begin, end }: Passage,
  secondsAt: (depthMetres: number, speedPx: number) => number,
  visit: (from: Placed, to: Placed, seconds: number) => void,
): void {
  const placeAt = (time: number) => placeOn(traffic.path, (time - departs) * traffic.speedMps);
  let time = begin;
  let from = placeAt(time);
  for (let step = 0; time < end && from && step < MOST_STEPS; step++) {
    const at = project(view, from.at);
    const speedPx = at ? (traffic.speedMps * view.focalPx) / at.depthMetres : 0;
    const wanted = at ? secondsAt(at.depthMetres, speedPx) : UNSEEN_SECONDS;
    const seconds = Math.min(Math.max(wanted, (end - begin) / MOST_STEPS, 1e-5), end - time);
    // The very end of a path may be a rounding beyond it.
    const to = placeAt(time + seconds) ?? from;
    visit(from, to, seconds);
    time += seconds;
    from = to;
  }
}

/**
 * Gathers the light of everything that moves while the shutter is open. The light that a lamp leaves in a pixel depends
 * on how long it stays there, not on how long the shutter is open.
 *
 * @param opensSeconds Scene time at which the shutter opens.
 */
export function gatherMovingLight(scene: Scene, view: View, opensSeconds: number, shutterSeconds: number): MovingLight {
  const streaks: Streak[] = [];
  const panels: PanelStep[] = [];
  for (const passage of passages(scene, opensSeconds, shutterSeconds)) {
    const { traffic } = passage;
    if (traffic.lamps.length > 0) {
      const pieceSeconds = (depthMetres: number, speedPx: number) =>
        Math.min((DEPTH_SHARE * depthMetres) / traffic.speedMps, MOST_PIECE_PX / speedPx);
      forEachPiece(view, passage, pieceSeconds, (from, to, seconds) =>
        addLamps(view, traffic, from, to, seconds, streaks),
      );
    }
    if (traffic.panels.length > 0) {
      const stepSeconds = (_depth: number, speedPx: number) => PANEL_STEP_PX / speedPx;
      forEachPiece(view, passage, stepSeconds, (from, _to, seconds) =>
        addPanels(view, traffic, from, seconds, shutterSeconds, panels),
      );
    }
  }
  return { streaks, panels };
}

/** A lamp closer than this is beside the camera, out of the picture. */
const NEAREST_LAMP_METRES = 4;

/** How a lamp's light spreads in the picture: its own image, a halo about it, and what wet ground gives back of it. */
const IMAGE = { share: 0.96, widening: 1 } as const;
const HALO = { share: 0.03, widening: 2.4 } as const;
const MIRRORED = { share: 0.012, widening: 1.8 } as const;

function addLamps(view: View, traffic: Traffic, from: Placed, to: Placed, seconds: number, streaks: Streak[]): void {
  for (const lamp of traffic.lamps) {
    const a = offsetPoint(from, lamp.offset);
    const b = offsetPoint(to, lamp.offset);
    const middle: Point3 = [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2, (a[2] + b[2]) / 2];
    const begins = project(view, a);
    const ends = project(view, b);
    if (!begins || !ends || Math.min(begins.depthMetres, ends.depthMetres) < NEAREST_LAMP_METRES) continue;
    const towards = -(from.hx * middle[0] + from.hz * middle[2]) / Math.hypot(middle[0], middle[2]);
    const facing = Math.max(0, towards) ** 1.5;
    const intensity = lamp.intensityCd * facing + lamp.backIntensityCd * (1 - facing);
    if (intensity <= 0) continue;
    const depthMetres = (begins.depthMetres + ends.depthMetres) / 2;
    const light = pointLampLuminance(view, intensity, depthMetres) * seconds;
    const radius = lampRadiusPx(view, lamp.diameterM, depthMetres);
    const add = (start: Projected, end: Projected, { share, widening }: { share: number; widening: number }) =>
      streaks.push({
        x0: start.x,
        y0: start.y,
        x1: end.x,
        y1: end.y,
        radius: radius * widening,
        light: light * share,
        colour: lamp.colour,
      });
    add(begins, ends, IMAGE);
    add(begins, ends, HALO);
    if (from.at[1] >= 0.5) continue;
    const below = ([x, y, z]: Point3) => project(view, [x, -y, z]);
    const [mirrorBegins, mirrorEnds] = [below(a), below(b)];
    if (mirrorBegins && mirrorEnds) add(mirrorBegins, mirrorEnds, MIRRORED);
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
  for (const streak of moving.streaks) addStreak(streak, width, firstRow, rows, rowsOfLight);
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
