import type { Camera } from "../camera";
import { filterTransmission, stackedFilterStops } from "../light";
import { frameShutters, frameTimes, type Recipe } from "../recipe";
import { type Stage, simulateFrame } from "../scene";
import { fuseFrames } from "./fuseFrames";

/** A picture before it is taken, with how many of its frames are in it so far. */
export interface Rehearsal {
  readonly width: number;
  readonly height: number;
  /** Interleaved sRGB, 8 bits. */
  readonly data: Uint8Array;
  readonly framesIn: number;
  /** Frames that are simulated in all; of long runs only some. */
  readonly framesOf: number;
}

/** What is rehearsed: a line on a camera, under a person's own light. */
export interface RehearsalRequest {
  /** With a shutter time. */
  readonly recipe: Recipe;
  readonly camera: Pick<Camera, "lens" | "lossStops" | "vignettingStops" | "writeSeconds" | "isoLadder">;
  readonly sensorCelsius: number;
  /** Stops by which the stage is brightened, from its own light to the person's. */
  readonly brightenStops: number;
}

/** Of traffic a few frames tell enough; arcs of stars would fall into dots. */
const MOST_FRAMES = 16;
const MOST_STAR_FRAMES = 240;
const AUTOMATIC_KELVIN = 3800;
/** Scene time at which a run begins: traffic is flowing. */
const SCENE_STARTS_SECONDS = 8;
const SEED = 11;

/** Some of a run's frames, evenly spread over all of it, the first and the last among them. */
function chosenFrames(count: number, most: number): number[] {
  const some = Math.min(most, count);
  return Array.from({ length: some }, (_, i) => (some === 1 ? 0 : Math.round((i * (count - 1)) / (some - 1))));
}

/**
 * Takes a line's frames of a stage one after the other and gives the fused picture as it grows: after the first frame,
 * after each doubling, and whole. Empty for a line without a shutter time.
 */
export function* rehearse(stage: Stage, request: RehearsalRequest): Generator<Rehearsal | null> {
  const { recipe, camera, sensorCelsius, brightenStops } = request;
  const times = frameTimes(recipe, camera);
  const shutters = frameShutters(recipe);
  const indices = chosenFrames(times.length, stage.scene.stars ? MOST_STAR_FRAMES : MOST_FRAMES);
  const transmission = filterTransmission(stackedFilterStops(recipe.filters) + camera.lossStops) * 2 ** brightenStops;
  const frames: Uint8Array[] = [];
  for (const [order, index] of indices.entries()) {
    const { data, width, height } = simulateFrame(stage, {
      opensSeconds: SCENE_STARTS_SECONDS + times[index]!.opensSeconds,
      shutterSeconds: shutters[index]!,
      iso: recipe.iso ?? camera.isoLadder[0]!,
      transmission,
      kelvin: recipe.whiteBalance?.kind === "kelvin" ? recipe.whiteBalance.kelvin : AUTOMATIC_KELVIN,
      sensorCelsius,
      vignettingStops: camera.vignettingStops,
      ...{ sensorSeed: SEED, frameSeed: SEED + index },
    });
    frames.push(data);
    const framesIn = order + 1;
    const whole = framesIn === indices.length;
    if (!whole && (framesIn & (framesIn - 1)) !== 0) {
      yield null;
      continue;
    }
    const fused = fuseFrames(frames, { width, height }, recipe.stack);
    yield { width, height, data: Uint8Array.from(fused, (code) => code >> 8), framesIn, framesOf: indices.length };
  }
}
