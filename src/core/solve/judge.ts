import { type IntentId, isOfStars } from "../intent";
import { freezeSeconds, handHeldSeconds, longestStarShutter, starTrailPx } from "../motion";
import { equivalentFocalMm } from "../optics";
import { readableDuration } from "../recipe";
import { signed } from "../words";
import { type Candidate, openSeconds, type Prediction, periodOf } from "./candidate";
import { noiseCeilingIso } from "./edges/brightnessEdges";
import { BARE_SETUP } from "./edges/edge";
import { fieldEdges } from "./edges/fieldEdges";
import { LIGHT_DRAWING_SECONDS, SMOOTH_DUTY } from "./edges/motionEdges";
import { METER_TO_CLIP_STOPS, skyOverStops } from "./exposure";
import { groundOf } from "./ground";
import type { SolveRequest } from "./request";

/** Exposing for the highlights means this far under the meter, stops: from just visibly darker to the darkest that still looks good. */
const HIGHLIGHTS_TARGET = [-0.7, -2] as const;
const CLEAN_SNR = 20;
/** What clipped surfaces cost a still view, for each unit of their share. */
const CLIPPED_LOSS = 4;
/** Trails that are white all through still make a picture, if a lesser one. */
const WHITE_TRAILS = 0.75;
/** A picture that came out bright but holds all its light can be darkened: a compromise, whatever the meter says. */
const UNCLIPPED = 0.5;
const BRIGHT_STOPS = 1;
/** A frame that gusts have moved is not lost, but softer. */
const WINDY = 0.8;
/** Pictures that may be dark, and are seldom clean. */
const isDark = (intent: IntentId): boolean => isOfStars(intent) || intent === "light-drawing";

const clamp = (value: number): number => Math.max(0, Math.min(1, value));

interface Judgement {
  readonly value: number;
  readonly reason: string;
}

const percent = (share: number): string =>
  `${share > 0.99 && share < 1 ? (100 * share).toFixed(1) : Math.round(100 * share)} %`;

/** How well the motion in a recipe serves its intent. */
function judgeMotion(request: SolveRequest, { shutterSeconds }: Candidate, p: Prediction): Judgement {
  const { intent, schools, camera, mover } = request;
  switch (intent) {
    case "light-trails":
    case "blurred-subject": {
      if (p.coverage === null) return { value: 1, reason: "No mover was given." };
      const crossed = p.coverage >= 1 ? "It crosses the whole frame" : `It crosses ${percent(p.coverage)} of the frame`;
      const duty = p.frames > 1 ? shutterSeconds / periodOf(request, shutterSeconds) : 1;
      const gaps = duty < SMOOTH_DUTY ? `, with the shutter open ${percent(duty)} of the time: gaps show` : "";
      return { value: (p.coverage >= 1 ? 1 : p.coverage ** 1.5) * duty ** 0.5, reason: `${crossed}${gaps}.` };
    }
    case "smoothed-water": {
      const left = p.contrastLeft ?? 1;
      const value =
        schools.water === "silk"
          ? clamp(1 - (left - 0.2) / 0.25)
          : left > 0.65
            ? clamp(1 - (left - 0.65) / 0.2)
            : clamp(1 - (0.3 - left) / 0.15);
      return { value, reason: `${percent(left)} of the water's pattern is left.` };
    }
    case "emptied-place":
      if (p.cleanProbability !== null) {
        return {
          value: p.cleanProbability,
          reason: `${percent(p.cleanProbability)} of the pixels that people pass come out clean in the median of ${p.frames} frames.`,
        };
      }
      if (p.ghostOpacity === null) return { value: 1, reason: "No crowd was given." };
      return {
        value: clamp(1 - 4 * Math.max(0, p.ghostOpacity - 0.1)),
        reason: `A passer-by leaves a ghost of ${percent(p.ghostOpacity)}.`,
      };
    case "star-points":
    case "meteors": {
      const limit = longestStarShutter(camera.lens, request.declinationDeg, schools.stars, schools.starFactor);
      const share = shutterSeconds / limit;
      return {
        value: share <= 1.02 ? clamp(share ** 0.5) : clamp(1 - 5 * (share - 1)),
        reason: `Stars trail by ${p.starTrailPx.toFixed(1)} pixels; the limit is ${readableDuration(Math.round(limit * 10) / 10)}.`,
      };
    }
    case "star-arcs": {
      const gap = starTrailPx(camera.lens, request.declinationDeg, camera.writeSeconds);
      const span = p.totalSeconds / request.windowSeconds;
      return {
        value: clamp(span) * clamp(2 - gap),
        reason: `Gaps of ${gap.toFixed(2)} pixels between frames; ${((15.041 * p.totalSeconds) / 3600).toFixed(0)}° of turning.`,
      };
    }
    case "frozen-action": {
      if (!mover) return { value: 1, reason: "No mover was given." };
      const limit = freezeSeconds(camera.lens.focalLengthMm, camera.lens.pitchUm, mover, 3);
      return {
        value: clamp((limit / shutterSeconds) ** 1.5),
        reason: `It blurs over ${((3 * shutterSeconds) / limit).toFixed(1)} pixels.`,
      };
    }
    case "sweep":
      return {
        value: Math.exp(-(Math.log2(shutterSeconds * 20) ** 2) / 2),
        reason: "About 1/20 s streaks the background and still lets you keep up.",
      };
    case "moving-picture": {
      const angle = 360 * request.framesPerSecond * shutterSeconds;
      return {
        value: angle > 360 ? 0 : Math.exp(-(Math.log2(angle / 180) ** 2)),
        reason: `A shutter angle of ${Math.round(angle)}°; 180° looks natural.`,
      };
    }
    case "light-drawing":
      return {
        value: clamp(shutterSeconds / LIGHT_DRAWING_SECONDS),
        reason: `${LIGHT_DRAWING_SECONDS} s and more leave time to draw.`,
      };
    default:
      return { value: 1, reason: "Nothing has to move." };
  }
}

/** What is the same for all candidates of a request, worked out once. */
export interface Context {
  readonly targetStops: number;
  readonly isoCeiling: number;
  readonly handHeld: number | null;
  /** Longest shutter before gusts show. */
  readonly windSeconds: number;
  /** What the motion needs of all frames together, seconds; null where it needs nothing. */
  readonly neededSeconds: number | null;
  /** The longest that motion and phone allow, seconds. */
  readonly longestSeconds: number;
}

/** Edges of motion past which a picture is lost; the others only cost something. */
const LONGEST_IDS: ReadonlySet<string> = new Set(["phone-longest", "texture-to", "stars", "freezing", "frame-rate"]);

/** Where the metered surfaces should come out: at the meter, or as far under it as the brightest ones need to keep detail. */
function targetOf({ schools, highlightStops }: SolveRequest): number {
  if (schools.brightness === "meter") return 0;
  const [least, most] = HIGHLIGHTS_TARGET;
  return Math.max(most, Math.min(least, METER_TO_CLIP_STOPS - highlightStops));
}

/** Works out what is the same for all candidates of a request. */
export function contextOf(request: SolveRequest): Context {
  const times = fieldEdges(request, BARE_SETUP).flatMap(({ id, curve, forbids, of }) =>
    curve.kind === "shutter" ? [{ id, seconds: curve.seconds, forbids, of }] : [],
  );
  const needed = times.filter(({ id, forbids, of }) => forbids === "shorter" && (of === "whole" || id === "drawing"));
  return {
    windSeconds: times.find(({ id }) => id === "wind")?.seconds ?? Number.POSITIVE_INFINITY,
    neededSeconds: needed.length > 0 ? Math.max(...needed.map(({ seconds }) => seconds)) : null,
    longestSeconds: Math.min(...times.filter(({ id }) => LONGEST_IDS.has(id)).map(({ seconds }) => seconds)),
    targetStops: targetOf(request),
    isoCeiling: request.schools.isoCeiling ?? noiseCeilingIso(request),
    handHeld: handHeldSeconds(request.support, equivalentFocalMm(request.camera.lens), request.stabilisationStops),
  };
}

/** What is lost for each stop of time off what the school of length asks for; so many stops over the need are free. */
const LENGTH_LOSS = 0.04;
const FREE_STOPS = 2;

/** How well the open time follows the school: no longer than needed, or as long as can be. */
function lengthFactor(request: SolveRequest, context: Context, candidate: Candidate): number {
  const open = openSeconds(candidate);
  const { neededSeconds, longestSeconds } = context;
  // Stray light gathers while somebody draws: no second more than it takes.
  const free = request.intent === "light-drawing" ? 0 : FREE_STOPS;
  if (request.schools.length === "longest")
    return clamp(1 - LENGTH_LOSS * Math.max(0, Math.log2(longestSeconds / open)));
  return neededSeconds === null ? 1 : clamp(1 - LENGTH_LOSS * Math.max(0, Math.log2(open / neededSeconds) - free));
}

/** How good a candidate can be at most, 0 to 1: all that matters and needs no prediction. */
export function mostScore(request: SolveRequest, context: Context, candidate: Candidate, meterStops: number): number {
  const { handHeld, windSeconds, isoCeiling, targetStops } = context;
  const { shutterSeconds, frames, filterStops, iso } = candidate;
  const away = meterStops - targetStops;
  const spread = away > 0 ? 1.1 : isDark(request.intent) ? 4 : 1.6;
  const held = away > 0 && meterStops <= METER_TO_CLIP_STOPS ? UNCLIPPED : 0;
  const brightness = Math.max(held, Math.exp(-((away / spread) ** 2)));
  const still = handHeld === null || shutterSeconds <= handHeld ? 1 : clamp(handHeld / shutterSeconds) ** 2;
  const windy = shutterSeconds <= windSeconds ? 1 : WINDY;
  const effort = 1 - 0.02 * Math.log2(frames) - (filterStops > 0 ? 0.03 : 0);
  const allowed = iso <= isoCeiling * 1.01 ? 1 : 0.4;
  return brightness * still * windy * effort * allowed * lengthFactor(request, context, candidate);
}

/** How good a candidate is, 0 to 1: everything that matters multiplied, so that one failing cannot be made up for. */
export function scoreOf(request: SolveRequest, context: Context, candidate: Candidate, p: Prediction): number {
  const clipped = request.intent === "still-view" ? 1 - Math.min(0.5, CLIPPED_LOSS * p.clippedShare) : 1;
  const trail =
    p.trailHeadroomStops === null || request.intent !== "light-trails"
      ? 1
      : Math.max(WHITE_TRAILS, clamp(1 + p.trailHeadroomStops / 10));
  const noise = 1 - Math.exp(-p.snrMidTone / (isDark(request.intent) ? CLEAN_SNR / 5 : CLEAN_SNR / 2));
  const room = p.megabytes <= request.freeMegabytes && p.totalSeconds <= request.windowSeconds * 1.05 + 10 ? 1 : 0;
  const motion = judgeMotion(request, candidate, p).value;
  return mostScore(request, context, candidate, p.meterStops) * clipped * trail * noise * motion * room;
}

/** Why, in sentences. */
export function reasonsOf(request: SolveRequest, context: Context, candidate: Candidate, p: Prediction): string[] {
  const bright = p.meterStops > BRIGHT_STOPS && p.headroomStops >= 0;
  const reasons = [
    `The ${groundOf(request)} comes out ${signed(p.meterStops)} from the meter, ${p.headroomStops < 0 ? "and clips" : `${p.headroomStops.toFixed(1)} stops under clipping`}${bright ? ": darken it afterwards" : ""}.`,
    judgeMotion(request, candidate, p).reason,
  ];
  const over = skyOverStops(request);
  if (over !== null && over > p.headroomStops) {
    reasons.push(
      `The sky is ${over.toFixed(1)} stops brighter and comes out white; a later hour at dusk, or an earlier one at dawn, keeps it.`,
    );
  }
  if (p.trailHeadroomStops !== null) {
    reasons.push(
      p.trailHeadroomStops >= 0
        ? `Trails stay ${p.trailHeadroomStops.toFixed(1)} stops under white.`
        : `Trails are ${(-p.trailHeadroomStops).toFixed(1)} stops over white, at any shutter time.`,
    );
  }
  reasons.push(
    `Signal to noise ${p.snrMidTone.toFixed(0)} in the mid-tones, ${p.snrShadow.toFixed(0)} three stops down.`,
  );
  if (candidate.shutterSeconds > context.windSeconds) {
    reasons.push(
      "Gusts move the phone while the shutter is open: keep it low, hang a weight on it, or stack shorter frames.",
    );
  }
  if (context.handHeld !== null && candidate.shutterSeconds > context.handHeld) {
    reasons.push(`Too long for the hand: ${readableDuration(candidate.shutterSeconds)}.`);
  }
  return reasons;
}
