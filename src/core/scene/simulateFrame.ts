import { type CapturePlan, openSpanSeconds, type PlannedFrame } from "../capture";
import { blackBodyRgb } from "../light";
import { fallInPlace, type Lens, liftOf, lightFallOf } from "../optics";
import { exposeBand, exposeRawBand, type HotSample, hotSamples } from "../sensor";
import { exposeBehindBodies, gatherBodies } from "./bodies";
import { type View, viewOf } from "./camera";
import { addDrift } from "./clouds";
import { addFoam, openFoam } from "./falls";
import { gatherMeteorLight } from "./meteors";
import { addMilkyWay } from "./milkyWay";
import { gatherLampStreaks } from "./moving";
import { addWaves, openWater } from "./openWater";
import { passagesIn } from "./passages";
import { prepareScene } from "./prepare";
import { renderStaticRows } from "./renderStatic";
import type { Scene } from "./scene";
import { gatherStarLight } from "./stars";
import { newStillLight, type StillLight } from "./stillLight";
import { addStreak, type Streak } from "./streaks";
import { type BlurKernel, blurWhole } from "./wholeBlur";

/** A scene seen through a lens at one output width, with its still light rendered once. */
export interface Stage {
  readonly scene: Scene;
  readonly lens: Lens;
  readonly view: View;
  /** May lie in shared memory, only read after it is rendered. */
  readonly still: StillLight;
  /** What passes beside the scene's own, given when the shutter opens and for how long. */
  readonly passes?: (opensSeconds: number, seconds: number) => readonly Streak[];
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
  return setPart(scene, lens, viewOf(scene, lens, width));
}

/** Renders a part of a view at its own size. */
export function setPart(scene: Scene, lens: Lens, view: View): Stage {
  const lighting = lightPart(scene, lens, view);
  for (;;) {
    const { done, value } = lighting.next();
    if (done) return value;
  }
}

/** Rows that are lit between two looks at what else is wanted; each such band looks a little beyond itself. */
const LIT_ROWS = 90;

/** Renders a part of a view some rows at a time; gives the share of it that is lit after each. */
export function* lightPart(scene: Scene, lens: Lens, view: View): Generator<number, Stage> {
  const still = newStillLight(scene, view);
  for (let row = 0; row < view.height; row += LIT_ROWS) {
    yield row / view.height;
    renderStaticRows(scene, view, row, Math.min(LIT_ROWS, view.height - row), still);
  }
  return { scene, lens, view, still };
}

/** Hot samples at the output's size: those of the sensor, moved to the pixel that holds them and weakened by the mean. */
function scaledHotSamples(lens: Lens, view: View, sensorSeed: number): HotSample[] {
  const scale = view.pitchUm / lens.pitchUm;
  const [left, top] = [lens.widthPx / scale / 2 - view.centreX, lens.heightPx / scale / 2 - view.centreY];
  return hotSamples(lens, sensorSeed)
    .map((sample) => ({
      ...sample,
      x: Math.floor(sample.x / scale - left),
      y: Math.floor(sample.y / scale - top),
      electronsPerSecond: sample.electronsPerSecond / scale ** 2,
    }))
    .filter(({ x, y }) => x >= 0 && y >= 0 && x < view.width && y < view.height);
}

/** What a phone's settings, a finger and the wind do to a frame. */
export interface FrameFlaws {
  /** How the whole picture is spread, one after the other. */
  readonly kernels: readonly BlurKernel[];
  /** What its lamp gives at one metre, lux seconds; 0 while it is off. */
  readonly flashLuxSeconds: number;
}

const FLAWLESS: FrameFlaws = { kernels: [], flashLuxSeconds: 0 };
/** What a flash lights is taken to throw back so much of it: usual ground and clothes. */
const LIT_REFLECTANCE = 0.2;
const FLASH_KELVIN = 5500;

/** Adds what a lamp at the camera gives, cd·s/m²: ρ·E/π, by the square of the distance. */
function addFlash(luxSeconds: number, depth: Float32Array, light: Float32Array): void {
  const rgb = blackBodyRgb(FLASH_KELVIN).map((each) => (each * luxSeconds * LIT_REFLECTANCE) / Math.PI);
  depth.forEach((metres, at) => {
    for (let channel = 0; channel < 3; channel++)
      light[3 * at + channel] = light[3 * at + channel]! + rgb[channel]! / metres ** 2;
  });
}

/** Rows of light that are blurred more than once lose a margin each time. */
function spread(kernels: readonly BlurKernel[], width: number, rows: number, light: Float32Array): Float32Array {
  let from = light;
  let margin = kernels.reduce((sum, { reach }) => sum + reach, 0);
  for (const kernel of kernels) {
    margin -= kernel.reach;
    const out = new Float32Array(3 * width * (rows + 2 * margin));
    blurWhole(kernel, width, rows + 2 * margin, from, out);
    from = out;
  }
  return from;
}

/**
 * Takes one frame of a plan at the stage, band by band: 1 to 2 MB of scratch whatever the frame's size, more where it is blurred.
 *
 * @param raw Takes the sensor's codes of the same frame, as many as the picture has samples; null where nobody wants them.
 */
export function simulateFrame(
  { scene, lens, view, still, passes }: Stage,
  plan: CapturePlan,
  { opensSeconds, deliveredSeconds, iso, frameSeed, sensorCelsius, laidAtSeconds }: PlannedFrame,
  { kernels, flashLuxSeconds }: FrameFlaws = FLAWLESS,
  raw: Uint16Array | null = null,
): DevelopedFrame {
  const { width, height } = view;
  const data = new Uint8Array(3 * width * height);
  const margin = kernels.reduce((sum, { reach }) => sum + reach, 0);
  const gathered = new Float32Array(3 * width * (BAND_ROWS + 2 * margin));
  const prepared = prepareScene(scene);
  const starSeconds = laidAtSeconds ?? opensSeconds;
  // What passes comes as the first shutter opens, however long one waits for that.
  const sceneSeconds = opensSeconds - plan.firstOpensSeconds;
  const passages = passagesIn(scene, sceneSeconds, deliveredSeconds, openSpanSeconds(plan));
  const bodies = gatherBodies(prepared, view, passages);
  const streaks = [
    ...gatherLampStreaks(scene, view, passages),
    ...gatherStarLight(scene, view, starSeconds, deliveredSeconds),
    ...gatherMeteorLight(scene, view, opensSeconds, deliveredSeconds),
    ...(passes?.(sceneSeconds, deliveredSeconds) ?? []),
  ];
  const waves = openWater(still.water, opensSeconds, deliveredSeconds);
  const foam = openFoam(prepared, opensSeconds, deliveredSeconds);
  const fall = lightFallOf(plan, view);
  const hot = scaledHotSamples(lens, view, plan.sensorSeed);
  const { transmission, kelvin, sensorSeed } = plan;
  const exposure = {
    lens,
    iso,
    transmission,
    kelvin,
    sensorCelsius,
    sensorSeed,
    frameSeed,
    shutterSeconds: deliveredSeconds,
    sensorPixelsPerPixel: (view.pitchUm / lens.pitchUm) ** 2,
  };
  /** The light of some rows of the picture, before it is spread. */
  const gather = (firstRow: number, rows: number, light: Float32Array): void => {
    light.set(still.light.subarray(3 * width * firstRow, 3 * width * (firstRow + rows)));
    const standing = {
      depth: still.depth.subarray(width * firstRow, width * (firstRow + rows)),
      flows: still.flows.subarray(width * firstRow, width * (firstRow + rows)),
    };
    if (scene.stars) {
      const middle = starSeconds + deliveredSeconds / 2;
      addMilkyWay(scene.stars, view, middle, firstRow, rows, standing.depth, light);
    }
    if (scene.sky.cloud > 0 && scene.sky.cloudDriftMps > 0)
      addDrift(prepared.sky, view, opensSeconds, deliveredSeconds, firstRow, rows, standing.depth, light);
    if (waves) addWaves(still, view, firstRow, rows, waves, light);
    if (foam) addFoam(prepared, still, view, firstRow, rows, foam, light);
    exposeBehindBodies(bodies, width, firstRow, rows, deliveredSeconds, standing.depth, light);
    for (const streak of streaks) addStreak(streak, width, firstRow, rows, light, standing);
    if (flashLuxSeconds > 0) addFlash(flashLuxSeconds, standing.depth, light);
  };
  for (let firstRow = 0; firstRow < height; firstRow += BAND_ROWS) {
    const rows = Math.min(BAND_ROWS, height - firstRow);
    const [top, bottom] = [Math.max(0, firstRow - margin), Math.min(height, firstRow + rows + margin)];
    const [above, below] = [margin - (firstRow - top), margin - (bottom - firstRow - rows)];
    const row = 3 * width;
    gather(top, bottom - top, gathered.subarray(row * above, row * (above + bottom - top)));
    // Beyond the picture its first and last rows go on.
    for (let at = 0; at < above; at++) gathered.copyWithin(row * at, row * above, row * (above + 1));
    const end = rows + 2 * margin;
    for (let at = end - below; at < end; at++)
      gathered.copyWithin(row * at, row * (end - below - 1), row * (end - below));
    const light = spread(kernels, width, rows, gathered);
    fallInPlace(light, fall, view, firstRow, rows);
    const band = { width, firstRow, rows, lift: liftOf(fall, view, firstRow, rows) };
    const [from, to] = [row * firstRow, row * (firstRow + rows)];
    exposeBand(exposure, band, light, hot, data.subarray(from, to));
    if (raw) exposeRawBand(exposure, band, light, hot, raw.subarray(from, to));
  }
  return { width, height, data };
}
