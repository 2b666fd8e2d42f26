import { type Coordinates, type NightSky, nightSky } from "@/core/sky";
import { UsageError } from "./errors";
import { numberWithin } from "./options";

/** Options that say where on the Earth. */
export const PLACE = { lat: { type: "string" }, lon: { type: "string" } } as const;

/** A sky over a town, mag/arcsec², until somebody says another. */
export const TOWN_SKY_MAG = 19.8;

const HOUR_MS = 3_600_000;

/** Reads `PLACE`. @throws UsageError for what is not on the Earth. */
export const placeOf = ({ lat, lon }: { readonly lat?: string; readonly lon?: string }): Coordinates => ({
  latitudeDeg: numberWithin(lat, "--lat", -90, 90),
  longitudeDeg: numberWithin(lon, "--lon", -180, 180),
});

/** Reads an instant, milliseconds. @throws UsageError for anything else. */
export function readInstant(text: string): number {
  const atMs = Date.parse(text);
  if (Number.isNaN(atMs))
    throw new UsageError(`--at must be an ISO 8601 instant such as 2026-11-25T18:00:00Z, got ${text}.`);
  return atMs;
}

/** The night, from one local mean solar noon to the next, that an instant lies in. */
export function nightAt(place: Coordinates, atMs: number): NightSky {
  const noon = atMs - (12 - place.longitudeDeg / 15) * HOUR_MS;
  return nightSky(place, new Date(noon).toISOString().slice(0, 10));
}
