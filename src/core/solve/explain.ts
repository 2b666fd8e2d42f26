import { assumedWord, figureOf } from "../assumed";
import { groundOf, isOfStars, isoText, percent, pixels, type SolveRequest, stops } from "../intent";
import { LAMP_CLASSES } from "../light";
import { longestStarShutter, memorySeconds, SUPPORTS } from "../motion";
import { METER_TO_CLIP_STOPS, type Outlook } from "../outlook";
import { readableDuration, roughDuration } from "../recipe";
import { lawOf } from "../stack";
import { plain, signed } from "../words";
import type { Judgement } from "./judge";

/** A number of the outlook with where it comes from. */
export interface Figure {
  readonly id: string;
  readonly label: string;
  readonly value: string;
  readonly because: string;
  /** Good where every demand on it is met, lesser where a soft one is missed, bad where a hard one is; plain without any. */
  readonly tone: "plain" | "good" | "lesser" | "bad";
}

/** A figure with the demands whose quantity it shows. */
interface FigureWithoutTone extends Omit<Figure, "tone"> {
  readonly demands?: readonly string[];
}

/** Less than a figure shows. */
const LEAST_LIFT_STOPS = 0.05;

function lightFigures(request: SolveRequest, { base, sky, noise, plan }: Outlook): FigureWithoutTone[] {
  const ground = groundOf(request);
  const white = base.stopsUnderWhite < 0;
  const before = plan.filterStops + request.camera.lossStops;
  const bracket = plan.recipe.bracketStops !== null;
  const warmer = plan.darkCelsius - plan.sensorCelsius;
  const lifted =
    base.liftStops < LEAST_LIFT_STOPS
      ? ""
      : ` The brightest of ${plan.frames} noisy frames lies ${stops(base.liftStops)} over one.`;
  return [
    {
      id: "meter",
      label: bracket ? "Middle frame from the meter" : "From the meter",
      value: signed(base.meterStops),
      because: `The scene's EV ${plain(request.sceneEv)}, less the settings' EV ${plain(request.sceneEv - base.meterStops + base.liftStops - before)}${before > 0 ? ` and ${stops(before)} before the lens` : ""}.${lifted}`,
      demands: ["brightness", "lightness"],
    },
    {
      id: "headroom",
      label: `The ${ground} under white`,
      value: `${signed(base.stopsUnderWhite)} stops`,
      because: `The meter's level lies ${METER_TO_CLIP_STOPS.toFixed(2)} stops under clipping${bracket ? ", in the bracket's shortest frame" : ""}; ${percent(base.clippedShare)} of the surfaces clip, if their brightness spreads up to ${stops(request.highlightStops)} over it.`,
      demands: ["surfaces-clip"],
    },
    ...(sky === null
      ? []
      : [
          {
            id: "sky",
            label: "The sky under white",
            value: `${signed(sky.stopsUnderWhite)} stops`,
            because: `It is ${stops(sky.overStops)} ${sky.overStops < 0 ? "darker" : "brighter"} than what is metered.`,
            demands: ["sky-clips"],
          },
        ]),
    {
      id: "snr",
      label: "Signal to noise",
      value: white
        ? "none, it is white"
        : `${noise.midTone.toFixed(0)}, shadows ${noise.shadow.toFixed(noise.shadow < 10 ? 1 : 0)}`,
      because: `In mid-tones and three stops under them: shot, dark, reading and pattern noise of this sensor and the rounding of its file, after fusing.${warmer < 0.5 ? "" : ` A sensor that works is ${plain(warmer, 0)} °C warmer (assumed).`} 20 is clean, 8 usable.`,
      demands: ["noise", "clean", "surfaces-clip"],
    },
  ];
}

const CHANNELS = [
  "None of the channels",
  "One channel of three",
  "Two channels of three",
  "All three channels",
] as const;

function trailFigures({ trails, plan }: Outlook): FigureWithoutTone[] {
  return trails.flatMap((trail): FigureWithoutTone[] => {
    const { plural } = LAMP_CLASSES[trail.lamp];
    const [least, most] = trail.range;
    const along = most - least > 0.1 ? ` Along the way it goes from ${signed(least)} to ${signed(most)}.` : "";
    const brightest = Math.min(...trail.fusedUnderWhite);
    return [
      {
        id: `trail-${trail.lamp}`,
        label: `Trail of ${plural} under white`,
        value: `${signed(trail.stopsUnderWhite)} stops`,
        because: `In one frame, from intensity, distance, speed and ${pixels(trail.widthPx)} of width; there is no shutter time in it. ${CHANNELS[trail.clippedChannels]} ${trail.clippedChannels === 1 || trail.clippedChannels === 0 ? "clips" : "clip"} in it.${along}`,
        demands: [`${trail.lamp}-colour`],
      },
      {
        id: `fused-${trail.lamp}`,
        label: `${plural[0]!.toUpperCase()}${plural.slice(1)} above what lies behind, fused`,
        value: `${signed(trail.aboveBaseStops)} stops`,
        because: `In the finished picture its brightest channel lies ${brightest < 0.05 ? "at white" : `${stops(brightest)} under white`}${lawOf(plan.stack, plan.frames)?.isLongExposure ? `: a mean of ${plan.frames} frames leaves 1/${plan.frames} of what each gathered` : ""}.`,
        demands: [`${trail.lamp}-shine`],
      },
    ];
  });
}

/** What moves through the picture, and what it leaves. */
function moverFigures({ mover, intent, figures }: SolveRequest, o: Outlook): FigureWithoutTone[] {
  const drafts: FigureWithoutTone[] = [];
  if (mover && o.mover) {
    const whole = o.mover.leavesTheFrame
      ? `At ${mover.distanceM} m and ${mover.speedMps} m/s nearly all of it takes ${roughDuration(o.mover.wholeSeconds)}.`
      : `It recedes to a point in the picture: 95 % of the way takes ${roughDuration(o.mover.wholeSeconds)}.`;
    drafts.push(
      {
        id: "coverage",
        label: "Share of its path drawn in the picture",
        value: percent(o.mover.coverage),
        because: `${whole}${o.mover.duty < 0.995 ? ` Pauses leave gaps of up to ${pixels(o.mover.gapPx)}.` : ""}`,
        demands: ["crossing", "trail-gaps"],
      },
      {
        id: "blur",
        label: "Blur of the mover in a frame",
        value: pixels(o.mover.blurPx),
        because: "Focal length times speed across, over the distance and the pixel.",
        demands: ["freezing", "tack-sharp"],
      },
    );
  }
  if (o.sweep && intent === "sweep")
    drafts.push({
      id: "sweep",
      label: "Turn with it",
      value: `${o.sweep.degPerSecond.toFixed(0)}° a second`,
      because: `The background streaks over ${percent(o.sweep.streakShare)} of the width; the subject is sharp to ${pixels(o.sweep.subjectPx)} if you keep its speed within ${percent(figureOf(figures, "sweep-miss"))}${assumedWord(figures, "sweep-miss")}.`,
      demands: ["streaks", "swept", "speed", "followed"],
    });
  if (o.traffic)
    drafts.push({
      id: "traffic",
      label: "Vehicles in the run",
      value: plain(o.traffic.vehicles),
      because: `Two share a lane in ${percent(o.traffic.overlapChance)} of the exposures; their trails add up.`,
      demands: ["overlap"],
    });
  return drafts;
}

/** Water, and people who pass. */
function placeFigures({ water, figures }: SolveRequest, o: Outlook): FigureWithoutTone[] {
  const drafts: FigureWithoutTone[] = [];
  if (o.water && water !== null)
    drafts.push({
      id: "water",
      label: "Water pattern left",
      value: percent(o.water.contrastLeft),
      because: `From the ${readableDuration(memorySeconds(water, figures))} over which this water forgets its pattern${assumedWord(figures, water)}. Texture keeps 30 to 65 %, silk less than 20 %.`,
      demands: ["water"],
    });
  if (o.people?.veil != null)
    drafts.push({
      id: "veil",
      label: "Veil from people passing",
      value: percent(o.people.veil),
      because: "Equal to the share of the ground that they cover, however long the shutter is open.",
      demands: ["veil"],
    });
  if (o.people?.ghostOpacity != null)
    drafts.push({
      id: "ghost",
      label: "Ghost of a passer-by",
      value: percent(o.people.ghostOpacity),
      because: "The time on one spot, over the time the shutter is open.",
      demands: ["emptied"],
    });
  if (o.people?.cleanProbability != null)
    drafts.push({
      id: "clean",
      label: "Pixels that come out clean",
      value: percent(o.people.cleanProbability),
      because: `The median shows what stands there in most of ${o.plan.frames} frames.`,
      demands: ["median-clean", "median-all-clean"],
    });
  return drafts;
}

/** Discs behind a near subject, moving pictures and stars. */
function subjectFigures(request: SolveRequest, o: Outlook): FigureWithoutTone[] {
  const { camera, declinationDeg, schools, intent } = request;
  const drafts: FigureWithoutTone[] = [];
  if (o.discs)
    drafts.push({
      id: "discs",
      label: "Lamps behind become discs of",
      value: pixels(o.discs.diameterPx),
      because: `${percent(o.discs.shareOfWidth)} of the width, from both distances, focal length and f-number.`,
      demands: ["discs", "wide-discs"],
    });
  if (intent === "moving-picture")
    drafts.push({
      id: "angle",
      label: "Shutter angle",
      value: `${Math.round(o.shutterAngleDeg)}°`,
      because: `360° is all of a frame's 1/${request.framesPerSecond} s.`,
      demands: ["frame-rate", "angle"],
    });
  if (isOfStars(intent) || request.sceneEv < -3) {
    const limit = longestStarShutter(camera.lens, declinationDeg, schools.stars, schools.starFactor);
    const { faintestMagnitude, brightestColoured } = o.stars;
    drafts.push(
      {
        id: "stars",
        label: "Stars trail by",
        value: pixels(o.stars.trailPx),
        because: `15.04″ a second at declination ${plain(declinationDeg, 0)}°, over the pixel's angle. Points stay points to ${roughDuration(limit)} by your school.`,
        demands: ["stars-trail"],
      },
      {
        id: "faintest",
        label: "Faintest star that stands out",
        value: faintestMagnitude === null ? "none, the sky is white" : `magnitude ${plain(faintestMagnitude)}`,
        because: `Five times the noise of sky, reading and dark current in its image, ${request.starAltitudeDeg.toFixed(0)}° high${brightestColoured === null ? "" : `; stars brighter than ${plain(brightestColoured)} lose their colour`}.`,
        demands: ["faint-stars", "many-stars"],
      },
    );
    if (o.plan.frames > 1)
      drafts.push({
        id: "turning",
        label: "The sky turns by",
        value: `${o.stars.turnedDeg.toFixed(1)}°`,
        because: `Gaps between frames are ${o.stars.gapPx.toFixed(2)} pixels; they show from 0.75 on.`,
        demands: ["turning", "an-hour", "arc-gaps"],
      });
  }
  return drafts;
}

function handlingFigures(request: SolveRequest, { softness, cost, plan }: Outlook): FigureWithoutTone[] {
  const { handPx, touchPx, gustPx, focusPx, alignmentPx, totalPx } = softness;
  const { figures, support, ownSupport } = request;
  const { touch, gust } = SUPPORTS[support];
  const parts = [
    ["hand", handPx],
    [`press${touch === null ? "" : assumedWord(figures, touch)}`, touchPx],
    [`gusts${gust === null || ownSupport !== null ? "" : assumedWord(figures, gust)}`, gustPx],
    ["focus", focusPx],
    [`frames that are not aligned${assumedWord(figures, "hand-wander")}`, alignmentPx],
  ] as const;
  const named = parts.filter(([, px]) => px >= 0.05).map(([name, px]) => `${name} ${pixels(px)}`);
  return [
    {
      id: "softness",
      label: "Still things are soft by",
      value: pixels(totalPx),
      because: named.length > 0 ? `By ${named.join(", ")}.` : "Nothing shakes it.",
      demands: ["soft", "sharp"],
    },
    {
      id: "time",
      label: "From pressing to the end",
      value: roughDuration(cost.seconds),
      because: `${plan.frames === 1 ? `1 frame of ${readableDuration(plan.shutters[0].nominalSeconds)}` : `${plan.frames} frames`} at ${isoText(plan.iso)} with the delay, the lag and the phone's pauses; there are ${roughDuration(request.windowSeconds)}.`,
      demands: ["window"],
    },
    {
      id: "cost",
      label: "Storage and battery",
      value: `${Math.ceil(cost.megabytes)} MB, ${cost.batteryPercent < 0.05 ? "under 0.1" : cost.batteryPercent.toFixed(1)} %`,
      because: `By the size of a frame of this kind, and what screen, sensor and writing take${assumedWord(figures, "battery-hour", "battery-frame")}.`,
      demands: ["storage", "battery"],
    },
  ];
}

/** Everything that a judged picture will give, each number with its because. */
export function explain(request: SolveRequest, { outlook, demands }: Judgement): Figure[] {
  const drafts = [
    ...lightFigures(request, outlook),
    ...trailFigures(outlook),
    ...moverFigures(request, outlook),
    ...placeFigures(request, outlook),
    ...subjectFigures(request, outlook),
    ...handlingFigures(request, outlook),
  ];
  return drafts.map(({ demands: ids = [], ...figure }): Figure => {
    const own = demands.filter(({ demand, value }) => ids.includes(demand.id) && value !== null);
    const missed = own.filter(({ miss }) => miss > 0);
    if (missed.length > 0) return { ...figure, tone: missed.some(({ demand }) => demand.hard) ? "bad" : "lesser" };
    return { ...figure, tone: own.length > 0 ? "good" : "plain" };
  });
}
