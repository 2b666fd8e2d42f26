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
  /** Whether many frames may be fused to one; a film's may not. */
  readonly fuses: boolean;
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

/** Where the frame truly lies, as far as it tells. */
function trueError({ errorStops, clippedAny, crushedAll }: TestReading): number {
  if (crushedAll > ALL_OVER) return errorStops - LEAP_STOPS;
  return errorStops + (clippedAny > ALL_OVER ? LEAP_STOPS : HIDDEN_BY_CLIPPING * clippedAny ** 2);
}

/** A filter is the last thing to be put on or taken off: it counts for more than any change of the ISO, stops. */
const FILTER_COST = 20;

interface Option {
  readonly settings: TrySettings;
  /** What the frame is then still off, stops. */
  readonly off: number;
  /** How far the ISO is moved, stops, and more for a filter: the shutter is turned first. */
  readonly cost: number;
  /** How far the shutter is moved, stops. */
  readonly moved: number;
}

/** Stops by which one frame comes out brighter than another. */
const brighter = (to: TrySettings, from: TrySettings): number =>
  Math.log2((to.shutterSeconds * to.iso) / (from.shutterSeconds * from.iso)) - to.filterStops + from.filterStops;

/** Every setting of the phone within its limits that might be wanted: each shutter and filter with its nearest ISO and with this one. */
function* optionsOf(change: number, settings: TrySettings, limits: TryLimits): Generator<Option> {
  const open = limits.shutterLadder.filter(
    (rung) => rung >= limits.leastShutterSeconds * 0.999 && rung <= limits.mostShutterSeconds * 1.001,
  );
  const shutters = new Set(open.length > 0 ? open : [nearestRung(limits.shutterLadder, limits.mostShutterSeconds)]);
  const isos = limits.isoLadder.filter((iso) => iso <= limits.mostIso * 1.001);
  const isoLadder = isos.length > 0 ? isos : limits.isoLadder.slice(0, 1);
  // Nobody puts a filter on because it was too dark.
  const filters = [0, ...limits.filterStops].filter(
    (stops) => Math.sign(settings.filterStops - stops) === Math.sign(change),
  );
  for (const filterStops of new Set([settings.filterStops, ...filters]))
    for (const shutterSeconds of shutters) {
      const left = change - brighter({ ...settings, shutterSeconds, filterStops }, settings);
      for (const iso of new Set([settings.iso, nearestRung(isoLadder, settings.iso * 2 ** left)])) {
        if (iso > limits.mostIso * 1.001 && iso !== isoLadder[0]) continue;
        const set = { shutterSeconds, iso, filterStops };
        const cost = Math.abs(Math.log2(iso / settings.iso)) + (filterStops === settings.filterStops ? 0 : FILTER_COST);
        const moved = Math.abs(Math.log2(shutterSeconds / settings.shutterSeconds));
        yield { settings: set, off: brighter(set, settings) - change, cost, moved };
      }
    }
}

/** Nearer than half a rung of thirds one setting is as good as another, stops, and what differs by less than this is as near. */
const NEAR_STOPS = 0.17;
const ALIKE_STOPS = 0.05;

/** Whether one option is better: near enough with the least change, or else nearer. */
function isBetter(one: Option, other: Option): boolean {
  const beyond = ({ off }: Option) => Math.max(0, Math.abs(off) - NEAR_STOPS);
  const [a, b] = [beyond(one), beyond(other)];
  if (Math.abs(a - b) > ALIKE_STOPS) return a < b;
  return one.cost !== other.cost ? one.cost < other.cost : one.moved < other.moved;
}

/** What was changed, one after the other, and why. */
function stepsTo(change: number, from: TrySettings, to: TrySettings, off: number): TryStep[] {
  const steps: TryStep[] = [];
  const dark = change > 0;
  const byShutter = Math.log2(to.shutterSeconds / from.shutterSeconds);
  const byIso = Math.log2(to.iso / from.iso);
  const byFilter = from.filterStops - to.filterStops;
  const seen = `It came out ${plain(Math.abs(change))} stops too ${dark ? "dark" : "bright"}`;
  const told = (why: string) => (steps.length === 0 ? `${seen}: ${why}` : `${why[0]!.toUpperCase()}${why.slice(1)}`);
  if (byShutter !== 0) {
    const end = byIso !== 0 || byFilter !== 0 || Math.abs(off) > ENOUGH_STOPS;
    const limit = end && byShutter > 0 === dark ? ", as far as the motion and the phone let it" : "";
    steps.push({
      of: "shutter",
      why: told(`${readableDuration(to.shutterSeconds)} is ${signed(byShutter)}${limit}.`),
    });
  }
  if (byIso !== 0) {
    const noise = byIso > 0 ? "which is noisier" : "which has less noise";
    steps.push({ of: "iso", why: told(`ISO ${to.iso} is ${signed(byIso)}, ${noise}.`) });
  }
  if (byFilter !== 0)
    steps.push({
      of: "filter",
      why: told(
        to.filterStops === 0
          ? `without the filter there are ${plain(byFilter)} stops more.`
          : `a filter of ${plain(to.filterStops)} stops instead of ${from.filterStops === 0 ? "none" : plain(from.filterStops)} is ${signed(byFilter)}.`,
      ),
    });
  return steps;
}

/**
 * What to set for the next test frame so that it comes out as wanted, by rungs that the phone has: shutter, ISO and filter are looked
 * for together, and of what is near enough the least change is told; then more frames, then another place.
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
  const change = targetStops - trueError(reading);
  if (Math.abs(change) <= ENOUGH_STOPS) return null;
  let best: Option = { settings, off: -change, cost: 0, moved: 0 };
  for (const option of optionsOf(change, settings, limits)) if (isBetter(option, best)) best = option;
  const { off } = best;
  const steps = stepsTo(change, settings, best.settings, off);
  if (off < -ENOUGH_STOPS)
    steps.push(
      limits.fuses
        ? {
            of: "frames",
            why: `It stays ${plain(-off)} stops dark: fuse ${framesFor(-off)} frames, and lift their mean.`,
          }
        : { of: "place", why: `It stays ${plain(-off)} stops dark: another hour, or a brighter place.` },
    );
  if (off > ENOUGH_STOPS)
    steps.push({ of: "place", why: `It stays ${plain(off)} stops bright: another hour, or a darker place.` });
  return { settings: best.settings, steps, offStops: off };
}

/** More frames than this nobody waits for. */
const MOST_FRAMES = 64;
/** Lifting light by stops lifts its noise as much: a mean of as many frames as the square makes up for it. */
const framesFor = (stops: number): number => Math.min(MOST_FRAMES, Math.ceil(4 ** stops));
