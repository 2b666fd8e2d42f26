// Black, white and contrast: one curve over luminance, so that colours keep their proportions.

/** Ends of the tones and how they are parted. */
export interface Tones {
  /** What lies so many stops under (below 0) or over white becomes white. */
  readonly white: number;
  /** What lies so many stops under white becomes black; null for none. */
  readonly black: number | null;
  /** -100 to 100. */
  readonly contrast: number;
}

/** A curve over linear luminance, kept at evenly spaced stops. */
export interface ToneCurve {
  readonly at: (luminance: number) => number;
  /** What luminance is multiplied by, for `CURVE_POINTS` stops from `CURVE_FROM` up to `CURVE_TO`. */
  readonly gains: Float32Array;
}

export const CURVE_FROM = -16;
export const CURVE_TO = 6;
export const CURVE_POINTS = 1024;

/** Lightness about which contrast parts tones, and what is as bright as a cube root makes it: a photographer's middle grey. */
const PIVOT = 0.184 ** (1 / 3);
/** At full contrast the slope at the pivot is so many times as steep. */
const STEEPEST = 2;

export const isPlainTone = ({ white, black, contrast }: Tones): boolean =>
  white === 0 && black === null && contrast === 0;

const logit = (value: number): number => Math.log(value / (1 - value));

/** Lightness after contrast: an S in the logits of lightness, which leaves black, the pivot and white where they are. */
function parted(lightness: number, steepness: number): number {
  if (lightness <= 0 || lightness >= 1 || steepness === 1) return lightness;
  return 1 / (1 + Math.exp(-(logit(PIVOT) + steepness * (logit(lightness) - logit(PIVOT)))));
}

/** The curve of such tones. Over white it goes on straight: what was over white stays over it. */
export function toneCurve({ white, black, contrast }: Tones): ToneCurve {
  const [least, most] = [black === null ? 0 : 2 ** black, 2 ** white];
  const steepness = STEEPEST ** (contrast / 100);
  const at = (luminance: number): number => {
    const between = Math.max(0, (luminance - least) / (most - least));
    return between >= 1 ? between : parted(Math.cbrt(between), steepness) ** 3;
  };
  const gains = Float32Array.from({ length: CURVE_POINTS }, (_, point) => {
    const luminance = 2 ** (CURVE_FROM + (point * (CURVE_TO - CURVE_FROM)) / (CURVE_POINTS - 1));
    return at(luminance) / luminance;
  });
  return { at, gains };
}
