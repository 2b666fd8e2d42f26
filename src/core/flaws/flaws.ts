import { ASSUMED } from "../assumed";
import type { CapturePlan, PlannedFrame } from "../capture";
import { nearestRung } from "../light";
import { shakeScale, usualSupport } from "../motion";
import { blurDiscMm } from "../optics";
import { hash32, hashUnit, normalFromBits } from "../random";
import type { FrameFlaws } from "../scene";
import { discKernel, wayKernel } from "../scene";
import { type Hold, shakeWay } from "./shake";

/** How a phone is set beside a recipe, as far as its frames show it. */
export interface FlawedSettings {
  readonly flash: "off" | "on" | "auto";
  readonly nightMode: boolean;
  readonly focusLocked: boolean;
  readonly whiteBalanceLocked: boolean;
}

/** A phone as it should be set: nothing of it shows. */
export const AS_IT_SHOULD_BE: FlawedSettings = {
  flash: "off",
  nightMode: false,
  focusLocked: true,
  whiteBalanceLocked: true,
};

/** A phone on something that holds it still, which nobody touches. */
export const HELD_STILL: Hold = {
  support: usualSupport("tripod"),
  isTouched: false,
  gustMps: 0,
};

/** Focus that hunts in the dark stops anywhere from here on, metres, twice as far with each step as likely as not. */
const HUNTS_FROM_M = 0.35;
const HUNTS_OVER_STOPS = 5;
/** An automatic white balance wanders by so much from frame to frame, and no further than so much, as parts of its reciprocal. */
const WANDERS_PART = 0.03;
const WANDERS_MOST_PART = 0.15;
/** A night mode takes its own frames of this length, whatever the line says. */
const NIGHT_MODE_SECONDS = 0.3;
const MOST_NIGHT_MODE_ISO = 3200;

/** Where focus that is not locked comes to lie for a frame, metres. */
export const huntedFocusMetres = (seed: number, index: number): number =>
  HUNTS_FROM_M * 2 ** (HUNTS_OVER_STOPS * hashUnit(seed, index, 11));

/** The white balance that a camera finds by itself for a frame: it wanders as frames go by. */
export function wanderedKelvin(kelvin: number, seed: number, index: number): number {
  let part = 0;
  for (let frame = 0; frame <= index; frame++)
    part = Math.max(
      -WANDERS_MOST_PART,
      Math.min(WANDERS_MOST_PART, part + WANDERS_PART * normalFromBits(hash32(seed, frame, 12))),
    );
  return kelvin / (1 + part);
}

/** Less of a blur than this nobody finds in a picture, pixels. */
const LEAST_SHAKE_PX = 0.1;

/** Diameter of the disc of what is far away while the lens is focused near, pixels. */
function farDiscPx({ focalLengthMm, fNumber, pitchUm }: CapturePlan["lens"], focusMetres: number): number {
  const setting = { focalLengthMm, fNumber, circleOfConfusionMm: pitchUm / 1000 };
  return (1000 * blurDiscMm(setting, focusMetres, Number.POSITIVE_INFINITY)) / pitchUm;
}

/** A frame as it comes out: what was set for it in truth, and what else is in its picture. */
export interface FlawedFrame {
  readonly plan: CapturePlan;
  readonly frame: PlannedFrame;
  readonly flaws: FrameFlaws;
}

/**
 * What a phone makes of a planned frame by how it is set and held.
 *
 * @param isoLadder Of the phone; a night mode chooses from it.
 * @param pitchUm Of the pictures' pixels: shake and discs are as large on the sensor whatever the picture's size.
 */
export function flawedFrame(
  plan: CapturePlan,
  frame: PlannedFrame,
  settings: FlawedSettings,
  hold: Hold,
  isoLadder: readonly number[],
  pitchUm: number,
): FlawedFrame {
  const { index } = frame;
  const scale = (shakeScale(plan.lens) * plan.lens.pitchUm) / pitchUm;
  const way = shakeWay(hold, frame.opensSeconds, frame.deliveredSeconds, plan.seed);
  const moves = way.some(({ x, y }) => scale * Math.hypot(x, y) > LEAST_SHAKE_PX);
  const shake = moves ? wayKernel(way.map(({ x, y }) => ({ x: scale * x, y: scale * y }))) : null;
  const disc = settings.focusLocked
    ? null
    : discKernel((plan.lens.pitchUm / pitchUm) * farDiscPx(plan.lens, huntedFocusMetres(plan.seed, index)));
  const kelvin = settings.whiteBalanceLocked ? plan.kelvin : wanderedKelvin(plan.kelvin, plan.seed, index);
  const seconds = Math.min(frame.deliveredSeconds, NIGHT_MODE_SECONDS);
  const own = settings.nightMode
    ? {
        iso: nearestRung(isoLadder, Math.min(MOST_NIGHT_MODE_ISO, (frame.iso * frame.deliveredSeconds) / seconds)),
        nominalSeconds: seconds,
        deliveredSeconds: seconds,
      }
    : {};
  return {
    plan: { ...plan, kelvin },
    frame: { ...frame, ...own },
    flaws: {
      kernels: [disc, shake].filter((kernel) => kernel !== null),
      flashLuxSeconds: settings.flash === "off" ? 0 : ASSUMED.flash.value,
    },
  };
}
