/** An instant at which something passes zero. */
export interface Crossing {
  readonly atMs: number;
  readonly upward: boolean;
}

const BISECTIONS = 24;

/** Narrows a change of sign down to milliseconds. */
function bisect(value: (atMs: number) => number, low: number, high: number): number {
  const below = value(low) < 0;
  let from = low;
  let to = high;
  for (let step = 0; step < BISECTIONS; step++) {
    const middle = (from + to) / 2;
    if (value(middle) < 0 === below) from = middle;
    else to = middle;
  }
  return (from + to) / 2;
}

/**
 * The instants in [begin, end) at which a continuous function of time changes its sign, in order, each searched for as it is
 * asked for. Two changes within one step are missed.
 */
export function* eachCrossing(
  value: (atMs: number) => number,
  { beginMs, endMs, stepMs }: { readonly beginMs: number; readonly endMs: number; readonly stepMs: number },
): Generator<Crossing> {
  let before = value(beginMs);
  for (let from = beginMs; from < endMs; from += stepMs) {
    const to = Math.min(endMs, from + stepMs);
    const after = value(to);
    if (before < 0 !== after < 0) {
      const atMs = bisect(value, from, to);
      if (atMs < endMs) yield { atMs, upward: after >= 0 };
    }
    before = after;
  }
}

/** All of them, in order. */
export const crossings = (...of: Parameters<typeof eachCrossing>): Crossing[] => [...eachCrossing(...of)];

/** A stretch of time, epoch milliseconds. */
export interface Interval {
  readonly beginMs: number;
  readonly endMs: number;
}

/** The stretches of a span in which a continuous function of time is not negative. */
export function intervalsWhere(
  value: (atMs: number) => number,
  span: { readonly beginMs: number; readonly endMs: number; readonly stepMs: number },
): Interval[] {
  const intervals: Interval[] = [];
  let open: number | null = value(span.beginMs) >= 0 ? span.beginMs : null;
  for (const { atMs, upward } of crossings(value, span)) {
    if (upward) open = atMs;
    else if (open !== null) {
      intervals.push({ beginMs: open, endMs: atMs });
      open = null;
    }
  }
  if (open !== null) intervals.push({ beginMs: open, endMs: span.endMs });
  return intervals;
}
