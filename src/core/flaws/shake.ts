import { type Support, SWAY_SECONDS } from "../motion";
import { hashUnit } from "../random";

/** What holds a phone, who touches it, and what blows. */
export interface Hold {
  readonly support: Support;
  /** Whether a finger presses the screen; a remote leaves it alone. */
  readonly isTouched: boolean;
  readonly gustMps: number;
}

/** Places of the picture beside where it should lie, pixels of a usual main camera (see `shakeScale`), each for as long as the others. */
export type ShakeWay = readonly { readonly x: number; readonly y: number }[];

/** Often enough that a way of tens of pixels has no gaps. */
const STEPS = 256;
/** Gusts are no single tone: they sway a phone in tones about its own, each in a direction of its own. */
const GUST_TONES = [0.8, 1, 1.27];

/**
 * Where the picture lies while the shutter is open: after a touch it rings as A0·e^(-s/τ), and gusts sway it by so many pixels
 * rms; see domain formulas of supports.
 *
 * @param opensSeconds After the press.
 * @param seed The same seed shakes in the same directions.
 */
export function shakeWay(hold: Hold, opensSeconds: number, seconds: number, seed: number): ShakeWay {
  const { support, isTouched, gustMps } = hold;
  const { settleSeconds, touchPx, gustPxPerMps } = support;
  const turn = (tone: number, of: number) => 2 * Math.PI * hashUnit(seed, tone, of);
  const towards = turn(0, 1);
  const ringing = isTouched && settleSeconds > 0 ? touchPx : 0;
  // Each tone's square is a half on average, and the tones' squares add up.
  const gust = gustPxPerMps * gustMps * Math.sqrt(2 / GUST_TONES.length);
  return Array.from({ length: STEPS }, (_, step) => {
    const at = opensSeconds + (seconds * (step + 0.5)) / STEPS;
    const ring = ringing * Math.exp(-at / settleSeconds) * Math.sin((2 * Math.PI * at) / SWAY_SECONDS);
    let x = ring === 0 ? 0 : ring * Math.cos(towards);
    let y = ring === 0 ? 0 : ring * Math.sin(towards);
    for (const [tone, pace] of GUST_TONES.entries()) {
      const sway = gust * Math.sin((2 * Math.PI * pace * at) / SWAY_SECONDS + turn(tone + 1, 2));
      x += sway * Math.cos(turn(tone + 1, 3));
      y += sway * Math.sin(turn(tone + 1, 3));
    }
    return { x, y };
  });
}
