import type { CurvePoint } from "./look";

// Black, white, contrast and a curve by hand: one curve over luminance, so that colours keep their proportions.

/** Ends of the tones and how they are parted. */
export interface Tones {
  /** What lies so many stops under (below 0) or over white becomes white. */
  readonly white: number;
  /** What lies so many stops under white becomes black; null for none. */
  readonly black: number | null;
  /** -100 to 100. */
  readonly contrast: number;
  /** Points by hand, rising; null for none. */
  readonly points: readonly CurvePoint[] | null;
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

export const isPlainTone = ({ white, black, contrast, points }: Tones): boolean =>
  white === 0 && black === null && contrast === 0 && points === null;

const logit = (value: number): number => Math.log(value / (1 - value));

/** Lightness after contrast: an S in the logits of lightness, which leaves black, the pivot and white where they are. */
function parted(lightness: number, steepness: number): number {
  if (lightness <= 0 || lightness >= 1 || steepness === 1) return lightness;
  return 1 / (1 + Math.exp(-(logit(PIVOT) + steepness * (logit(lightness) - logit(PIVOT)))));
}

/**
 * A smooth curve through points that nowhere falls; before the first and after the last it goes on as far from what it was as there.
 *
 * @see Fritsch & Carlson (1980), Monotone piecewise cubic interpolation
 */
export function through(points: readonly CurvePoint[]): (stops: number) => number {
  const slopes = points.slice(1).map(([x, y], at) => (y - points[at]![1]) / (x - points[at]![0]));
  const tangents = points.map((_, at) => {
    const [before, after] = [slopes[at - 1], slopes[at]];
    if (before === undefined || after === undefined) return after ?? before ?? 1;
    // The harmonic mean: no tangent is so steep that the curve would fall beside it.
    return before * after <= 0 ? 0 : (2 * before * after) / (before + after);
  });
  return (stops) => {
    const next = points.findIndex(([x]) => stops < x);
    if (next === 0) return stops + points[0]![1] - points[0]![0];
    if (next < 0) return stops + points.at(-1)![1] - points.at(-1)![0];
    const [[x0, y0], [x1, y1]] = [points[next - 1]!, points[next]!];
    const [span, part] = [x1 - x0, (stops - x0) / (x1 - x0)];
    const rest = 1 - part;
    return (
      rest * rest * (1 + 2 * part) * y0 +
      part * part * (1 + 2 * rest) * y1 +
      span * part * rest * (rest * tangents[next - 1]! - part * tangents[next]!)
    );
  };
}

/** The curve of such tones. Over white it goes on straight: what was over white stays over it. */
export function toneCurve({ white, black, contrast, points }: Tones): ToneCurve {
  const [least, most] = [black === null ? 0 : 2 ** black, 2 ** white];
  const steepness = STEEPEST ** (contrast / 100);
  const drawn = points && through(points);
  const at = (luminance: number): number => {
    const between = Math.max(0, (luminance - least) / (most - least));
    const toned = between >= 1 ? between : parted(Math.cbrt(between), steepness) ** 3;
    return drawn && toned > 0 ? 2 ** drawn(Math.log2(toned)) : toned;
  };
  const gains = Float32Array.from({ length: CURVE_POINTS }, (_, point) => {
    const luminance = 2 ** (CURVE_FROM + (point * (CURVE_TO - CURVE_FROM)) / (CURVE_POINTS - 1));
    return at(luminance) / luminance;
  });
  return { at, gains };
}
