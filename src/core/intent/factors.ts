import { overlapChance } from "../conditions";
import { evFromLuminance } from "../light";
import type { Moment, NightSite } from "../night/moment";
import { luminanceFromMagnitude } from "../sky";
import { THIN_SPACE } from "../units";
import { plain } from "../words";

/** One thing that makes an instant better or worse for an intent. */
export interface Factor {
  readonly name: string;
  /** 0 (rules it out) to 1 (as good as it gets). */
  readonly value: (moment: Moment, site: NightSite) => number;
  readonly because: (moment: Moment, site: NightSite) => string;
}

const clamp = (value: number): number => Math.max(0, Math.min(1, value));
/** 0 at `from`, 1 at `to`, even between; `from` may be the larger. */
const ramp = (value: number, from: number, to: number): number => clamp((value - from) / (to - from));
const ev = (value: number): string => `EV ${plain(value)}`;
const percent = (value: number): string => `${Math.round(value)}${THIN_SPACE}%`;

/** Length of a trail exposure that the clipping risk is judged by. */
const TRAIL_SHUTTER_SECONDS = 4;

/** Nobody waits half a night for a slightly better hour: each hour after sunset counts this much less. */
const LOSS_PER_HOUR = 0.06;
const LEAST_PATIENCE = 0.15;

/** The sooner after sunset the better; it holds for every intent. */
export const early: Factor = {
  name: "early enough",
  value: (m) => Math.max(LEAST_PATIENCE, 1 - LOSS_PER_HOUR * m.hoursAfterSunset),
  because: (m) =>
    m.hoursAfterSunset === 0
      ? "Nobody has to wait for it."
      : `${m.hoursAfterSunset.toFixed(1)}${THIN_SPACE}h after sunset; each hour of waiting costs ${percent(100 * LOSS_PER_HOUR)}.`,
};

/** Best while sky and lamps are in balance. */
export const skyColour: Factor = {
  name: "sky colour",
  value: (m) => {
    const away = Math.max(0, Math.abs(m.skyEv - m.lampEv) - 1.5);
    const floor = m.skyEv < m.lampEv ? 0.25 : 0;
    return Math.max(floor, Math.exp(-((away / 1.6) ** 2)));
  },
  because: (m) => {
    const apart = m.skyEv - m.lampEv;
    if (Math.abs(apart) <= 1.5) return `Sky ${ev(m.skyEv)} and lamps ${ev(m.lampEv)} are in balance.`;
    return apart > 0
      ? `The sky (${ev(m.skyEv)}) outshines the lamps by ${apart.toFixed(1)} stops.`
      : `The sky (${ev(m.skyEv)}) is ${(-apart).toFixed(1)} stops under the lamps: nearly black.`;
  },
};

/** The more vehicles pass the better, up to 300 an hour. */
export const trafficWanted: Factor = {
  name: "traffic",
  value: (m) => clamp(m.vehiclesPerHour / 300) ** 0.6,
  because: (m) => `${Math.round(m.vehiclesPerHour)} vehicles an hour (${m.trafficSource}).`,
};

/** Bad where two vehicles often share a lane in one exposure. */
export const trailsKeepDetail: Factor = {
  name: "trails that keep detail",
  value: (m) => clamp(1 - 2.4 * overlapChance(m.vehiclesPerHour, TRAIL_SHUTTER_SECONDS)),
  because: (m) => {
    const chance = overlapChance(m.vehiclesPerHour, TRAIL_SHUTTER_SECONDS);
    return `In ${percent(100 * chance)} of ${TRAIL_SHUTTER_SECONDS}${THIN_SPACE}s exposures two vehicles share a lane and their trails clip.`;
  },
};

/** The fewer vehicles pass the better. */
export const quietRoad: Factor = {
  name: "few vehicles",
  value: (m) => Math.max(0.3, 1 - m.vehiclesPerHour / 500),
  because: (m) => `${Math.round(m.vehiclesPerHour)} vehicles an hour (${m.trafficSource}).`,
};

/** Cloud hides stars. */
export const openSky: Factor = {
  name: "open sky",
  value: (m) => clamp(1 - m.cloudPercent / 100) ** 1.3,
  because: (m) => `Cloud ${percent(m.cloudPercent)} (${m.weatherSource}); in a long exposure it smears to grey.`,
};

/** A shut sky is grey; some cloud is welcome. */
export const skyWithTexture: Factor = {
  name: "sky not shut",
  value: (m) => 1 - 0.5 * ramp(m.cloudPercent, 60, 100),
  because: (m) => `Cloud ${percent(m.cloudPercent)} (${m.weatherSource}).`,
};

/** The sun far down. */
export const dark: Factor = {
  name: "darkness",
  value: (m) => ramp(m.sunAltitudeDeg, -11, -18),
  because: (m) => `The sun is ${plain(m.sunAltitudeDeg, 0)}° high; full dark begins at \u221218°.`,
};

/** The moon down, or thin. */
export const moonless: Factor = {
  name: "no moonlight",
  value: (m, site) => {
    const darkest = evFromLuminance(luminanceFromMagnitude(site.darkSkyMagPerArcsec2));
    return Math.exp(-((Math.max(0, m.skyEv - darkest) / 2.2) ** 2));
  },
  because: (m) =>
    m.moonAltitudeDeg > -0.8
      ? `Moon ${percent(100 * m.moonIlluminatedFraction)} lit at ${m.moonAltitudeDeg.toFixed(0)}°: sky ${ev(m.skyEv)}.`
      : `The moon is down: sky ${ev(m.skyEv)}.`,
};

/** The galactic centre over the skyline. */
export const coreUp: Factor = {
  name: "the core's height",
  value: (m, site) =>
    m.coreClearanceDeg <= 0 ? 0.35 : 0.35 + 0.65 * ramp(m.coreAltitudeDeg, site.coreAltitudeDeg - 5, 30),
  because: (m) =>
    m.coreClearanceDeg > 0
      ? `The galactic centre is up at ${m.coreAltitudeDeg.toFixed(0)}°.`
      : "The galactic centre is behind the skyline.",
};

/** Gusts shake the phone. */
export const calm: Factor = {
  name: "calm",
  value: (m) => 1 - 0.8 * ramp(m.weather.gustMps, 4, 13),
  because: (m) => `Gusts of ${m.weather.gustMps.toFixed(0)}${THIN_SPACE}m/s (${m.weatherSource}).`,
};

/** Dew settles on the lens. */
export const dryLens: Factor = {
  name: "dry lens",
  value: (m) => 1 - 0.6 * m.dewRisk,
  because: (m) =>
    `Air ${m.weather.temperatureC.toFixed(0)}${THIN_SPACE}°C, dew point ${m.weather.dewPointC.toFixed(0)}${THIN_SPACE}°C: dew risk ${percent(100 * m.dewRisk)}.`,
};

/** The sun so low that lamps are lit. */
export const lampsLit: Factor = {
  name: "lamps lit",
  value: (m) => ramp(m.sunAltitudeDeg, 0, -2),
  because: (m) => (m.sunAltitudeDeg > -1 ? "Lamps are not lit yet." : "The lamps are on."),
};

/** Dim enough for a long shutter. */
export const dimLight: Factor = {
  name: "dim light",
  value: (m) => ramp(m.skyEv, 10, 4),
  because: (m) => `Sky ${ev(m.skyEv)}: the dimmer, the longer the shutter can stay open.`,
};

/** Bright enough for a short shutter. */
export const someLight: Factor = {
  name: "enough light",
  value: (m) => ramp(Math.max(m.skyEv, m.sunAltitudeDeg < -1 ? m.lampEv : m.skyEv), -2, 5),
  because: (m) => `The brighter of sky and lamps gives ${ev(Math.max(m.skyEv, m.lampEv))}.`,
};

/** The nearer the tide is to its mean level the better. */
export const safeWater: Factor = {
  name: "water",
  value: (m) => (m.tideMetres === null ? 1 : 0.7 + 0.3 * ramp(Math.abs(m.tideMetres), 2.5, 0.3)),
  because: (m) =>
    m.tideMetres === null
      ? "No tide here."
      : `Tide ${plain(m.tideMetres)}${THIN_SPACE}m from mean level (${m.tideSource}).`,
};

/** Meteors an hour that one would see. */
export const meteorsFall: Factor = {
  name: "meteors",
  value: (m) => 0.1 + 0.9 * (m.meteorsPerHour / (m.meteorsPerHour + 12)),
  because: (m) => `About ${m.meteorsPerHour.toFixed(0)} meteors an hour by eye under a clear sky.`,
};

/** An hour at which vehicles still pass: the town is awake, its windows lit. */
export const wakeful: Factor = {
  name: "a lit, peopled hour",
  value: (m) => 0.5 + 0.5 * ramp(m.vehiclesPerHour, 0, 60),
  because: (m) =>
    `The place is ${m.vehiclesPerHour > 60 ? "awake" : "asleep"}: ${Math.round(m.vehiclesPerHour)} vehicles an hour.`,
};
