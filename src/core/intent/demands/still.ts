import { CLEAN_MEDIAN, WATERS } from "../../motion";
import type { Demand } from "../demand";
import { framesText, percent, time } from "../phrases";
import type { SolveRequest } from "../request";

const TEXTURE_CONTRAST = [0.3, 0.65] as const;
const SILK_CONTRAST = 0.2;
/** A ghost or veil of a tenth passes unseen. */
const SEEN_SHARE = 0.1;
/** More pixels with somebody in them leave limbs and shadows behind. */
const UNCLEAN_SEEN = 0.01;
const LEAST = Number.NEGATIVE_INFINITY;

/** Water as silk, or as streaks. */
export function waterDemand({ water, schools }: SolveRequest): Demand[] {
  if (water === null) return [];
  const { name } = WATERS[water];
  const silk = schools.water === "silk";
  const [least, most] = silk ? [LEAST, SILK_CONTRAST] : TEXTURE_CONTRAST;
  return [
    {
      id: "water",
      quiet: false,
      hard: true,
      least,
      most,
      source: silk
        ? "The school of silk: under 20 % of the pattern."
        : "The school of texture: 30 to 65 % of the pattern.",
      read: (o) => o.water?.contrastLeft ?? null,
      said: (value, _, met) => {
        const left = `${percent(value)} of the water's pattern is left`;
        if (met) return `${left}: ${silk ? "silk" : "streaks"}.`;
        if (silk) return `${left}: not silk yet.`;
        return `${left}: ${value > most ? "drops, not streaks" : "too smooth for streaks"}.`;
      },
      edge: {
        axis: "shutter",
        name: (seconds, forbids) =>
          silk ? `silk from ${time(seconds)}` : `streaks ${forbids === "less" ? "from" : "to"} ${time(seconds)}`,
        reason: (seconds, forbids) =>
          forbids === "less"
            ? `Under ${time(seconds)} a frame more than ${percent(most)} of the pattern of ${name} is left.`
            : `Over ${time(seconds)} a frame less than ${percent(least)} of the pattern of ${name} is left.`,
        moves: silk ? "Faster water turns to silk sooner; or choose texture." : "Choose silk, or other water.",
      },
      remedies: ["filter", "darker", "more-time", "tripod", "other-school"],
    },
  ];
}

/** A place without the people in it. */
export function emptyDemands({ crowd }: SolveRequest): Demand[] {
  if (crowd === null) return [];
  const veiled: Demand = {
    id: "veil",
    quiet: false,
    hard: true,
    least: LEAST,
    most: SEEN_SHARE,
    source: "A veil of a tenth passes unseen.",
    read: (o) => o.people?.veil ?? null,
    said: (value, _, met) =>
      met
        ? `People leave a veil of ${percent(value)}.`
        : `People leave a veil of ${percent(value)} over the ground, however long the shutter is open${crowd.occupancy < 0.5 ? ": only a median takes it away" : ", and no median takes it away either"}.`,
    edge: null,
    remedies: ["more-time", "fewer-people", "tripod"],
  };
  const ghosts: Demand = {
    id: "emptied",
    quiet: false,
    hard: true,
    least: LEAST,
    most: SEEN_SHARE,
    source: "A ghost of a tenth passes unseen.",
    read: (o) => o.people?.ghostOpacity ?? null,
    said: (value) => `A passer-by leaves a ghost of ${percent(value)}.`,
    edge: {
      axis: "shutter",
      name: (seconds) => `empty from ${time(seconds)}`,
      reason: (seconds) =>
        `Somebody who stays on one spot for ${time(crowd.dwellSeconds)} leaves a ghost of less than ${percent(SEEN_SHARE)} only from ${time(seconds)} a frame on.`,
      moves: "The median of many frames needs no long shutter; nobody who sits still goes away.",
    },
    remedies: ["filter", "darker", "more-time", "tripod"],
  };
  const clean: Demand = {
    id: "median-clean",
    quiet: true,
    hard: true,
    least: LEAST,
    most: UNCLEAN_SEEN,
    source: "One pixel in a hundred with a limb or a shadow in it is seen.",
    read: (o) => (o.people?.cleanProbability == null ? null : 1 - o.people.cleanProbability),
    said: (value, o, met) => {
      const judged = met ? "" : value > UNCLEAN_SEEN ? ": limbs and shadows stay" : ": a trace stays here and there";
      return `${percent(1 - value)} of the pixels where people pass come out clean in the median of ${framesText(o.plan.frames)}${judged}.`;
    },
    edge: {
      axis: "shutter",
      name: (seconds) => `frames to ${time(seconds)}`,
      reason: (seconds) =>
        `In frames over ${time(seconds)} so many people pass while the shutter is open that the median no longer finds the empty ground.`,
      moves: "More frames, farther apart; or an emptier hour.",
    },
    remedies: ["more-time", "fewer-people", "tripod"],
  };
  return [
    veiled,
    ghosts,
    clean,
    {
      ...clean,
      id: "median-all-clean",
      quiet: false,
      hard: false,
      most: 1 - CLEAN_MEDIAN,
      edge: null,
      source: "One pixel in a thousand is not seen.",
    },
  ];
}
