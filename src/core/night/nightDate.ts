import { MS_PER_DAY } from "../units";

const SOLAR_MS_PER_DEG = MS_PER_DAY / 360;

/** The night that an instant belongs to at a place: from local mean noon to the next. */
export function nightDateOf(longitudeDeg: number, atMs: number): string {
  return new Date(atMs + longitudeDeg * SOLAR_MS_PER_DEG - MS_PER_DAY / 2).toISOString().slice(0, 10);
}
