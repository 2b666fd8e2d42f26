import { SHOWN_FLOOR } from "./develop";
import { LOOK_VALUES, onSteps } from "./look";

// Moves that end where the picture says: each asks what exposure comes to, and goes on as far as it may.

/** What a picture comes to at an exposure. */
export interface AtExposure {
  /** Share of the pixels that were not white from the beginning and are white now, 0 to 1. */
  readonly whitened: number;
  /** Of its darkest light the darkest pixels, stops under white. */
  readonly darkest: number;
}

/** Highlights touch white where this share of the picture does: single pixels are no highlights. */
const TOUCHING_SHARE = 0.001;

/** The greatest exposure, on its steps, up to which `holds`; the least there is where it never does. */
function greatest(holds: (exposure: number) => boolean): number {
  const { least, most, step } = LOOK_VALUES.exposure;
  let [from, to] = [Math.round(least / step), Math.round(most / step)];
  while (from < to) {
    const middle = Math.ceil((from + to) / 2);
    if (holds(middle * step)) from = middle;
    else to = middle - 1;
  }
  return onSteps(from * step, LOOK_VALUES.exposure);
}

/** Exposure until the highlights just touch white. */
export const exposureToTouch = (at: (exposure: number) => AtExposure): number =>
  greatest((exposure) => at(exposure).whitened <= TOUCHING_SHARE);

/** The darkest exposure that still holds the shadows over what a screen shows as black. */
export const exposureToHold = (at: (exposure: number) => AtExposure): number =>
  onSteps(greatest((exposure) => at(exposure).darkest < SHOWN_FLOOR) + LOOK_VALUES.exposure.step, LOOK_VALUES.exposure);
