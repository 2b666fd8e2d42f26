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
  visibleRatePerHour,
} from "../sky";

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

/** The weather at an instant: typed values over a person's file over the stand-in. */
function weatherAt(site: NightSite, overrides: NightOverrides, atMs: number): { weather: Weather; source: Source } {
  const own = weatherFromRows(site.weatherRows, atMs);
  const base = own ?? standInWeather(site, atMs);
  const { cloudPercent, gustMps, temperatureC, dewPointC } = overrides;
  const touched = [cloudPercent, gustMps, temperatureC, dewPointC].some((value) => value !== null);
  if (!touched) return { weather: base, source: own ? "your file" : "stand-in" };
  return {
    weather: {
      ...base,
      ...(cloudPercent === null ? {} : { cloudLowPercent: cloudPercent, cloudMidPercent: 0, cloudHighPercent: 0 }),
      ...(gustMps === null ? {} : { gustMps, windMps: gustMps / 1.5 }),
      ...(temperatureC === null ? {} : { temperatureC }),
      ...(dewPointC === null ? {} : { dewPointC }),
    },
    source: "by hand",
  };
}

function tideAt(site: NightSite, overrides: NightOverrides) {
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
  const tide = tideAt(site, overrides);
  const longitude = solarLongitude(midnight(night.span));
  const shower = SHOWERS.reduce((best, each) =>
    showerZhr(each, longitude) > showerZhr(best, longitude) ? each : best,
  );
  const zhr = showerZhr(shower, longitude);
  const radiant = starOf(night, shower);
  const momentAt = (atMs: number): Moment => {
    const sample = sky(atMs);
    const { weather, source } = weatherAt(site, overrides, atMs);
    const { metres, source: tideSource } = tide(atMs);
    const skyMag = magnitudeFromLuminance(luminanceFromEv(sample.skyEv));
    return {
      ...sample,
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
