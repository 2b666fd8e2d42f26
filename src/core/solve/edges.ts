import { overlapChance } from "../conditions";
import {
  crossingSeconds,
  freezeSeconds,
  handHeldSeconds,
  longestStarShutter,
  shutterForContrast,
  WATERS,
} from "../motion";
import { equivalentFocalMm, sensorSizeMm } from "../optics";
import { readableDuration } from "../recipe";
import { darkCurrent, fullWell, noiseElectrons, readNoise } from "../sensor";
import { METER_TO_CLIP_STOPS, trailClipIso } from "./exposure";
import type { SolveRequest } from "./request";

/** Where an edge runs in the field of shutter and ISO. */
export type EdgeCurve =
  | { readonly kind: "shutter"; readonly seconds: number }
  | { readonly kind: "iso"; readonly iso: number }
  /** Shutter of one frame times ISO, seconds: a diagonal. */
  | { readonly kind: "product"; readonly product: number };

/** A limit of the field. */
export interface Edge {
  readonly id: string;
  readonly name: string;
  readonly curve: EdgeCurve;
  /** The side on which it forbids. */
  readonly forbids: "longer" | "shorter" | "higher" | "lower" | "brighter" | "darker";
  /** Whether it bounds a frame, or the time of all frames together. */
  readonly of: "frame" | "whole";
  readonly reason: string;
  /** What would move it, and by how much. */
  readonly moves: string;
}

/** How a field is set up: the filter before the lens and the number of frames. */
export interface FieldSetup {
  readonly filterStops: number;
  readonly frames: number;
}

const TEXTURE_CONTRAST = [0.3, 0.65] as const;
const SILK_CONTRAST = 0.2;
const GHOST_OPACITY = 0.1;
const USABLE_SNR = 8;
const FROZEN_PX = 3;
const OVERLAP_CHANCE = 0.3;
/** A mid-tone sits this share of saturation. */
const METERED_SHARE = 2 ** -METER_TO_CLIP_STOPS;

const time = readableDuration;
const rounded = (seconds: number): string =>
  time(seconds < 1 ? 1 / Math.max(1, Math.round(1 / seconds)) : Math.round(seconds * 10) / 10);

/** Shutter times ISO at which surfaces come out this many stops above the metered level. */
export function productAt(request: SolveRequest, filterStops: number, stopsOverMeter: number): number {
  return 100 * request.camera.lens.fNumber ** 2 * 2 ** (stopsOverMeter + filterStops - request.sceneEv);
}

/** ISO above which a metered mid-tone is noisier than usable on this sensor. */
export function noiseCeilingIso({ camera, sensorCelsius }: SolveRequest): number {
  const { lens } = camera;
  const snr = (iso: number) => {
    const electrons = METERED_SHARE * fullWell(lens, iso);
    return electrons / noiseElectrons(lens, { electrons, shutterSeconds: 1, iso, sensorCelsius });
  };
  let low = 1;
  let high = 1e7;
  for (let step = 0; step < 60; step++) {
    const middle = Math.sqrt(low * high);
    if (snr(middle) > USABLE_SNR) low = middle;
    else high = middle;
  }
  return low;
}

function cameraEdges({ camera, schools }: SolveRequest): Edge[] {
  const { shutterLadder, isoLadder } = camera;
  const edge = (id: string, name: string, curve: EdgeCurve, forbids: Edge["forbids"], moves: string): Edge => ({
    ...{ id, name, curve, forbids, of: "frame", moves },
    reason: "The phone offers nothing beyond this.",
  });
  const edges = [
    edge(
      "phone-longest",
      `longest, ${time(shutterLadder.at(-1)!)}`,
      { kind: "shutter", seconds: shutterLadder.at(-1)! },
      "longer",
      "Many frames fused last longer than one.",
    ),
    edge(
      "phone-shortest",
      `shortest, ${time(shutterLadder[0]!)}`,
      { kind: "shutter", seconds: shutterLadder[0]! },
      "shorter",
      "A filter dims what a shorter shutter cannot.",
    ),
    edge(
      "phone-lowest-iso",
      `lowest ISO, ${isoLadder[0]!}`,
      { kind: "iso", iso: isoLadder[0]! },
      "lower",
      "A filter, or many frames by mean, do what a lower ISO would.",
    ),
    edge(
      "phone-highest-iso",
      `highest ISO, ${isoLadder.at(-1)!}`,
      { kind: "iso", iso: isoLadder.at(-1)! },
      "higher",
      "Longer, or many frames summed.",
    ),
  ];
  if (schools.isoCeiling === null) return edges;
  const own: Edge = {
    ...{
      id: "own-iso",
      name: `your ISO ceiling, ${schools.isoCeiling}`,
      curve: { kind: "iso", iso: schools.isoCeiling },
    },
    ...{ forbids: "higher", of: "frame", reason: "You chose to go no higher.", moves: "Choose another ceiling." },
  };
  return [...edges, own];
}

function brightnessEdges(request: SolveRequest, { filterStops }: FieldSetup): Edge[] {
  const clips = productAt(request, filterStops, METER_TO_CLIP_STOPS);
  const highlights = productAt(request, filterStops, METER_TO_CLIP_STOPS - request.highlightStops);
  const lowest = request.camera.isoLadder[0]!;
  const edges: Edge[] = [
    {
      ...{
        id: "surfaces-clip",
        name: "street clips",
        curve: { kind: "product", product: clips },
        forbids: "brighter",
        of: "frame",
      },
      reason: `Metered surfaces clip ${METER_TO_CLIP_STOPS.toFixed(2)} stops over the meter: at ISO ${lowest} from ${rounded(clips / lowest)}.`,
      moves: "Each stop of filter doubles the time; the mean of N frames does the same as log2 N stops.",
    },
    {
      ...{
        id: "highlights-clip",
        name: "bright surfaces clip",
        curve: { kind: "product", product: highlights },
        forbids: "brighter",
        of: "frame",
      },
      reason: `Surfaces ${request.highlightStops.toFixed(1)} stops over the metered ones clip first: at ISO ${lowest} from ${rounded(highlights / lowest)}.`,
      moves: "Expose for the highlights, or fuse a bracket.",
    },
  ];
  const trail = trailClipIso(request, filterStops);
  if (trail !== null) {
    edges.push({
      ...{ id: "trail-clips", name: "trail clips", curve: { kind: "iso", iso: trail }, forbids: "higher", of: "frame" },
      reason: `The lamp's trail is white from ISO ${Math.round(trail)} on, whatever the shutter: a point that passes leaves light only while it is there.`,
      moves:
        "Twice the distance adds a stop, a filter its own stops, faster traffic its factor. A shorter shutter adds none.",
    });
  }
  const noise = noiseCeilingIso(request);
  edges.push({
    ...{ id: "noise", name: "noise ceiling", curve: { kind: "iso", iso: noise }, forbids: "higher", of: "frame" },
    reason: `A metered mid-tone on this sensor falls under a signal-to-noise ratio of ${USABLE_SNR} from ISO ${Math.round(noise)}.`,
    moves: "The mean of N frames raises it: noise falls by the root of N.",
  });
  return edges;
}

function motionEdges(request: SolveRequest): Edge[] {
  const { camera, mover, water, crowd, schools, intent, vehiclesPerHour } = request;
  const { lens } = camera;
  const edges: Edge[] = [];
  const shutter = (
    id: string,
    name: string,
    seconds: number,
    forbids: "longer" | "shorter",
    of: Edge["of"],
    reason: string,
    moves: string,
  ) => {
    if (Number.isFinite(seconds) && seconds > 0)
      edges.push({ id, name, curve: { kind: "shutter", seconds }, forbids, of, reason, moves });
  };
  if (mover !== null) {
    const frame = { focalLengthMm: lens.focalLengthMm, sensorWidthMm: sensorSizeMm(lens).widthMm };
    const cross = crossingSeconds(frame, mover);
    if (intent === "light-trails" || intent === "blurred-subject") {
      shutter(
        "crossing",
        `crosses in ${rounded(cross)}`,
        cross,
        "shorter",
        "whole",
        `At ${mover.distanceM} m and ${mover.speedMps} m/s it needs ${rounded(cross)} from edge to edge; anything shorter leaves a piece of a trail.`,
        "Closer, or a longer lens, and it crosses sooner.",
      );
    }
    if (intent === "frozen-action") {
      const frozen = freezeSeconds(lens.focalLengthMm, lens.pitchUm, mover, FROZEN_PX);
      shutter(
        "freezing",
        `frozen to ${rounded(frozen)}`,
        frozen,
        "longer",
        "frame",
        `Longer than ${rounded(frozen)} and it blurs over more than ${FROZEN_PX} pixels.`,
        "Farther away, or moving towards you, it blurs less.",
      );
    }
    if (intent === "light-trails" && vehiclesPerHour > 0) {
      let seconds = 0.1;
      while (seconds < 600 && overlapChance(vehiclesPerHour, seconds) < OVERLAP_CHANCE) seconds *= 1.05;
      shutter(
        "overlap",
        "trails on trails",
        seconds,
        "longer",
        "frame",
        `At ${Math.round(vehiclesPerHour)} vehicles an hour, from ${rounded(seconds)} on three exposures in ten hold two vehicles in one lane; their trails add up.`,
        "Many short frames by lighten keep each trail by itself; or come when there is less traffic.",
      );
    }
  }
  if (water !== null && intent === "smoothed-water") {
    const { tauSeconds, name } = WATERS[water];
    if (schools.water === "texture") {
      const [least, most] = TEXTURE_CONTRAST;
      const [from, to] = [shutterForContrast(tauSeconds, most), shutterForContrast(tauSeconds, least)];
      shutter(
        "texture-from",
        `streaks from ${rounded(from)}`,
        from,
        "shorter",
        "whole",
        `Shorter, and ${name} keep more than ${100 * most} % of their pattern: drops, not streaks.`,
        "Choose silk, or faster water.",
      );
      shutter(
        "texture-to",
        `streaks to ${rounded(to)}`,
        to,
        "longer",
        "whole",
        `Longer, and less than ${100 * least} % of the pattern of ${name} is left.`,
        "Choose silk.",
      );
    } else {
      const from = shutterForContrast(tauSeconds, SILK_CONTRAST);
      shutter(
        "silk",
        `silk from ${rounded(from)}`,
        from,
        "shorter",
        "whole",
        `Only from ${rounded(from)} on is less than ${100 * SILK_CONTRAST} % of the pattern of ${name} left.`,
        "Faster water turns to silk sooner; or choose texture.",
      );
    }
  }
  if (crowd !== null && intent === "emptied-place") {
    const seconds = crowd.dwellSeconds / GHOST_OPACITY;
    shutter(
      "emptied",
      `empty from ${rounded(seconds)}`,
      seconds,
      "shorter",
      "whole",
      `Somebody on one spot for ${rounded(crowd.dwellSeconds)} leaves a ghost of less than ${100 * GHOST_OPACITY} % only from ${rounded(seconds)} on.`,
      "The median of many frames needs no long shutter; nobody who sits still goes away.",
    );
  }
  if (intent === "star-points" || intent === "meteors") {
    const seconds = longestStarShutter(lens, request.declinationDeg, schools.stars, schools.starFactor);
    shutter(
      "stars",
      `stars trail from ${rounded(seconds)}`,
      seconds,
      "longer",
      "frame",
      `By ${schools.stars === "rule-500" ? "the rule of 500" : schools.stars === "npf" ? "NPF" : `${schools.starFactor} pixels of trailing`} at declination ${request.declinationDeg}°.`,
      "Aim nearer to the pole, allow more trailing, or stack aligned frames.",
    );
  }
  if (intent === "moving-picture") {
    const frame = 1 / request.framesPerSecond;
    shutter(
      "frame-rate",
      `one frame, ${rounded(frame)}`,
      frame,
      "longer",
      "frame",
      `At ${request.framesPerSecond} frames a second no shutter is longer than that.`,
      "Fewer frames a second.",
    );
  }
  const hand = handHeldSeconds(request.support, equivalentFocalMm(lens), request.stabilisationStops);
  if (hand !== null) {
    shutter(
      "hand-held",
      `hand-held to ${rounded(hand)}`,
      hand,
      "longer",
      "frame",
      `Past ${rounded(hand)} the hand shows: 2^${request.stabilisationStops} over ${Math.round(equivalentFocalMm(lens))} mm.`,
      "A tripod, or a shoe, a stone, a railing.",
    );
  }
  const dark = readNoise(lens, camera.isoLadder[0]!) ** 2 / darkCurrent(lens, request.sensorCelsius);
  shutter(
    "dark-current",
    `dark current from ${rounded(dark)}`,
    dark,
    "longer",
    "frame",
    `At ${request.sensorCelsius} °C dark current makes more noise than reading out from ${rounded(dark)} on.`,
    "Cooler by 6.5 °C doubles it; or take a dark frame and subtract it.",
  );
  return edges;
}

/** Every limit of a shot, as data, for one filter and number of frames. */
export function fieldEdges(request: SolveRequest, setup: FieldSetup): Edge[] {
  return [...cameraEdges(request), ...brightnessEdges(request, setup), ...motionEdges(request)];
}
