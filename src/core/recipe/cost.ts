import type { FileChoice, Recipe } from "./recipe";
import { type PhonePace, runSeconds } from "./timeLine";

/** What a run takes of a phone. */
export interface RunCost {
  readonly seconds: number;
  readonly megabytes: number;
  readonly batteryPercent: number;
}

// A 12 MP phone's usual sizes, megabytes a frame, and what screen, sensor and writing take of a battery.
const FRAME_MEGABYTES = { jpeg: 5, raw: 24, "raw+jpeg": 29 } as const;
const BATTERY_PERCENT_PER_HOUR = 14;
const BATTERY_PERCENT_PER_FRAME = 0.02;

/** Time, storage and battery of a recipe on a phone of this pace; zeros without a shutter time. */
export function runCost(recipe: Recipe, pace: PhonePace): RunCost {
  const seconds = runSeconds(recipe, pace);
  const frames = recipe.sequence?.frames ?? 0;
  return {
    seconds,
    megabytes: frames * FRAME_MEGABYTES[recipe.files ?? "jpeg"],
    batteryPercent: (BATTERY_PERCENT_PER_HOUR * seconds) / 3600 + BATTERY_PERCENT_PER_FRAME * frames,
  };
}

/** How many frames this much storage holds. */
export function framesInStorage(megabytes: number, files: FileChoice): number {
  return Math.floor(megabytes / FRAME_MEGABYTES[files]);
}

/** How long a run of so many frames may last on this much of a battery, seconds; negative when the frames alone are too many. */
export function secondsOnBattery(batteryPercent: number, frames: number): number {
  return ((batteryPercent - BATTERY_PERCENT_PER_FRAME * frames) * 3600) / BATTERY_PERCENT_PER_HOUR;
}

/** How many frames of a period this much of a battery carries, after so many seconds of waiting. */
export function framesOnBattery(batteryPercent: number, periodSeconds: number, waitedSeconds: number): number {
  const perSecond = BATTERY_PERCENT_PER_HOUR / 3600;
  const left = batteryPercent - perSecond * waitedSeconds;
  return Math.max(0, Math.floor(left / (perSecond * periodSeconds + BATTERY_PERCENT_PER_FRAME)));
}
