import { framesInStorage, framesOnBattery, readableDuration } from "../recipe";
import { type Candidate, delayFor, periodOf } from "./candidate";
import type { SolveRequest } from "./request";

/** More frames than this nobody takes for one picture. */
const MOST_FRAMES = 2000;

/** How many frames there is room for, and what ends the run. */
export interface Room {
  /** One at least. */
  readonly frames: number;
  readonly end: "time" | "battery" | "storage" | "enough";
}

/** How many frames of a shutter time the time there is, the battery and the storage leave room for. */
export function roomFor(request: SolveRequest, shutterSeconds: number): Room {
  const { windowSeconds, batteryPercent, freeMegabytes, schools, camera } = request;
  const period = periodOf(request, shutterSeconds);
  // The pause after the last frame is not waited for.
  const waited = (delayFor(request) ?? 0) - camera.writeSeconds;
  const room: Room[] = [
    { end: "time", frames: Math.floor((windowSeconds - waited) / period) },
    { end: "battery", frames: framesOnBattery(batteryPercent, period, waited) },
    { end: "storage", frames: framesInStorage(freeMegabytes, schools.files) },
    { end: "enough", frames: MOST_FRAMES },
  ];
  const least = room.reduce((a, b) => (b.frames < a.frames ? b : a));
  return { ...least, frames: Math.max(1, least.frames) };
}

/** What to do about a run that battery or storage ends before its time; null where neither does. */
export function shortenedBy(request: SolveRequest, { kind, shutterSeconds }: Candidate): string | null {
  if (kind !== "sequence" && kind !== "burst") return null;
  const { end } = roomFor(request, shutterSeconds);
  const whole = readableDuration(request.windowSeconds);
  if (end === "battery") return `The battery ends it: a power bank would carry it through all of the ${whole}.`;
  if (end === "storage") {
    const smaller = request.schools.files === "jpeg" ? "" : ", or save JPEG alone,";
    return `The storage ends it: free some room${smaller} for all of the ${whole}.`;
  }
  return null;
}
