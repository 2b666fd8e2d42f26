import type { CapturePlan, PlannedFrame } from "../capture";
import { type Lens, vignetteInPlace } from "../optics";
import { exposeBand, type HotSample, hotSamples } from "../sensor";
import { type View, viewOf } from "./camera";
import { addMovingLight, gatherMovingLight } from "./moving";
import { renderStaticRows } from "./renderStatic";
import type { Scene } from "./scene";
import { gatherStarLight } from "./stars";

/** A scene seen through a lens at one output width, with its still light rendered once. */
export interface Stage {
  readonly scene: Scene;
  readonly lens: Lens;
  readonly view: View;
  /** Luminance in cd/m², linear sRGB interleaved; may lie in shared memory, only read after it is rendered. */
  readonly still: Float32Array;
}

/** A developed 8-bit frame, sRGB interleaved. */
export interface DevelopedFrame {
  readonly width: number;
  readonly height: number;
  readonly data: Uint8Array;
}

const BAND_ROWS = 48;

/** Renders a scene's still light: the slow half of a simulation, done once however many frames follow. */
export function setStage(scene: Scene, lens: Lens, width: number): Stage {
  const view = viewOf(scene, lens, width);
  const still = new Float32Array(3 * view.width * view.height);
  renderStaticRows(scene, view, 0, view.height, still);
  return { scene, lens, view, still };
}

/** Hot samples at the output's size: those of the sensor, moved to the pixel that holds them and weakened by the mean. */
function scaledHotSamples(lens: Lens, view: View, sensorSeed: number): HotSample[] {
  const scale = lens.widthPx / view.width;
  return hotSamples(lens, sensorSeed).map((sample) => ({
    ...sample,
    x: Math.min(view.width - 1, Math.floor(sample.x / scale)),
    y: Math.min(view.height - 1, Math.floor(sample.y / scale)),
    electronsPerSecond: sample.electronsPerSecond / scale ** 2,
  }));
}

/** Scene time of its traffic when the release is pressed: something is on its way. */
const TRAFFIC_STARTS_SECONDS = 8;

/**
 * Takes one frame of a plan at the stage, band by band: 1 to 2 MB of scratch whatever the frame's size.
 *
 * @param stillGain What the stage's still light is multiplied by, so that it is as bright as a person's own place; lamps that
 *   pass and stars keep their own light.
 */
export function simulateFrame(
  { scene, lens, view, still }: Stage,
  plan: CapturePlan,
  { opensSeconds, deliveredSeconds, frameSeed }: PlannedFrame,
  stillGain = 1,
): DevelopedFrame {
  const { width, height } = view;
  const data = new Uint8Array(3 * width * height);
  const light = new Float32Array(3 * width * BAND_ROWS);
  const hidden = new Float32Array(width * BAND_ROWS);
  const traffic = gatherMovingLight(scene, view, TRAFFIC_STARTS_SECONDS + opensSeconds, deliveredSeconds);
  const stars = gatherStarLight(scene, view, opensSeconds, deliveredSeconds);
  const moving = { ...traffic, streaks: [...traffic.streaks, ...stars] };
  const hot = scaledHotSamples(lens, view, plan.sensorSeed);
  const { iso, transmission, kelvin, sensorCelsius, sensorSeed, vignettingStops } = plan;
  const exposure = {
    lens,
    iso,
    transmission,
    kelvin,
    sensorCelsius,
    sensorSeed,
    frameSeed,
    shutterSeconds: deliveredSeconds,
    sensorPixelsPerPixel: (lens.widthPx / width) ** 2,
  };
  for (let firstRow = 0; firstRow < height; firstRow += BAND_ROWS) {
    const rows = Math.min(BAND_ROWS, height - firstRow);
    const from = 3 * width * firstRow;
    const to = from + 3 * width * rows;
    light.set(still.subarray(from, to));
    if (stillGain !== 1) for (let i = 0; i < to - from; i++) light[i]! *= stillGain;
    addMovingLight(view, moving, deliveredSeconds, firstRow, rows, light, hidden);
    if (vignettingStops > 0) vignetteInPlace(light, view, firstRow, rows, vignettingStops);
    exposeBand(exposure, { width, firstRow, rows }, light, hot, data.subarray(from, to));
  }
  return { width, height, data };
}
