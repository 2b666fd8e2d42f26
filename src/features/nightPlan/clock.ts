import { DateTime } from "luxon";

const DAY_MS = 86_400_000;

/** Clock time at a site: `17:05`. */
export function clock(atMs: number, zone: string): string {
  return DateTime.fromMillis(atMs, { zone }).toFormat("HH:mm");
}

/** Clock time with seconds. */
export function clockSeconds(atMs: number, zone: string): string {
  return DateTime.fromMillis(atMs, { zone }).toFormat("HH:mm:ss");
}

/** Two clock times as a span. */
export function clockSpan(beginMs: number, endMs: number, zone: string): string {
  return `${clock(beginMs, zone)}\u2013${clock(endMs, zone)}`;
}

/**
 * The instant of a typed clock time within a night, which begins at noon: `05:30` is the next morning. Null when it is no
 * time, or the night has no such instant.
 */
export function instantOfClock(text: string, nightBeginMs: number, zone: string): number | null {
  const match = /^\s*(\d{1,2})[:.h]?(\d{2})(?::(\d{2}))?\s*$/.exec(text);
  if (!match) return null;
  const [hour, minute, second] = [Number(match[1]), Number(match[2]), Number(match[3] ?? 0)];
  const begin = DateTime.fromMillis(nightBeginMs, { zone });
  for (const day of [0, 1]) {
    const at = begin.plus({ days: day }).set({ hour, minute, second, millisecond: 0 });
    if (at.isValid && at.hour === hour && at.toMillis() >= nightBeginMs && at.toMillis() < nightBeginMs + DAY_MS) {
      return at.toMillis();
    }
  }
  return null;
}
