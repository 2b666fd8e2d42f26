import { LastOnes } from "../lastOnes";
import { MS_PER_DAY, MS_PER_SECOND } from "../units";
import type { LocalTime } from "./traffic";

const MARK_MS = 15 * 60 * MS_PER_SECOND;

function wallClock(zone: string): Intl.DateTimeFormat {
  return new Intl.DateTimeFormat("en-US", {
    timeZone: zone,
    hourCycle: "h23",
    year: "numeric",
    month: "numeric",
    day: "numeric",
    hour: "numeric",
    minute: "numeric",
    second: "numeric",
  });
}

function offsetOf(clock: Intl.DateTimeFormat, atMs: number): number {
  const parts = clock.formatToParts(atMs);
  const read = (type: string) => Number(parts.find((part) => part.type === type)?.value);
  const wall = Date.UTC(read("year"), read("month") - 1, read("day"), read("hour"), read("minute"), read("second"));
  return wall - Math.floor(atMs / MS_PER_SECOND) * MS_PER_SECOND;
}

/**
 * Offset of a zone's clock from UTC at an instant, milliseconds, east positive.
 *
 * @throws RangeError for a zone that does not exist.
 */
export function zoneOffsetMs(zone: string, atMs: number): number {
  return offsetOf(wallClock(zone), atMs);
}

/** Whether a time zone of this name exists. */
export function isZone(zone: string): boolean {
  try {
    wallClock(zone);
    return zone !== "";
  } catch {
    return false;
  }
}

/** Zones whose clocks are kept: a person works at a few sites. */
const KEPT_ZONES = 8;
const offsets = new LastOnes<(atMs: number) => number>(KEPT_ZONES);

/** A zone's offset by instant, looked up twice a day where the clocks stay, and every quarter of an hour where they change. */
function keptOffsets(zone: string): (atMs: number) => number {
  const clock = wallClock(zone);
  const atMark = keptBy(MARK_MS, (atMs) => offsetOf(clock, atMs));
  // Nowhere do clocks change twice in a day: where its ends agree, all of it does.
  const ofDay = keptBy(MS_PER_DAY, (atMs) => {
    const offset = atMark(atMs);
    return offset === atMark(atMs + MS_PER_DAY) ? offset : null;
  });
  return (atMs) => ofDay(atMs) ?? atMark(atMs);
}

/** A function of time that is constant from one mark to the next, worked out at each mark once. */
function keptBy<Value>(stepMs: number, valueAt: (atMs: number) => Value): (atMs: number) => Value {
  const kept = new Map<number, Value>();
  return (atMs) => {
    const mark = Math.floor(atMs / stepMs);
    const known = kept.get(mark);
    if (known !== undefined) return known;
    const value = valueAt(mark * stepMs);
    kept.set(mark, value);
    return value;
  };
}

/**
 * A zone's clock.
 *
 * @throws RangeError for a zone that does not exist.
 */
export function localClock(zone: string): (atMs: number) => LocalTime {
  const offset = offsets.of(zone, () => keptOffsets(zone));
  return (atMs) => {
    const wall = atMs + offset(atMs);
    const day = Math.floor(wall / MS_PER_DAY);
    // 1 January 1970 was a Thursday.
    return { weekday: ((((day + 3) % 7) + 7) % 7) + 1, hour: ((wall - day * MS_PER_DAY) / MS_PER_DAY) * 24 };
  };
}
