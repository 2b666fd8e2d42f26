import type { CapturePlan } from "../capture";
import { luminanceFromEv } from "../light";
import { JPEG_VARIANCE, LINEAR, ROUNDING_VARIANCE } from "../picture";
import type { Stage } from "../scene";
import { colourResponse, electronsPerLuminanceSecond, fullWell } from "../sensor";
import { GREEN } from "./cleanLevel";

/** Surfaces count as of the metered level up to so far from it, stops. */
const NEAR_STOPS = 0.4;
/** Fewer neighbours than this tell no noise. */
const LEAST_PAIRS = 400;
/** Deviation of a normal distribution by the middle of its absolute values. */
const PER_MEDIAN = 1.4826;
const FAR = 4;
/** Less noise than this, against that of rounding to 8 bits, cannot be told from it. */
const LEAST_OVER_ROUNDING = 0.5;

/** Variance of rounding a light to 8 bits, as a share of it squared. */
function roundingVariance(level: number): number {
  let code = 1;
  while (code < 254 && LINEAR[code]! < level) code++;
  return ((LINEAR[code + 1]! - LINEAR[code - 1]!) / 2 / LINEAR[code]!) ** 2 * ROUNDING_VARIANCE;
}

/**
 * Signal over noise of one of the sensor's pixels where surfaces lie at the metered level, by how neighbours differ whose light is
 * known: whatever few things pass before them do not count. Null where there are too few of them, in white, and where
 * the picture's 8 bits hide it.
 *
 * @param clean See `cleanLevel`.
 * @param counts See `untouched`.
 * @param frames How many frames were fused by mean; 1 for one frame.
 */
export function signalToNoise(
  { view, lens, still }: Stage,
  plan: CapturePlan,
  clean: Float32Array,
  picture: Uint8Array,
  sceneEv: number,
  frames: number,
  counts: Uint8Array,
): number | null {
  const { brightening } = colourResponse(plan.kelvin);
  const gathered = luminanceFromEv(sceneEv) * plan.shutters[0].deliveredSeconds * brightening;
  // Of a surface that is neutral under the picture's white balance.
  const level = (gathered * electronsPerLuminanceSecond(lens, plan.transmission)) / fullWell(lens, plan.iso);
  const isNear = (pixel: number): boolean => {
    const share = clean[pixel]! / level;
    return (
      share < 2 ** NEAR_STOPS &&
      share > 2 ** -NEAR_STOPS &&
      counts[pixel] === 1 &&
      still.flows[pixel] === 0 &&
      still.depth[pixel]! < Infinity
    );
  };
  if (level * 2 ** NEAR_STOPS > 1) return null;
  const away: number[] = [];
  const share = (pixel: number) => LINEAR[picture[3 * pixel + GREEN]!]! / clean[pixel]!;
  for (let y = 0; y < view.height; y++) {
    for (let x = 1; x < view.width; x += 2) {
      const pixel = y * view.width + x;
      if (isNear(pixel) && isNear(pixel - 1)) away.push(Math.abs(share(pixel) - share(pixel - 1)));
    }
  }
  if (away.length < LEAST_PAIRS) return null;
  away.sort((a, b) => a - b);
  const rounding = roundingVariance(level);
  // What passes before a few of them lies far out.
  const most = FAR * Math.max(PER_MEDIAN * away[away.length >> 1]!, Math.sqrt(2 * rounding));
  const near = away.filter((each) => each < most);
  const seen = near.reduce((sum, each) => sum + each ** 2, 0) / near.length / 2;
  // The picture was rounded once as a whole and each frame before that; of a sensor's pixel the noise is larger, its rounding not.
  // A rehearsed frame is not written to a file, which would have added its own.
  const rounded = frames > 1 ? 1 + 1 / frames : 1;
  const pixels = (view.pitchUm / lens.pitchUm) ** 2;
  const own = seen - rounded * rounding;
  if (own < LEAST_OVER_ROUNDING * rounding) return null;
  const inFile = rounding * (1 + JPEG_VARIANCE / ROUNDING_VARIANCE);
  return 1 / Math.sqrt(own * pixels + inFile / frames);
}
