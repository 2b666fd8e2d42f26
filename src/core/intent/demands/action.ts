import { assumedWord, figureOf } from "../../assumed";
import type { Demand } from "../demand";
import { percent, pixels, stops, time } from "../phrases";
import type { SolveRequest } from "../request";

const MOST = Number.POSITIVE_INFINITY;
const LEAST = Number.NEGATIVE_INFINITY;
/** Acceptable at screen size, and tack-sharp to the eye, pixels. */
const FROZEN_PX = 3;
const TACK_SHARP_PX = 1.5;
/** Streaks are seen from a hundredth of the picture's width on, and tell of speed from a fiftieth on. */
const STREAK_SHARE = 0.01;
const SPEED_SHARE = 0.02;
/** A swept subject may blur as far as a screen shows nothing, and at most twice that. */
const SWEPT_PX = 3.4;
/** A disc is told from a soft lamp from this share of the picture's width on, and makes a background of its own from a hundredth. */
const DISC_SHARE = 0.003;
const WIDE_DISC_SHARE = 0.01;
/** Somebody needs this long to draw a figure with a lamp, seconds. */
export const DRAWING_SECONDS = 4;
/** The ground must stay this far under the meter for somebody with a lamp not to show, stops. */
const UNSEEN_STOPS = -1;
/** The shutter is open for all of a frame's time. */
const LARGEST_DEG = 360;
/** A shutter angle further off than this looks like another one, stops. */
const ANGLE_SLACK_STOPS = 0.4;

/** Something quick comes out sharp. */
export function frozenDemands(): Demand[] {
  const frozen: Demand = {
    id: "freezing",
    quiet: true,
    hard: true,
    least: LEAST,
    most: FROZEN_PX,
    source: "Three pixels of blur pass on a screen.",
    read: (o) => o.mover?.blurPx ?? null,
    said: (value, _, met) => `It blurs over ${pixels(value)}${met ? "" : ": not frozen"}.`,
    edge: {
      axis: "shutter",
      name: (seconds) => `frozen to ${time(seconds)}`,
      reason: (seconds) => `Longer than ${time(seconds)} and it blurs over more than ${FROZEN_PX} pixels.`,
      moves: "Farther away, or moving towards you, it blurs less.",
    },
    remedies: ["brighter", "farther"],
  };
  return [
    frozen,
    {
      ...frozen,
      id: "tack-sharp",
      quiet: false,
      hard: false,
      most: TACK_SHARP_PX,
      edge: null,
      source: "A pixel or so is tack-sharp.",
      said: (value) => `It blurs over ${pixels(value)}.`,
    },
  ];
}

/** A sharp subject before a streaked background. */
export function sweepDemands({ figures }: SolveRequest): Demand[] {
  const streaks: Demand = {
    id: "streaks",
    quiet: true,
    hard: true,
    least: STREAK_SHARE,
    most: MOST,
    source: "Shorter streaks look like a shaken picture.",
    read: (o) => o.sweep?.streakShare ?? null,
    said: (value, o, met) =>
      `The background streaks over ${percent(value)} of the width when you turn by ${(o.sweep?.degPerSecond ?? 0).toFixed(0)}° a second${met ? "" : ": too little to tell of speed"}.`,
    edge: {
      axis: "shutter",
      name: (seconds) => `streaks from ${time(seconds)}`,
      reason: (seconds) =>
        `Under ${time(seconds)} the background streaks over less than ${percent(STREAK_SHARE)} of the width.`,
      moves: "Nearer or faster subjects make longer streaks.",
    },
    remedies: ["nearer", "filter", "darker"],
  };
  const subject: Demand = {
    id: "swept",
    quiet: true,
    hard: true,
    least: LEAST,
    most: 2 * SWEPT_PX,
    source: `How well a hand keeps the speed of what it follows${assumedWord(figures, "sweep-miss")}.`,
    read: (o) => o.sweep?.subjectPx ?? null,
    said: (value, _, met) =>
      `The subject is sharp to ${pixels(value)} if your turn keeps its speed within ${percent(figureOf(figures, "sweep-miss"))}${met ? "" : ": too soft"}.`,
    edge: {
      axis: "shutter",
      name: (seconds) => `you keep up to ${time(seconds)}`,
      reason: (seconds) =>
        `Over ${time(seconds)} a practised hand loses the subject by more than ${pixels(2 * SWEPT_PX)}.`,
      moves: "Farther away the turn is slower and easier to keep.",
    },
    remedies: ["farther", "brighter"],
  };
  return [
    streaks,
    subject,
    { ...streaks, id: "speed", quiet: false, hard: false, least: SPEED_SHARE, edge: null },
    { ...subject, id: "followed", quiet: false, hard: false, most: SWEPT_PX, edge: null },
  ];
}

/** Far lamps as discs behind something near. */
export function discDemands(): Demand[] {
  const disc: Demand = {
    id: "discs",
    quiet: true,
    hard: true,
    least: DISC_SHARE,
    most: MOST,
    source: "Smaller ones look like soft lamps, not discs.",
    read: (o) => o.discs?.shareOfWidth ?? null,
    said: (value, o, met) =>
      `Lamps behind become discs of ${pixels(o.discs?.diameterPx ?? 0)}, ${percent(value)} of the width${met ? "" : ": hardly discs"}.`,
    edge: null,
    remedies: ["nearer"],
  };
  const wide: Demand = {
    ...disc,
    id: "wide-discs",
    quiet: false,
    hard: false,
    least: WIDE_DISC_SHARE,
    source: "From a hundredth of the width on they make a background of their own.",
    said: (value, o, met) =>
      `Lamps behind become discs of ${pixels(o.discs?.diameterPx ?? 0)}, ${percent(value)} of the width${met ? "" : ": small ones"}.`,
  };
  return [disc, wide];
}

/** A hand lamp draws while the shutter is open, and whoever holds it does not show. */
export function drawingDemands(ground: string): Demand[] {
  return [
    {
      id: "drawing",
      quiet: false,
      hard: true,
      least: DRAWING_SECONDS,
      most: MOST,
      source: "A figure takes four seconds and more to draw.",
      read: (o) => (o.plan.frames === 1 ? o.plan.shutters[0].deliveredSeconds : 0),
      said: (value, _, met) =>
        met ? `${time(value)} leave time to draw.` : `${time(value)} are too short to draw anything.`,
      edge: {
        axis: "shutter",
        name: () => `time to draw, ${time(DRAWING_SECONDS)}`,
        reason: () => `A figure drawn with a lamp takes ${time(DRAWING_SECONDS)} and more.`,
        moves: "A smaller figure, or several people with lamps.",
      },
      remedies: ["filter", "darker"],
    },
    {
      id: "unseen",
      quiet: false,
      hard: false,
      least: LEAST,
      most: UNSEEN_STOPS,
      source: "The person drawing shows where the ground is bright.",
      read: (o) => o.base.meterStops,
      said: (value, _, met) =>
        met
          ? `The ${ground} stays ${stops(value)} under the meter, so that whoever draws does not show.`
          : `The ${ground} is so bright that whoever draws shows in it.`,
      edge: null,
      remedies: ["filter", "darker"],
    },
  ];
}

/** A shutter angle that looks as wanted. */
export function angleDemands({ schools, framesPerSecond }: SolveRequest): Demand[] {
  const wanted = schools.shutterAngleDeg;
  const said: Demand["said"] = (value, _, met) =>
    `A shutter angle of ${Math.round(value)}° at ${framesPerSecond} frames a second${met ? "" : `, and ${wanted}° is wanted`}.`;
  return [
    {
      id: "frame-rate",
      quiet: true,
      hard: true,
      least: LEAST,
      most: LARGEST_DEG,
      said,
      source: "No shutter is open longer than a frame lasts.",
      read: (o) => o.shutterAngleDeg,
      edge: {
        axis: "shutter",
        name: (seconds) => `one frame, ${time(seconds)}`,
        reason: () => `At ${framesPerSecond} frames a second no shutter is longer than 1/${framesPerSecond} s.`,
        moves: "Fewer frames a second.",
      },
      remedies: ["brighter"],
    },
    {
      id: "stutter",
      quiet: true,
      hard: true,
      said,
      least: wanted / 4,
      most: LARGEST_DEG,
      source: "Two stops off, and the film stutters or smears as it was not meant to.",
      read: (o) => o.shutterAngleDeg,
      edge: null,
      remedies: ["filter", "brighter"],
    },
    {
      id: "angle",
      quiet: false,
      hard: false,
      said,
      least: wanted / 2 ** ANGLE_SLACK_STOPS,
      most: Math.min(LARGEST_DEG, wanted * 2 ** ANGLE_SLACK_STOPS),
      source: "Half of a frame's time looks natural, less is jittery.",
      read: (o) => o.shutterAngleDeg,
      edge: {
        axis: "shutter",
        name: (seconds, forbids) => `${wanted}° ${forbids === "more" ? "to" : "from"} ${time(seconds)}`,
        reason: () =>
          `A shutter angle of ${wanted}° at ${framesPerSecond} frames a second is ${time(wanted / 360 / framesPerSecond)}.`,
        moves: "Another angle, or another frame rate.",
      },
      remedies: ["filter", "brighter"],
    },
  ];
}
