import type { AutomaticField, SavedScene, SceneFacts } from "../facts";
import { type IntentId, intentOf } from "../intent";
import { evFromLuminance } from "../light";
import type { NightPlan } from "../night";
import type { CameraPose } from "../optics";
import type { ShotSky } from "../scene";
import {
  clearSkyAt,
  declinationOf,
  evTowards,
  landEv,
  localSiderealHours,
  luminanceFromMagnitude,
  moonOf,
  type NightSky,
  skyLightsAt,
  sunOf,
} from "../sky";
import { airOf } from "./air";

/** A shot as far as its picture goes. */
export interface Shot {
  readonly intent: IntentId;
  readonly minutes: number;
  /** An instant, as a date or in ISO 8601; null until it has a time. */
  readonly beginsAt: Date | string | null;
  readonly aim: CameraPose | null;
  /** Null while the intent's usual one holds. */
  readonly scene: SavedScene | null;
}

/** When a shot begins, milliseconds since 1970; null until it has a time. */
export const beginMsOf = ({ beginsAt }: Pick<Shot, "beginsAt">): number | null =>
  beginsAt === null ? null : new Date(beginsAt).getTime();

/** A value that comes by itself, and where from. */
export interface AutomaticValue {
  readonly value: number;
  readonly from: string;
}

const tenth = (value: number): number => Math.round(10 * value) / 10;
/** Under this altitude the camera looks at land: nothing is read off the sky there. */
const LEAST_STAR_ALTITUDE_DEG = 5;

/** A sky is looked at so often over a shot's length. */
const SKY_STEP_MS = 10 * 60_000;

/** Instants of a shot, its first and last among them. */
const instantsOf = (beginsAtMs: number, minutes: number): number[] => {
  const steps = Math.ceil((minutes * 60_000) / SKY_STEP_MS);
  return Array.from({ length: steps + 1 }, (_, step) => beginsAtMs + (step / Math.max(1, steps)) * minutes * 60_000);
};

/** What night, site and aim say of a shot's scene; nothing where they do not know. */
export function automaticValues(shot: Shot, plan: NightPlan | null): Partial<Record<AutomaticField, AutomaticValue>> {
  const { intent, minutes, aim } = shot;
  const beginsAtMs = beginMsOf(shot);
  const { scene, ofStars } = intentOf(intent);
  const moment = plan && beginsAtMs !== null ? plan.momentAt(beginsAtMs) : null;
  return {
    windowSeconds: { value: 60 * minutes, from: "the shot's length on the night" },
    ...(plan && ofStars && beginsAtMs !== null
      ? {
          sceneEv: {
            value: tenth(
              Math.max(
                ...instantsOf(beginsAtMs, minutes).map((atMs) =>
                  landEv(skyLightsAt(plan.night, atMs, plan.site.darkSkyMagPerArcsec2)),
                ),
              ),
            ),
            from: "land under that sky",
          },
        }
      : {}),
    ...(plan && !ofStars && scene.sceneEv > 0
      ? { sceneEv: { value: plan.site.lampEv, from: "the site's lamps" } }
      : {}),
    ...(moment
      ? {
          gustMps: { value: tenth(moment.weather.gustMps), from: `the night's weather, ${moment.weatherSource}` },
          sensorCelsius: {
            value: Math.round(moment.weather.temperatureC),
            from: `the night's air, ${moment.weatherSource}`,
          },
        }
      : {}),
    ...(moment && scene.vehiclesPerHour > 0
      ? {
          vehiclesPerHour: {
            value: Math.round(moment.vehiclesPerHour),
            from: `the road at that hour, ${moment.trafficSource}`,
          },
        }
      : {}),
    ...(plan && aim
      ? {
          declinationDeg: {
            value: Math.round(
              declinationOf(plan.site.latitudeDeg, { altitudeDeg: aim.tiltDeg, azimuthDeg: aim.azimuthDeg }),
            ),
            from: "where the shot aims",
          },
        }
      : {}),
  };
}

/**
 * EV of the clear sky in a shot's picture when it begins: where it aims, or, for a picture of stars that does not aim yet,
 * overhead; without a time, that of the site's darkest sky. Null for other pictures that have no aim and time.
 */
function skyEvOf(shot: Shot, plan: NightPlan | null): number | null {
  const { intent, aim } = shot;
  const beginsAtMs = beginMsOf(shot);
  const { ofStars, scene } = intentOf(intent);
  if (plan === null) return scene.skyEv;
  const { darkSkyMagPerArcsec2 } = plan.site;
  if (beginsAtMs !== null && aim !== null) {
    // What is drawn over a long run keeps the brightest of its minutes.
    const instants = ofStars ? instantsOf(beginsAtMs, shot.minutes) : [beginsAtMs];
    return Math.max(...instants.map((atMs) => evTowards(clearSkyAt(plan.night, atMs, darkSkyMagPerArcsec2), aim)));
  }
  if (!ofStars) return null;
  return beginsAtMs === null
    ? evFromLuminance(luminanceFromMagnitude(darkSkyMagPerArcsec2))
    : Math.max(...instantsOf(beginsAtMs, shot.minutes).map((atMs) => plan.momentAt(atMs).skyEv));
}

/** A shot's scene: what was saved or is usual, with all that comes by itself and was not typed over. */
export function sceneOf(shot: Shot, plan: NightPlan | null): SceneFacts {
  const usual = intentOf(shot.intent).scene;
  const { own, metered: _, ...saved } = shot.scene ?? { ...usual, own: [], metered: null };
  const beginsAtMs = beginMsOf(shot);
  const found = Object.entries(automaticValues(shot, plan)).filter(([field]) => !own.some((each) => each === field));
  return {
    ...usual,
    ...saved,
    ...Object.fromEntries(found.map(([field, { value }]) => [field, value])),
    // A scene saved when only an intensity was asked for carries the lamp that was meant.
    lamps: saved.lamps.length === 0 && saved.lampIntensityCd !== null ? ["headlamp"] : saved.lamps,
    skyEv: skyEvOf(shot, plan),
    air: plan && beginsAtMs !== null ? airOf(plan.momentAt(beginsAtMs).weather) : null,
    starAltitudeDeg: shot.aim ? Math.max(LEAST_STAR_ALTITUDE_DEG, shot.aim.tiltDeg) : usual.starAltitudeDeg,
  };
}

/** The sky that a planned shot aims at; null before it has a time and an aim. */
export function aimedSkyOf(shot: Shot, plan: NightPlan | null): ShotSky | null {
  const { aim } = shot;
  const beginsAtMs = beginMsOf(shot);
  if (plan === null || beginsAtMs === null || aim === null) return null;
  return skyAt(plan.night, plan.site.darkSkyMagPerArcsec2, beginsAtMs, aim);
}

/** The sky of an instant as a camera has it that looks some way: sun, moon and stars beside its own heading. */
export function skyAt(
  night: NightSky,
  darkSkyMagPerArcsec2: number,
  atMs: number,
  { azimuthDeg, tiltDeg }: Pick<CameraPose, "azimuthDeg" | "tiltDeg">,
): ShotSky {
  const { track, place } = night;
  const sun = sunOf(night, atMs);
  const moon = moonOf(night, atMs);
  return {
    sky: {
      sun: { altitudeDeg: sun.altitudeDeg, awayDeg: sun.azimuthDeg - azimuthDeg },
      moon: { altitudeDeg: moon.altitudeDeg, awayDeg: moon.azimuthDeg - azimuthDeg, phaseAngleDeg: moon.phaseAngleDeg },
      darkSkyMagPerArcsec2,
    },
    stars: {
      latitudeDeg: place.latitudeDeg,
      azimuthDeg,
      siderealHours: localSiderealHours(track, place, atMs),
      atMs,
    },
    tiltDeg,
  };
}
