import { overlapChance } from "../conditions";
import type { IntentId } from "../intent";
import { evFromLuminance } from "../light";
import { luminanceFromMagnitude } from "../sky";
import { THIN_SPACE } from "../units";
import { plain } from "../words";
import type { Moment, NightSite } from "./moment";
import type { WindowKind } from "./windows";

/** One thing that makes an instant better or worse for an intent. */
interface Factor {
  readonly name: string;
  /** 0 (rules it out) to 1 (as good as it gets). */
  readonly value: (moment: Moment, site: NightSite) => number;
  readonly because: (moment: Moment, site: NightSite) => string;
}

/** How one factor stands at an instant. */
export interface ScoreReason {
  readonly name: string;
  readonly value: number;
  readonly because: string;
}

const clamp = (value: number): number => Math.max(0, Math.min(1, value));
/** 0 at `from`, 1 at `to`, even between; `from` may be the larger. */
const ramp = (value: number, from: number, to: number): number => clamp((value - from) / (to - from));
const ev = (value: number): string => `EV ${plain(value)}`;
const percent = (value: number): string => `${Math.round(value)}${THIN_SPACE}%`;

/** Length of a trail exposure that the clipping risk is judged by. */
const TRAIL_SHUTTER_SECONDS = 4;

const skyColour: Factor = {
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

const trafficWanted: Factor = {
  name: "traffic",
  value: (m) => clamp(m.vehiclesPerHour / 300) ** 0.6,
  because: (m) => `${Math.round(m.vehiclesPerHour)} vehicles an hour (${m.trafficSource}).`,
};

const trailsKeepDetail: Factor = {
  name: "trails that keep detail",
  value: (m) => clamp(1 - 2.4 * overlapChance(m.vehiclesPerHour, TRAIL_SHUTTER_SECONDS)),
  because: (m) => {
    const chance = overlapChance(m.vehiclesPerHour, TRAIL_SHUTTER_SECONDS);
    return `In ${percent(100 * chance)} of ${TRAIL_SHUTTER_SECONDS}${THIN_SPACE}s exposures two vehicles share a lane and their trails clip.`;
  },
};

const quietRoad: Factor = {
  name: "few vehicles",
  value: (m) => Math.max(0.3, 1 - m.vehiclesPerHour / 500),
  because: (m) => `${Math.round(m.vehiclesPerHour)} vehicles an hour (${m.trafficSource}).`,
};

const openSky: Factor = {
  name: "open sky",
  value: (m) => clamp(1 - m.cloudPercent / 100) ** 1.3,
  because: (m) => `Cloud ${percent(m.cloudPercent)} (${m.weatherSource}); in a long exposure it smears to grey.`,
};

const skyWithTexture: Factor = {
  name: "sky not shut",
  value: (m) => 1 - 0.5 * ramp(m.cloudPercent, 60, 100),
  because: (m) => `Cloud ${percent(m.cloudPercent)} (${m.weatherSource}).`,
};

const dark: Factor = {
  name: "darkness",
  value: (m) => ramp(m.sunAltitudeDeg, -11, -18),
  because: (m) => `The sun is ${plain(m.sunAltitudeDeg, 0)}° high; full dark begins at \u221218°.`,
};

const moonless: Factor = {
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

const coreUp: Factor = {
  name: "the core's height",
  value: (m, site) =>
    m.coreClearanceDeg <= 0 ? 0.35 : 0.35 + 0.65 * ramp(m.coreAltitudeDeg, site.coreAltitudeDeg - 5, 30),
  because: (m) =>
    m.coreClearanceDeg > 0
      ? `The galactic centre is up at ${m.coreAltitudeDeg.toFixed(0)}°.`
      : "The galactic centre is behind the skyline.",
};

const calm: Factor = {
  name: "calm",
  value: (m) => 1 - 0.8 * ramp(m.weather.gustMps, 4, 13),
  because: (m) => `Gusts of ${m.weather.gustMps.toFixed(0)}${THIN_SPACE}m/s (${m.weatherSource}).`,
};

const dryLens: Factor = {
  name: "dry lens",
  value: (m) => 1 - 0.6 * m.dewRisk,
  because: (m) =>
    `Air ${m.weather.temperatureC.toFixed(0)}${THIN_SPACE}°C, dew point ${m.weather.dewPointC.toFixed(0)}${THIN_SPACE}°C: dew risk ${percent(100 * m.dewRisk)}.`,
};

const lampsLit: Factor = {
  name: "lamps lit",
  value: (m) => ramp(m.sunAltitudeDeg, 0, -2),
  because: (m) => (m.sunAltitudeDeg > -1 ? "Lamps are not lit yet." : "The lamps are on."),
};

const dimLight: Factor = {
  name: "dim light",
  value: (m) => ramp(m.skyEv, 10, 4),
  because: (m) => `Sky ${ev(m.skyEv)}: the dimmer, the longer the shutter can stay open.`,
};

const someLight: Factor = {
  name: "enough light",
  value: (m) => ramp(Math.max(m.skyEv, m.sunAltitudeDeg < -1 ? m.lampEv : m.skyEv), -2, 5),
  because: (m) => `The brighter of sky and lamps gives ${ev(Math.max(m.skyEv, m.lampEv))}.`,
};

const safeWater: Factor = {
  name: "water",
  value: (m) => (m.tideMetres === null ? 1 : 0.7 + 0.3 * ramp(Math.abs(m.tideMetres), 2.5, 0.3)),
  because: (m) =>
    m.tideMetres === null
      ? "No tide here."
      : `Tide ${plain(m.tideMetres)}${THIN_SPACE}m from mean level (${m.tideSource}).`,
};

const meteors: Factor = {
  name: "meteors",
  value: (m) => 0.1 + 0.9 * (m.meteorsPerHour / (m.meteorsPerHour + 12)),
  because: (m) => `About ${m.meteorsPerHour.toFixed(0)} meteors an hour by eye under a clear sky.`,
};

const wakeful: Factor = {
  name: "a lit, peopled hour",
  value: (m) => 0.5 + 0.5 * ramp(m.vehiclesPerHour, 0, 60),
  because: (m) =>
    `The place is ${m.vehiclesPerHour > 60 ? "awake" : "asleep"}: ${Math.round(m.vehiclesPerHour)} vehicles an hour.`,
};

interface IntentRule {
  readonly factors: readonly Factor[];
  /** Windows that matter for it, the most telling first. */
  readonly windows: readonly WindowKind[];
}

/** What matters for each intent. Factors multiply: one that is bad cannot be made up for by another. */
export const INTENT_RULES: Record<IntentId, IntentRule> = {
  "light-trails": {
    factors: [lampsLit, skyColour, trafficWanted, trailsKeepDetail, skyWithTexture, calm],
    windows: ["balance", "blue", "busy-road"],
  },
  "blurred-subject": { factors: [dimLight, skyColour, skyWithTexture, calm], windows: ["balance", "blue"] },
  "smoothed-water": {
    factors: [dimLight, skyColour, safeWater, calm],
    windows: ["balance", "blue", "high-tide", "low-tide"],
  },
  "emptied-place": { factors: [lampsLit, skyColour, skyWithTexture, calm], windows: ["balance", "quiet-road"] },
  "star-points": {
    factors: [dark, moonless, coreUp, openSky, calm, dryLens],
    windows: ["clear-core", "core-in-dark", "moonless-dark"],
  },
  "star-arcs": { factors: [dark, moonless, openSky, calm, dryLens], windows: ["clear-dark", "moonless-dark", "dark"] },
  meteors: { factors: [dark, moonless, meteors, openSky, dryLens], windows: ["shower", "clear-dark", "moonless-dark"] },
  "light-drawing": { factors: [dark, quietRoad, calm], windows: ["dark", "quiet-road"] },
  "still-view": { factors: [lampsLit, skyColour, skyWithTexture, calm], windows: ["balance", "blue"] },
  "frozen-action": { factors: [someLight, wakeful], windows: ["golden", "balance"] },
  sweep: { factors: [dimLight, someLight, trafficWanted], windows: ["balance", "busy-road"] },
  "glowing-background": { factors: [lampsLit, skyColour], windows: ["balance", "blue"] },
  "moving-picture": { factors: [someLight, skyColour, calm], windows: ["golden", "balance"] },
};

/** How good an instant is for an intent, 0 to 100. */
export function scoreMoment(intent: IntentId, moment: Moment, site: NightSite): number {
  let product = 100;
  for (const factor of INTENT_RULES[intent].factors) product *= factor.value(moment, site);
  return product;
}

/** Why: every factor with its value and its reason, the one that costs most first. */
export function scoreReasons(intent: IntentId, moment: Moment, site: NightSite): ScoreReason[] {
  return INTENT_RULES[intent].factors
    .map(({ name, value, because }) => ({ name, value: value(moment, site), because: because(moment, site) }))
    .sort((a, b) => a.value - b.value);
}

/** A stretch of a night with its mean score. */
export interface ScoredStretch {
  readonly beginMs: number;
  readonly endMs: number;
  readonly score: number;
}

/** The stretch of this length with the highest mean score; `moments` must be evenly spaced. */
export function bestStretch(
  moments: readonly { readonly atMs: number }[],
  scores: readonly number[],
  lengthMs: number,
): ScoredStretch {
  const stepMs = moments[1]!.atMs - moments[0]!.atMs;
  const width = Math.max(1, Math.round(lengthMs / stepMs));
  let sum = 0;
  let best = { at: 0, sum: -1 };
  for (let i = 0; i < scores.length; i++) {
    sum += scores[i]! - (i >= width ? scores[i - width]! : 0);
    if (i >= width - 1 && sum > best.sum + 1e-9) best = { at: i - width + 1, sum };
  }
  const beginMs = moments[best.at]!.atMs;
  return { beginMs, endMs: beginMs + width * stepMs, score: best.sum / width };
}
