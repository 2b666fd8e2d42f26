import { hashUnit } from "../random";
import type { Coordinates } from "../sky";
import { DEG_PER_RAD, MS_PER_SECOND, SECONDS_PER_HOUR } from "../units";
import { placeSeed } from "./weather";

/** Speeds of the main tidal constituents, degrees an hour. @see Doodson & Warburg, Admiralty Manual of Tides (1941) */
export const TIDAL_SPEEDS = {
  M2: 28.9841042,
  S2: 30,
  N2: 28.4397295,
  K1: 15.0410686,
  O1: 13.9430356,
} as const;
/** A tidal constituent by its usual letter and number. */
export type ConstituentName = keyof typeof TIDAL_SPEEDS;

/** One wave of a tide: height above mean level is amplitude · cos(speed · t - phase), t from the Unix epoch. */
export interface Constituent {
  readonly name: ConstituentName;
  readonly amplitudeMetres: number;
  readonly phaseDeg: number;
}

/** Heights at known instants, rising. */
export interface TideRow {
  readonly atMs: number;
  readonly metres: number;
}

/** Constituents of a place without its own: plausible ones, the same each time. */
export function standInConstituents(place: Coordinates): Constituent[] {
  const seed = placeSeed(place);
  const main = 1 + 1.8 * hashUnit(seed, 20);
  const share = { M2: 1, S2: 0.34, N2: 0.2, K1: 0.08, O1: 0.06 } as const;
  return (Object.keys(TIDAL_SPEEDS) as ConstituentName[]).map((name, index) => ({
    name,
    amplitudeMetres: main * share[name],
    phaseDeg: 360 * hashUnit(seed, 21 + index),
  }));
}

/** Height of the tide above mean level, metres. */
export function tideHeight(constituents: readonly Constituent[], atMs: number): number {
  const hours = atMs / (MS_PER_SECOND * SECONDS_PER_HOUR);
  return constituents.reduce(
    (sum, { name, amplitudeMetres, phaseDeg }) =>
      sum + amplitudeMetres * Math.cos((((TIDAL_SPEEDS[name] * hours) % 360) - phaseDeg) / DEG_PER_RAD),
    0,
  );
}

/** Height between rows of a real table, by the half cosine between them; null outside or across a gap of 8 hours. */
export function tideFromRows(rows: readonly TideRow[], atMs: number): number | null {
  const after = rows.findIndex((row) => row.atMs >= atMs);
  const high = rows[after];
  if (high === undefined) return null;
  if (high.atMs === atMs) return high.metres;
  const low = rows[after - 1];
  if (low === undefined || high.atMs - low.atMs > 8 * MS_PER_SECOND * SECONDS_PER_HOUR) return null;
  const share = (1 - Math.cos((Math.PI * (atMs - low.atMs)) / (high.atMs - low.atMs))) / 2;
  return low.metres + (high.metres - low.metres) * share;
}
