import type { LineAlignment } from "../align/alignments";
import type { OwnFigures } from "../assumed";
import type { Camera } from "../camera";
import { filterTransmission, isOnLadder, nearestRung, stackedFilterStops } from "../light";
import type { Lens } from "../optics";
import { hash32 } from "../random";
import { type FileChoice, type Focus, frameShutters, type Recipe } from "../recipe";
import type { LineMethod } from "../stack";
import { filesOf, isoOf, kelvinOf } from "./automatic";
import type { CaptureConditions } from "./conditions";
import { darkAboveAir, warmedBy } from "./heat";

/** The part of a camera that fixes what its frames are. */
export type CaptureCamera = Pick<
  Camera,
  | "phone"
  | "lens"
  | "shutterLadder"
  | "isoLadder"
  | "measuredShutters"
  | "writeSeconds"
  | "shutterLagSeconds"
  | "lossStops"
  | "vignettingStops"
  | "bareFocalLengthMm"
  | "figures"
>;

/** A shutter time as the phone says it and as it keeps it, and the ISO with it. */
export interface Shutter {
  readonly nominalSeconds: number;
  readonly deliveredSeconds: number;
  readonly iso: number;
}

/**
 * Exactly what a phone will do for a recipe. Everybody who exposes, times, costs or describes frames takes it from here:
 * phone, rehearsal, solver, ribbon, run, metadata.
 */
export interface CapturePlan {
  readonly recipe: Recipe;
  readonly frames: number;
  /** One for all frames, or, for a bracket or a ramp, one for each. */
  readonly shutters: readonly [Shutter, ...Shutter[]];
  /** From pressing to the opening of the first frame: the delay and the phone's lag. */
  readonly firstOpensSeconds: number;
  readonly delaySeconds: number;
  /** What the line asks for from start to start; 0 where it leaves that to the phone. */
  readonly askedPeriodSeconds: number;
  readonly writeSeconds: number;
  /** Of the first frame, and of all but a ramp's. */
  readonly iso: number;
  /** The lens as set and cropped; its pixels are the sensor's own. */
  readonly lens: Lens;
  readonly filterStops: number;
  /** Share of the light that filters and clip-on let pass. */
  readonly transmission: number;
  readonly vignettingStops: number;
  readonly bareFocalLengthMm: number;
  readonly kelvin: number;
  readonly focus: Focus | null;
  readonly files: FileChoice;
  readonly stack: LineMethod | null;
  /** What its frames are laid over each other by; null where they are fused as they lie, or not at all. */
  readonly align: LineAlignment | null;
  readonly phone: string;
  /** What its owner has measured of what is assumed else. */
  readonly figures: OwnFigures;
  /** As the run begins; it warms while the shutter is open. */
  readonly sensorCelsius: number;
  /** The warmth whose dark current is the mean of all frames'. */
  readonly darkCelsius: number;
  /** Fixes hot pixels and pattern noise: one phone's lens always has the same. */
  readonly sensorSeed: number;
  readonly seed: number;
  readonly pressedAtMs: number;
}

/** One frame of a plan; seconds count from pressing. */
export interface PlannedFrame extends Shutter {
  readonly index: number;
  readonly opensSeconds: number;
  readonly closesSeconds: number;
  readonly sensorCelsius: number;
  /** Where it is seen as it will be laid by its stars: when the frame opens over which it is laid. */
  readonly laidAtSeconds?: number;
  /** Fixes the frame's random noise. */
  readonly frameSeed: number;
}

/** A number that belongs to a text. @see Fowler, Noll, Vo, FNV-1a, 32 bits */
function seedOf(text: string): number {
  let hash = 0x811c9dc5;
  for (let i = 0; i < text.length; i++) hash = Math.imul(hash ^ text.charCodeAt(i), 0x01000193);
  return hash >>> 0;
}

/** What the phone keeps the shutter open for when it says so long. */
export function deliveredSeconds(
  { measuredShutters }: Pick<CaptureCamera, "measuredShutters">,
  nominalSeconds: number,
) {
  if (measuredShutters.length === 0) return nominalSeconds;
  const measured = measuredShutters.find((entry) => isOnLadder([entry.nominalSeconds], nominalSeconds));
  return measured?.deliveredSeconds ?? nominalSeconds;
}

/** A rung of the shutter ladder nearer than this to a ramp needs no other ISO, stops: half of a third, and its rounding. */
const NEAR_RUNG_STOPS = 0.2;

/**
 * Shutter and ISO of a ramp's frame: the nearest rung that fits into the interval, and where that lies too far from what is wanted,
 * as on a phone with whole stops, a rung beside it with the ISO that comes nearest.
 */
function rampedRung(camera: CaptureCamera, iso: number, wantedSeconds: number, mostSeconds: number): [number, number] {
  const fitting = camera.shutterLadder.filter((rung) => rung <= mostSeconds * 1.001);
  const ladder = fitting.length > 0 ? fitting : camera.shutterLadder.slice(0, 1);
  const off = (seconds: number, at: number) => Math.abs(Math.log2((seconds * at) / (wantedSeconds * iso)));
  const nearest = nearestRung(ladder, wantedSeconds);
  let best: [number, number] = [nearest, iso];
  if (off(nearest, iso) <= NEAR_RUNG_STOPS) return best;
  const at = ladder.indexOf(nearest);
  for (const seconds of ladder.slice(Math.max(0, at - 1), at + 2)) {
    const other = nearestRung(camera.isoLadder, (iso * wantedSeconds) / seconds);
    if (off(seconds, other) < off(...best) - 0.01) best = [seconds, other];
  }
  return best;
}

/** The shutters of a recipe, a bracket's and a ramp's from the phone's own rungs. */
function shuttersOf(recipe: Recipe, camera: CaptureCamera): readonly [Shutter, ...Shutter[]] {
  const own = isoOf(recipe, camera.isoLadder);
  const rung = (seconds: number, iso = own): Shutter => ({
    nominalSeconds: seconds,
    deliveredSeconds: deliveredSeconds(camera, seconds),
    iso,
  });
  const { shutterSeconds, periodSeconds } = recipe.sequence!;
  const [first = shutterSeconds, ...rest] = frameShutters(recipe);
  if (recipe.rampStops !== null) {
    // What takes longer than the interval makes every frame after it late.
    const most = periodSeconds ? Math.max(shutterSeconds, periodSeconds - camera.writeSeconds) : Infinity;
    const ramped = (seconds: number) => rung(...rampedRung(camera, own, seconds, most));
    return [ramped(first), ...rest.map(ramped)];
  }
  if (recipe.bracketStops === null) return [rung(shutterSeconds)];
  const bracketed = (seconds: number) => rung(nearestRung(camera.shutterLadder, seconds));
  return [bracketed(first), ...rest.map(bracketed)];
}

/** Works out a recipe's frames on a camera under conditions; null for a recipe without a shutter time. */
export function planCapture(recipe: Recipe, camera: CaptureCamera, conditions: CaptureConditions): CapturePlan | null {
  const { sequence } = recipe;
  if (sequence === null) return null;
  const { lens } = camera;
  const filterStops = recipe.filters.length > 0 ? stackedFilterStops(recipe.filters) : 0;
  const delaySeconds = recipe.delaySeconds ?? 0;
  const { sensorCelsius } = conditions;
  const plan: CapturePlan = {
    recipe,
    frames: sequence.frames,
    shutters: shuttersOf(recipe, camera),
    firstOpensSeconds: delaySeconds + camera.shutterLagSeconds,
    delaySeconds,
    askedPeriodSeconds: sequence.periodSeconds ?? 0,
    writeSeconds: camera.writeSeconds,
    iso: isoOf(recipe, camera.isoLadder),
    lens,
    filterStops,
    transmission: filterTransmission(filterStops + camera.lossStops),
    vignettingStops: camera.vignettingStops,
    bareFocalLengthMm: camera.bareFocalLengthMm,
    kelvin: kelvinOf(recipe.whiteBalance),
    focus: recipe.focus,
    files: filesOf(recipe),
    stack: recipe.stack,
    align: recipe.stack !== null && sequence.frames > 1 ? recipe.align : null,
    phone: camera.phone,
    figures: camera.figures,
    sensorCelsius,
    darkCelsius: sensorCelsius,
    sensorSeed: seedOf(`${camera.phone}/${lens.name}`),
    seed: conditions.seed,
    pressedAtMs: conditions.pressedAtMs,
  };
  if (plan.frames === 1) return plan;
  const lastOpensSeconds = openSpanSeconds(plan) - shutterOf(plan, plan.frames - 1).deliveredSeconds;
  return { ...plan, darkCelsius: sensorCelsius + darkAboveAir(lastOpensSeconds, dutyOf(plan)) };
}

/** The shutter of a frame. */
export const shutterOf = ({ shutters }: CapturePlan, index: number): Shutter => shutters[index] ?? shutters[0];

/**
 * Start-to-start time after a frame: what the line asks for, or, where the line leaves it open or asks for less than the
 * phone can do, the open shutter and the write time.
 */
export function periodAfter(plan: CapturePlan, index = 0): number {
  return Math.max(plan.askedPeriodSeconds, shutterOf(plan, index).deliveredSeconds + plan.writeSeconds);
}

/** Share of the time from one frame to the next that the shutter is open. */
const dutyOf = (plan: CapturePlan, index = 0): number =>
  shutterOf(plan, index).deliveredSeconds / periodAfter(plan, index);

/** When each frame opens and closes, in order, and how warm the sensor is then. */
export function plannedFrames(plan: CapturePlan): PlannedFrame[] {
  let opensSeconds = plan.firstOpensSeconds;
  let aboveAir = 0;
  return Array.from({ length: plan.frames }, (_, index) => {
    const shutter = shutterOf(plan, index);
    const frame = {
      index,
      opensSeconds,
      closesSeconds: opensSeconds + shutter.deliveredSeconds,
      nominalSeconds: shutter.nominalSeconds,
      deliveredSeconds: shutter.deliveredSeconds,
      iso: shutter.iso,
      sensorCelsius: plan.sensorCelsius + aboveAir,
      frameSeed: hash32(plan.seed, index, 9),
    };
    const period = periodAfter(plan, index);
    opensSeconds += period;
    aboveAir = warmedBy(aboveAir, period, dutyOf(plan, index));
    return frame;
  });
}

/** From the opening of the first frame to the closing of the last, seconds. */
export function openSpanSeconds(plan: CapturePlan): number {
  let span = 0;
  if (plan.shutters.length === 1) span = (plan.frames - 1) * periodAfter(plan);
  else for (let index = 0; index < plan.frames - 1; index++) span += periodAfter(plan, index);
  return span + shutterOf(plan, plan.frames - 1).deliveredSeconds;
}

/** From pressing to the end of the last frame, seconds. */
export const runSeconds = (plan: CapturePlan): number => plan.firstOpensSeconds + openSpanSeconds(plan);
