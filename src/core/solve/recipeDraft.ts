import type { LineAlignment } from "../align/alignments";
import { frameMegabytes, framesOnBattery } from "../capture";
import { intentOf, isOfStars, type RecipeShape, type SolveRequest } from "../intent";
import { offeredDelaySeconds, settleDelaySeconds, supportOf } from "../motion";
import { hyperfocalMetres } from "../optics";
import type { Focus, Recipe, WhiteBalance } from "../recipe";
import type { LineMethod } from "../stack";

/** What is still open in a recipe of a shape. */
export interface RecipeDraft {
  readonly shape: RecipeShape;
  readonly shutterSeconds: number;
  readonly iso: number;
  readonly filterStops: number;
  readonly frames: number;
}

/** Stops between the frames of a bracket. */
export const BRACKET_STOPS = 2;
/** More frames than this nobody takes for one picture. */
const MOST_FRAMES = 2000;
/** Blur discs up to this many pixels count as sharp. */
const SHARP_PX = 2;

const STACK_OF: Record<RecipeShape, LineMethod | null> = {
  one: null,
  mean: "mean",
  median: "median",
  bracket: "fuse",
  sequence: "lighten",
  burst: null,
  // Trails over a mean base: the brightest of many frames alone has a noisier ground.
  lighten: "lighten over mean",
};

/** Shapes whose frames show the same, so that they may be laid over each other: by their stars, or where a hand has wandered. */
const LAID: ReadonlySet<RecipeShape> = new Set(["mean", "median"]);

/** The delay that lets a press die away: from what the phone offers, or its longest where none is long enough. */
export function delayFor(request: SolveRequest): number | null {
  const { intent, camera, release } = request;
  if (release === "remote" || intentOf(intent).release === "at-once") return null;
  const offered = offeredDelaySeconds(camera.delaysSeconds, settleDelaySeconds(supportOf(request)));
  const delay = offered ?? Math.max(0, ...camera.delaysSeconds);
  return delay > 0 ? delay : null;
}

/** Start to start of a shape's frames: those of a median must not see the same people, and are at least a dwell apart. */
function periodFor({ camera, crowd }: SolveRequest, shape: RecipeShape, shutterSeconds: number): number | null {
  if (shape !== "median" || crowd === null) return null;
  return crowd.dwellSeconds > shutterSeconds + camera.writeSeconds ? crowd.dwellSeconds : null;
}

/** How many frames of a shape the time there is, the battery and the storage leave room for; one at least. */
export function framesThatFit(request: SolveRequest, shape: RecipeShape, shutterSeconds: number): number {
  const { windowSeconds, batteryPercent, freeMegabytes, schools, camera, figures } = request;
  const period = periodFor(request, shape, shutterSeconds) ?? shutterSeconds + camera.writeSeconds;
  const before = (delayFor(request) ?? 0) + camera.shutterLagSeconds;
  // The pause after the last frame is not waited for.
  const inTime = Math.floor((windowSeconds - before - shutterSeconds) / period) + 1;
  const onBattery = framesOnBattery(batteryPercent, period, before + shutterSeconds - period, figures);
  const inStorage = Math.floor(freeMegabytes / frameMegabytes(schools.files, camera.lens));
  return Math.max(1, Math.min(inTime, onBattery, inStorage, MOST_FRAMES));
}

/** The focus that a school sets: stars lie at infinity; a near subject at its distance; by distance, the hyperfocal one, to a decimetre. */
function focusOf({ intent, camera, schools, subjectM, backgroundM }: SolveRequest): Focus {
  if (isOfStars(intent) || schools.focus === "infinity") return { kind: "infinity" };
  if (subjectM !== null && backgroundM !== null) return { kind: "distance", metres: subjectM };
  if (schools.focus !== "distance") return { kind: "lock" };
  const { focalLengthMm, fNumber, pitchUm } = camera.lens;
  const metres = hyperfocalMetres({ focalLengthMm, fNumber, circleOfConfusionMm: (SHARP_PX * pitchUm) / 1000 });
  return { kind: "distance", metres: Math.round(metres * 10) / 10 };
}

function whiteBalanceOf({ schools }: SolveRequest, frames: number): WhiteBalance | null {
  if (schools.whiteBalance === "raw" && schools.files !== "jpeg") return { kind: "raw" };
  if (schools.whiteBalance === "locked") return { kind: "lock" };
  // A single JPEG may keep the automatic balance; frames to be fused must all have the same.
  return frames > 1 || schools.whiteBalance === "fixed" ? { kind: "kelvin", kelvin: schools.kelvin } : null;
}

/** Makes whole recipes of a request's drafts: everything that the schools, the support and the intent settle is filled in. */
export function recipesOf(request: SolveRequest): (draft: RecipeDraft) => Recipe {
  // Of one request all recipes have these in common: worked out once for the thousands that are tried.
  const common = {
    focus: focusOf(request),
    delaySeconds: delayFor(request),
    files: request.schools.files,
  };
  const [balanceOfOne, balanceOfMany] = [whiteBalanceOf(request, 1), whiteBalanceOf(request, 2)];
  const isHeld = request.support === "hand" || request.support === "braced";
  const alignOf = (shape: RecipeShape): LineAlignment | null => {
    if (!LAID.has(shape)) return null;
    return isOfStars(request.intent) ? "stars" : isHeld ? "turn" : null;
  };
  return ({ shape, shutterSeconds, iso, filterStops, frames }) => ({
    sequence: { frames, shutterSeconds, periodSeconds: periodFor(request, shape, shutterSeconds) },
    bracketStops: shape === "bracket" ? BRACKET_STOPS : null,
    rampStops: null,
    iso,
    filters: filterStops > 0 ? [{ notation: "stops", value: Math.round(filterStops * 100) / 100 }] : [],
    whiteBalance: frames > 1 ? balanceOfMany : balanceOfOne,
    focus: common.focus,
    delaySeconds: common.delaySeconds,
    files: common.files,
    stack: frames > 1 ? STACK_OF[shape] : null,
    align: frames > 1 ? alignOf(shape) : null,
  });
}
