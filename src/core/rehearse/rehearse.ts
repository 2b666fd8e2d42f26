import { type CapturePlan, type PlannedFrame, plannedFrames } from "../capture";
import type { SceneFacts } from "../facts";
import { type Stage, simulateFrame } from "../scene";
import type { SmallFusing } from "../stack";
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
  /** Frames that are simulated in all; of long runs only some. */
  readonly framesOf: number;
  /** Null while frames are missing. */
  readonly measured: MeasuredPicture | null;
  /** Of a glance while a larger picture's place is being lit: the share of that which is. */
  readonly litShare?: number;
  /** Of a person's own picture: 1 where it was clipped, so that nobody knows what was there. */
  readonly unknown?: Uint8Array;
}

/** Of traffic a few frames tell enough; arcs of stars would fall into dots. */
const MOST_FRAMES = 16;
const MOST_STAR_FRAMES = 240;

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

/**
 * Takes a plan's frames of a stage one after the other and gives the fused picture as it grows: after the first frame,
 * after each doubling, and whole.
 *
 * @param planned The frames to take, where they are not all of the plan's.
 * @param shot Whose promises are read off the whole picture; null where nobody asks for them.
 */
export function* rehearse(
  stage: Stage,
  plan: CapturePlan,
  planned: readonly PlannedFrame[] = plannedFrames(plan),
  shot: SceneFacts | null = null,
): Generator<Rehearsal | null> {
  const indices = chosenFrames(planned.length, stage.scene.stars ? MOST_STAR_FRAMES : MOST_FRAMES);
  let fused: SmallFusing | null = null;
  for (const [order, index] of indices.entries()) {
    const { data, width, height } = simulateFrame(stage, plan, planned[index]!);
    fused ??= fusing({ width, height }, plan.stack);
    fused.add(data);
    const framesIn = order + 1;
    const whole = framesIn === indices.length;
    if (!whole && (framesIn & (framesIn - 1)) !== 0) {
      yield null;
      continue;
    }
    const picture = upperBytes(fused.picture());
    const measured = whole
      ? measurePicture(
          stage,
          plan,
          picture,
          indices.map((each) => planned[each]!),
          shot,
        )
      : null;
    yield { width, height, data: picture, framesIn, framesOf: indices.length, measured };
  }
}
