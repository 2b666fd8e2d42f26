import { directionOf, FWHM_PER_SIGMA, POINT_FWHM_PX, pictureProjection } from "../optics";
import type { Streak, View } from "../scene";
import { DEG_PER_RAD } from "../units";
import type { OutlinePoint, OwnMarks, OwnRegion } from "./ownMarks";

type Outline = Pick<OwnRegion, "outline">;

/** How far inside an outline a pixel lies, 0 outside to 1: soft over a few pixels, so that no edge shows. */
function maskOf({ outline }: Outline, { width, height }: View): Float32Array {
  const corners = outline.map(([x, y]: OutlinePoint) => [x * width, y * height] as const);
  const mask = new Float32Array(width * height);
  for (let y = 0; y < height; y++) {
    // Even-odd rule along the row's middle.
    const crossings = corners
      .flatMap(([x0, y0], i) => {
        const [x1, y1] = corners[(i + 1) % corners.length]!;
        if (y0 > y + 0.5 === y1 > y + 0.5) return [];
        return [x0 + ((y + 0.5 - y0) / (y1 - y0)) * (x1 - x0)];
      })
      .sort((a, b) => a - b);
    for (let i = 0; i + 1 < crossings.length; i += 2) {
      const to = Math.min(width, Math.ceil(crossings[i + 1]! - 0.5));
      for (let x = Math.max(0, Math.ceil(crossings[i]! - 0.5)); x < to; x++) mask[y * width + x] = 1;
    }
  }
  return boxBlur(mask, width, height, 1, SOFT_PX, SOFT_PX);
}

/** Pixels over which an outline is soft. */
const SOFT_PX = 3;

/** Mean over boxes of so many pixels to either side, channel by channel; at the edges of the picture over what there is. */
function boxBlur(
  values: Float32Array,
  width: number,
  height: number,
  channels: number,
  reachX: number,
  reachY: number,
): Float32Array {
  const across = new Float32Array(values.length);
  const out = new Float32Array(values.length);
  const pass = (from: Float32Array, to: Float32Array, count: number, stride: number, start: number, reach: number) => {
    let sum = 0;
    let held = 0;
    for (let i = -reach; i < count; i++) {
      const enters = i + reach;
      if (enters < count) {
        sum += from[start + stride * enters]!;
        held++;
      }
      const leaves = i - reach - 1;
      if (leaves >= 0) {
        sum -= from[start + stride * leaves]!;
        held--;
      }
      if (i >= 0) to[start + stride * i] = sum / held;
    }
  };
  for (let y = 0; y < height; y++)
    for (let c = 0; c < channels; c++) pass(values, across, width, channels, y * width * channels + c, reachX);
  for (let x = 0; x < width; x++)
    for (let c = 0; c < channels; c++) pass(across, out, height, channels * width, x * channels + c, reachY);
  return out;
}

/** Water's pattern is as large as these parts of the picture's width and height, at most. */
const PATTERN_WIDE = 0.03;
const PATTERN_HIGH = 0.012;

/** The picture with its water smoothed: what differs from the mean around it is left by `left`, 0 to 1. */
export function smoothed(light: Float32Array, view: View, region: Outline, left: number): Float32Array {
  if (left >= 1) return light;
  const mask = maskOf(region, view);
  const { width, height } = view;
  const around = boxBlur(light, width, height, 3, Math.ceil(PATTERN_WIDE * width), Math.ceil(PATTERN_HIGH * height));
  return light.map((value, i) => value + mask[(i / 3) | 0]! * (1 - left) * (around[i]! - value));
}

/** Pixels beside a region whose mean stands for what is behind people. */
const BESIDE_PX = 6;

/** The picture with a crowd gone but for `left` of it: behind people it is taken to look as it does to either side, row by row. */
export function emptied(light: Float32Array, view: View, region: Outline, left: number): Float32Array {
  if (left >= 1) return light;
  const { width, height } = view;
  const mask = maskOf(region, view);
  const out = light.slice();
  const meanOf = (row: number, from: number, c: number): number => {
    let sum = 0;
    let count = 0;
    for (let x = Math.max(0, from); x < Math.min(width, from + BESIDE_PX); x++, count++)
      sum += light[3 * (row * width + x) + c]!;
    return count > 0 ? sum / count : Number.NaN;
  };
  for (let row = 0; row < height; row++) {
    for (let x = 0; x < width; x++) {
      if (mask[row * width + x] === 0) continue;
      let end = x;
      while (end < width && mask[row * width + end]! > 0) end++;
      for (let c = 0; c < 3; c++) {
        const [before, after] = [meanOf(row, x - BESIDE_PX, c), meanOf(row, end, c)];
        const [a, b] = [Number.isNaN(before) ? after : before, Number.isNaN(after) ? before : after];
        if (Number.isNaN(a)) continue;
        for (let at = x; at < end; at++) {
          const behind = a + ((b - a) * (at - x + 1)) / (end - x + 1);
          const i = 3 * (row * width + at) + c;
          out[i] = light[i]! + mask[row * width + at]! * (1 - left) * (behind - light[i]!);
        }
      }
      x = end;
    }
  }
  return out;
}

/** Turning of the sky, radians a second. */
const TURNING = 15.041 / 3600 / DEG_PER_RAD;
/** A star stands so far over what is around it. */
const STANDS_OUT = 1.5;
/** What is around a star, pixels to either side. */
const AROUND_PX = 5;
const MOST_STARS = 4000;
/** A trail is drawn in straight pieces of so much turning. */
const PIECE_RAD = 0.02;
/** Radius at which a star's image has fallen to 1/e, pixels. */
const RADIUS_PX = (Math.SQRT2 * POINT_FWHM_PX) / FWHM_PER_SIGMA;

/** A picture's stars taken out of it, and the light that they leave while a shutter is open. */
interface FoundStars {
  readonly without: Float32Array;
  readonly count: number;
  readonly streaks: (opensSeconds: number, seconds: number) => Streak[];
}

/** Where a pixel's star goes when the sky turns by so many radians. */
type Turned = (x: number, y: number, radians: number) => readonly [number, number] | null;

/** Turns the sky about its pole as the picture was aimed; without an aim, along its rows as at the equator. */
function turningOf(view: View, aim: OwnMarks["aim"]): Turned {
  if (aim === null) return (x, y, radians) => [x + radians * view.focalPx, y];
  const pose = { azimuthDeg: aim.azimuthDeg, tiltDeg: aim.tiltDeg, rollDeg: 0 };
  const projected = pictureProjection(pose);
  const [sinL, cosL] = [Math.sin(aim.latitudeDeg / DEG_PER_RAD), Math.cos(aim.latitudeDeg / DEG_PER_RAD)];
  return (x, y, radians) => {
    const from = directionOf(pose, {
      right: (x - view.centreX) / view.focalPx,
      up: (view.centreY - y) / view.focalPx,
    });
    const [h, a] = [from.altitudeDeg / DEG_PER_RAD, from.azimuthDeg / DEG_PER_RAD];
    const [north, east, up] = [Math.cos(h) * Math.cos(a), Math.cos(h) * Math.sin(a), Math.sin(h)];
    // Towards the pole, and on the equator towards the meridian and the east; the sky turns from east to west.
    const pole = up * sinL + north * cosL;
    const meridian = up * cosL - north * sinL;
    const [cos, sin] = [Math.cos(radians), Math.sin(radians)];
    const [m, e] = [meridian * cos + east * sin, east * cos - meridian * sin];
    const [n2, u2] = [pole * cosL - m * sinL, pole * sinL + m * cosL];
    const point = projected(Math.asin(Math.max(-1, Math.min(1, u2))) * DEG_PER_RAD, Math.atan2(e, n2) * DEG_PER_RAD);
    return point && [view.centreX + point.right * view.focalPx, view.centreY - point.up * view.focalPx];
  };
}

/** Finds the stars of a sky region: they go from the still light, and come back as trails. */
export function starsOf(light: Float32Array, view: View, region: Outline, aim: OwnMarks["aim"]): FoundStars {
  const { width, height } = view;
  const mask = maskOf(region, view);
  const around = boxBlur(light, width, height, 3, AROUND_PX, AROUND_PX);
  const without = light.slice();
  const stars: { x: number; y: number; light: number; colour: readonly [number, number, number] }[] = [];
  for (let y = 1; y + 1 < height; y++) {
    for (let x = 1; x + 1 < width; x++) {
      const pixel = y * width + x;
      if (mask[pixel]! < 0.99 || light[3 * pixel + 1]! < STANDS_OUT * around[3 * pixel + 1]!) continue;
      const over = [0, 1, 2].map((c) => Math.max(0, light[3 * pixel + c]! - around[3 * pixel + c]!));
      const sum = 0.2126 * over[0]! + 0.7152 * over[1]! + 0.0722 * over[2]!;
      for (let c = 0; c < 3; c++) without[3 * pixel + c] = Math.min(light[3 * pixel + c]!, around[3 * pixel + c]!);
      if (sum > 0)
        stars.push({ x: x + 0.5, y: y + 0.5, light: sum, colour: [over[0]! / sum, over[1]! / sum, over[2]! / sum] });
    }
  }
  const brightest = stars.sort((a, b) => b.light - a.light).slice(0, MOST_STARS);
  const turned = turningOf(view, aim);
  const streaks = (opensSeconds: number, seconds: number): Streak[] => {
    const pieces = Math.max(1, Math.ceil((TURNING * seconds) / PIECE_RAD));
    return brightest.flatMap(({ x, y, light: luminance, colour }) =>
      Array.from({ length: pieces }, (_, piece) =>
        [piece, piece + 1].map((end) => turned(x, y, TURNING * (opensSeconds + (end * seconds) / pieces))),
      ).flatMap(([from, to]): Streak[] =>
        from && to
          ? [
              {
                x0: from[0],
                y0: from[1],
                x1: to[0],
                y1: to[1],
                radius: RADIUS_PX,
                light: (luminance * seconds) / pieces,
                colour,
                depthMetres: 0,
                upright: 1,
                on: "all",
              },
            ]
          : [],
      ),
    );
  };
  return { without, count: brightest.length, streaks };
}
