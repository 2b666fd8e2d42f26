import { decodeSrgb, srgbSlope } from "../picture";
import { plain } from "../words";
import type { BestFrame } from "./best";
import type { PictureFigures } from "./inspectPicture";

/** A frame of a bracket or of a series of tries: of one place, each with settings of its own. */
export interface TryCandidate {
  readonly id: string;
  readonly figures: Pick<PictureFigures, "clippedAll" | "noise" | "litShare" | "sharpPx">;
}

/** White areas of this share of the picture weigh as much as twice the noise. */
const WHITE_SHARE = 0.005;
/** Edges twice as wide weigh as much as four times the noise: noise can be taken out afterwards. */
const SHARPNESS_WEIGHT = 2;

/** Noise of the dark parts as a share of their light. */
function shadowNoise({ figures: { noise } }: TryCandidate): number | null {
  if (!noise) return null;
  const light = decodeSrgb(noise.level / 255);
  return ((noise.green / 255) * srgbSlope(light)) / light;
}

interface Weighed {
  readonly candidate: TryCandidate;
  readonly noise: number;
  readonly cost: number;
}

/** Each in doublings: white over what anybody accepts, noise and edges over the least, lit parts under the most. */
function weighed(candidates: readonly TryCandidate[]): Weighed[] {
  const known = candidates.flatMap((candidate) => {
    const noise = shadowNoise(candidate);
    return noise === null ? [] : [{ candidate, noise }];
  });
  const leastNoise = Math.min(...known.map(({ noise }) => noise));
  const mostLit = Math.max(...known.map(({ candidate }) => candidate.figures.litShare));
  const widths = known.flatMap(({ candidate: { figures } }) => (figures.sharpPx === null ? [] : [figures.sharpPx]));
  const sharpest = Math.min(...widths);
  return known.map(({ candidate, noise }) => {
    const { clippedAll, litShare, sharpPx } = candidate.figures;
    const white = Math.log2(1 + clippedAll / WHITE_SHARE);
    const covered = mostLit > 0 ? Math.log2((mostLit + WHITE_SHARE) / (litShare + WHITE_SHARE)) : 0;
    const soft = sharpPx === null ? 0 : SHARPNESS_WEIGHT * Math.log2(sharpPx / sharpest);
    return { candidate, noise, cost: white + Math.log2(noise / leastNoise) + covered + soft };
  });
}

const share = (part: number): string => `${plain(100 * part, 1)} %`;

/**
 * The best of frames with different settings: white areas against noise in the shadows, how much of the picture its trails and lamps
 * cover, and how sharp it is. Null of fewer than two that tell.
 */
export function bestTry(candidates: readonly TryCandidate[]): BestFrame | null {
  const tried = weighed(candidates);
  if (tried.length < 2) return null;
  const best = tried.reduce((one, other) => (other.cost < one.cost ? other : one));
  // The whitest may have no dark part left whose noise could be told.
  const mostWhite = Math.max(...candidates.map(({ figures }) => figures.clippedAll));
  const noisiest = tried.reduce((one, other) => (other.noise > one.noise ? other : one));
  const { clippedAll, litShare } = best.candidate.figures;
  const white = `${share(clippedAll)} white${mostWhite === clippedAll ? "" : ` where another has ${share(mostWhite)}`}`;
  const noise = `noise of ${share(best.noise)} in its shadows${noisiest === best ? "" : ` where another has ${share(noisiest.noise)}`}`;
  return { id: best.candidate.id, because: `${white}, ${noise}, and lights over ${share(litShare)} of it.` };
}
