import { longestStarShutter, starTrailPx } from "../../motion";
import { fieldOfViewDeg } from "../../optics";
import type { Outlook } from "../../outlook";
import { plain, signed } from "../../words";
import type { Demand, DemandLight } from "../demand";
import { percent, pixels, time } from "../phrases";
import type { SolveRequest } from "../request";

const SCHOOL_NAMES = { "rule-500": "the rule of 500", npf: "the NPF rule" } as const;
/** A night sky reads as one between these, stops from the meter: darker and it is black, brighter and it is day. */
const NIGHT_SKY_STOPS = [-4, -1] as const;
/** Past these a sky is day, or black, stops from the meter. */
const DAY_STOPS = 0.5;
const BLACK_STOPS = -7;
const MOST = Number.POSITIVE_INFINITY;
const LEAST = Number.NEGATIVE_INFINITY;

/** The sky's own level in the picture, stops from the meter. */
const skyMeterStops = ({ sky }: Outlook): number | null => sky?.meterStops ?? null;

const skyAt: DemandLight = {
  of: "sky",
  underWhite: (value, { sky }) => (sky ? sky.stopsUnderWhite + sky.meterStops - value : Number.NaN),
};

/** The middle of how bright a night sky should come out, stops from the meter. */
export const NIGHT_SKY_TARGET = (NIGHT_SKY_STOPS[0] + NIGHT_SKY_STOPS[1]) / 2;

/** A sky that looks like night. */
export function nightSkyDemand(): Demand[] {
  const wide: Demand = {
    id: "dark-enough",
    quiet: true,
    hard: true,
    least: BLACK_STOPS,
    most: DAY_STOPS,
    source: "Brighter than the meter's level and a sky is day; seven stops under it nothing is left to lift.",
    read: skyMeterStops,
    light: skyAt,
    said: (value) =>
      `The sky comes out ${signed(value)} from the meter: ${value > DAY_STOPS ? "as bright as in daylight" : "black"}.`,
    edge: {
      axis: "brightness",
      name: (_, forbids) => (forbids === "more" ? "sky as by day" : "sky black"),
      reason: (product, forbids) =>
        `${forbids === "more" ? "From" : "Under"} ${time(product / 100)} at ISO 100 the sky comes out ${forbids === "more" ? "brighter than the meter's level" : "too dark to be lifted"}.`,
      moves: "Shorter or longer frames, another ISO; a darker hour or place.",
    },
    remedies: ["darker-sky"],
  };
  return [
    wide,
    {
      id: "night-sky",
      quiet: false,
      hard: false,
      least: NIGHT_SKY_STOPS[0],
      most: NIGHT_SKY_STOPS[1],
      insists: true,
      source: "Common practice: the sky's peak lies in the lower third of the histogram.",
      read: skyMeterStops,
      light: skyAt,
      said: (value, _, met) =>
        met
          ? `The sky comes out ${signed(value)} from the meter, as a night sky does.`
          : `The sky comes out ${signed(value)} from the meter: ${value > NIGHT_SKY_STOPS[1] ? "grey rather than night" : "nearly black, to be lifted afterwards"}.`,
      edge: null,
      remedies: ["darker-sky"],
    },
  ];
}

/** Stars that stand out of the sky's noise. */
export function faintStarsDemand(hardMagnitude: number, softMagnitude: number): Demand[] {
  const demand: Demand = {
    id: "faint-stars",
    quiet: true,
    hard: true,
    least: hardMagnitude,
    most: MOST,
    source: "A star stands out when its signal is five times the noise around it.",
    read: (o) => o.stars.faintestMagnitude,
    said: (value, _, met) => `Stars stand out ${met ? "" : "only "}down to magnitude ${plain(value)}.`,
    edge: null,
    remedies: ["darker-sky"],
  };
  return [demand, { ...demand, id: "many-stars", quiet: false, hard: false, least: softMagnitude }];
}

/** Stars whose lines stand out of the sky and its noise. */
export function arcStarsDemand(hardMagnitude: number, softMagnitude: number): Demand[] {
  const demand: Demand = {
    id: "faint-arcs",
    quiet: true,
    hard: true,
    least: hardMagnitude,
    most: MOST,
    source: "A star's line counts from half a stop over the sky and five times the noise of the fused picture on.",
    read: (o) => o.stars.faintestArc,
    said: (value, _, met) =>
      `Stars draw arcs ${met ? "" : "only "}down to magnitude ${plain(value)}${met ? "" : ": the sky is too bright beside them, whatever the exposure"}.`,
    edge: null,
    remedies: ["darker-sky"],
  };
  return [demand, { ...demand, id: "many-arcs", quiet: false, hard: false, least: softMagnitude }];
}

/** Brighter than this no night sky stays: over the middle of a city it is EV -3, under a full moon -4; what is brighter is twilight. */
const LASTING_SKY_EV = -2;

/** A sky that is the same at the end of a long run as at its beginning. */
export function lastingSkyDemand({ skyEv }: SolveRequest): Demand[] {
  return [
    {
      id: "sky-lasts",
      quiet: true,
      hard: true,
      least: LEAST,
      most: LASTING_SKY_EV,
      source:
        "Over the middle of a city the night sky is EV \u22123 (17 mag/arcsec\u00b2); twilight fades by a stop in a few minutes.",
      read: () => skyEv,
      said: (value) =>
        `A sky of EV ${plain(value)} is twilight and does not last as long as arcs take: wait until it is EV ${plain(LASTING_SKY_EV, 0)} or darker.`,
      edge: null,
      remedies: ["darker-sky"],
    },
  ];
}

/** Stars as points, by the chosen school. */
export function pointDemand({ camera, declinationDeg, schools }: SolveRequest): Demand[] {
  const limit = longestStarShutter(camera.lens, declinationDeg, schools.stars, schools.starFactor);
  const school = schools.stars === "pixels" ? `${pixels(schools.starFactor)} of trailing` : SCHOOL_NAMES[schools.stars];
  return [
    {
      id: "stars-trail",
      quiet: false,
      hard: true,
      least: LEAST,
      most: starTrailPx(camera.lens, declinationDeg, limit),
      source: `The school of ${school}.`,
      read: (o) => o.stars.trailPx,
      said: (value, { plan }, met) => {
        const between =
          plan.frames > 1 && plan.stack !== null && plan.align !== "stars"
            ? ", for they go on between frames that are fused without being aligned"
            : "";
        return met
          ? `Stars trail by ${pixels(value)}.`
          : `Stars trail by ${pixels(value)}${between}; by your school they stay points to ${time(limit)}.`;
      },
      edge: {
        axis: "shutter",
        name: (seconds) => `stars trail from ${time(seconds)}`,
        reason: () => `By ${school} at declination ${plain(declinationDeg, 0)}° stars stay points to ${time(limit)}.`,
        moves: "Aim nearer to the pole, a wider lens, or allow more trailing.",
      },
      remedies: ["other-school"],
    },
  ];
}

/** A frame is laid by as many stars at least; of those in the picture's field the ground hides about half. */
const LAID_BY = 60;
const ABOVE_GROUND = 0.5;
const WHOLE_SKY_SQDEG = 41_253;

/** The magnitude to which a part of the sky has so many stars. @see Cox (ed.), Allen's Astrophysical Quantities (2000), section 19.5: log N = 0.5 m + 0.7 */
const magnitudeOfStars = (stars: number, squareDegrees: number): number =>
  (Math.log10((stars * WHOLE_SKY_SQDEG) / squareDegrees) - 0.7) / 0.5;

/** Frames that are laid by their stars have to show enough of them, each by itself. */
export function laidByStarsDemand({ camera: { lens } }: SolveRequest): Demand[] {
  const across = (px: number) => fieldOfViewDeg((px * lens.pitchUm) / 1000, lens.focalLengthMm);
  const wanted = magnitudeOfStars(LAID_BY / ABOVE_GROUND, across(lens.widthPx) * across(lens.heightPx));
  return [
    {
      id: "laid-by-stars",
      quiet: true,
      hard: true,
      least: wanted,
      most: MOST,
      source: `A frame is laid by ${LAID_BY} stars at least, and so many of this field are brighter than magnitude ${plain(wanted)}.`,
      read: (o) => o.stars.faintestLaidBy,
      said: (value, _, met) =>
        met
          ? `Each frame shows stars to magnitude ${plain(value)}, enough to be laid by them; hold the ground still when you fuse them.`
          : `A frame by itself shows stars only to magnitude ${plain(value)}: too few to lay it by them.`,
      edge: null,
      remedies: ["darker-sky"],
    },
  ];
}

/** Arcs: half an hour is the least that reads as turning, an hour what people want. */
const LEAST_ARC_DEG = 7.5;
const WANTED_ARC_DEG = 15;

/** The sky's turning, without dots and gaps. */
export function arcDemands(): Demand[] {
  const turning: Demand = {
    id: "turning",
    quiet: true,
    hard: true,
    least: LEAST_ARC_DEG,
    most: MOST,
    source: "Half an hour is the least that reads as turning.",
    read: (o) => o.stars.turnedDeg,
    said: (value, _, met) =>
      met
        ? `The sky turns by ${value.toFixed(0)}°.`
        : `The sky turns by only ${value.toFixed(1)}°: dashes rather than arcs.`,
    edge: null,
    remedies: ["more-time", "more-battery", "more-storage"],
  };
  return [
    turning,
    {
      ...turning,
      id: "an-hour",
      quiet: false,
      hard: false,
      least: WANTED_ARC_DEG,
      insists: true,
      source: "An hour of turning.",
      said: (value, _, met) => `The sky turns by ${value.toFixed(0)}°${met ? "" : ", less than in an hour"}.`,
    },
    {
      id: "arc-gaps",
      quiet: true,
      hard: false,
      least: LEAST,
      most: 0,
      source: "A gap shows from half of a star's width on.",
      read: (o) => (o.stars.gapsShow ? o.stars.gapPx : 0),
      said: (_, o, met) =>
        `Gaps between frames are ${o.stars.gapPx.toFixed(2)} pixels${met ? " and do not show" : ": they show"}.`,
      edge: null,
      remedies: [],
    },
  ];
}

const SMOOTH_DUTY = 0.9;
const LEAST_WATCH_SECONDS = 1800;

/** A meteor falls into an open shutter, and one has to wait for it. */
export function watchDemands(): Demand[] {
  return [
    {
      id: "watching",
      quiet: false,
      hard: true,
      least: SMOOTH_DUTY,
      most: MOST,
      source: "What falls between frames is lost.",
      read: (o) => o.duty,
      said: (value) => `The shutter is open ${percent(value)} of the time.`,
      edge: {
        axis: "shutter",
        name: (seconds) => `pauses under ${time(seconds)}`,
        reason: (seconds) => `In frames under ${time(seconds)} the phone's pauses take more than a tenth of the time.`,
        moves: "Longer frames, or a phone that writes faster.",
      },
      remedies: [],
    },
    {
      id: "patience",
      quiet: false,
      hard: false,
      least: LEAST_WATCH_SECONDS,
      most: MOST,
      source: "Even a strong shower brings about one bright meteor in several minutes.",
      read: (o) => o.cost.seconds,
      said: (value, _, met) => `It watches for ${time(value)}${met ? "" : ": short for a meteor"}.`,
      edge: null,
      remedies: ["more-time", "more-battery", "more-storage"],
    },
  ];
}
