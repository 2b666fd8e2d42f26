import { partOf } from "./part";
import { type PictureSize, type Placement, type Point, placeOf } from "./placement";

type Samples = Uint8Array | Uint16Array;

/** A star is drawn on in steps of no more than this, pixels: less than its own width. */
const STEP_PX = 0.7;
/** Room about a star's middle that holds it, pixels; of one that is drawn out itself each step holds a piece. */
const REACH_PX = 8;
/** A sky that moved further between two frames leaves nothing to tell which star became which, pixels. */
const MOST_STEPS = 400;

/** A sample between pixels, by the four about it; 0 outside. */
function sampleAt(samples: Samples, { width, height }: PictureSize, x: number, y: number, channel: number): number {
  const ix = Math.floor(x);
  const iy = Math.floor(y);
  if (ix < 0 || iy < 0 || ix + 1 >= width || iy + 1 >= height) return 0;
  const at = 3 * (iy * width + ix) + channel;
  const below = at + 3 * width;
  const fx = x - ix;
  const above = samples[at]! + (samples[at + 3]! - samples[at]!) * fx;
  const under = samples[below]! + (samples[below + 3]! - samples[below]!) * fx;
  return above + (under - above) * (y - iy);
}

/**
 * Draws the stars of a frame on to where they stand in the next one, in place in `out`, by the brightest: along their own way, and as
 * bright as both frames show them. What stands still lies elsewhere in each of two frames that are moved, and so draws nothing.
 *
 * @param out The frame, to be drawn into; `from` is the same frame, `to` the next.
 * @param stars Where the frame has points of light.
 * @param placement Where the frame's points lie in the next one.
 */
export function fillGaps(
  out: Samples,
  { from, to }: { readonly from: Samples; readonly to: Samples },
  size: PictureSize,
  stars: readonly Point[],
  placement: Placement,
): void {
  const parts = new Map<number, Placement>();
  for (const star of stars) {
    const end = placeOf(placement, size, star);
    const far = Math.hypot(end.x - star.x, end.y - star.y);
    const steps = Math.ceil(far / STEP_PX);
    if (steps > MOST_STEPS) continue;
    for (let step = 1; step < steps; step++) {
      // Stars far from each other move by different numbers of steps: parts of the way are rounded to a thousandth.
      const key = Math.round((1000 * step) / steps);
      if (!parts.has(key)) parts.set(key, partOf(placement, key / 1000));
      const middle = placeOf(parts.get(key)!, size, star);
      drawAt(out, { from, to }, size, { star, middle, end });
    }
  }
}

interface DrawnStar {
  readonly star: Point;
  readonly middle: Point;
  readonly end: Point;
}

/** Draws one star at one place of its way. */
function drawAt(
  out: Samples,
  { from, to }: { readonly from: Samples; readonly to: Samples },
  size: PictureSize,
  { star, middle, end }: DrawnStar,
): void {
  const [left, right] = [
    Math.max(0, Math.round(middle.x) - REACH_PX),
    Math.min(size.width - 1, Math.round(middle.x) + REACH_PX),
  ];
  const [top, bottom] = [
    Math.max(0, Math.round(middle.y) - REACH_PX),
    Math.min(size.height - 1, Math.round(middle.y) + REACH_PX),
  ];
  for (let y = top; y <= bottom; y++)
    for (let x = left; x <= right; x++)
      for (let channel = 0; channel < 3; channel++) {
        const before = sampleAt(from, size, x - middle.x + star.x, y - middle.y + star.y, channel);
        const at = 3 * (y * size.width + x) + channel;
        if (before <= out[at]!) continue;
        const after = sampleAt(to, size, x - middle.x + end.x, y - middle.y + end.y, channel);
        const both = Math.round(Math.min(before, after));
        if (both > out[at]!) out[at] = both;
      }
}
