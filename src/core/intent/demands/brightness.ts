import { METER_TO_CLIP_STOPS, type Outlook } from "../../outlook";
import { plain, signed } from "../../words";
import type { Demand, DemandLight } from "../demand";
import { percent, stops, time } from "../phrases";
import type { SolveRequest } from "../request";

/** Exposing for the highlights means this far under the meter, stops: from just visibly darker to the darkest that still looks good. */
const HIGHLIGHTS_TARGET = [-0.7, -2] as const;
/** A picture this far off its target is visibly too bright or too dark, stops. */
const OFF_TARGET_STOPS = 1;
/** A picture this far over its target is washed out, whatever is done to it afterwards, stops. */
const WASHED_OUT_STOPS = 2.6;
/** Stops that a single frame can be lifted by when it is developed before noise and banding show. */
const LIFTED_STOPS = 4;
const USABLE_SNR = 8;
const CLEAN_SNR = 20;

/** Where metered surfaces should come out: at the meter, or as far under it as the brightest ones need to keep detail. */
export function targetStops({ schools, highlightStops }: SolveRequest): number {
  if (schools.brightness === "meter") return 0;
  const [least, most] = HIGHLIGHTS_TARGET;
  return Math.max(most, Math.min(least, METER_TO_CLIP_STOPS - highlightStops));
}

const baseMeterStops = ({ base }: Outlook): number => base.meterStops;

/** A level from the meter, as the metered surfaces lie under white. */
const groundAt: DemandLight = {
  of: "ground",
  underWhite: (value, { base }) => base.stopsUnderWhite + base.meterStops - value,
};
/** A quantity that is told under white already. */
const underWhite = (value: number): number => value;

const underOrOver = (value: number): string =>
  Math.abs(value) < 0.05 ? "just at white" : value >= 0 ? `${stops(value)} under white` : `${stops(value)} over white`;

/** What keeps still surfaces within what a picture can hold. */
export function surfaceDemands(request: SolveRequest, ground: string, highlights: "hard" | "soft"): Demand[] {
  const lowest = request.camera.isoLadder[0]!;
  const at = (product: number) => time(product / lowest);
  const target = targetStops(request);
  return [
    {
      id: "surfaces-clip",
      quiet: false,
      hard: true,
      least: 0,
      most: Number.POSITIVE_INFINITY,
      source: "ISO 12232: a surface at the meter's level lies 3.26 stops under clipping.",
      read: ({ base }) => base.stopsUnderWhite,
      light: { of: "ground", underWhite },
      said: (value, _, met) => `The ${ground} ${met ? "stays" : "comes out white,"} ${underOrOver(value)}.`,
      edge: {
        axis: "brightness",
        name: () => `${ground} clips`,
        reason: (product) => `At ISO ${lowest} the ${ground} is white from ${at(product)} a frame on.`,
        moves: "Each stop of filter doubles the time; the mean of N frames does the same as log2 N stops.",
      },
      remedies: ["filter", "darker", "more-time", "tripod"],
    },
    {
      id: "highlights-clip",
      quiet: true,
      hard: highlights === "hard",
      least: 0,
      most: Number.POSITIVE_INFINITY,
      insists: true,
      source: "The brightest surfaces that a person wants to keep.",
      read: ({ base }) => base.highlightsUnderWhite,
      said: (value, { base }, met) =>
        met
          ? `Surfaces ${stops(request.highlightStops)} brighter keep their detail, ${underOrOver(value)}.`
          : `Surfaces ${stops(request.highlightStops)} brighter are white${value < -0.05 ? `, ${stops(value)} over` : ""}; ${percent(base.clippedShare)} of the picture clips.`,
      edge: {
        axis: "brightness",
        name: () => "bright surfaces clip",
        reason: (product) =>
          `Surfaces ${stops(request.highlightStops)} over the metered ones clip first: at ISO ${lowest} from ${at(product)} on.`,
        moves: "Darker and lifted afterwards, or a bracket where nothing moves.",
      },
      remedies: ["filter", "tripod"],
    },
    {
      id: "lightness",
      quiet: true,
      hard: true,
      least: -LIFTED_STOPS,
      most: target + WASHED_OUT_STOPS,
      source:
        "A frame of 12 bits can be lifted by about four stops before banding shows; half a stop under white, colours are washed out.",
      read: baseMeterStops,
      light: groundAt,
      said: (value, _, met) => {
        if (met) return `The ${ground} comes out ${signed(value)} from the meter.`;
        return value > target
          ? `The ${ground} comes out ${stops(value)} over the meter, washed out.`
          : `The ${ground} comes out ${stops(value)} under the meter, too dark to be lifted.`;
      },
      edge: {
        axis: "brightness",
        name: (_, forbids) => (forbids === "more" ? "washed out" : "too dark"),
        reason: (product, forbids) =>
          forbids === "more"
            ? `From ${at(product)} at ISO ${lowest} the ${ground} comes out more than ${stops(target + WASHED_OUT_STOPS)} over the meter: colours wash out.`
            : `Under ${at(product)} at ISO ${lowest} the ${ground} comes out more than ${stops(LIFTED_STOPS)} under the meter; lifted that far, noise and banding show.`,
        moves: "Longer, a higher ISO, less filter, or more light; the other way where it is too bright.",
      },
      remedies: ["brighter", "filter", "darker", "more-time", "tripod"],
    },
    {
      id: "brightness",
      quiet: false,
      hard: false,
      least: target - OFF_TARGET_STOPS,
      most: target + OFF_TARGET_STOPS,
      insists: true,
      source: request.schools.brightness === "meter" ? "Exposing to the meter." : "Exposing for the highlights.",
      read: baseMeterStops,
      light: groundAt,
      said: (value, _, met) => {
        if (met) return `The ${ground} comes out ${signed(value)} from the meter.`;
        return value > target
          ? `The ${ground} comes out ${signed(value)} from the meter: darken it afterwards.`
          : `The ${ground} comes out ${signed(value)} from the meter: lift it afterwards, and its noise with it.`;
      },
      edge: null,
      remedies: ["filter", "brighter", "darker", "tripod"],
    },
  ];
}

/** Noise in the mid-tones. */
export function noiseDemands(): Demand[] {
  const said: Demand["said"] = (value, { noise }, met) => {
    if (value <= 0) return "There is no signal to noise in what is white.";
    const judged = met ? "" : value < USABLE_SNR ? ": too noisy" : ": grain shows";
    return `Signal to noise ${value.toFixed(0)} in the mid-tones and ${noise.shadow.toFixed(noise.shadow < 10 ? 1 : 0)} in shadows three stops darker${judged}.`;
  };
  const noisy: Demand = {
    id: "noise",
    quiet: true,
    hard: true,
    least: USABLE_SNR,
    most: Number.POSITIVE_INFINITY,
    source: "A mid-tone is usable from a signal-to-noise ratio of 8 on.",
    read: ({ noise }) => noise.midTone || null,
    said,
    edge: {
      axis: "shutter",
      name: (seconds) => `noisy under ${time(seconds)}`,
      reason: (seconds) =>
        `In frames under ${time(seconds)} so little light comes in that a mid-tone's signal-to-noise ratio falls under ${USABLE_SNR}; a higher ISO brings no light.`,
      moves: "Longer, less filter, more light; the mean of N frames lowers it by N.",
    },
    remedies: ["brighter", "tripod", "more-time"],
  };
  const clean: Demand = {
    ...noisy,
    id: "clean",
    quiet: false,
    hard: false,
    least: CLEAN_SNR,
    edge: null,
    source: "A mid-tone is clean from a signal-to-noise ratio of 20 on.",
  };
  return [noisy, clean];
}

/** A sky in the picture that keeps its colour. */
export function skyDemand(request: SolveRequest, hard: boolean): Demand[] {
  if (request.skyEv === null) return [];
  return [
    {
      id: "sky-clips",
      quiet: false,
      hard,
      least: 0,
      most: Number.POSITIVE_INFINITY,
      source: "What is white has no colour and no star.",
      read: ({ sky }) => sky?.stopsUnderWhite ?? null,
      light: { of: "sky", underWhite },
      said: (value, { sky }, met) =>
        met
          ? `The sky stays ${underOrOver(value)}.`
          : `The sky comes out white, ${stops(value)} over${sky && sky.overStops > 0 ? `: it is ${stops(sky.overStops)} brighter than what is metered` : ""}.`,
      edge: {
        axis: "brightness",
        name: () => "sky clips",
        reason: (product) =>
          `The clear sky in the picture is EV ${plain(request.skyEv ?? 0)} then: at ISO ${request.camera.isoLadder[0]} it is white from ${time(product / request.camera.isoLadder[0]!)} on.`,
        moves: "A later hour at dusk, an earlier one at dawn; another direction; a bracket where nothing moves.",
      },
      remedies: ["darker-sky", "filter"],
    },
  ];
}
