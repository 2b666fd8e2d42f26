import type { Moment } from "@/core/night";
import { minus } from "@/core/words";
import { ON_SKY } from "@/ui/theme/inPage";

/** A lane of the ribbon: one quantity through the night. */
export interface Lane {
  readonly id: string;
  readonly name: string;
  readonly colour: string;
  /** Height in the lane, 0 to 1; null where there is nothing to show. */
  readonly value: (moment: Moment) => number | null;
  readonly read: (moment: Moment) => string;
  /** Whether a stand-in may be behind it, and where the value really comes from. */
  readonly source?: (moment: Moment) => string;
}

const above = (altitudeDeg: number): number | null => (altitudeDeg > 0 ? Math.min(1, altitudeDeg / 70) : null);
const fixed = (value: number, digits = 0): string => minus(value.toFixed(digits));

/** The lanes below the light, in the order in which they are stacked. */
export const LANES: readonly Lane[] = [
  {
    id: "moon",
    name: "moon",
    colour: ON_SKY.mist,
    value: (m) => (m.moonClearanceDeg > -0.8 ? above(m.moonAltitudeDeg + 0.8) : null),
    read: (m) =>
      `${fixed(m.moonAltitudeDeg)}° in ${fixed(m.moonAzimuthDeg)}°, ${Math.round(m.moonIlluminatedFraction * 100)} % lit`,
  },
  {
    id: "core",
    name: "core",
    colour: ON_SKY.paper,
    value: (m) => (m.coreClearanceDeg > 0 ? above(m.coreAltitudeDeg) : null),
    read: (m) =>
      m.coreClearanceDeg > 0 ? `${fixed(m.coreAltitudeDeg)}° in ${fixed(m.coreAzimuthDeg)}°` : "behind the skyline",
  },
  {
    id: "traffic",
    name: "traffic",
    colour: ON_SKY.coral,
    value: (m) => Math.min(1, m.vehiclesPerHour / 1500),
    read: (m) => `${Math.round(m.vehiclesPerHour)} vehicles an hour`,
    source: (m) => m.trafficSource,
  },
  {
    id: "cloud",
    name: "cloud",
    colour: ON_SKY.paper,
    value: (m) => m.cloudPercent / 100,
    read: (m) => `${Math.round(m.cloudPercent)} %`,
    source: (m) => m.weatherSource,
  },
  {
    id: "wind",
    name: "wind",
    colour: ON_SKY.moss,
    value: (m) => Math.min(1, m.weather.gustMps / 18),
    read: (m) => `${fixed(m.weather.windMps)} m/s, gusts ${fixed(m.weather.gustMps)}`,
    source: (m) => m.weatherSource,
  },
  {
    id: "dew",
    name: "dew",
    colour: ON_SKY.mist,
    value: (m) => m.dewRisk,
    read: (m) => `risk ${Math.round(100 * m.dewRisk)} %, air ${fixed(m.weather.temperatureC)} °C`,
    source: (m) => m.weatherSource,
  },
  {
    id: "tide",
    name: "tide",
    colour: ON_SKY.mist,
    value: (m) => (m.tideMetres === null ? null : Math.max(0, Math.min(1, 0.5 + m.tideMetres / 8))),
    read: (m) => (m.tideMetres === null ? "none" : `${fixed(m.tideMetres, 1)} m from mean level`),
    source: (m) => m.tideSource,
  },
];
