import { median } from "../median";
import type { Drift } from "./drift";

/** A frame as far as sequences go. */
export interface TimedFrame {
  readonly id: string;
  /** ISO 8601 UTC; null where nobody knows. */
  readonly takenAt: string | null;
  readonly width: number;
  readonly height: number;
  readonly camera: string | null;
  readonly shutterSeconds: number | null;
  readonly iso: number | null;
  /** How bright it came out against the meter, stops; null before it is measured. */
  readonly lightStops: number | null;
  /** How far it lies from one frame of the batch, pixels; null before it is measured, and where nothing fits. */
  readonly drift: Drift | null;
  /** How far a star is drawn out in it by the sky's turning, pixels; null where none can be seen. */
  readonly trailPx: number | null;
}

/** A move of the camera between two frames. */
export interface Slip {
  readonly after: string;
  readonly px: number;
}

/** Frames of equal settings, one after the other. */
export interface FrameSequence {
  readonly kind: "sequence";
  readonly ids: readonly string[];
  /** From start to start, seconds. */
  readonly periodSeconds: number;
  /** How far the starts stray from an even beat, rms seconds; null where the clock's steps hide it. */
  readonly jitterSeconds: number | null;
  /** Frames that are not there, and after which frame each gap is. */
  readonly missing: number;
  readonly gapsAfter: readonly string[];
  /** How far brightness strays from its own course, rms stops; null before all are measured. */
  readonly flickerStops: number | null;
  /** How far the frames lie apart at most, pixels; null before all are measured. */
  readonly driftPx: number | null;
  /** Where it jumped, and how far. */
  readonly slips: readonly Slip[];
  /** Gap between a star's arcs in two frames, pixels; null where no stars can be seen. */
  readonly gapPx: number | null;
}

/** Frames of one place, each so many stops longer than another, to be fused to one. */
export interface FrameBracket {
  readonly kind: "bracket";
  readonly ids: readonly string[];
  readonly stepStops: number;
}

/** What belongs together among a batch's frames. */
export type FrameSet = FrameSequence | FrameBracket;

const LEAST_SEQUENCE = 3;
/** More than so many frames are never missing in a row: then it is another sequence. */
const MOST_MISSING = 30;
/** Nobody waits longer between two frames of a sequence, seconds. */
const LONGEST_PERIOD = 600;
/** A step of a bracket is at least this, stops, and even within this. */
const LEAST_STEP = 0.6;
const EVEN_STEP = 0.2;
const BRACKETS = [7, 5, 3] as const;
/** A phone takes a bracket at once: so long may lie between two of its frames beside their shutters, seconds. */
const BRACKET_PAUSE = 5;
/** Rounding to whole steps strays by the root of a twelfth of a step. */
const ROUNDING = Math.sqrt(1 / 12);
/** Brightness is set beside the middle of so many frames to either side. */
const COURSE = 3;
/** A jump is longer than what the correlation strays by in frames of 12 megapixels, pixels, and than so many usual steps. */
const LEAST_SLIP_PX = 2;
const SLIP_TIMES = 4;

const msOf = ({ takenAt }: TimedFrame): number => (takenAt === null ? Number.NaN : Date.parse(takenAt));

const settingsOf = ({ width, height, camera, shutterSeconds, iso }: TimedFrame): string =>
  [width, height, camera, shutterSeconds, iso].join("/");

/** The step of a bracket, where some frames are one. */
function bracketStep(frames: readonly TimedFrame[]): number | null {
  const [first] = frames as [TimedFrame, ...TimedFrame[]];
  const alike = frames.every((f) => f.width === first.width && f.height === first.height && f.camera === first.camera);
  if (!alike || frames.some(({ shutterSeconds, takenAt }) => shutterSeconds === null || takenAt === null)) return null;
  for (let at = 1; at < frames.length; at++) {
    const pause = (msOf(frames[at]!) - msOf(frames[at - 1]!)) / 1000 - frames[at - 1]!.shutterSeconds!;
    if (pause > BRACKET_PAUSE) return null;
  }
  const light = frames.map(({ shutterSeconds, iso }) => Math.log2(shutterSeconds! * (iso ?? 1))).sort((a, b) => a - b);
  const steps = light.slice(1).map((stops, at) => stops - light[at]!);
  const step = median(steps);
  return step >= LEAST_STEP && steps.every((each) => Math.abs(each - step) < EVEN_STEP) ? step : null;
}

/** Places of frames on an even beat, as whole numbers, and the beat that fits them best, in ms. */
function beatOf(times: readonly number[]): {
  readonly places: readonly number[];
  readonly periodMs: number;
  readonly rms: number;
} {
  const steps = times.slice(1).map((at, index) => at - times[index]!);
  let periodMs = median(steps);
  let places = times.map(() => 0);
  // A first guess is off by the clock's steps; fitted to a growing part it never counts one frame for two.
  for (let round = 0; round < 3; round++) {
    let place = 0;
    places = times.map((at, index) => {
      if (index > 0) place += Math.max(1, Math.round((at - times[index - 1]!) / periodMs));
      return place;
    });
    const meanPlace = places.reduce((a, b) => a + b, 0) / places.length;
    const meanTime = times.reduce((a, b) => a + b, 0) / times.length;
    const along = places.reduce((sum, each, i) => sum + (each - meanPlace) * (times[i]! - meanTime), 0);
    periodMs = along / places.reduce((sum, each) => sum + (each - meanPlace) ** 2, 0);
  }
  const start = times.reduce((sum, at, i) => sum + at - places[i]! * periodMs, 0) / times.length;
  const rms = Math.sqrt(
    times.reduce((sum, at, i) => sum + (at - start - places[i]! * periodMs) ** 2, 0) / times.length,
  );
  return { places, periodMs, rms };
}

/** How far values stray from the middle of their neighbours, rms. */
function strayOf(values: readonly number[]): number {
  const off = values.map((value, at) => value - median(values.slice(Math.max(0, at - COURSE), at + COURSE + 1)));
  return Math.sqrt(off.reduce((sum, each) => sum + each ** 2, 0) / off.length);
}

/** How far frames lie apart, and where they jumped. */
function movesOf(frames: readonly TimedFrame[]): Pick<FrameSequence, "driftPx" | "slips"> {
  const places = frames.flatMap(({ drift }) => (drift === null ? [] : [drift]));
  const [first] = places;
  if (!first || places.length < frames.length) return { driftPx: null, slips: [] };
  const steps = places.slice(1).map(({ x, y }, at) => Math.hypot(x - places[at]!.x, y - places[at]!.y));
  const least = Math.max(LEAST_SLIP_PX, SLIP_TIMES * median(steps));
  return {
    driftPx: Math.max(...places.map(({ x, y }) => Math.hypot(x - first.x, y - first.y))),
    slips: steps.flatMap((px, at) => (px > least ? [{ after: frames[at]!.id, px }] : [])),
  };
}

/** The dark stretch between a star's arcs, by how far it goes while the shutter is open. */
function gapOf([first]: readonly TimedFrame[], periodSeconds: number): number | null {
  if (!first || first.trailPx === null || first.shutterSeconds === null) return null;
  return Math.max(0, first.trailPx * (periodSeconds / first.shutterSeconds - 1));
}

function sequenceOf(frames: readonly TimedFrame[]): FrameSequence {
  const times = frames.map(msOf);
  const { places, periodMs, rms } = beatOf(times);
  const stepMs = times.every((at) => at % 1000 === 0) ? 1000 : 1;
  const lights = frames.map(({ lightStops }) => lightStops).filter((stops) => stops !== null);
  // What the clock's own steps stray by is no jitter of the frames.
  const clockMs = ROUNDING * stepMs;
  return {
    kind: "sequence",
    ids: frames.map(({ id }) => id),
    periodSeconds: periodMs / 1000,
    jitterSeconds: stepMs > 1 && rms < 1.5 * clockMs ? null : Math.sqrt(Math.max(0, rms ** 2 - clockMs ** 2)) / 1000,
    missing: places.at(-1)! + 1 - frames.length,
    gapsAfter: frames.flatMap(({ id }, at) =>
      at + 1 < places.length && places[at + 1]! - places[at]! > 1 ? [id] : [],
    ),
    flickerStops: lights.length === frames.length ? strayOf(lights) : null,
    gapPx: gapOf(frames, periodMs / 1000),
    ...movesOf(frames),
  };
}

/** Where a stretch of frames of equal settings is cut: after pauses in which no frames can be missing. */
function stretches(frames: readonly TimedFrame[]): TimedFrame[][] {
  const usual = median(frames.slice(1).map((frame, at) => msOf(frame) - msOf(frames[at]!)));
  const longest = Math.min(LONGEST_PERIOD * 1000, (MOST_MISSING + 1) * usual);
  const out: TimedFrame[][] = [];
  for (const [at, frame] of frames.entries()) {
    const since = at === 0 ? Number.POSITIVE_INFINITY : msOf(frame) - msOf(frames[at - 1]!);
    if (since > longest || since <= 0) out.push([frame]);
    else out.at(-1)!.push(frame);
  }
  return out;
}

/**
 * Finds what belongs together among frames in the order they were taken: brackets, and sequences of equal settings on an even
 * beat. Frames that nobody knows the time of belong to none, and those of two phones that were taken at once not to each other.
 */
export function frameSets(frames: readonly TimedFrame[]): FrameSet[] {
  const timed = frames.filter(({ takenAt }) => takenAt !== null);
  const cameras = new Set(timed.map(({ camera }) => camera));
  const sets = [...cameras].flatMap((camera) => setsOfCamera(timed.filter((frame) => frame.camera === camera)));
  const placeOf = new Map(timed.map(({ id }, place) => [id, place]));
  return sets.sort((one, other) => placeOf.get(one.ids[0]!)! - placeOf.get(other.ids[0]!)!);
}

function setsOfCamera(timed: readonly TimedFrame[]): FrameSet[] {
  const sets: FrameSet[] = [];
  let stretch: TimedFrame[] = [];
  const close = () => {
    for (const part of stretches(stretch)) if (part.length >= LEAST_SEQUENCE) sets.push(sequenceOf(part));
    stretch = [];
  };
  for (let at = 0; at < timed.length; ) {
    const size = BRACKETS.find(
      (count) => at + count <= timed.length && bracketStep(timed.slice(at, at + count)) !== null,
    );
    if (size !== undefined) {
      close();
      const bracket = timed.slice(at, at + size);
      sets.push({ kind: "bracket", ids: bracket.map(({ id }) => id), stepStops: bracketStep(bracket)! });
      at += size;
      continue;
    }
    const frame = timed[at]!;
    if (stretch.length > 0 && settingsOf(stretch[0]!) !== settingsOf(frame)) close();
    stretch.push(frame);
    at++;
  }
  close();
  return sets;
}
