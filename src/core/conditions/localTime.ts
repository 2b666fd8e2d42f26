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

/** A zone's clock; its offset is looked up once every quarter of an hour, for clocks change on such marks. */
export function localClock(zone: string): (atMs: number) => LocalTime {
  const clock = wallClock(zone);
  const offsets = new Map<number, number>();
  return (atMs) => {
    const mark = Math.floor(atMs / MARK_MS);
    let offset = offsets.get(mark);
    if (offset === undefined) {
      offset = offsetOf(clock, mark * MARK_MS);
      offsets.set(mark, offset);
    }
    const wall = atMs + offset;
    const day = Math.floor(wall / MS_PER_DAY);
    // 1 January 1970 was a Thursday.
    return { weekday: ((((day + 3) % 7) + 7) % 7) + 1, hour: ((wall - day * MS_PER_DAY) / MS_PER_DAY) * 24 };
  };
}
