import type { Outlook } from "../outlook";

/** From here on nobody tells the difference. */
const SPOTLESS_SNR = 50;

/** The less noise the better, as far as one sees it. */
export const littleNoise = ({ noise }: Outlook): number => Math.min(noise.midTone, SPOTLESS_SNR);

/** The fainter the stars that stand out the better. */
export const faintStars = ({ stars }: Outlook): number => 10 * (stars.faintestMagnitude ?? 0);

/** A trail so far above what lies behind it is as good as it gets, stops. */
const SHINING_STOPS = 4;

/** How far the brightest trail stands above what lies behind it, stops. */
export const trailsAboveBase = ({ trails }: Outlook): number =>
  Math.min(SHINING_STOPS, Math.max(0, ...trails.map(({ aboveBaseStops }) => aboveBaseStops)));
