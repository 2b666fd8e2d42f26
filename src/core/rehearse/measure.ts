import type { CapturePlan, PlannedFrame } from "../capture";
import type { SceneFacts } from "../facts";
import { shownShare } from "../optics";
import { LINEAR } from "../picture";
import type { Stage } from "../scene";
import { colourResponse, electronsPerLuminanceSecond, fullWell } from "../sensor";
import { lineMethodOf } from "../stack";
import { cleanLevel, GREEN } from "./cleanLevel";
import { signalToNoise } from "./measureNoise";
import { starLength } from "./measureStars";
import { waterLeft } from "./measureWater";
import { wayDrawn } from "./measureWay";
import { untouched } from "./untouched";

/** Linear light of a surface at the metered level, of saturation: 0.65 · 12.5 / 78. @see ISO 12232, ISO 2720 */
const METERED_LEVEL = (0.65 * 12.5) / 78;
/** What a picture of a stage says of its lights by itself. */
export interface MeasuredPicture {
  /** What the shot's EV is said of, over (+) or under (-) the meter's level, stops; null where nothing of it is in the picture. */
  readonly placeStops: number | null;
  /** The sky in it; null where there is none. */
  readonly skyStops: number | null;
  readonly kept: MeasuredPromises;
}

/** What of a shot's promises can be read off a picture of it; null where the picture does not tell. */
export interface MeasuredPromises {
  readonly midTone: number | null;
  readonly wayDrawn: number | null;
  readonly waterLeft: number | null;
  readonly starLengthPx: number | null;
}

/** In a picture whose pixels are more of the sensor's across than this, trails and stars are lost in each other. */
const MOST_PITCHES = 7;

const NOTHING_READ: MeasuredPromises = { midTone: null, wayDrawn: null, waterLeft: null, starLengthPx: null };

/** The sky is measured where the camera is aimed, as it is promised there: so far above and below, of the height. */
const AIMED = 0.2;
/** Least part of a picture that is taken for a sky. */
const LEAST_SKY = 0.03;
/** Less light than this is none, of saturation. */
const LEAST_LIGHT = 1e-5;

const stops = (level: number): number => Math.log2(Math.max(LEAST_LIGHT, level) / METERED_LEVEL);

const middleOf = (values: number[]): number => values.sort((a, b) => a - b)[values.length >> 1]!;

/**
 * Measures a developed picture of a stage: the subject's mean where nothing passed, its sky by its middle where it is aimed, which no
 * lamp's glow decides; both as on the axis, wherever they stand in the picture.
 */
function measureLights(
  { view, still: { depth, subject } }: Stage,
  plan: CapturePlan,
  data: Uint8Array,
  counts: Uint8Array | null,
): Omit<MeasuredPicture, "kept"> {
  const { width, height, centreY } = view;
  const shown = shownShare(plan, view);
  const light = (pixel: number) =>
    (0.2126 * LINEAR[data[3 * pixel]!]! +
      0.7152 * LINEAR[data[3 * pixel + 1]!]! +
      0.0722 * LINEAR[data[3 * pixel + 2]!]!) /
    shown[pixel]!;
  const sky: number[] = [];
  const aside = AIMED * height;
  const from = width * Math.max(0, Math.floor(centreY - aside));
  const to = Math.min(depth.length, width * Math.ceil(centreY + aside));
  for (let pixel = from; pixel < to; pixel++) {
    if (Number.isFinite(depth[pixel]!)) continue;
    sky.push(light(pixel));
  }
  let [sum, count] = [0, 0];
  for (let pixel = 0; pixel < depth.length; pixel++) {
    if (subject[pixel] === 0 || counts?.[pixel] === 0) continue;
    sum += light(pixel);
    count++;
  }
  return {
    placeStops: count > 0 ? stops(sum / count) : null,
    skyStops: sky.length > LEAST_SKY * depth.length ? stops(middleOf(sky)) : null,
  };
}

/** Between these shares of white a pixel tells how bright it came out. */
const TELLS = [0.002, 0.8] as const;
/** Fewer pixels than this tell nothing of all. */
const LEAST_TELLING = 200;

/**
 * How bright a picture's subject came out, its mean, stops from the meter's level: by the pixels that tell it, for what runs to white
 * in its brightest parts is not in the picture any more. Null where too few tell.
 */
function subjectStops(
  { still, lens }: Stage,
  plan: CapturePlan,
  data: Uint8Array,
  clean: Float32Array,
  counts: Uint8Array,
): number | null {
  let [shown, known, telling, mean, size] = [0, 0, 0, 0, 0];
  for (let pixel = 0; pixel < clean.length; pixel++) {
    if (still.subject[pixel] === 0) continue;
    const at = 3 * pixel;
    mean += 0.2126 * still.light[at]! + 0.7152 * still.light[at + 1]! + 0.0722 * still.light[at + 2]!;
    size++;
    if (counts[pixel] === 0 || clean[pixel]! < TELLS[0] || clean[pixel]! > TELLS[1]) continue;
    shown += LINEAR[data[at + GREEN]!]!;
    known += clean[pixel]!;
    telling++;
  }
  if (telling < LEAST_TELLING) return null;
  const gathered =
    (mean / size) * plan.shutters[0].deliveredSeconds * electronsPerLuminanceSecond(lens, plan.transmission);
  const level = (gathered * colourResponse(plan.kelvin).brightening) / fullWell(lens, plan.iso);
  return stops((level * shown) / known);
}

/** Measures a fused picture of a stage; see `measureLights` and `readPromises`. */
export function measurePicture(
  stage: Stage,
  plan: CapturePlan,
  data: Uint8Array,
  frames: readonly PlannedFrame[],
  shot: SceneFacts | null,
): MeasuredPicture {
  if (shot === null || plan.recipe.bracketStops !== null)
    return { ...measureLights(stage, plan, data, null), kept: NOTHING_READ };
  const clean = cleanLevel(stage, plan, plan.shutters[0].deliveredSeconds);
  const counts = untouched(stage, clean, data);
  const lights = measureLights(stage, plan, data, counts);
  const placeStops = subjectStops(stage, plan, data, clean, counts) ?? lights.placeStops;
  return { ...lights, placeStops, kept: readPromises(stage, plan, data, frames, shot, clean, counts) };
}

/**
 * Reads off a fused picture what was promised of it.
 *
 * @param frames Those that were taken; where they are not all of the plan's, what adds up over all of them is not told.
 */
function readPromises(
  stage: Stage,
  plan: CapturePlan,
  data: Uint8Array,
  frames: readonly PlannedFrame[],
  shot: SceneFacts,
  clean: Float32Array,
  counts: Uint8Array,
): MeasuredPromises {
  const tells = plan.stack === null ? "everything" : lineMethodOf(plan.stack).law.tells;
  const isPlain = tells === "everything" || frames.length === 1;
  if (stage.view.pitchUm > MOST_PITCHES * stage.lens.pitchUm) return NOTHING_READ;
  if (tells === "nothing" || frames.length < plan.frames) return NOTHING_READ;
  const [first, last] = [frames[0]!, frames.at(-1)!];
  const span = last.opensSeconds + last.deliveredSeconds - first.opensSeconds;
  return {
    midTone: isPlain ? signalToNoise(stage, plan, clean, data, shot.sceneEv, frames.length, counts) : null,
    wayDrawn: wayDrawn(stage, plan, clean, data, frames),
    waterLeft: isPlain && shot.water !== null ? waterLeft(stage, plan, clean, data, frames) : null,
    starLengthPx:
      first.laidAtSeconds === undefined
        ? starLength(stage, plan, data, shot.declinationDeg, first.opensSeconds, span)
        : starLength(stage, plan, data, shot.declinationDeg, first.laidAtSeconds, first.deliveredSeconds),
  };
}
