import { figureOf, type OwnFigures } from "../assumed";
import type { FileChoice } from "../recipe";
import { SECONDS_PER_HOUR } from "../units";
import { type CapturePlan, runSeconds } from "./plan";

/** What a run takes of a phone. */
export interface RunCost {
  /** From pressing to the end of the last frame. */
  readonly seconds: number;
  readonly megabytes: number;
  readonly batteryPercent: number;
}

/** Megabytes a frame of 12 million pixels takes on a phone: usual sizes. */
const FRAME_MEGABYTES = { jpeg: 5, raw: 24, "raw+jpeg": 29 } as const;
const USUAL_PIXELS = 4080 * 3060;

/** Size of a frame's files on the phone, megabytes: it grows with the pixels. */
export const frameMegabytes = (files: FileChoice, lens: { readonly widthPx: number; readonly heightPx: number }) =>
  (FRAME_MEGABYTES[files] * lens.widthPx * lens.heightPx) / USUAL_PIXELS;

/** What frames and the time that they take use of a battery, percent. */
export const batteryUsedPercent = (frames: number, seconds: number, own: OwnFigures): number =>
  (figureOf(own, "battery-hour") * seconds) / SECONDS_PER_HOUR + figureOf(own, "battery-frame") * frames;

/** Time, storage and battery of a run; zeros where nothing is taken. */
export function runCost(plan: CapturePlan | null): RunCost {
  if (plan === null) return { seconds: 0, megabytes: 0, batteryPercent: 0 };
  const seconds = runSeconds(plan);
  return {
    seconds,
    megabytes: plan.frames * frameMegabytes(plan.files, plan.lens),
    batteryPercent: batteryUsedPercent(plan.frames, seconds, plan.figures),
  };
}

/** How many frames of a period this much of a battery carries, after so many seconds of waiting. */
export function framesOnBattery(
  batteryPercent: number,
  periodSeconds: number,
  waitedSeconds: number,
  own: OwnFigures,
): number {
  const perSecond = figureOf(own, "battery-hour") / SECONDS_PER_HOUR;
  const left = batteryPercent - perSecond * waitedSeconds;
  return Math.max(0, Math.floor(left / (perSecond * periodSeconds + figureOf(own, "battery-frame"))));
}
