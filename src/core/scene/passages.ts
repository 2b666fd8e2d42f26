import { hashUnit } from "../random";
import { project, type View } from "./camera";
import type { Point3, Scene, Traffic } from "./scene";

/** Where a mover is, and the unit vector of its way. */
export interface Placed {
  readonly at: Point3;
  readonly hx: number;
  readonly hy: number;
  readonly hz: number;
}

/** A mover on its way while the shutter is open. */
export interface Passage {
  readonly traffic: Traffic;
  readonly departs: number;
  readonly begin: number;
  readonly end: number;
}

const distance = (a: Point3, b: Point3): number => Math.hypot(b[0] - a[0], b[1] - a[1], b[2] - a[2]);

/** Length of a path, metres. */
export function pathLength(path: readonly Point3[]): number {
  let sum = 0;
  for (let i = 1; i < path.length; i++) sum += distance(path[i - 1]!, path[i]!);
  return sum;
}

/** Where a mover is after so many metres of its path; null beyond its end. */
export function placeOn(path: readonly Point3[], travelled: number): Placed | null {
  let left = travelled;
  for (let i = 1; i < path.length; i++) {
    const a = path[i - 1]!;
    const b = path[i]!;
    const length = distance(a, b);
    if (left <= length) {
      const s = left / length;
      return {
        at: [a[0] + (b[0] - a[0]) * s, a[1] + (b[1] - a[1]) * s, a[2] + (b[2] - a[2]) * s],
        hx: (b[0] - a[0]) / length,
        hy: (b[1] - a[1]) / length,
        hz: (b[2] - a[2]) / length,
      };
    }
    left -= length;
  }
  return null;
}

/** Departure times of one kind of traffic whose run touches [from, to], seconds after the release. */
function departures(
  { headwaySeconds, unevenness, path, speedMps, ...traffic }: Traffic,
  seed: number,
  from: number,
  to: number,
  runSeconds: number,
): number[] {
  const travelSeconds = pathLength(path) / speedMps;
  const leaves = traffic.leavesWithRun ? runSeconds - travelSeconds : Infinity;
  const firstSeconds = Math.min(traffic.firstSeconds, leaves);
  const first = Math.floor((from - firstSeconds - travelSeconds) / headwaySeconds) - 1;
  const last = Math.ceil((to - firstSeconds) / headwaySeconds) + 1;
  const times: number[] = [];
  for (let n = first; n <= last; n++) {
    // The first comes when it is said to come.
    const departs = firstSeconds + (n + (n === 0 ? 0 : unevenness * hashUnit(n, seed, 77))) * headwaySeconds;
    if (departs <= to && departs + travelSeconds >= from) times.push(departs);
  }
  return times;
}

/**
 * Everything that is on its way in an exposure.
 *
 * @param runSeconds From the first opening of the run to its last closing.
 */
export function passagesIn(
  { traffic, seed }: Pick<Scene, "traffic" | "seed">,
  opensSeconds: number,
  shutterSeconds: number,
  runSeconds: number,
): Passage[] {
  const closes = opensSeconds + shutterSeconds;
  return traffic.flatMap((each, kind) => {
    const travelSeconds = pathLength(each.path) / each.speedMps;
    return departures(each, seed + kind, opensSeconds, closes, runSeconds).map((departs) => ({
      traffic: each,
      departs,
      begin: Math.max(opensSeconds, departs),
      end: Math.min(closes, departs + travelSeconds),
    }));
  });
}

/** A point of a mover: forward along its way, up, and to the left of it. */
export function offsetPoint({ at, hx, hy, hz }: Placed, [forward, up, left]: Point3): Point3 {
  return [at[0] + hx * forward - hz * left, at[1] + up + hy * forward, at[2] + hz * forward + hx * left];
}

const MOST_STEPS = 20_000;
/** What is not in the picture is passed in steps so long. */
const UNSEEN_SECONDS = 0.05;

/**
 * Visits a passage in pieces of time, each as long as `secondsAt` allows where the mover is.
 *
 * @param secondsAt Given how deep in the picture the mover stands and how fast it goes there, pixels a second.
 */
export function forEachPiece(
  view: View,
  { traffic, departs, begin, end }: Passage,
  secondsAt: (depthMetres: number, speedPx: number) => number,
  visit: (from: Placed, to: Placed, seconds: number) => void,
): void {
  const placeAt = (time: number) => placeOn(traffic.path, (time - departs) * traffic.speedMps);
  let time = begin;
  let from = placeAt(time);
  for (let step = 0; time < end && from && step < MOST_STEPS; step++) {
    const at = project(view, from.at);
    const speedPx = at ? (traffic.speedMps * view.focalPx) / at.depthMetres : 0;
    const wanted = at ? secondsAt(at.depthMetres, speedPx) : UNSEEN_SECONDS;
    const seconds = Math.min(Math.max(wanted, (end - begin) / MOST_STEPS, 1e-5), end - time);
    // The very end of a path may be a rounding beyond it.
    const to = placeAt(time + seconds) ?? from;
    visit(from, to, seconds);
    time += seconds;
    from = to;
  }
}
