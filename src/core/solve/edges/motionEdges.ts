import { overlapChance } from "../../conditions";
import {
  crossingSeconds,
  framesForCleanMedian,
  freezeSeconds,
  longestStarShutter,
  medianCleanProbability,
  shutterForContrast,
  WATERS,
} from "../../motion";
import { sensorSizeMm } from "../../optics";
import type { SolveRequest } from "../request";
import { addsMotion, averagesLight, type Edge, type FieldSetup, rounded, shutterEdge } from "./edge";

const TEXTURE_CONTRAST = [0.3, 0.65] as const;
const SILK_CONTRAST = 0.2;
const GHOST_OPACITY = 0.1;
const FROZEN_PX = 3;
/** Share of the pixels that a median should bring out clean. */
export const CLEAN_PROBABILITY = 0.999;
/** Time that it takes to draw something with a lamp, seconds. */
export const LIGHT_DRAWING_SECONDS = 4;
const OVERLAP_CHANCE = 0.3;
/** Share of the time that the shutter is open from which gaps in a trail do not show. */
export const SMOOTH_DUTY = 0.9;

const SCHOOL_NAMES = { "rule-500": "the rule of 500", npf: "NPF" } as const;

function moverEdges({ camera, mover, intent, vehiclesPerHour }: SolveRequest, setup: FieldSetup): Edge[] {
  if (mover === null) return [];
  const { lens } = camera;
  const edges: Edge[] = [];
  if (intent === "light-trails" || intent === "blurred-subject") {
    const frame = { focalLengthMm: lens.focalLengthMm, sensorWidthMm: sensorSizeMm(lens).widthMm };
    const crossing = crossingSeconds(frame, mover);
    const whole = addsMotion(setup);
    // While the phone pauses the mover goes on: what is missing is a gap in the trail, not its end.
    const seconds = crossing - (whole ? (setup.frames - 1) * setup.pauseSeconds : 0);
    const open = seconds < 0.95 * crossing ? `, ${rounded(seconds)} open` : "";
    edges.push(
      ...shutterEdge({
        ...{ id: "crossing", name: `crosses in ${rounded(crossing)}${open}`, seconds, forbids: "shorter" },
        of: whole ? "whole" : "frame",
        reason: `At ${mover.distanceM} m and ${mover.speedMps} m/s it needs ${rounded(crossing)} from edge to edge${open === "" ? "" : `, of which the pauses take ${rounded(crossing - seconds)}`}; anything shorter leaves a piece of a trail.`,
        moves: "Closer, or a longer lens, and it crosses sooner.",
      }),
    );
    if (whole && setup.frames > 1) edges.push(...gapEdges(setup.pauseSeconds));
  }
  if (intent === "frozen-action") {
    const seconds = freezeSeconds(lens.focalLengthMm, lens.pitchUm, mover, FROZEN_PX);
    edges.push(
      ...shutterEdge({
        ...{ id: "freezing", name: `frozen to ${rounded(seconds)}`, seconds, forbids: "longer", of: "frame" },
        reason: `Longer than ${rounded(seconds)} and it blurs over more than ${FROZEN_PX} pixels.`,
        moves: "Farther away, or moving towards you, it blurs less.",
      }),
    );
  }
  if (intent === "light-trails" && vehiclesPerHour > 0) {
    let seconds = 0.1;
    while (seconds < 600 && overlapChance(vehiclesPerHour, seconds) < OVERLAP_CHANCE) seconds *= 1.05;
    edges.push(
      ...shutterEdge({
        ...{ id: "overlap", name: "trails on trails", seconds, forbids: "longer", of: "frame" },
        soft: true,
        reason: `At ${Math.round(vehiclesPerHour)} vehicles an hour, from ${rounded(seconds)} on three exposures in ten hold two vehicles in one lane; their trails add up.`,
        moves: "Many short frames by lighten keep each trail by itself; or come when there is less traffic.",
      }),
    );
  }
  return edges;
}

function gapEdges(pauseSeconds: number): Edge[] {
  const seconds = (pauseSeconds * SMOOTH_DUTY) / (1 - SMOOTH_DUTY);
  return shutterEdge({
    ...{ id: "trail-gaps", name: `gaps show under ${rounded(seconds)}`, seconds, forbids: "shorter", of: "frame" },
    soft: true,
    reason: `Each pause of ${rounded(pauseSeconds)} leaves a gap in the trail; in frames shorter than ${rounded(seconds)} gaps are more than a tenth of it.`,
    moves: "Longer and fewer frames, JPEG alone, or a period without waiting.",
  });
}

function waterEdges({ water, schools }: SolveRequest, setup: FieldSetup): Edge[] {
  if (water === null) return [];
  const of = averagesLight(setup) ? "whole" : "frame";
  const { tauSeconds, name: water_ } = WATERS[water];
  if (schools.water === "silk") {
    const seconds = shutterForContrast(tauSeconds, SILK_CONTRAST);
    return shutterEdge({
      ...{ id: "silk", name: `silk from ${rounded(seconds)}`, seconds, forbids: "shorter", of },
      reason: `Only from ${rounded(seconds)} on is less than ${100 * SILK_CONTRAST} % of the pattern of ${water_} left.`,
      moves: "Faster water turns to silk sooner; or choose texture.",
    });
  }
  const [least, most] = TEXTURE_CONTRAST;
  const from = shutterForContrast(tauSeconds, most);
  const to = shutterForContrast(tauSeconds, least);
  return [
    ...shutterEdge({
      ...{ id: "texture-from", name: `streaks from ${rounded(from)}`, seconds: from, forbids: "shorter", of },
      reason: `Shorter, and ${water_} keep more than ${100 * most} % of their pattern: drops, not streaks.`,
      moves: "Choose silk, or faster water.",
    }),
    ...shutterEdge({
      ...{ id: "texture-to", name: `streaks to ${rounded(to)}`, seconds: to, forbids: "longer", of },
      reason: `Longer, and less than ${100 * least} % of the pattern of ${water_} is left.`,
      moves: "Choose silk.",
    }),
  ];
}

function crowdEdges({ crowd }: SolveRequest, setup: FieldSetup): Edge[] {
  if (crowd === null) return [];
  if (setup.stack === "median" && setup.frames > 1) return medianEdges(crowd.occupancy, setup.frames);
  const seconds = crowd.dwellSeconds / GHOST_OPACITY;
  return shutterEdge({
    ...{ id: "emptied", name: `empty from ${rounded(seconds)}`, seconds, forbids: "shorter" },
    of: averagesLight(setup) ? "whole" : "frame",
    reason: `Somebody on one spot for ${rounded(crowd.dwellSeconds)} leaves a ghost of less than ${100 * GHOST_OPACITY} % only from ${rounded(seconds)} on.`,
    moves: "The median of many frames needs no long shutter; nobody who sits still goes away.",
  });
}

/** Of an even number of frames two stand in the middle: it takes one more than of the odd number before it, or several. */
function medianEdges(occupancy: number, chosen: number): Edge[] {
  const odd = framesForCleanMedian(occupancy, CLEAN_PROBABILITY);
  if (odd === null) return [];
  let frames = odd + ((odd + chosen) % 2);
  while (medianCleanProbability(frames, occupancy) < CLEAN_PROBABILITY) frames += 2;
  return [
    {
      ...{ id: "clean", name: `clean from ${frames} frames`, curve: { kind: "frames", count: frames } },
      ...{ forbids: "fewer", of: "whole", soft: false },
      reason: `With people on ${Math.round(100 * occupancy)} % of the ground, ${(100 * CLEAN_PROBABILITY).toFixed(1)} % of the pixels come out clean only from ${frames} frames on, at any shutter time.`,
      moves: "Emptier hours need fewer frames; the frames must be a passer-by's stay apart.",
    },
  ];
}

function starEdges({ camera, declinationDeg, schools, intent }: SolveRequest, setup: FieldSetup): Edge[] {
  const seconds = longestStarShutter(camera.lens, declinationDeg, schools.stars, schools.starFactor);
  const school = schools.stars === "pixels" ? `${schools.starFactor} pixels of trailing` : SCHOOL_NAMES[schools.stars];
  const frame = shutterEdge({
    ...{ id: "stars", name: `stars trail from ${rounded(seconds)}`, seconds, forbids: "longer", of: "frame" },
    reason: `By ${school} at declination ${declinationDeg}°.`,
    moves: "Aim nearer to the pole, or allow more trailing.",
  });
  if (intent !== "star-points" || setup.frames === 1 || setup.stack === null) return frame;
  const left = seconds - (setup.frames - 1) * setup.pauseSeconds;
  return [
    ...frame,
    ...shutterEdge({
      ...{ id: "stars-fused", name: "stars move between frames", forbids: "longer", of: "whole" },
      seconds: Math.max(left, Number.MIN_VALUE),
      reason: `Fused as they are, all frames together must end within ${rounded(seconds)}, for the stars go on between them.`,
      moves: "One frame; or frames left as they are, each with its own stars.",
    }),
  ];
}

function drawingEdges(): Edge[] {
  return shutterEdge({
    ...{ id: "drawing", name: `time to draw, ${rounded(LIGHT_DRAWING_SECONDS)}`, seconds: LIGHT_DRAWING_SECONDS },
    ...{ forbids: "shorter", of: "frame" },
    reason: `A figure drawn with a lamp takes ${rounded(LIGHT_DRAWING_SECONDS)} and more.`,
    moves: "A smaller figure, or several people with lamps.",
  });
}

function frameRateEdges({ framesPerSecond }: SolveRequest): Edge[] {
  const seconds = 1 / framesPerSecond;
  return shutterEdge({
    ...{ id: "frame-rate", name: `one frame, ${rounded(seconds)}`, seconds, forbids: "longer", of: "frame" },
    reason: `At ${framesPerSecond} frames a second no shutter is longer than that.`,
    moves: "Fewer frames a second.",
  });
}

/** What moves before the camera, or should not. */
export function motionEdges(request: SolveRequest, setup: FieldSetup): Edge[] {
  const { intent } = request;
  return [
    ...moverEdges(request, setup),
    ...(intent === "smoothed-water" ? waterEdges(request, setup) : []),
    ...(intent === "emptied-place" ? crowdEdges(request, setup) : []),
    ...(intent === "star-points" || intent === "meteors" ? starEdges(request, setup) : []),
    ...(intent === "light-drawing" ? drawingEdges() : []),
    ...(intent === "moving-picture" ? frameRateEdges(request) : []),
  ];
}
