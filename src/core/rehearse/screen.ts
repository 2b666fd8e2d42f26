import { type CapturePlan, plannedFrames } from "../capture";
import { exposureErrors, type MeteringMode } from "../picture";
import { type DevelopedFrame, type Stage, simulateFrame } from "../scene";

/** A phone's screen follows what is before it at this rate, so no exposure behind it is longer. */
const PREVIEW_SECONDS = 1 / 24;
/** What the screen's own gain goes beyond the sensor's highest ISO. */
const SCREEN_GAIN_STOPS = 3;
/** Nearness of a mean level at which the screen is content, stops. */
const CONTENT_STOPS = 0.1;
const TRIES = 4;

/**
 * Smooths as phones smooth their previews: every pixel becomes the mean of its neighbours that are about as bright, so
 * noise goes and fine things go with it.
 */
function smoothed({ width, height, data }: DevelopedFrame, reach: number, alike: number): Uint8Array {
  const out = new Uint8Array(data.length);
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const at = 3 * (y * width + x);
      const own = data[at]! + data[at + 1]! + data[at + 2]!;
      let [red, green, blue, count] = [0, 0, 0, 0];
      for (let dy = -reach; dy <= reach; dy++) {
        const row = Math.min(height - 1, Math.max(0, y + dy)) * width;
        for (let dx = -reach; dx <= reach; dx++) {
          const near = 3 * (row + Math.min(width - 1, Math.max(0, x + dx)));
          const light = data[near]! + data[near + 1]! + data[near + 2]!;
          if (Math.abs(light - own) > alike) continue;
          red += data[near]!;
          green += data[near + 1]!;
          blue += data[near + 2]!;
          count++;
        }
      }
      out[at] = red / count;
      out[at + 1] = green / count;
      out[at + 2] = blue / count;
    }
  }
  return out;
}

/** What a phone shows while one sets it up. */
export interface ScreenPicture extends DevelopedFrame {
  readonly shutterSeconds: number;
  /** ISO with the screen's own gain in it. */
  readonly iso: number;
  /** How far the screen stays under (-) or over (+) the level that it would like, stops, by the middle of the picture. */
  readonly offStops: number;
  /** What its meter says of the settings that are set, over (+) or under (-), stops, by each way of metering. */
  readonly meter: Readonly<Record<MeteringMode, number>>;
  /** What a phone shows instead that lets its screen follow the settings: white, nothing, or a picture. */
  readonly following: "white" | "nothing" | "a picture";
}

/** From so far over or under the meter's level a screen that follows the settings shows nothing but white, or black. */
const WHITE_STOPS = 3;
const BLACK_STOPS = -6;
const MODES: readonly MeteringMode[] = ["centre", "matrix", "spot"];

/**
 * What the phone's screen shows before a plan is run: no long exposure, but the shortest that keeps up with the hand,
 * brightened until it looks well lit, noise smoothed away and fine things with it. It says nothing of the picture that the
 * plan takes.
 *
 * @param topIso The sensor's highest ISO.
 */
export function screenPicture(stage: Stage, plan: CapturePlan, topIso: number): ScreenPicture {
  const shutterSeconds = Math.min(PREVIEW_SECONDS, plan.shutters[0].deliveredSeconds);
  const most = topIso * 2 ** SCREEN_GAIN_STOPS;
  const [frame] = plannedFrames(plan);
  let iso = topIso;
  let shown: DevelopedFrame | null = null;
  let offStops = 0;
  for (let attempt = 0; attempt < TRIES; attempt++) {
    shown = simulateFrame(stage, plan, { ...frame!, iso, deliveredSeconds: shutterSeconds });
    offStops = exposureErrors({ ...shown, samples: shown.data }).centre;
    const wanted = Math.max(plan.lens.baseIso, Math.min(most, iso * 2 ** -offStops));
    if (Math.abs(offStops) < CONTENT_STOPS || wanted === iso) break;
    iso = wanted;
  }
  const noisy = shown!;
  // The same light at the settings that are set: so much more of it in time, and by ISO.
  const set = Math.log2((plan.shutters[0].deliveredSeconds * plan.iso) / (shutterSeconds * iso));
  const read = exposureErrors({ ...noisy, samples: noisy.data });
  const meter = Object.fromEntries(MODES.map((mode) => [mode, read[mode] + set])) as ScreenPicture["meter"];
  const following = meter.matrix > WHITE_STOPS ? "white" : meter.matrix < BLACK_STOPS ? "nothing" : "a picture";
  return { ...noisy, data: smoothed(noisy, 2, 90), shutterSeconds, iso, offStops, meter, following };
}
