import type { LumaPicture } from "../picture";
import type { Point } from "./placement";

/** Side of a patch that is followed from picture to picture, pixels. */
const PATCH = 64;
/** Patches across and down; each takes the place with the most to hold on to within its part of the picture. */
const ACROSS = 6;
const DOWN = 5;
/** Places that are tried within a part, across and down. */
const TRIED = 3;
/** Less gradient than this, codes² per pixel, is nothing to hold on to; and less than so many times what noise alone makes of it. */
const LEAST_TEXTURE = 0.5;
const OVER_NOISE = 4;
/** Those with the most to hold on to: noise that a phone has smoothed looks like texture too, but a faint one. */
const MOST_PATCHES = 14;
/** Of noise's variance the blur leaves this to a gradient, and takes this off of a pixel: sums of squares of (1 2 1)² / 16 and its slopes. */
const NOISE_IN_GRADIENT = (10 / 64) * (6 / 16);
const NOISE_BLURRED_OFF = 1 - 2 * (4 / 16) + (6 / 16) ** 2;
const STEPS = 12;
/** A patch has come to rest when it moves by less, pixels. */
const SETTLED_PX = 0.002;
/** It may not wander further than this from where it was looked for. */
const MOST_WANDER_PX = 6;

/** A patch of the first picture: its place, its blurred brightness and how that changes across and down. */
export interface Patch {
  readonly middle: Point;
  readonly values: Float32Array;
  readonly slopeX: Float32Array;
  readonly slopeY: Float32Array;
}

/** Brightness about a pixel, blurred by (1 2 1)² / 16, so that values between pixels are worth something. */
function blurredAt({ luma, width }: LumaPicture, x: number, y: number): number {
  const at = y * width + x;
  const above = at - width;
  const below = at + width;
  return (
    (luma[above - 1]! + luma[above + 1]! + luma[below - 1]! + luma[below + 1]!) / 16 +
    (luma[above]! + luma[below]! + luma[at - 1]! + luma[at + 1]!) / 8 +
    luma[at]! / 4
  );
}

function patchAt(picture: LumaPicture, left: number, top: number): Patch {
  const values = new Float32Array(PATCH * PATCH);
  const [slopeX, slopeY] = [new Float32Array(PATCH * PATCH), new Float32Array(PATCH * PATCH)];
  for (let y = 0, at = 0; y < PATCH; y++)
    for (let x = 0; x < PATCH; x++, at++) {
      const px = left + x;
      const py = top + y;
      values[at] = blurredAt(picture, px, py);
      slopeX[at] = (blurredAt(picture, px + 1, py) - blurredAt(picture, px - 1, py)) / 2;
      slopeY[at] = (blurredAt(picture, px, py + 1) - blurredAt(picture, px, py - 1)) / 2;
    }
  return { middle: { x: left + (PATCH - 1) / 2, y: top + (PATCH - 1) / 2 }, values, slopeX, slopeY };
}

/** How well a patch holds in its weakest direction: the smaller eigenvalue of its gradients' mean products. @see Shi & Tomasi (1994), Good features to track */
function holdOf({ slopeX, slopeY }: Patch): number {
  let xx = 0;
  let yy = 0;
  let xy = 0;
  for (let at = 0; at < slopeX.length; at++) {
    xx += slopeX[at]! * slopeX[at]!;
    yy += slopeY[at]! * slopeY[at]!;
    xy += slopeX[at]! * slopeY[at]!;
  }
  return ((xx + yy) / 2 - Math.hypot((xx - yy) / 2, xy)) / slopeX.length;
}

/** How much a patch's pixels differ from their blur, codes². */
function roughnessOf({ luma, width }: LumaPicture, { values }: Patch, left: number, top: number): number {
  let sum = 0;
  for (let y = 0, at = 0; y < PATCH; y++)
    for (let x = 0; x < PATCH; x++, at++) {
      const differs = luma[(top + y) * width + left + x]! - values[at]!;
      sum += differs * differs;
    }
  return sum / values.length;
}

/** The patches of a picture that can be found again, spread over it. */
export function patchesOf(picture: LumaPicture): Patch[] {
  const { width, height } = picture;
  const margin = 2 + MOST_WANDER_PX;
  const [roomX, roomY] = [(width - PATCH - 2 * margin) / ACROSS, (height - PATCH - 2 * margin) / DOWN];
  if (roomX < 1 || roomY < 1) return [];
  const best: { readonly patch: Patch; readonly hold: number }[] = [];
  let smoothest = Number.POSITIVE_INFINITY;
  for (let row = 0; row < DOWN; row++)
    for (let column = 0; column < ACROSS; column++) {
      const tried = Array.from({ length: TRIED * TRIED }, (_, i) => {
        const left = margin + Math.floor((column + ((i % TRIED) + 0.5) / TRIED) * roomX);
        const top = margin + Math.floor((row + (Math.floor(i / TRIED) + 0.5) / TRIED) * roomY);
        const patch = patchAt(picture, left, top);
        smoothest = Math.min(smoothest, roughnessOf(picture, patch, left, top));
        return { patch, hold: holdOf(patch) };
      });
      best.push(tried.reduce((most, each) => (each.hold > most.hold ? each : most)));
    }
  const ofNoise = (NOISE_IN_GRADIENT * smoothest) / NOISE_BLURRED_OFF;
  const least = Math.max(LEAST_TEXTURE, OVER_NOISE * ofNoise);
  return best
    .filter(({ hold }) => hold > least)
    .sort((one, other) => other.hold - one.hold)
    .slice(0, MOST_PATCHES)
    .map(({ patch }) => patch);
}

/** Room about a patch in which it may wander and be turned, pixels. */
const WINDOW = PATCH + 2 * Math.ceil(MOST_WANDER_PX + 6);

/** The blurred brightness about a point, `WINDOW` pixels wide and high; null where it reaches over the picture's edge. */
function windowAbout(picture: LumaPicture, { x, y }: Point) {
  const left = Math.round(x) - WINDOW / 2;
  const top = Math.round(y) - WINDOW / 2;
  if (left < 1 || top < 1 || left + WINDOW >= picture.width || top + WINDOW >= picture.height) return null;
  const data = new Float32Array(WINDOW * WINDOW);
  for (let row = 0, at = 0; row < WINDOW; row++)
    for (let column = 0; column < WINDOW; column++, at++) data[at] = blurredAt(picture, left + column, top + row);
  return { data, left, top };
}

/**
 * Where a patch lies in another picture, to a hundredth of a pixel or two: by steps of least squares on brightness from where it is
 * looked for; null where it is not to be found.
 *
 * @param turn Counterclockwise on the screen, radians: how far the other picture is turned against the first.
 * @see Baker & Matthews (2004), Lucas-Kanade 20 years on: a unifying framework, section 3.2 (inverse compositional)
 */
export function followPatch(patch: Patch, picture: LumaPicture, expected: Point, turn: number): Point | null {
  const { values, slopeX, slopeY } = patch;
  let xx = 0;
  let yy = 0;
  let xy = 0;
  for (let at = 0; at < values.length; at++) {
    xx += slopeX[at]! * slopeX[at]!;
    yy += slopeY[at]! * slopeY[at]!;
    xy += slopeX[at]! * slopeY[at]!;
  }
  const determinant = xx * yy - xy * xy;
  const [cos, sin] = [Math.cos(turn), Math.sin(turn)];
  const window = windowAbout(picture, expected);
  if (!window) return null;
  const { data, left, top } = window;
  const seen = new Float32Array(values.length);
  let mx = expected.x;
  let my = expected.y;
  for (let step = 0; step < STEPS; step++) {
    let sum = 0;
    for (let y = 0, at = 0; y < PATCH; y++) {
      const dy = y - (PATCH - 1) / 2;
      let px = mx - left - cos * ((PATCH - 1) / 2) - sin * dy;
      let py = my - top - sin * ((PATCH - 1) / 2) + cos * dy;
      for (let x = 0; x < PATCH; x++, at++) {
        const ix = Math.floor(px);
        const iy = Math.floor(py);
        const fx = px - ix;
        const from = iy * WINDOW + ix;
        const above = data[from]! + (data[from + 1]! - data[from]!) * fx;
        const below = data[from + WINDOW]! + (data[from + WINDOW + 1]! - data[from + WINDOW]!) * fx;
        const value = above + (below - above) * (py - iy);
        seen[at] = value;
        sum += value - values[at]!;
        px += cos;
        py += sin;
      }
    }
    // Another frame may be a little brighter as a whole.
    const brighter = sum / values.length;
    let bx = 0;
    let by = 0;
    for (let at = 0; at < values.length; at++) {
      const differs = seen[at]! - values[at]! - brighter;
      bx += slopeX[at]! * differs;
      by += slopeY[at]! * differs;
    }
    const ux = (yy * bx - xy * by) / determinant;
    const uy = (xx * by - xy * bx) / determinant;
    mx -= cos * ux - sin * uy;
    my -= sin * ux + cos * uy;
    if (Math.hypot(mx - expected.x, my - expected.y) > MOST_WANDER_PX) return null;
    if (Math.hypot(ux, uy) < SETTLED_PX) return { x: mx, y: my };
  }
  return null;
}
