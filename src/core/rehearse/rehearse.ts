import { type CapturePlan, type PlannedFrame, plannedFrames } from "../capture";
import type { SceneFacts } from "../facts";
import { type Stage, simulateFrame } from "../scene";
import { lineMethodOf, type SmallFusing } from "../stack";
import { fusing } from "./fuseFrames";
import { type MeasuredPicture, measurePicture } from "./measure";

/** Width of a rehearsed picture that is looked at in rest, pixels. */
export const REST_WIDTH_PX = 960;

/** A picture before it is taken, with how many of its frames are in it so far. */
export interface Rehearsal {
  readonly width: number;
  readonly height: number;
  /** Interleaved sRGB, 8 bits. */
  readonly data: Uint8Array;
  readonly framesIn: number;
  /** Frames that are simulated in all: of a long run under a hand, only some. */
  readonly framesOf: number;
  /** Null while frames are missing. */
  readonly measured: MeasuredPicture | null;
  /** Of a glance while a larger picture's place is being lit: the share of that which is. */
  readonly litShare?: number;
  /** Of a person's own picture: 1 where it was clipped, so that nobody knows what was there. */
  readonly unknown?: Uint8Array;
}

/** Of traffic a few frames tell enough for a glance; arcs of stars would fall into dots. */
const GLANCED_FRAMES = 16;
const GLANCED_STAR_FRAMES = 240;
/** What frames may take that all have to be held until they are fused, bytes: as much again as a browser's page has beside. */
const HELD_BYTES = 512 * 2 ** 20;
/** How often a picture that is folded frame by frame is shown on its way. */
const SHOWN_TIMES = 24;

/** How many of a run's frames a picture is made of. */
function framesTaken({ scene, view }: Stage, plan: CapturePlan, count: number, isGlance: boolean): number {
  if (isGlance) return Math.min(count, scene.stars ? GLANCED_STAR_FRAMES : GLANCED_FRAMES);
  const isFolded = plan.stack === null || lineMethodOf(plan.stack).whole.kind === "folded";
  return isFolded ? count : Math.min(count, Math.floor(HELD_BYTES / (3 * view.width * view.height)));
}

/** Some of a run's frames, evenly spread over all of it, the first and the last among them. */
function chosenFrames(count: number, most: number): number[] {
  const some = Math.min(most, count);
  return Array.from({ length: some }, (_, i) => (some === 1 ? 0 : Math.round((i * (count - 1)) / (some - 1))));
}

function upperBytes(codes: Uint16Array): Uint8Array {
  const out = new Uint8Array(codes.length);
  for (let i = 0; i < codes.length; i++) out[i] = codes[i]! >> 8;
  return out;
}

/** Frames as they will be seen: those that are laid by their stars all at the instant of the middle one, the ground held still. */
function asLaid({ align }: CapturePlan, planned: readonly PlannedFrame[]): readonly PlannedFrame[] {
  const middle = planned[(planned.length - 1) >> 1];
  if (align !== "stars" || !middle) return planned;
  return planned.map((frame) => ({ ...frame, laidAtSeconds: middle.opensSeconds }));
}

/**
 * Takes a plan's frames of a stage one after the other and gives the fused picture as it grows: after the first frame,
 * after each doubling, often where frames are folded as they come, and whole.
 *
 * @param planned The frames to take, where they are not all of the plan's.
 * @param shot Whose promises are read off the whole picture; null where nobody asks for them.
 * @param isGlance Of a long run some frames are enough, evenly spread over it. Else it is whole, but for frames that have to be
 *   held until they are fused: of these as many as there is memory for.
 */
export function* rehearse(
  stage: Stage,
  plan: CapturePlan,
  planned: readonly PlannedFrame[] = plannedFrames(plan),
  shot: SceneFacts | null = null,
  isGlance = false,
): Generator<Rehearsal | null> {
  const laid = asLaid(plan, planned);
  const indices = chosenFrames(planned.length, framesTaken(stage, plan, planned.length, isGlance));
  const isFolded = plan.stack !== null && lineMethodOf(plan.stack).whole.kind === "folded";
  const shownEvery = Math.ceil(indices.length / SHOWN_TIMES);
  let fused: SmallFusing | null = null;
  for (const [order, index] of indices.entries()) {
    const { data, width, height } = simulateFrame(stage, plan, laid[index]!);
    fused ??= fusing({ width, height }, plan.stack);
    fused.add(data);
    const framesIn = order + 1;
    const whole = framesIn === indices.length;
    const isDoubled = (framesIn & (framesIn - 1)) === 0;
    if (!whole && !isDoubled && !(isFolded && shownEvery > 1 && framesIn % shownEvery === 0)) {
      yield null;
      continue;
    }
    const picture = upperBytes(fused.picture());
    const measured = whole
      ? measurePicture(
          stage,
          plan,
          picture,
          indices.map((each) => laid[each]!),
          shot,
        )
      : null;
    yield { width, height, data: picture, framesIn, framesOf: indices.length, measured };
  }
}
