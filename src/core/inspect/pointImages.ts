import { LINEAR, type MeteredPicture } from "../picture";
import { peaksOf, TILE } from "./peaks";

/** The image of a star or a far lamp: where it lies and its second moments, pixels. */
export interface PointImage {
  readonly x: number;
  readonly y: number;
  /** Covariance of the elliptical Gaussian that fits it, pixels². */
  readonly xx: number;
  readonly yy: number;
  readonly xy: number;
}

/** Point images of a picture. */
export interface PointImages {
  /** How many there are, clipped ones too. */
  readonly count: number;
  /** Where the brightest of them lie, clipped ones too, the brightest first; whole pixels. */
  readonly places: readonly { readonly x: number; readonly y: number }[];
  /** The shapes of the brightest that do not clip. */
  readonly shaped: readonly PointImage[];
  /** Single pixels that shine by themselves. */
  readonly hotPixels: number;
}

/** A peak stands out so many deviations over its background, and so many codes. */
const PEAK_SIGMAS = 5;
const LEAST_PEAK = 6;
/** Deviation of a normal distribution by the middle of its absolute values. */
const PER_MEDIAN = 1.4826;
/** From here on a peak is clipped: its shape is not that of its light. */
const CLIPPED = 250;
/** Wider things than this are no points, pixels to either side. */
const REACH = 12;
/** Of the brightest so many are looked at closely. */
const MOST_SHAPED = 500;
/** Of the brightest so many it is told where they lie. */
const MOST_PLACES = 2000;
/** More peaks than this are noise, foliage or the like. */
const MOST_PEAKS = 60_000;
/** A hot pixel's neighbours have less than this of its light; of a sharp star's a quarter. */
const ALONE = 0.12;
const NEARLY_ALONE = 0.3;
/** And one of its channels so many times what the others have. */
const ONE_COLOUR = 2.5;
const STEPS = 25;
const SETTLED = 1e-3;
/** The weight is wider than the light by so much, pixels²: under one as narrow as a sharp star a pixel's steps would show. */
const WIDER = 1.5;
/** Places about a peak, so many pixels away, and how many of the eight may have so much of its brightness: a drawn-out point has two. */
const RING = 8;
const PART = 0.4;
const MOST_BRIGHT_ABOUT = 2;
/** A weight reaches so many of its deviations. */
const SEEN_SIGMAS = 3;
/** A point is no rounder than a pixel and no wider than can be seen whole, variance in pixels². */
const LEAST_VARIANCE = 0.05;
const MOST_VARIANCE = (REACH / 2) ** 2;

/** Middle and spread of luma in each tile, read off every third pixel and row. */
function backgrounds(luma: Uint8Array, width: number, height: number) {
  const across = Math.ceil(width / TILE);
  const down = Math.ceil(height / TILE);
  const middle = new Float32Array(across * down);
  const thresholds = new Float32Array(across * down);
  const counts = new Uint32Array(256);
  for (let ty = 0; ty < down; ty++)
    for (let tx = 0; tx < across; tx++) {
      counts.fill(0);
      let all = 0;
      const [right, bottom] = [Math.min(width, (tx + 1) * TILE), Math.min(height, (ty + 1) * TILE)];
      for (let y = ty * TILE; y < bottom; y += 3)
        for (let x = tx * TILE; x < right; x += 3) {
          const code = luma[y * width + x]!;
          counts[code] = counts[code]! + 1;
          all++;
        }
      const quantile = (share: number): number => {
        let below = 0;
        for (let code = 0; code < 256; code++) {
          const here = counts[code]!;
          // Within a code its pixels lie evenly.
          if (below + here > share * all) return code - 0.5 + (share * all - below) / here;
          below += here;
        }
        return 255;
      };
      const at = ty * across + tx;
      middle[at] = quantile(0.5);
      const sigma = (PER_MEDIAN * (quantile(0.75) - quantile(0.25))) / 2;
      thresholds[at] = middle[at]! + Math.max(LEAST_PEAK, PEAK_SIGMAS * sigma);
    }
  return { across, middle, thresholds };
}

/** A covariance and its inverse's terms. */
interface Spread {
  readonly xx: number;
  readonly yy: number;
  readonly xy: number;
}
const determinant = ({ xx, yy, xy }: Spread): number => xx * yy - xy * xy;
const inverse = (spread: Spread): Spread => {
  const d = determinant(spread);
  return { xx: spread.yy / d, yy: spread.xx / d, xy: -spread.xy / d };
};

/**
 * The elliptical Gaussian that fits a point's light: its moments are taken under a weight of about its own shape, whose part in
 * them is known, until they come to rest. Null where it is no point.
 *
 * @see Bernstein & Jarvis (2002), Shapes and shears, stars and smears, section 3.1.2
 */
function shapeAt(luma: Uint8Array, width: number, height: number, at: number, background: number): PointImage | null {
  const [cx, cy] = [at % width, Math.floor(at / width)];
  if (cx < REACH || cy < REACH || cx >= width - REACH || cy >= height - REACH) return null;
  const floor = LINEAR[Math.max(0, Math.round(background))]!;
  let [x, y] = [cx, cy];
  let spread: Spread = { xx: 1, yy: 1, xy: 0 };
  for (let step = 0; step < STEPS; step++) {
    const weight = inverse({ xx: spread.xx + WIDER, yy: spread.yy + WIDER, xy: spread.xy });
    const reach = Math.min(REACH, Math.ceil(SEEN_SIGMAS * Math.sqrt(Math.max(spread.xx, spread.yy) + WIDER)));
    let [sum, sx, sy, sxx, syy, sxy] = [0, 0, 0, 0, 0, 0];
    // Along a row the weight's logarithm is a parabola: each weight is the last one times a ratio that itself falls evenly.
    const fall = Math.exp(-weight.xx);
    const first = cx - reach - x;
    for (let dy = -reach; dy <= reach; dy++) {
      const uy = cy + dy - y;
      let weighs = Math.exp(-(weight.xx * first * first + weight.yy * uy * uy + 2 * weight.xy * first * uy) / 2);
      let ratio = Math.exp(-(weight.xx * (2 * first + 1) + 2 * weight.xy * uy) / 2);
      const row = (cy + dy) * width + cx;
      for (let dx = -reach; dx <= reach; dx++) {
        const ux = cx + dx - x;
        const light = weighs * (LINEAR[luma[row + dx]!]! - floor);
        weighs *= ratio;
        ratio *= fall;
        sum += light;
        sx += light * ux;
        sy += light * uy;
        sxx += light * ux * ux;
        syy += light * uy * uy;
        sxy += light * ux * uy;
      }
    }
    if (!(sum > 0)) return null;
    const [mx, my] = [sx / sum, sy / sum];
    const seen: Spread = { xx: sxx / sum - mx * mx, yy: syy / sum - my * my, xy: sxy / sum - mx * my };
    if (!(determinant(seen) > 0) || seen.xx <= 0) return null;
    const [seenInverse, weightInverse] = [inverse(seen), weight];
    const left: Spread = {
      xx: seenInverse.xx - weightInverse.xx,
      yy: seenInverse.yy - weightInverse.yy,
      xy: seenInverse.xy - weightInverse.xy,
    };
    if (!(determinant(left) > 0) || left.xx <= 0) return null;
    const next = inverse(left);
    // Under a weight the centre is seen on its way to the light's own.
    x += mx;
    y += my;
    if (Math.hypot(x - cx, y - cy) > 2 || next.xx + next.yy > 2 * MOST_VARIANCE) return null;
    const change = Math.abs(next.xx - spread.xx) + Math.abs(next.yy - spread.yy) + Math.abs(next.xy - spread.xy);
    spread = next;
    if (change < SETTLED) break;
  }
  if (Math.min(spread.xx, spread.yy) < LEAST_VARIANCE) return null;
  return { x, y, ...spread };
}

/** Whether a peak is one pixel alone: light that no lens has made. */
function isHot({ samples, width }: MeteredPicture, luma: Uint8Array, at: number, background: number): boolean {
  const floor = LINEAR[Math.max(0, Math.round(background))]!;
  const over = (pixel: number) => Math.max(0, LINEAR[luma[pixel]!]! - floor);
  const peak = over(at);
  const beside = (over(at - 1) + over(at + 1) + over(at - width) + over(at + width)) / 4;
  if (beside < ALONE * peak) return true;
  if (beside > NEARLY_ALONE * peak) return false;
  const channels = [0, 1, 2].map((c) => Math.max(0, LINEAR[samples[3 * at + c]!]! - floor)).sort((a, b) => b - a);
  return channels[0]! > ONE_COLOUR * Math.max(1e-4, channels[1]!);
}

/** Whether a peak is part of something large: much of what lies about it is bright too. */
function isPartOfMore(luma: Uint8Array, width: number, at: number, background: number): boolean {
  const half = background + PART * (luma[at]! - background);
  const rows = RING * width;
  const ring = [-RING, RING, -rows, rows, -RING - rows, RING - rows, RING + rows, rows - RING];
  return ring.filter((step) => (luma[at + step] ?? 0) > half).length > MOST_BRIGHT_ABOUT;
}

/** Finds the images of stars and far lamps, and the pixels that shine by themselves. */
export function pointImages(picture: MeteredPicture, luma: Uint8Array): PointImages {
  const { width, height } = picture;
  if (Math.min(width, height) < 2 * REACH + 1) return { count: 0, places: [], shaped: [], hotPixels: 0 };
  const { across, middle, thresholds } = backgrounds(luma, width, height);
  const peaks = peaksOf(luma, width, height, thresholds);
  if (peaks.length > MOST_PEAKS) return { count: 0, places: [], shaped: [], hotPixels: 0 };
  const backgroundAt = (at: number): number =>
    middle[Math.floor(at / width / TILE) * across + Math.floor((at % width) / TILE)]!;
  const alone = peaks.filter((at) => isHot(picture, luma, at, backgroundAt(at)));
  const hot = new Set(alone);
  const rest = peaks
    .filter((at) => !hot.has(at) && !isPartOfMore(luma, width, at, backgroundAt(at)))
    .sort((a, b) => luma[b]! - luma[a]!);
  const firstUnclipped = rest.findIndex((at) => luma[at]! < CLIPPED);
  const unclipped = firstUnclipped < 0 ? [] : rest.slice(firstUnclipped);
  const looked = unclipped.slice(0, MOST_SHAPED);
  const shaped = looked
    .map((at) => shapeAt(luma, width, height, at, backgroundAt(at)))
    .filter((shape) => shape !== null);
  // Of those that were not looked at as many are points; a clipped one's shape is not that of its light.
  const count = looked.length === 0 ? 0 : Math.round((shaped.length / looked.length) * rest.length);
  const places = rest.slice(0, MOST_PLACES).map((at) => ({ x: at % width, y: Math.floor(at / width) }));
  return { count, places, shaped, hotPixels: hot.size };
}
