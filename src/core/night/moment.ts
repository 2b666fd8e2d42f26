import {
  dewRisk,
  localClock,
  type RoadClass,
  standInConstituents,
  standInWeather,
  type TideRow,
  type TrafficRow,
  tideFromRows,
  tideHeight,
  totalCloudPercent,
  vehiclesPerHour,
  WEATHER_KEYS,
  type Weather,
  type WeatherRow,
  weatherFromRows,
} from "../conditions";
import { luminanceFromEv } from "../light";
import {
  type Coordinates,
  type HorizonPoint,
  limitingMagnitude,
  magnitudeFromLuminance,
  midnight,
  type NightSky,
  nightSky,
  SHOWERS,
  type Shower,
  type SkySample,
  type SkyTrack,
  showerZhr,
  skySampler,
  solarLongitude,
  starOf,
  sunset,
  visibleRatePerHour,
} from "../sky";
import { MS_PER_HOUR } from "../units";

/** Where a value comes from: made up by place and hour, from a person's own file, or typed over. */
export type Source = "stand-in" | "your file" | "by hand";

/** What a site brings to a night. */
export interface NightSite extends Coordinates {
  readonly zone: string;
  readonly darkSkyMagPerArcsec2: number;
  /** EV at ISO 100 of what the lamps light. */
  readonly lampEv: number;
  readonly road: RoadClass;
  readonly tidal: boolean;
  /** Least altitude at which the core counts as up. */
  readonly coreAltitudeDeg: number;
  readonly horizon: readonly HorizonPoint[];
  readonly weatherRows: readonly WeatherRow[];
  readonly tideRows: readonly TideRow[];
  readonly trafficRows: readonly TrafficRow[];
}

/** Values that a person sets for a whole night; null leaves them as they are. */
export interface NightOverrides {
  readonly cloudPercent: number | null;
  readonly gustMps: number | null;
  readonly temperatureC: number | null;
  readonly dewPointC: number | null;
  readonly vehiclesPerHour: number | null;
  readonly tideMetres: number | null;
}

/** A night of which nobody typed anything. */
export const NO_OVERRIDES: NightOverrides = {
  cloudPercent: null,
  gustMps: null,
  temperatureC: null,
  dewPointC: null,
  vehiclesPerHour: null,
  tideMetres: null,
};

/** Everything that is known of one instant of a night. */
export interface Moment extends SkySample {
  /** 0 before sunset, and in a night without one. */
  readonly hoursAfterSunset: number;
  readonly lampEv: number;
  readonly weather: Weather;
  readonly weatherSource: Source;
  readonly cloudPercent: number;
  readonly dewRisk: number;
  readonly vehiclesPerHour: number;
  readonly trafficSource: Source;
  /** Above mean level; null where there is no tide. */
  readonly tideMetres: number | null;
  readonly tideSource: Source;
  /** Meteors an hour of the strongest shower, seen by eye under this sky. */
  readonly meteorsPerHour: number;
}

/** A night at a site, ready to be asked about any instant. */
export interface NightPlan {
  readonly site: NightSite;
  readonly night: NightSky;
  /** The strongest shower of the night. */
  readonly shower: Shower;
  readonly momentAt: (atMs: number) => Moment;
}

/** The weather of a night: typed values over a person's file over the stand-in. */
function weatherOf(
  site: NightSite,
  overrides: NightOverrides,
): (atMs: number) => { readonly weather: Weather; readonly source: Source } {
  const { cloudPercent, gustMps, temperatureC, dewPointC } = overrides;
  const typed = {
    ...(cloudPercent === null ? {} : { cloudLowPercent: cloudPercent, cloudMidPercent: 0, cloudHighPercent: 0 }),
    ...(gustMps === null ? {} : { gustMps, windMps: gustMps / 1.5 }),
    ...(temperatureC === null ? {} : { temperatureC }),
    ...(dewPointC === null ? {} : { dewPointC }),
  };
  if (isWhole(typed)) {
    const always = { weather: typed, source: "by hand" as const };
    return () => always;
  }
  const isTyped = Object.keys(typed).length > 0;
  return (atMs) => {
    const own = weatherFromRows(site.weatherRows, atMs);
    const base = own ?? standInWeather(site, atMs);
    if (isTyped) return { weather: { ...base, ...typed }, source: "by hand" };
    return { weather: base, source: own ? "your file" : "stand-in" };
  };
}

const isWhole = (weather: Partial<Weather>): weather is Weather => WEATHER_KEYS.every((key) => key in weather);

function tideOf(site: NightSite, overrides: NightOverrides) {
  const constituents = standInConstituents(site);
  return (atMs: number): { metres: number | null; source: Source } => {
    if (!site.tidal) return { metres: null, source: "stand-in" };
    if (overrides.tideMetres !== null) return { metres: overrides.tideMetres, source: "by hand" };
    const own = tideFromRows(site.tideRows, atMs);
    if (own !== null) return { metres: own, source: "your file" };
    return { metres: tideHeight(constituents, atMs), source: "stand-in" };
  };
}

/**
 * Prepares a night for planning.
 *
 * @param track One that covers the night, where many nights share it.
 * @throws RangeError for a date or a zone that does not exist.
 */
export function planNight(
  site: NightSite,
  date: string,
  overrides: NightOverrides = NO_OVERRIDES,
  track?: SkyTrack,
): NightPlan {
  const night = nightSky(site, date, site.horizon, track);
  const sky = skySampler(night, site.darkSkyMagPerArcsec2);
  const clock = localClock(site.zone);
  const weatherAt = weatherOf(site, overrides);
  const tideAt = tideOf(site, overrides);
  const longitude = solarLongitude(midnight(night.span));
  const shower = SHOWERS.reduce((best, each) =>
    showerZhr(each, longitude) > showerZhr(best, longitude) ? each : best,
  );
  const zhr = showerZhr(shower, longitude);
  const radiant = starOf(night, shower);
  const sunsetMs = sunset(night)?.getTime() ?? night.span.end.getTime();
  const momentAt = (atMs: number): Moment => {
    const sample = sky(atMs);
    const { weather, source } = weatherAt(atMs);
    const { metres, source: tideSource } = tideAt(atMs);
    const skyMag = magnitudeFromLuminance(luminanceFromEv(sample.skyEv));
    return {
      // Field by field: a year asks for ten thousands of them, and to add to a spread copy costs as much as the sky itself.
      atMs,
      sunAltitudeDeg: sample.sunAltitudeDeg,
      sunAzimuthDeg: sample.sunAzimuthDeg,
      moonAltitudeDeg: sample.moonAltitudeDeg,
      moonAzimuthDeg: sample.moonAzimuthDeg,
      moonIlluminatedFraction: sample.moonIlluminatedFraction,
      coreAltitudeDeg: sample.coreAltitudeDeg,
      coreAzimuthDeg: sample.coreAzimuthDeg,
      moonClearanceDeg: sample.moonClearanceDeg,
      coreClearanceDeg: sample.coreClearanceDeg,
      skyEv: sample.skyEv,
      hoursAfterSunset: Math.max(0, atMs - sunsetMs) / MS_PER_HOUR,
      lampEv: site.lampEv,
      weather,
      weatherSource: source,
      cloudPercent: totalCloudPercent(weather),
      dewRisk: dewRisk(weather),
      vehiclesPerHour: overrides.vehiclesPerHour ?? vehiclesPerHour(site.road, clock(atMs), site.trafficRows),
      trafficSource:
        overrides.vehiclesPerHour !== null ? "by hand" : site.trafficRows.length > 0 ? "your file" : "stand-in",
      tideMetres: metres,
      tideSource,
      meteorsPerHour: visibleRatePerHour({
        zhr,
        populationIndex: shower.populationIndex,
        radiantAltitudeDeg: radiant(atMs).altitudeDeg,
        limitingMagnitude: limitingMagnitude(skyMag),
      }),
    };
  };
  return { site, night, shower, momentAt };
}

/** A night's moments, one each `stepMs`, both ends included. */
export function momentsOf(plan: NightPlan, stepMs: number): Moment[] {
  const begin = plan.night.span.begin.getTime();
  const count = Math.round((plan.night.span.end.getTime() - begin) / stepMs) + 1;
  return Array.from({ length: count }, (_, index) =>
    plan.momentAt(Math.min(plan.night.span.end.getTime(), begin + index * stepMs)),
  );
}
