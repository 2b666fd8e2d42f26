import { SUPPORTS } from "../../motion";
import { type Outlook, screenSharpPx } from "../../outlook";
import type { Demand } from "../demand";
import { isoText, pixels, time } from "../phrases";
import type { SolveRequest } from "../request";

/** A blur disc of two pixels passes for sharp at full size. */
const SHARP_PX = 2;

/** What blurs still things most, in words. */
function culprit({ softness, plan }: Outlook, request: SolveRequest): string {
  const { handPx, touchPx, gustPx, focusPx, alignmentPx } = softness;
  const most = Math.max(handPx, touchPx, gustPx, focusPx, alignmentPx);
  const support = SUPPORTS[request.support].name;
  if (most === alignmentPx && most > 0)
    return "the hand wanders between frames, and they are fused without being aligned";
  if (most === handPx && most > 0) return "that is too long for the hand";
  if (most === gustPx && most > 0) return `gusts of ${request.gustMps} m/s move a phone on a ${support}`;
  if (most === focusPx && most > 0) return "the focus is at another distance";
  return plan.delaySeconds > 0 ? "the shake of the press lasts beyond the delay" : "pressing the screen shakes it";
}

/** What an edge of sharpness is called, by what blurs most there. */
function edgeName({ softness }: Outlook, at: string, forbids: "more" | "less"): string {
  const { handPx, touchPx, gustPx } = softness;
  const side = forbids === "more" ? "from" : "under";
  if (handPx > Math.max(touchPx, gustPx)) return `hand-held to ${at}`;
  return gustPx > touchPx ? `gusts show ${side} ${at}` : `the press shows ${side} ${at}`;
}

/** Still things must come out sharp. */
export function sharpnessDemands(request: SolveRequest): Demand[] {
  const { lens } = request.camera;
  const screenPx = Math.hypot(lens.widthPx, lens.heightPx) / 1500;
  const said: Demand["said"] = (value, outlook, met) =>
    met && value < SHARP_PX
      ? `Still things are sharp to ${pixels(Math.max(value, 0.1))}.`
      : `Still things are soft by ${pixels(value)}: ${culprit(outlook, request)}.`;
  const onScreen: Demand = {
    id: "soft",
    quiet: true,
    hard: true,
    least: Number.NEGATIVE_INFINITY,
    most: screenPx,
    source: "Sharp on a screen: a 1,500th of the picture's diagonal.",
    // Its own size goes along: a crop or a larger file has other pixels.
    read: ({ softness, plan }) => (softness.totalPx * screenPx) / screenSharpPx(plan),
    said,
    edge: {
      axis: "shutter",
      name: (seconds, forbids, outlook) => edgeName(outlook, time(seconds), forbids),
      reason: (seconds, forbids, outlook) =>
        `In frames ${forbids === "more" ? "over" : "under"} ${time(seconds)} still things blur by more than ${pixels(screenPx)}, which shows on a screen: ${culprit(outlook, request)}.`,
      moves:
        "A tripod, or a shoe, a stone, a railing; low and weighted in wind; a delay, a remote or the headset's button.",
    },
    remedies: ["tripod", "shelter", "remote", "focus"],
  };
  return [
    onScreen,
    {
      ...onScreen,
      id: "sharp",
      quiet: true,
      hard: false,
      most: SHARP_PX,
      read: ({ softness }) => softness.totalPx,
      edge: null,
      source: "Sharp at full size: two pixels.",
    },
  ];
}

/** Across a sweep's own way the hand keeps its limit: up and down the subject must come out sharp. */
export function acrossDemand({ camera: { lens } }: SolveRequest): Demand[] {
  const screenPx = Math.hypot(lens.widthPx, lens.heightPx) / 1500;
  return [
    {
      id: "across",
      quiet: true,
      hard: true,
      least: Number.NEGATIVE_INFINITY,
      most: screenPx,
      source: "Sharp on a screen: a 1,500th of the picture's diagonal.",
      read: ({ softness, plan }) => (softness.handPx * screenPx) / screenSharpPx(plan),
      said: (value, _, met) =>
        met
          ? `Across the sweep the hand is steady to ${pixels(Math.max(value, 0.1))}.`
          : `Across the sweep the hand shakes by ${pixels(value)}: too long for it.`,
      edge: {
        axis: "shutter",
        name: (seconds) => `steady across to ${time(seconds)}`,
        reason: (seconds) =>
          `In frames over ${time(seconds)} a hand shakes up and down by more than ${pixels(screenPx)}.`,
        moves: "Turn the phone on a tripod's head, or brace the elbows; a steadier lens.",
      },
      remedies: ["tripod"],
    },
  ];
}

/** Time, storage, battery, and a person's own ceiling. */
export function roomDemands(request: SolveRequest): Demand[] {
  const { windowSeconds, freeMegabytes, batteryPercent, schools } = request;
  const none = Number.NEGATIVE_INFINITY;
  const own: Demand[] =
    schools.isoCeiling === null
      ? []
      : [
          {
            id: "own-iso",
            quiet: true,
            hard: true,
            least: none,
            most: schools.isoCeiling,
            source: "A person's own choice.",
            read: ({ plan }) => plan.iso,
            said: (value, _, met) =>
              `${isoText(value)} ${met ? "keeps to" : "is over"} your ceiling of ${schools.isoCeiling}.`,
            edge: {
              axis: "iso",
              name: (iso) => `your ISO ceiling, ${Math.round(iso)}`,
              reason: () => "You chose to go no higher.",
              moves: "Choose another ceiling.",
            },
            remedies: ["other-school"],
          },
        ];
  return [
    {
      id: "window",
      quiet: true,
      hard: true,
      least: none,
      most: windowSeconds,
      source: "The time there is.",
      read: ({ cost }) => cost.seconds,
      said: (value, _, met) =>
        `It takes ${time(value)} from pressing to the end${met ? "" : `, and there are ${time(windowSeconds)}`}.`,
      edge: {
        axis: "shutter",
        name: () => `time there is, ${time(windowSeconds)}`,
        reason: () => `The delay, all frames and the pauses between them must fit into ${time(windowSeconds)}.`,
        moves: "Begin earlier, or use fewer frames.",
      },
      remedies: ["more-time"],
    },
    {
      id: "battery",
      quiet: true,
      hard: true,
      least: none,
      most: batteryPercent,
      source: "What is in the battery.",
      read: ({ cost }) => cost.batteryPercent,
      said: (value, _, met) =>
        `It takes ${value.toFixed(1)} % of a battery${met ? "" : ` that holds ${batteryPercent} %`}.`,
      edge: {
        axis: "shutter",
        name: (seconds) => `battery, ${time(seconds)} a frame`,
        reason: () => `A battery at ${batteryPercent} % carries no more.`,
        moves: "A power bank, a darker screen, flight mode; warm the phone in a pocket before.",
      },
      remedies: ["more-battery"],
    },
    {
      id: "storage",
      quiet: true,
      hard: true,
      least: none,
      most: freeMegabytes,
      source: "What is free on the phone.",
      read: ({ cost }) => cost.megabytes,
      said: (value, _, met) =>
        `It takes ${Math.ceil(value)} MB${met ? "" : ` of the ${Math.floor(freeMegabytes)} that are free`}.`,
      edge: null,
      remedies: ["more-storage"],
    },
    ...own,
  ];
}

/** One long exposure where it can be had, or many short ones. */
export function manyFramesDemand({ schools }: SolveRequest): Demand[] {
  if (schools.frames === "one") return [];
  return [
    {
      id: "many-frames",
      quiet: true,
      hard: false,
      least: 2,
      most: Number.POSITIVE_INFINITY,
      source: "The school of many frames.",
      read: ({ plan }) => plan.frames,
      said: (value) =>
        value > 1 ? `${value} frames, as you choose to work.` : "It is one frame; you choose to take several.",
      edge: null,
      remedies: ["other-school"],
    },
  ];
}
