import { LAMP_CLASSES, type LampClassId } from "../../light";
import { WHOLE_SHARE } from "../../motion";
import type { LampTrail, Outlook } from "../../outlook";
import { lawOf } from "../../stack";
import type { Demand } from "../demand";
import { isoText, percent, pixels, stops, time } from "../phrases";
import type { SolveRequest } from "../request";

/** Share of a trail that must be drawn for its gaps not to show. */
const SMOOTH_DUTY = 0.9;
/** And of it to be a line at all. */
const LINE_DUTY = 0.6;
const OVERLAP_CHANCE = 0.3;
/** From here on a line is told apart from the ground behind it: it is 40 % brighter. */
const SEEN_STOPS = 0.5;
/** From here on it reads as light: four times as bright as what lies behind. */
const SHINES_STOPS = 2;
const MOST = Number.POSITIVE_INFINITY;
const LEAST = Number.NEGATIVE_INFINITY;

/** What is ten steps long is drawn evenly, to a tenth, whatever the pauses. */
const EVEN_STEPS = 10;

/** Whether pauses leave gaps at all: what is much longer than its step from frame to frame covers them. */
const gapsCanShow = ({ plan, mover, trails }: Outlook): boolean =>
  plan.frames > 1 &&
  mover !== null &&
  (trails.length === 0 ||
    trails.some(({ lengthPx }) => lengthPx < (EVEN_STEPS * mover.gapPx) / Math.max(1e-6, 1 - mover.duty)));

/** Something crosses the frame, whole and without gaps. */
export function crossingDemands(request: SolveRequest): Demand[] {
  const { mover } = request;
  if (mover === null) return [];
  const needs = (o: Outlook) => time(o.mover?.wholeSeconds ?? 0);
  const dashed: Demand = {
    id: "trail-dashes",
    quiet: true,
    hard: true,
    least: LINE_DUTY,
    most: MOST,
    source: "A trail of which less than six tenths are drawn is a row of dashes.",
    read: (o) => (gapsCanShow(o) ? (o.mover?.duty ?? null) : null),
    said: (value) => `Pauses take ${percent(1 - value)} of the trail: it comes out as a row of dashes.`,
    edge: {
      axis: "shutter",
      name: (seconds) => `dashes under ${time(seconds)}`,
      reason: (seconds) =>
        `In frames under ${time(seconds)} the phone's pauses take more than four tenths of the trail.`,
      moves: "Longer and fewer frames, or a period without waiting.",
    },
    remedies: ["filter", "darker"],
  };
  return [
    {
      id: "crossing",
      quiet: false,
      hard: true,
      least: WHOLE_SHARE,
      most: MOST,
      source:
        "What did not make it across is a piece of a trail; a road that recedes is whole at 95 % of its way in the picture.",
      read: (o) => o.mover?.reached ?? null,
      said: (value, o, met) => {
        const [draws, way] = o.mover?.leavesTheFrame
          ? ["It crosses", "the frame"]
          : ["Its trail draws", "its way in the picture"];
        if (met) return value > 0.995 ? `${draws} all of ${way}.` : `${draws} ${percent(value)} of ${way}.`;
        return `${draws} ${percent(value)} of ${way}; nearly all of it takes ${needs(o)}.`;
      },
      edge: {
        axis: "shutter",
        name: (_at, _forbids, o) => `${o.mover?.leavesTheFrame ? "crosses in" : "drawn in"} ${needs(o)}`,
        reason: (seconds) =>
          `At ${mover.distanceM} m and ${mover.speedMps} m/s a frame of ${time(seconds)} is the shortest with which it is drawn across; anything shorter leaves a piece of a trail.`,
        moves: "Closer, or a longer lens, and it crosses sooner; or more frames.",
      },
      remedies: ["filter", "nearer", "darker", "more-time", "tripod"],
    },
    dashed,
    {
      id: "trail-gaps",
      quiet: true,
      hard: false,
      least: SMOOTH_DUTY,
      most: MOST,
      insists: true,
      source: "Gaps of more than a tenth of a trail show as dashes.",
      read: (o) => (gapsCanShow(o) ? (o.mover?.duty ?? null) : null),
      said: (value, o, met) =>
        met
          ? `Pauses take ${percent(1 - value)} of the trail.`
          : `Pauses take ${percent(1 - value)} of the trail, the largest gap is ${pixels(o.mover?.gapPx ?? 0)}: it comes out dashed.`,
      edge: {
        axis: "shutter",
        name: (seconds) => `gaps show under ${time(seconds)}`,
        reason: (seconds) => `In frames under ${time(seconds)} the phone's pauses are more than a tenth of the trail.`,
        moves: "Longer and fewer frames, or a period without waiting.",
      },
      remedies: ["filter"],
    },
  ];
}

const trailOf = (o: Outlook, id: LampClassId): LampTrail | undefined => o.trails.find(({ lamp }) => lamp === id);

/** Brightness of a trail that differs along its way by less than this is one, stops. */
const ALIKE_STOPS = 0.1;

const sideOfWhite = (underWhite: number): string =>
  `${stops(Math.abs(underWhite))} ${underWhite < 0 ? "over" : "under"}`;

/** How a trail goes on along its way, where it is not equally bright all over it. */
function alongWords(trail: LampTrail | undefined): string {
  const [brightest, dimmest] = trail?.range ?? [0, 0];
  if (dimmest - brightest < ALIKE_STOPS) return "";
  return `; along the way they go from ${sideOfWhite(brightest)} white to ${sideOfWhite(dimmest)} it`;
}

/** At two clipped channels of three the colour is gone. */
const MOST_CLIPPED = 1;

function lampDemands(id: LampClassId): Demand[] {
  const { plural } = LAMP_CLASSES[id];
  const named = `${plural[0]!.toUpperCase()}${plural.slice(1)}`;
  const colour = id === "tail-lamp" || id === "brake-lamp" ? "their red" : "their colour";
  const iso = (o: Outlook) => isoText(o.plan.iso);
  return [
    {
      id: `${id}-colour`,
      quiet: false,
      hard: false,
      least: LEAST,
      most: MOST_CLIPPED,
      source: "A lamp clips by channels: at two its colour is gone, at three it is white.",
      read: (o) => trailOf(o, id)?.clippedChannels ?? null,
      said: (value, o, met) => {
        const over = -(trailOf(o, id)?.stopsUnderWhite ?? 0);
        const along = alongWords(trailOf(o, id));
        if (met) {
          const how = value > 0 ? ", with one channel of three white" : over < 0 ? `, ${stops(over)} under white` : "";
          return `${named} keep ${colour}${how}${along}.`;
        }
        return value >= 3
          ? `${named} are white in every frame at ${iso(o)}, ${over > 0 ? `${stops(over)} over` : "with what lies behind them"}; the shutter time does not matter${along}.`
          : `${named} lose ${colour} at ${iso(o)}: two channels of three are white.`;
      },
      edge: {
        axis: "iso",
        name: () => `${plural} lose ${colour}`,
        reason: (at) =>
          `The trail of ${plural} keeps ${colour} under ${isoText(at)}, whatever the shutter: a point that passes leaves light only while it is there.`,
        moves:
          "A filter its own stops, faster traffic its factor, twice the distance up to a stop. A shorter shutter adds none.",
      },
      remedies: id === "hand-lamp" || id === "lantern" ? ["dimmer-lamp", "farther"] : ["filter", "farther"],
    },
    {
      id: `${id}-shine`,
      quiet: false,
      hard: false,
      least: SEEN_STOPS,
      most: MOST,
      source: "A line is told apart from what lies behind it from half a stop on.",
      read: (o) => trailOf(o, id)?.aboveBaseStops ?? null,
      light: { of: id, underWhite: (value, o) => o.base.stopsUnderWhite - value },
      said: (value, o, met) => {
        if (met) return `${named} stand ${stops(value)} above what lies behind them.`;
        const mean = lawOf(o.plan.stack, o.plan.frames)?.isLongExposure
          ? `: a mean of ${o.plan.frames} frames leaves 1/${o.plan.frames} of them`
          : "";
        return value < 0.05
          ? `${named} do not show${mean}.`
          : `${named} stand only ${stops(value)} above what lies behind them${mean}.`;
      },
      edge: null,
      remedies: ["filter", "darker", "nearer"],
    },
  ];
}

/** Lamps that pass must stand out, and should keep their colour. */
export function trailDemands(request: SolveRequest): Demand[] {
  if (request.mover === null || request.lamps.length === 0) return [];
  const brightest = (o: Outlook) =>
    o.trails.length === 0 ? null : Math.max(...o.trails.map(({ aboveBaseStops }) => aboveBaseStops));
  return [
    {
      id: "trail-shows",
      quiet: true,
      hard: true,
      least: SEEN_STOPS,
      most: MOST,
      source: "A line is told apart from what lies behind it from half a stop on.",
      read: brightest,
      said: (value, _, met) =>
        met
          ? `The brightest trail stands ${stops(value)} above what lies behind it.`
          : `The brightest trail stands ${value < 0.05 ? "hardly at all" : `only ${stops(value)}`} above what lies behind it: it drowns.`,
      edge: {
        axis: "shutter",
        name: () => "trail drowns",
        reason: (seconds) =>
          `From ${time(seconds)} a frame on the trail adds less than half a stop to what lies behind it, which goes on brightening; the trail does not.`,
        moves: "Many short frames by lighten; a filter takes from both alike.",
      },
      remedies: ["darker", "nearer", "tripod"],
    },
    {
      id: "trail-shines",
      quiet: true,
      hard: false,
      least: SHINES_STOPS,
      most: MOST,
      insists: true,
      source: "Four times as bright as what lies behind it reads as light.",
      read: brightest,
      said: (value) =>
        `The brightest trail stands ${stops(value)} above what lies behind it: a line rather than a light.`,
      edge: null,
      remedies: ["filter", "darker", "nearer"],
    },
    ...request.lamps.flatMap(lampDemands),
  ];
}

/** Trails on trails add up and clip. */
export function trafficDemand(request: SolveRequest): Demand[] {
  if (!(request.vehiclesPerHour > 0)) return [];
  return [
    {
      id: "overlap",
      quiet: true,
      hard: false,
      least: LEAST,
      most: OVERLAP_CHANCE,
      source: "Three exposures in ten with two vehicles in one lane.",
      read: (o) => o.traffic?.overlapChance ?? null,
      said: (value, _, met) =>
        met
          ? `In ${percent(value)} of the exposures two vehicles share a lane.`
          : `In ${percent(value)} of the exposures two vehicles share a lane: their trails add up.`,
      edge: {
        axis: "shutter",
        name: () => "trails on trails",
        reason: (seconds) =>
          `At ${Math.round(request.vehiclesPerHour)} vehicles an hour, from ${time(seconds)} on three exposures in ten hold two vehicles in one lane.`,
        moves: "Many short frames by lighten keep each trail by itself; or come when there is less traffic.",
      },
      remedies: ["slower-traffic"],
    },
  ];
}
