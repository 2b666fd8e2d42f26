import { SECONDS_PER_HOUR, THIN_SPACE } from "../units";

const NUMBER = String.raw`(\d+(?:[.,]\d+)?|[.,]\d+)`;
const FRACTION = new RegExp(String.raw`^(\d+)\s*/\s*${NUMBER}\s*(?:s|sec)?$`, "i");
const MILLISECONDS = new RegExp(String.raw`^${NUMBER}\s*ms$`, "i");
const CLOCK = new RegExp(
  String.raw`^(?:${NUMBER}\s*h)?\s*(?:${NUMBER}\s*(?:min|m)(?!s))?\s*(?:${NUMBER}\s*(?:seconds?|sec|s|"|″)?)?$`,
  "i",
);

/** Reads a decimal with either point or comma. */
export function readNumber(text: string): number {
  return Number(text.replace(",", "."));
}

/**
 * Reads a duration as people write it: `1/60`, `0.5s`, `2`, `2"`, `500ms`, `1m30s`, `1.5 min`, `1h`.
 *
 * @returns Seconds, or null when the text is not a duration.
 */
export function parseDuration(text: string): number | null {
  const trimmed = text.trim();
  const fraction = FRACTION.exec(trimmed);
  if (fraction) {
    const divisor = readNumber(fraction[2]!);
    return divisor > 0 ? Number(fraction[1]) / divisor : null;
  }
  const milliseconds = MILLISECONDS.exec(trimmed);
  if (milliseconds) return readNumber(milliseconds[1]!) / 1000;
  const clock = CLOCK.exec(trimmed);
  if (trimmed === "" || clock === null) return null;
  const [, hours, minutes, seconds] = clock;
  return (
    (hours === undefined ? 0 : readNumber(hours) * SECONDS_PER_HOUR) +
    (minutes === undefined ? 0 : readNumber(minutes) * 60) +
    (seconds === undefined ? 0 : readNumber(seconds))
  );
}

/** The reciprocal a fast shutter time is written with, or null where a decimal is usual (0.3 s and slower). */
function reciprocal(seconds: number): number | null {
  const divisor = Math.round(1 / seconds);
  return seconds < 0.3 && seconds === 1 / divisor ? divisor : null;
}

/**
 * Writes a duration for the recipe line: `1/60`, `0.5s`, `2s`, `1m30s`. `parseDuration` returns exactly the number
 * that was written.
 *
 * @throws RangeError for a negative or infinite duration.
 */
export function printDuration(seconds: number): string {
  if (!(seconds >= 0 && seconds < Number.POSITIVE_INFINITY)) throw new RangeError(`not a duration: ${seconds}`);
  const divisor = seconds > 0 ? reciprocal(seconds) : null;
  if (divisor !== null) return `1/${divisor}`;
  if (seconds < 60 || !Number.isInteger(seconds)) return `${seconds}s`;
  const hours = Math.floor(seconds / SECONDS_PER_HOUR);
  const minutes = Math.floor((seconds % SECONDS_PER_HOUR) / 60);
  const rest = seconds % 60;
  return `${hours > 0 ? `${hours}h` : ""}${minutes > 0 ? `${minutes}m` : ""}${rest > 0 ? `${rest}s` : ""}`;
}

/** Seconds of less than a minute, to two digits under a second, to a hundredth up to ten, to a tenth above. */
function readableSeconds(seconds: number): string {
  if (seconds >= 1) return String(Number(seconds.toFixed(seconds < 10 ? 2 : 1)));
  return String(Number(seconds.toPrecision(2)));
}

/** How far a time may lie from a fraction of a second to be written as one. */
const FRACTION_SLACK = 0.02;

/** Under a third of a second, the fraction that photographers write, where it is nearly that: `1/60`. */
function nearReciprocal(seconds: number): number | null {
  if (!(seconds > 0 && seconds < 0.3)) return null;
  const divisor = Math.round(1 / seconds);
  return Math.abs(1 / divisor / seconds - 1) < FRACTION_SLACK ? divisor : null;
}

/** Writes a shutter time or a span for reading, with thin spaces: `1/60 s`, `0.35 s`, `2.5 s`, `1 min 30 s`, `1 h 5 min`. */
export function readableDuration(seconds: number): string {
  const divisor = nearReciprocal(seconds);
  if (divisor !== null) return `1/${divisor}${THIN_SPACE}s`;
  if (seconds < 59.95) return `${readableSeconds(seconds)}${THIN_SPACE}s`;
  const rounded = Math.round(seconds);
  const hours = Math.floor(rounded / SECONDS_PER_HOUR);
  const minutes = Math.floor((rounded % SECONDS_PER_HOUR) / 60);
  const rest = rounded % 60;
  const parts = [
    hours > 0 ? `${hours}${THIN_SPACE}h` : "",
    minutes > 0 ? `${minutes}${THIN_SPACE}min` : "",
    rest > 0 ? `${rest}${THIN_SPACE}s` : "",
  ];
  return parts.filter((part) => part !== "").join(THIN_SPACE);
}

/** Writes a computed time: to a tenth of a second from one on, to the second from a minute, to the minute from ten minutes. */
export function roughDuration(seconds: number): string {
  if (seconds < 1) return readableDuration(seconds);
  if (seconds < 59.95) return readableDuration(Math.round(seconds * 10) / 10);
  return readableDuration(seconds < 600 ? Math.round(seconds) : Math.round(seconds / 60) * 60);
}
