import type { OwnFigures } from "../assumed";
import { type CapturePlan, periodAfter, shutterOf } from "../capture";
import { memorySeconds, type WaterKind, waterContrast } from "../motion";
import { type Lens, shownShare } from "../optics";
import { meanWaterContrast, type Outlook } from "../outlook";
import { LINEAR } from "../picture";
import { type Scene, type Stage, sceneNamed, type View } from "../scene";
import { colourResponse, electronsPerLuminanceSecond, fullWell } from "../sensor";
import { lawOf } from "../stack";
import type { OwnMarks } from "./ownMarks";
import { trafficAlong } from "./ownPaths";
import { emptied, smoothed, starsOf } from "./ownRegions";

/** A person's own picture of a place, and how it was taken. */
export interface OwnFrame {
  readonly width: number;
  readonly height: number;
  /** Interleaved sRGB of 8 bits. */
  readonly data: Uint8Array;
  readonly shutterSeconds: number;
  readonly iso: number;
  readonly fNumber: number;
  readonly filterStops: number;
  readonly kelvin: number;
}

/** Codes from here on are clipped: what was there is not known. */
export const CLIPPED_CODE = 254;

/**
 * Light of a picture as it fell into the lens, cd/m², linear sRGB interleaved: its developed samples taken back through white
 * balance and sensor. Clipped ones are what they are at least.
 */
export function lightOf(frame: OwnFrame, lens: Lens): Float32Array {
  const { data, shutterSeconds, iso, kelvin, fNumber, filterStops } = frame;
  const own = { ...lens, fNumber };
  const { sensitivity, gains } = colourResponse(kelvin);
  const perLight = electronsPerLuminanceSecond(own, 2 ** -filterStops) * shutterSeconds;
  const well = fullWell(own, iso);
  const scales = [0, 1, 2].map((c) => well / (gains[c]! * sensitivity[c]! * perLight));
  const light = new Float32Array(data.length);
  for (let i = 0; i < data.length; i++) light[i] = LINEAR[data[i]!]! * scales[i % 3]!;
  return light;
}

/** Pixels in which nothing is known of at least one channel: 1 there, else 0. */
export const unknownPixels = ({ data }: Pick<OwnFrame, "data">): Uint8Array =>
  Uint8Array.from({ length: data.length / 3 }, (_, pixel) =>
    Math.max(data[3 * pixel]!, data[3 * pixel + 1]!, data[3 * pixel + 2]!) >= CLIPPED_CODE ? 1 : 0,
  );

/** How much of the pattern that a picture has of its water a plan leaves, 0 to 1: a shorter shutter brings none back. */
export function waterLeft(
  water: WaterKind,
  { shutterSeconds }: Pick<OwnFrame, "shutterSeconds">,
  plan: CapturePlan,
  own: OwnFigures,
): number {
  const tauSeconds = memorySeconds(water, own);
  const of = {
    frames: plan.frames,
    shutterSeconds: shutterOf(plan, 0).deliveredSeconds,
    periodSeconds: periodAfter(plan),
  };
  const averages = lawOf(plan.stack, plan.frames)?.averagesGround ?? false;
  const left = averages ? meanWaterContrast(tauSeconds, of) : waterContrast(tauSeconds, of.shutterSeconds);
  return Math.min(1, left / waterContrast(tauSeconds, shutterSeconds));
}

/** How much a plan leaves of people that stand in a picture, 0 to 1; all of them where nothing is known of the crowd. */
export function peopleLeft({ people }: Outlook): number {
  if (people === null) return 1;
  return people.cleanProbability !== null ? 1 - people.cleanProbability : (people.ghostOpacity ?? people.veil ?? 1);
}

/** All of a picture is behind what is drawn on it, metres. */
const FAR_M = 1e9;

/** A camera that sees a picture as it is: upright before it, whatever its shape. */
function viewOfFrame({ width, height }: OwnFrame, lens: Lens): View {
  // The longer edge is the sensor's.
  const pitchUm = (lens.pitchUm * lens.widthPx) / Math.max(width, height);
  const focalPx = (lens.focalLengthMm * 1000) / pitchUm;
  return {
    width,
    height,
    focalPx,
    pitchUm,
    centreX: width / 2,
    centreY: height / 2,
    focusMetres: null,
    farDiscPx: 0,
    at: [0, 0, 0],
    sinTilt: 0,
    cosTilt: 1,
    sinHeading: 0,
    cosHeading: 1,
  };
}

/**
 * A stage on which a person's own picture stands for the place: still light is the picture's, water and people in it are as
 * the plan leaves them, stars leave trails, and the drawn lamps pass.
 *
 * @param outlook Of the same plan, for what it leaves of water and people.
 * @param own What the person has measured of how fast water forgets its pattern.
 */
export function ownStage(
  frame: OwnFrame,
  lens: Lens,
  plan: CapturePlan,
  outlook: Outlook,
  marks: OwnMarks,
  own: OwnFigures,
): Stage {
  const view = viewOfFrame(frame, lens);
  const pixels = view.width * view.height;
  // The picture has its lens's corners already; a frame of it has them once.
  const shown = shownShare(plan, view);
  let light: Float32Array = Float32Array.from(lightOf(frame, lens), (each, at) => each / shown[Math.floor(at / 3)]!);
  for (const region of marks.regions) {
    if (region.kind === "water") light = smoothed(light, view, region, waterLeft(region.water, frame, plan, own));
    else if (region.kind === "crowd") light = emptied(light, view, region, peopleLeft(outlook));
  }
  const skies = marks.regions.filter((region) => region.kind === "sky");
  const stars = skies.map((region) => {
    const found = starsOf(light, view, region, marks.aim);
    light = found.without;
    return found;
  });
  const base: Scene = sceneNamed("salt-marsh")!;
  const scene: Scene = {
    ...base,
    name: "own",
    camera: { at: [0, 0, 0], headingDeg: 0, tiltDeg: 0 },
    surfaces: [],
    lamps: [],
    stars: null,
    visibilityMetres: 1e9,
    traffic: marks.paths.flatMap((path) => trafficAlong(path, view, marks.distanceM, marks.lampIntensityCd)),
  };
  return {
    scene,
    lens,
    view,
    passes: (opensSeconds, seconds) => stars.flatMap(({ streaks }) => streaks(opensSeconds, seconds)),
    still: {
      light,
      depth: new Float32Array(pixels).fill(FAR_M),
      flows: new Uint8Array(pixels),
      subject: new Uint8Array(pixels).fill(1),
      water: null,
    },
  };
}
