/** The three ways people write how much light a neutral filter takes away. */
export const FILTER_NOTATIONS = ["factor", "stops", "density"] as const;
/** A way to write a filter's strength. */
export type FilterNotation = (typeof FILTER_NOTATIONS)[number];

/** A neutral filter as its owner writes it: "ND 8", "3 stops" and "OD 0.9" are nearly the same glass. */
export interface NeutralFilter {
  readonly notation: FilterNotation;
  /** A factor (8), stops (3) or an optical density (0.9), as `notation` says; never negative. */
  readonly value: number;
}

/** Optical density of one stop, log10(2). */
export const DENSITY_PER_STOP = Math.log10(2);

/**
 * Light taken away, in stops: log2(factor) = density / 0.30103.
 *
 * @throws RangeError for a factor below 1 or negative stops or density.
 */
export function filterStops({ notation, value }: NeutralFilter): number {
  if (!(value >= (notation === "factor" ? 1 : 0))) throw new RangeError(`filter ${notation} out of range: ${value}`);
  switch (notation) {
    case "factor":
      return Math.log2(value);
    case "stops":
      return value;
    case "density":
      return value / DENSITY_PER_STOP;
    default:
      return notation satisfies never;
  }
}

/** Stops of several filters on top of each other: they add. */
export function stackedFilterStops(filters: readonly NeutralFilter[]): number {
  return filters.reduce((stops, filter) => stops + filterStops(filter), 0);
}

/** Share of the light that passes, 0 to 1: 2^-stops. */
export function filterTransmission(stops: number): number {
  return 2 ** -stops;
}
