import { type Ladder, nearestRung } from "../light";
import { readableDuration } from "../recipe";
import { plain, signed } from "../words";

/** What a test frame says of itself. */
export interface TestReading {
  /** Over (+) or under (-) the meter's level by the chosen way of metering, stops. */
  readonly errorStops: number;
  /** Shares of its pixels, 0 to 1. */
  readonly clippedAny: number;
  readonly crushedAll: number;
}

/** What a frame was taken with, as far as brightness goes. */
export interface TrySettings {
  readonly shutterSeconds: number;
  readonly iso: number;
  readonly filterStops: number;
}

/** Within what the next frame may be taken. */
export interface TryLimits {
  readonly shutterLadder: Ladder;
  readonly isoLadder: Ladder;
  /** What motion, hand and stars leave. */
  readonly leastShutterSeconds: number;
  readonly mostShutterSeconds: number;
  readonly mostIso: number;
  /** Filters at hand, stops each; one at a time. */
  readonly filterStops: readonly number[];
}

/** One thing to change, with its reason. */
export interface TryStep {
  readonly of: "shutter" | "iso" | "filter" | "frames" | "place";
  readonly why: string;
}

/** What to set for the next frame. */
export interface NextTry {
  readonly settings: TrySettings;
  readonly steps: readonly TryStep[];
  /** What it will then still be off, stops, by this frame's reading. */
  readonly offStops: number;
}

/** Nearer than a rung of the ladder there is nothing to set. */
export const ENOUGH_STOPS = 1 / 3;
/**
 * Light over white is not in a frame's mean: with a share of it clipped the frame is brighter by so much times its square, stops, as
 * frames of the scenes that ship come out.
 */
const HIDDEN_BY_CLIPPING = 1.3;
/** A frame from this share on is white, or black, all over, and tells no more than that: by as much as is tried then, stops. */
const ALL_OVER = 0.95;
const LEAP_STOPS = 6;

const least = (ladder: Ladder): number => ladder[0]!;
const most = (ladder: Ladder): number => ladder.at(-1)!;
const within = (value: number, low: number, high: number): number => Math.min(high, Math.max(low, value));

/** Where the frame truly lies, as far as it tells. */
function trueError({ errorStops, clippedAny, crushedAll }: TestReading): number {
  if (crushedAll > ALL_OVER) return errorStops - LEAP_STOPS;
  return errorStops + (clippedAny > ALL_OVER ? LEAP_STOPS : HIDDEN_BY_CLIPPING * clippedAny ** 2);
}

/** The rung nearest to a value, within bounds; its lowest or highest where none lies within. */
function rungWithin(ladder: Ladder, value: number, low: number, high: number): number {
  const open = ladder.filter((rung) => rung >= low * 0.999 && rung <= high * 1.001);
  return nearestRung(open.length > 0 ? open : ladder, value);
}

/**
 * What to set for the next test frame so that it comes out as wanted: the shutter first, then the ISO, then a filter, then more
 * frames, then another place; each by rungs that the phone has.
 *
 * @param targetStops Where it should come out, stops from the meter's level.
 * @returns null when it is near enough.
 */
export function nextTry(
  reading: TestReading,
  targetStops: number,
  settings: TrySettings,
  limits: TryLimits,
): NextTry | null {
  let change = targetStops - trueError(reading);
  if (Math.abs(change) <= ENOUGH_STOPS) return null;
  const steps: TryStep[] = [];
  const dark = change > 0;
  const seen = `It came out ${plain(Math.abs(change))} stops too ${dark ? "dark" : "bright"}`;

  const low = Math.max(least(limits.shutterLadder), limits.leastShutterSeconds);
  const high = Math.min(most(limits.shutterLadder), limits.mostShutterSeconds);
  const shutterSeconds = rungWithin(limits.shutterLadder, settings.shutterSeconds * 2 ** change, low, high);
  const byShutter = Math.log2(shutterSeconds / settings.shutterSeconds);
  if (Math.abs(byShutter) > ENOUGH_STOPS / 2) {
    const end = Math.abs(change - byShutter) > ENOUGH_STOPS;
    steps.push({
      of: "shutter",
      why: `${seen}: ${readableDuration(shutterSeconds)} is ${signed(byShutter)}${end ? ", as far as the motion and the phone let it" : ""}.`,
    });
    change -= byShutter;
  }

  const wantedIso = settings.iso * 2 ** change;
  const iso = rungWithin(limits.isoLadder, wantedIso, least(limits.isoLadder), limits.mostIso);
  const byIso = Math.log2(iso / settings.iso);
  if (Math.abs(change) > ENOUGH_STOPS && Math.abs(byIso) > ENOUGH_STOPS / 2) {
    steps.push({
      of: "iso",
      why: `The shutter leaves ${signed(change)}: ISO ${iso}${dark ? ", which is noisier" : ", which has less noise"}.`,
    });
    change -= byIso;
  }
  const set = { shutterSeconds, iso: steps.some(({ of }) => of === "iso") ? iso : settings.iso };

  const filterStops = nearestFilter(settings.filterStops - change, limits.filterStops);
  const byFilter = settings.filterStops - filterStops;
  if (Math.abs(change) > ENOUGH_STOPS && Math.abs(byFilter) > 0 && Math.abs(change - byFilter) < Math.abs(change)) {
    steps.push({
      of: "filter",
      why:
        filterStops === 0
          ? `Without the filter there are ${plain(byFilter)} stops more.`
          : `Shutter and ISO are at their ends: a filter of ${plain(filterStops, 0)} stops takes what is left.`,
    });
    change -= byFilter;
  }
  const filtered = {
    ...set,
    filterStops: steps.some(({ of }) => of === "filter") ? filterStops : settings.filterStops,
  };

  if (Math.abs(change) > ENOUGH_STOPS)
    steps.push(
      change > 0
        ? {
            of: "frames",
            why: `It stays ${plain(change)} stops dark: fuse ${framesFor(change)} frames, and lift their mean.`,
          }
        : { of: "place", why: `It stays ${plain(-change)} stops bright: another hour, or a darker place.` },
    );
  return { settings: filtered, steps, offStops: within(-change, -99, 99) };
}

/** No filter, or the one at hand that comes nearest. */
function nearestFilter(wanted: number, atHand: readonly number[]): number {
  return [0, ...atHand].reduce((best, each) => (Math.abs(each - wanted) < Math.abs(best - wanted) ? each : best));
}

/** More frames than this nobody waits for. */
const MOST_FRAMES = 64;
/** Lifting light by stops lifts its noise as much: a mean of as many frames as the square makes up for it. */
const framesFor = (stops: number): number => Math.min(MOST_FRAMES, Math.ceil(4 ** stops));
