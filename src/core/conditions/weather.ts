import { hashUnit } from "../random";
import type { Coordinates } from "../sky";
import { MS_PER_DAY, MS_PER_SECOND, SECONDS_PER_HOUR } from "../units";

/** The weather at one instant. */
export interface Weather {
  readonly cloudLowPercent: number;
  readonly cloudMidPercent: number;
  readonly cloudHighPercent: number;
  readonly windMps: number;
  readonly gustMps: number;
  readonly temperatureC: number;
  readonly dewPointC: number;
}

/** The weather at known instants, rising; between them it changes evenly. */
export type WeatherRow = Weather & { readonly atMs: number };

const HOUR_MS = MS_PER_SECOND * SECONDS_PER_HOUR;
/** The columns that a forecast may have. */
export const WEATHER_KEYS = [
  "cloudLowPercent",
  "cloudMidPercent",
  "cloudHighPercent",
  "windMps",
  "gustMps",
  "temperatureC",
  "dewPointC",
] as const satisfies readonly (keyof Weather)[];

/** A number for a place, the same on every machine: what makes its stand-ins its own. */
export function placeSeed({ latitudeDeg, longitudeDeg }: Coordinates): number {
  return Math.round(latitudeDeg * 100) * 36_007 + Math.round(longitudeDeg * 100);
}

/** Smooth noise in time, 0 to 1, that forgets itself over about `hours`. */
function drift(seed: number, channel: number, atMs: number, hours: number): number {
  const position = atMs / (HOUR_MS * hours);
  const step = Math.floor(position);
  const t = position - step;
  const s = t * t * (3 - 2 * t);
  const at = (n: number) => hashUnit(seed, channel, n);
  return at(step) * (1 - s) + at(step + 1) * s;
}

/**
 * A stand-in for a forecast: plausible, deterministic by place and hour, and no prediction. Temperature follows latitude,
 * season and time of day; cloud, wind and moisture drift.
 */
export function standInWeather(place: Coordinates, atMs: number): Weather {
  const seed = placeSeed(place);
  const noise = (channel: number, hours: number) => drift(seed, channel, atMs, hours);
  const cover = (channel: number, hours: number) =>
    100 * Math.max(0, Math.min(1, 1.9 * (0.65 * noise(channel, 30) + 0.35 * noise(channel + 10, hours)) - 0.55));
  const yearAngle = (2 * Math.PI * (atMs / MS_PER_DAY - 202)) / 365.25;
  const dayAngle = 2 * Math.PI * (((atMs / HOUR_MS + place.longitudeDeg / 15 - 15) % 24) / 24);
  const latitude = Math.abs(place.latitudeDeg);
  const season = (place.latitudeDeg >= 0 ? 1 : -1) * Math.cos(yearAngle);
  const temperatureC =
    27 - 0.42 * latitude + season * 0.16 * latitude + 2.6 * Math.cos(dayAngle) + 7 * (noise(3, 40) - 0.5);
  const windMps = 1 + 8 * noise(4, 18) ** 2 + 1.5 * noise(5, 3);
  return {
    cloudLowPercent: cover(0, 5),
    cloudMidPercent: cover(1, 6),
    cloudHighPercent: cover(2, 8),
    windMps,
    gustMps: windMps * (1.3 + 0.6 * noise(6, 2)),
    temperatureC,
    dewPointC: temperatureC - 0.3 - 9 * noise(7, 12) ** 2,
  };
}

/** Weather between rows of a real forecast; null outside of them or more than six hours from the nearest. */
export function weatherFromRows(rows: readonly WeatherRow[], atMs: number): Weather | null {
  const after = rows.findIndex((row) => row.atMs >= atMs);
  const high = rows[after];
  if (high === undefined) return null;
  if (high.atMs === atMs) return high;
  const low = rows[after - 1];
  if (low === undefined || high.atMs - low.atMs > 12 * HOUR_MS) return null;
  const share = (atMs - low.atMs) / (high.atMs - low.atMs);
  const between = (key: keyof Weather) => low[key] + (high[key] - low[key]) * share;
  const [cloudLowPercent, cloudMidPercent, cloudHighPercent, windMps, gustMps, temperatureC, dewPointC] =
    WEATHER_KEYS.map(between) as [number, number, number, number, number, number, number];
  return { cloudLowPercent, cloudMidPercent, cloudHighPercent, windMps, gustMps, temperatureC, dewPointC };
}

/** Sky covered by cloud of any height, percent, the layers taken as independent. */
export function totalCloudPercent({ cloudLowPercent, cloudMidPercent, cloudHighPercent }: Weather): number {
  const open = (percent: number) => 1 - percent / 100;
  return 100 * (1 - open(cloudLowPercent) * open(cloudMidPercent) * open(cloudHighPercent));
}

/** How likely dew on the lens is, 0 to 1: the glass cools some 2 °C below the air, and wind keeps it dry. */
export function dewRisk({ temperatureC, dewPointC, windMps }: Weather): number {
  const spread = temperatureC - dewPointC;
  return Math.max(0, Math.min(1, (4 - spread) / 4)) * Math.max(0, Math.min(1, (6 - windMps) / 4));
}
