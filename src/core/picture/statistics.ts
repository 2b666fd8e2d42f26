import { decodeSrgb } from "./srgb";

/** Light further under white than this is counted together; an 8-bit file's darkest code above black lies at -11.7. */
export const DARKEST_STOPS = -12;
/** Bins of a light histogram in one stop. */
export const BINS_PER_STOP = 8;
/** The first holds all that is darker, the last what is white. */
export const BIN_COUNT = 2 - DARKEST_STOPS * BINS_PER_STOP;

/** Counts of pixels by light under white, in steps of an eighth of a stop, `BIN_COUNT` each. */
export interface LightHistogram {
  readonly red: readonly number[];
  readonly green: readonly number[];
  readonly blue: readonly number[];
  readonly luminance: readonly number[];
}

/** Fractions of all pixels, 0 to 1: at the top code of 8 bits in any channel, in all; at the bottom code in all. */
export interface ClippedShares {
  readonly clippedAny: number;
  readonly clippedAll: number;
  readonly crushedAll: number;
}

/** Bits that mark a pixel; a mark of a smaller picture says what one of the pixels under it is. */
export const MARK = { clippedAny: 1, clippedAll: 2, crushed: 4 } as const;

/** Stops under white at which a bin begins; the first has no beginning. */
export const binStops = (bin: number): number => DARKEST_STOPS + (bin - 1) / BINS_PER_STOP;

/** The bin of linear light, 0 to 1. */
export function binOf(light: number): number {
  if (light >= 1) return BIN_COUNT - 1;
  const bin = 1 + Math.floor((Math.log2(light) - DARKEST_STOPS) * BINS_PER_STOP);
  return Math.max(0, Math.min(BIN_COUNT - 2, bin));
}

type Samples = Uint8Array | Uint8ClampedArray | Uint16Array;

const whiteOf = (samples: Samples): number => (samples instanceof Uint16Array ? 65_535 : 255);

/** What each code of a file, of 8 or 16 bits, is on a screen of 8 bits. */
export function screenCodes(samples: Samples): Uint8Array {
  const white = whiteOf(samples);
  return Uint8Array.from({ length: white + 1 }, (_, code) => Math.round((255 * code) / white));
}

function pixelsIn(samples: Samples): number {
  if (samples.length === 0 || samples.length % 3 !== 0)
    throw new RangeError(`${samples.length} samples are not whole RGB pixels`);
  return samples.length / 3;
}

/** Marks of a pixel of 8-bit values. */
export function clipMarks(red: number, green: number, blue: number): number {
  if (red === 255 && green === 255 && blue === 255) return MARK.clippedAny | MARK.clippedAll;
  if (red === 255 || green === 255 || blue === 255) return MARK.clippedAny;
  return red === 0 && green === 0 && blue === 0 ? MARK.crushed : 0;
}

/**
 * Counts the pixels of interleaved sRGB samples, of 8 or 16 bits, that clip or are crushed on a screen of 8 bits.
 *
 * @throws RangeError when the samples are not whole pixels.
 */
export function clippedShares(samples: Samples): ClippedShares {
  const pixels = pixelsIn(samples);
  // Codes that a screen shows as its highest and as its lowest.
  const codes = screenCodes(samples);
  const [white, black] = [codes.indexOf(255), codes.lastIndexOf(0)];
  let clippedAny = 0;
  let clippedAll = 0;
  let crushedAll = 0;
  for (let index = 0; index < samples.length; index += 3) {
    const red = samples[index]!;
    const green = samples[index + 1]!;
    const blue = samples[index + 2]!;
    const sum = red + green + blue;
    // Most of a night's pixels: none can be white, and not all are black.
    if (sum < white && sum > 3 * black) continue;
    if (red >= white || green >= white || blue >= white) {
      clippedAny++;
      if (red >= white && green >= white && blue >= white) clippedAll++;
    } else if (red <= black && green <= black && blue <= black) crushedAll++;
  }
  return { clippedAny: clippedAny / pixels, clippedAll: clippedAll / pixels, crushedAll: crushedAll / pixels };
}

/**
 * Shares out the counts of codes over the bins of light that each code stands for, half a code to either side: an 8-bit
 * file's few dark codes would otherwise stand as a comb. White stays white.
 */
function byLight(counts: Uint32Array): number[] {
  const white = counts.length - 1;
  const bins = new Array<number>(BIN_COUNT).fill(0);
  bins[BIN_COUNT - 1] = counts[white]!;
  for (let code = 0; code < white; code++) {
    const count = counts[code]!;
    if (count === 0) continue;
    const from = decodeSrgb(Math.max(0, code - 0.5) / white);
    const to = decodeSrgb((code + 0.5) / white);
    const last = Math.min(binOf(to), BIN_COUNT - 2);
    for (let bin = binOf(from); bin <= last; bin++) {
      const begins = bin === 0 ? 0 : 2 ** binStops(bin);
      const share = (Math.min(to, 2 ** binStops(bin + 1)) - Math.max(from, begins)) / (to - from);
      bins[bin] = bins[bin]! + count * share;
    }
  }
  return bins;
}

/** Steps of linear light whose bins are known: at -12 stops each is a hundredth of a stop or so. */
const LIGHT_STEPS = 2 ** 19;
let binsOfSteps: Uint8Array | undefined;

/** Bins of all steps of light, worked out when first asked for: many pages hold this module and count nothing. */
function binOfStep(): Uint8Array {
  binsOfSteps ??= Uint8Array.from({ length: LIGHT_STEPS }, (_, step) => binOf((step + 0.5) / LIGHT_STEPS));
  return binsOfSteps;
}

/**
 * Histograms of interleaved sRGB samples, of 8 or 16 bits, by light in stops under white; luminance is the weighted sum of
 * linear light (Rec. 709).
 *
 * @throws RangeError when the samples are not whole pixels.
 */
export function lightHistogram(samples: Samples): LightHistogram {
  pixelsIn(samples);
  const white = whiteOf(samples);
  const light = Float64Array.from({ length: white + 1 }, (_, code) => (LIGHT_STEPS - 1) * decodeSrgb(code / white));
  const bins = binOfStep();
  const red = new Uint32Array(white + 1);
  const green = new Uint32Array(white + 1);
  const blue = new Uint32Array(white + 1);
  const luminance = new Array<number>(BIN_COUNT).fill(0);
  for (let index = 0; index < samples.length; index += 3) {
    const r = samples[index]!;
    const g = samples[index + 1]!;
    const b = samples[index + 2]!;
    red[r]!++;
    green[g]!++;
    blue[b]!++;
    if (r === white && g === white && b === white) luminance[BIN_COUNT - 1]!++;
    else luminance[bins[(0.2126 * light[r]! + 0.7152 * light[g]! + 0.0722 * light[b]!) | 0]!]!++;
  }
  return { red: byLight(red), green: byLight(green), blue: byLight(blue), luminance };
}
