import type { LumaPicture } from "./luma";

/** Directions in which edges are looked across: their steps, pixels to the right and down. */
const DIRECTIONS = [
  { dx: 1, dy: 0, deg: 0 },
  { dx: 1, dy: -1, deg: 45 },
  { dx: 0, dy: 1, deg: 90 },
  { dx: 1, dy: 1, deg: 135 },
] as const;

/** Codes of 8 bits over two pixels from which something is an edge, and over all of it from which it is a strong one. */
const LEAST_SLOPE = 12;
const LEAST_RISE = 60;
/** Noise makes a rise dip by no more than this, codes. */
const DIP = 5;
/** Wider edges than this are shades, pixels to either side. */
const MOST_REACH = 64;
/** Every other row and column is looked at, and fewer of large pictures: edges are longer than that. */
const EVERY = 2;
const MOST_PLACES = 1.5e5;
/** Fewer edges than this tell nothing of a direction. */
const LEAST_EDGES = 60;
/** Of a picture's edges some lie in haze, shade or out of focus; the sharpest fifth says how sharp it is. */
const SHARPEST = 0.2;
/** An edge's width is taken between these parts of its rise. */
const [FOOT, TOP] = [0.1, 0.9];

/** How wide the sharpest edges are that are looked across in a direction. */
export interface EdgeWidth {
  /** Counterclockwise from the picture's right, 0 to 180. */
  readonly directionDeg: number;
  readonly px: number;
}

/** How many steps of `step` a rise goes on from a pixel, at most `most`. */
function riseEnds(luma: Uint8Array, from: number, step: number, most: number, sign: number): number {
  let best = sign * luma[from]!;
  let end = 0;
  for (let steps = 1; steps <= most; steps++) {
    const value = sign * luma[from + steps * step]!;
    if (value < best - DIP) break;
    if (value > best) {
      best = value;
      end = steps;
    }
  }
  return end;
}

/** Steps between a tenth and nine tenths of a rise; null where it is a weak one. */
function widthAcross(
  luma: Uint8Array,
  at: number,
  step: number,
  back: number,
  ahead: number,
  sign: number,
): number | null {
  const up = riseEnds(luma, at, step, ahead, sign);
  const down = riseEnds(luma, at, -step, back, -sign);
  const low = luma[at - down * step]!;
  const rise = sign * (luma[at + up * step]! - low);
  if (rise < LEAST_RISE) return null;
  const crossing = (part: number): number => {
    const level = part * rise;
    let before = 0;
    for (let steps = 1 - down; steps <= up; steps++) {
      const value = sign * (luma[at + steps * step]! - low);
      if (value >= level) return steps - (value - level) / Math.max(1, value - before);
      before = value;
    }
    return up;
  };
  return (crossing(TOP) - crossing(FOOT)) / (TOP - FOOT);
}

/**
 * How wide a picture's sharpest edges are, by the direction in which one looks across them: a picture that is out of focus is
 * as wide in all, one that was shaken in the direction of the shake alone. Directions without enough strong edges are left out.
 *
 * @see Marziliano et al., "A no-reference perceptual blur metric", ICIP (2002), for widths of edges as a measure of blur.
 * @throws RangeError when the samples are not width times height pixels.
 */
export function edgeWidths({ width, height, luma }: LumaPicture): EdgeWidth[] {
  if (luma.length !== width * height || luma.length === 0)
    throw new RangeError(`${luma.length} samples are not ${width} x ${height} pixels`);
  const every = Math.max(EVERY, Math.round(Math.sqrt((width * height) / MOST_PLACES)));
  const ways = DIRECTIONS.map(({ dx, dy, deg }) => ({
    dx,
    dy,
    deg,
    step: dy * width + dx,
    across: dx * width - dy,
    length: Math.hypot(dx, dy),
    widths: [] as number[],
  }));
  // All directions of a place at once: its neighbours lie far from each other in memory, and are fetched once.
  for (let y = 2; y < height - 2; y += every)
    for (let x = 2; x < width - 2; x += every) {
      const at = y * width + x;
      for (const { dx, dy, step, across, length, widths } of ways) {
        const slope = luma[at + step]! - luma[at - step]!;
        const steep = Math.abs(slope);
        if (steep < LEAST_SLOPE) continue;
        // Edges that run another way are somebody else's.
        if (Math.abs(luma[at + across]! - luma[at - across]!) > steep / 2) continue;
        const room = (toX: number, toY: number) =>
          Math.min(
            toX > 0 ? width - 1 - x : toX < 0 ? x : MOST_REACH,
            toY > 0 ? height - 1 - y : toY < 0 ? y : MOST_REACH,
          );
        const ahead = Math.min(MOST_REACH, room(dx, dy));
        const back = Math.min(MOST_REACH, room(-dx, -dy));
        const found = widthAcross(luma, at, step, back, ahead, Math.sign(slope));
        if (found !== null) widths.push(found * length);
      }
    }
  return ways.flatMap(({ deg, widths }) => {
    if (widths.length < LEAST_EDGES) return [];
    const sorted = Float64Array.from(widths).sort();
    return [{ directionDeg: deg, px: sorted[Math.floor(SHARPEST * sorted.length)]! }];
  });
}

/** Width of the sharpest edges of a night's frame that nothing has moved, pixels: frames of the scenes that ship, at half of their size. */
export const SHARP_EDGE_PX = 2.7;

/** A normal spread's rise between its tenth and nine tenths is 2.563 deviations; it stands for all of it. */
const WIDTH_PER_DEVIATION = 2.563 / (TOP - FOOT);

/** Width that a sharp edge has after it was moved across by so many pixels, rms. */
export const shakenEdgePx = (rmsPx: number): number => WIDTH_PER_DEVIATION * rmsPx;

/** Width of a picture's edges where they are drawn out most, pixels. */
export const widestEdgePx = (sharpPx: number, shake: EdgeWidth | null): number => Math.hypot(sharpPx, shake?.px ?? 0);

/** A picture's sharpness by its edges. */
export interface Sharpness {
  /** Width of its sharpest edges where they are sharpest, pixels. */
  readonly px: number;
  /** So much wider they are in one direction: it was shaken. Null where it was not. */
  readonly shake: EdgeWidth | null;
}

/** Edges of one direction that are so much wider than the others', pixels and times, are shaken. */
const SHAKEN_PX = 2;
const SHAKEN_TIMES = 1.6;

/** Edges along the shake stay about as sharp as the sharpest. */
const UNSHAKEN_TIMES = 1.3;
const QUARTER_TURN_DEG = 90;

/** How sharp a picture is; null where it has too few edges to tell. A shake widens edges one way and leaves those across it. */
export function sharpnessOf(picture: LumaPicture): Sharpness | null {
  const widths = edgeWidths(picture).sort((one, other) => one.px - other.px);
  const [sharpest] = widths;
  const widest = widths.at(-1);
  if (!sharpest || !widest) return null;
  const crosswise = widths.find(
    ({ directionDeg }) => Math.abs(directionDeg - widest.directionDeg) === QUARTER_TURN_DEG,
  );
  const isShaken =
    widest.px - sharpest.px > SHAKEN_PX &&
    widest.px > SHAKEN_TIMES * sharpest.px &&
    crosswise !== undefined &&
    crosswise.px < UNSHAKEN_TIMES * sharpest.px;
  return {
    px: sharpest.px,
    shake: isShaken ? { directionDeg: widest.directionDeg, px: Math.sqrt(widest.px ** 2 - sharpest.px ** 2) } : null,
  };
}
