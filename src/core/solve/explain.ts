import { stackedFilterStops } from "../light";
import { crossingSeconds, longestStarShutter } from "../motion";
import { sensorSizeMm } from "../optics";
import { effectivePeriodSeconds, type Recipe, readableDuration } from "../recipe";
import { plain, signed } from "../words";
import { bracketReach } from "./bracket";
import { type Candidate, type Prediction, predict, type RecipeKind } from "./candidate";
import type { FieldSetup } from "./edges/edge";
import { METER_TO_CLIP_STOPS } from "./exposure";
import { groundOf } from "./ground";
import type { SolveRequest } from "./request";

/** A number of the prediction with where it comes from. */
export interface Figure {
  readonly id: string;
  readonly label: string;
  readonly value: string;
  readonly because: string;
  readonly tone: "plain" | "good" | "bad";
}

const percent = (share: number): string => `${(100 * share).toFixed(share > 0.095 && share < 0.995 ? 0 : 1)} %`;
const tenth = (seconds: number): string => readableDuration(Math.max(0.1, Math.round(seconds * 10) / 10));

/** What kind of recipe a line is, by its frames and how they are fused. */
function kindOf({ sequence, stack, bracketStops, filters }: Recipe, intent: SolveRequest["intent"]): RecipeKind {
  if ((sequence?.frames ?? 1) === 1) return filters.length > 0 ? "filter" : "single";
  if (bracketStops !== null) return "bracket";
  if (stack === "mean" || stack === "median") return stack;
  if (stack === "lighten over mean") return "lighten";
  if (stack === "lighten" && intent !== "meteors") return intent === "star-arcs" ? "sequence" : "lighten";
  return "burst";
}

/** A line as the solver sees it; null without a shutter time. The phone's lowest ISO stands where none is named. */
export function candidateOf(request: SolveRequest, recipe: Recipe): Candidate | null {
  const { sequence, iso, stack } = recipe;
  if (sequence === null) return null;
  return {
    kind: kindOf(recipe, request.intent),
    ...{ shutterSeconds: sequence.shutterSeconds, frames: sequence.frames, stack },
    iso: iso ?? request.camera.isoLadder[0]!,
    filterStops: stackedFilterStops(recipe.filters),
  };
}

/** How a line sets up the field. */
export function setupOf({ camera }: SolveRequest, recipe: Recipe): FieldSetup {
  const { sequence, stack, filters, delaySeconds, bracketStops } = recipe;
  return {
    filterStops: stackedFilterStops(filters),
    frames: sequence?.frames ?? 1,
    stack,
    pauseSeconds: sequence ? effectivePeriodSeconds(sequence, camera) - sequence.shutterSeconds : camera.writeSeconds,
    delaySeconds: delaySeconds ?? 0,
    reachStops: bracketReach(sequence?.frames ?? 1, bracketStops ?? 0),
  };
}

function lightFigures(request: SolveRequest, { filterStops }: Candidate, p: Prediction): Figure[] {
  const away = Math.abs(p.meterStops);
  const white = p.headroomStops < 0;
  const before = filterStops + request.camera.lossStops;
  return [
    {
      ...{ id: "meter", label: "From the meter", value: signed(p.meterStops) },
      because: `The scene's EV ${plain(request.sceneEv)}, less the settings' EV ${plain(request.sceneEv - p.meterStops - before)}${before > 0 ? ` and ${before.toFixed(1)} stops before the lens` : ""}.`,
      tone: away < 1 ? "good" : away > 2 ? "bad" : "plain",
    },
    {
      ...{ id: "headroom", label: `The ${groundOf(request)} under white`, value: `${signed(p.headroomStops)} stops` },
      because: `The meter's level lies ${METER_TO_CLIP_STOPS.toFixed(2)} stops under clipping; ${percent(p.clippedShare)} of the surfaces clip, if their brightness spreads up to ${request.highlightStops.toFixed(1)} stops over it.`,
      tone: p.headroomStops < 0 ? "bad" : "plain",
    },
    ...(p.trailHeadroomStops === null
      ? []
      : [
          {
            ...{ id: "trail", label: "Trail under white", value: `${signed(p.trailHeadroomStops)} stops` },
            because: "From the lamp, its distance and the speed of its image. There is no shutter time in it.",
            tone: p.trailHeadroomStops < 0 ? ("bad" as const) : ("good" as const),
          },
        ]),
    {
      ...{
        id: "snr",
        label: "Signal to noise",
        value: white ? "none, it is white" : `${p.snrMidTone.toFixed(0)}, shadows ${p.snrShadow.toFixed(0)}`,
      },
      because:
        "In mid-tones and three stops under them: shot, dark, reading and pattern noise of this sensor. 20 is clean, 8 usable.",
      tone: white || p.snrMidTone < 8 ? "bad" : p.snrMidTone >= 20 ? "good" : "plain",
    },
  ];
}

function motionFigures(request: SolveRequest, p: Prediction): Figure[] {
  const { camera, mover, intent, declinationDeg, schools, water, crowd } = request;
  const figures: Figure[] = [];
  if (mover && p.coverage !== null && p.moverBlurPx !== null) {
    const frame = { focalLengthMm: camera.lens.focalLengthMm, sensorWidthMm: sensorSizeMm(camera.lens).widthMm };
    const cross = crossingSeconds(frame, mover);
    figures.push(
      {
        ...{ id: "coverage", label: "Crosses the frame", value: percent(p.coverage) },
        because: Number.isFinite(cross)
          ? `At ${mover.distanceM} m and ${mover.speedMps} m/s it takes ${tenth(cross)} from edge to edge.`
          : "It leaves the frame on one side only.",
        tone: intent !== "light-trails" && intent !== "blurred-subject" ? "plain" : p.coverage >= 1 ? "good" : "bad",
      },
      {
        ...{
          id: "blur",
          label: "Blur of the mover in a frame",
          value: `${p.moverBlurPx.toFixed(p.moverBlurPx < 10 ? 1 : 0)} pixels`,
        },
        because: "Focal length times speed across, over the distance and the pixel.",
        tone: intent !== "frozen-action" ? "plain" : p.moverBlurPx <= 3 ? "good" : "bad",
      },
    );
  }
  if (water && p.contrastLeft !== null) {
    figures.push({
      ...{ id: "water", label: "Left of the water's pattern", value: percent(p.contrastLeft) },
      because:
        "From the time over which this water forgets its pattern. Texture keeps 30 to 65 %, silk less than 20 %.",
      tone: "plain",
    });
  }
  if (crowd && p.ghostOpacity !== null) {
    figures.push({
      ...{ id: "ghost", label: "Ghost of a passer-by", value: percent(p.ghostOpacity) },
      because: `${crowd.dwellSeconds} s on one spot, over the time the shutter is open.`,
      tone: p.ghostOpacity > 0.1 ? "bad" : "good",
    });
  }
  if (crowd && p.cleanProbability !== null) {
    figures.push({
      ...{ id: "clean", label: "Pixels that come out clean", value: `${(100 * p.cleanProbability).toFixed(2)} %` },
      because: `Each is covered in ${percent(crowd.occupancy)} of the frames; the median shows what stands there in most of ${p.frames}.`,
      tone: p.cleanProbability >= 0.99 ? "good" : "bad",
    });
  }
  if (intent === "star-points" || intent === "star-arcs" || intent === "meteors" || request.sceneEv < -3) {
    const limit = longestStarShutter(camera.lens, declinationDeg, schools.stars, schools.starFactor);
    figures.push({
      ...{ id: "stars", label: "Stars trail in a frame by", value: `${p.starTrailPx.toFixed(1)} pixels` },
      because: `15.04″ a second at declination ${declinationDeg}°, over the pixel's angle. Points stay points to ${tenth(limit)} by your school.`,
      tone: "plain",
    });
  }
  return figures;
}

function costFigures({ windowSeconds, freeMegabytes }: SolveRequest, p: Prediction): Figure[] {
  return [
    {
      ...{ id: "time", label: "From pressing to the end", value: tenth(p.totalSeconds) },
      because: `${p.frames} ${p.frames === 1 ? "frame" : "frames"} with the delay and the phone's pauses; there are ${tenth(windowSeconds)}.`,
      tone: p.totalSeconds > windowSeconds ? "bad" : "plain",
    },
    {
      ...{
        id: "cost",
        label: "Storage and battery",
        value: `${Math.ceil(p.megabytes)} MB, ${p.batteryPercent.toFixed(1)} %`,
      },
      because: "By the size of a frame of this kind, and what screen, sensor and writing take.",
      tone: p.megabytes > freeMegabytes ? "bad" : "plain",
    },
  ];
}

/** Everything that a recipe will give, each number with its because; empty for a line without a shutter time. */
export function explain(request: SolveRequest, recipe: Recipe): Figure[] {
  const candidate = candidateOf(request, recipe);
  if (candidate === null) return [];
  const p = predict(request, candidate, { ...recipe, files: recipe.files ?? request.schools.files });
  return [...lightFigures(request, candidate, p), ...motionFigures(request, p), ...costFigures(request, p)];
}
