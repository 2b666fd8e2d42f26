import type { Ladder } from "../light";
import { rampAt } from "../recipe";
import { type CapturePlan, shutterOf } from "./plan";

/** Less of a change nobody sees in a run, stops. */
const LEAST_CHANGE_STOPS = 1 / 3;
/** A ramp lies within so much of the light, stops; with the nearest rung of a third-stop ladder, a third of a stop in all. */
const CLOSE_STOPS = 0.12;
const MOST_PLACES = 24;
/** A line takes no more, stops. */
const MOST_STOPS = 12;

/** How far a shutter may go from where a run begins, stops: by the phone's ladder, and within the interval. */
export interface RampRoom {
  readonly leastStops: number;
  readonly mostStops: number;
}

/** The room that a plan leaves for a ramp: from its own shutter to the ladder's ends, and no longer than fits into its interval. */
export function rampRoom(plan: CapturePlan, shutterLadder: Ladder): RampRoom {
  const { nominalSeconds } = shutterOf(plan, 0);
  const within = plan.askedPeriodSeconds > 0 ? plan.askedPeriodSeconds - plan.writeSeconds : Number.POSITIVE_INFINITY;
  const longest = Math.max(nominalSeconds, Math.min(within, shutterLadder.at(-1) ?? nominalSeconds));
  const shortest = Math.min(nominalSeconds, shutterLadder[0] ?? nominalSeconds);
  return { leastStops: Math.log2(shortest / nominalSeconds), mostStops: Math.log2(longest / nominalSeconds) };
}

const tenth = (stops: number): number => Math.round(10 * stops) / 10 + 0;

/** How far a ramp lies from the light where it lies farthest, stops. */
function farthest(rampStops: readonly number[], wanted: readonly number[]): number {
  return wanted.reduce(
    (most, stops, index) => Math.max(most, Math.abs(rampAt(rampStops, index / (wanted.length - 1)) - stops)),
    0,
  );
}

/**
 * The ramp of shutter times that keeps a run as bright while the light changes: with as few places as keep it within an eighth of
 * a stop of the light, or as many as a line takes.
 *
 * @param lightEv The light so many seconds after the first frame opens.
 * @param room Where the light goes further, the ramp stays at its end.
 * @returns null where the light hardly changes, and for a single frame.
 */
export function rampWith(
  lightEv: (seconds: number) => number,
  frames: number,
  periodSeconds: number,
  { leastStops, mostStops }: RampRoom,
): number[] | null {
  if (frames < 2) return null;
  const first = lightEv(0);
  const wanted = Array.from({ length: frames }, (_, index) =>
    Math.max(-MOST_STOPS, leastStops, Math.min(MOST_STOPS, mostStops, first - lightEv(index * periodSeconds))),
  );
  if (wanted.every((stops) => Math.abs(stops) < LEAST_CHANGE_STOPS)) return null;
  const withPlaces = (places: number) =>
    Array.from({ length: places }, (_, place) => {
      const at = ((frames - 1) * (place + 1)) / places;
      const [before, after] = [wanted[Math.floor(at)]!, wanted[Math.ceil(at)]!];
      return tenth(before + (at - Math.floor(at)) * (after - before));
    });
  for (let places = 1; places < MOST_PLACES; places++) {
    const ramp = withPlaces(places);
    if (farthest(ramp, wanted) <= CLOSE_STOPS) return ramp;
  }
  return withPlaces(MOST_PLACES);
}
