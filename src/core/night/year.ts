import type { IntentId } from "../intent";
import { moonOf, type SkyTrack, sunOf, trackSky } from "../sky";
import { MS_PER_DAY } from "../units";
import { type NightOverrides, type NightPlan, type NightSite, NO_OVERRIDES, planNight } from "./moment";
import { bestStretch, type ScoredStretch, scoreMoment } from "./score";
import { bestOfSlots, slotAt, slotMoments, slotScores } from "./slots";

/** A night from its first noon to the next in equal steps; the later ends are `NIGHT_SLOTS - 1` steps on. */
export interface NightHours {
  readonly beginMs: number;
  /** Of the sun, degrees. */
  readonly sunDeg: Float32Array;
  /** 0 to 100; 0 by day. */
  readonly score: Uint8Array;
  /** 1 while the moon is up, and while the core of the Milky Way is. */
  readonly moonUp: Uint8Array;
  readonly coreUp: Uint8Array;
}

/** One night of a year, scored for an intent. */
export interface ScoredNight {
  /** Local mean solar date, `YYYY-MM-DD`. */
  readonly date: string;
  /** Mean score of its best hour (or shorter length asked for), 0 to 100. */
  readonly score: number;
  /** Where that stretch begins and ends. */
  readonly beginMs: number;
  readonly endMs: number;
  /** At midnight, 0 to 1. */
  readonly moonIlluminatedFraction: number;
  readonly hours: NightHours;
}

const MINUTE_MS = 60_000;
const STEP_MS = 20 * MINUTE_MS;
/** Steps of a night, both ends included. */
export const NIGHT_SLOTS = MS_PER_DAY / STEP_MS + 1;
const TRACK_STEP_MS = 2 * 3_600_000;
const HIGHEST_SUN_DEG = 8;

/** Weather cannot be known for a year: every night is taken as clear, calm and dry. */
const FAIR_WEATHER: NightOverrides = {
  ...NO_OVERRIDES,
  cloudPercent: 0,
  gustMps: 2,
  temperatureC: 12,
  dewPointC: 2,
};

/** All dates of a calendar year. */
export function datesOfYear(year: number): string[] {
  const first = Date.UTC(year, 0, 1);
  const days = Math.round((Date.UTC(year + 1, 0, 1) - first) / MS_PER_DAY);
  return Array.from({ length: days }, (_, day) => new Date(first + day * MS_PER_DAY).toISOString().slice(0, 10));
}

/** A night without its weather: clear, calm and dry. */
export const planWithoutWeather = (site: NightSite, date: string, track?: SkyTrack): NightPlan =>
  planNight(site, date, FAIR_WEATHER, track);

/** The nights of a year at a site, scored one by one as they are asked for by their best `minutes` for an intent, without weather. */
export function* scoreYear(site: NightSite, year: number, intent: IntentId, minutes: number): Generator<ScoredNight> {
  const begin = new Date(Date.UTC(year, 0, 1) - MS_PER_DAY);
  const track = trackSky(begin, new Date(Date.UTC(year + 1, 0, 1) + 2 * MS_PER_DAY), TRACK_STEP_MS);
  for (const date of datesOfYear(year)) yield scoreNight(planWithoutWeather(site, date, track), date, intent, minutes);
}

function scoreNight(plan: NightPlan, date: string, intent: IntentId, minutes: number): ScoredNight {
  const begin = plan.night.span.begin.getTime();
  const slots = Array.from({ length: NIGHT_SLOTS }, (_, index) => ({ atMs: begin + index * STEP_MS }));
  const sunDeg = Float32Array.from(slots, ({ atMs }) => sunOf(plan.night, atMs).altitudeDeg);
  const [moonUp, coreUp] = [new Uint8Array(NIGHT_SLOTS), new Uint8Array(NIGHT_SLOTS)];
  const scores = slots.map(({ atMs }, slot) => {
    if (sunDeg[slot]! > HIGHEST_SUN_DEG) return 0;
    const moment = plan.momentAt(atMs);
    moonUp[slot] = moment.moonAltitudeDeg > 0 ? 1 : 0;
    coreUp[slot] = moment.coreAltitudeDeg > 0 ? 1 : 0;
    return scoreMoment(intent, moment, plan.site);
  });
  const { beginMs, endMs, score } = bestNear(plan, intent, minutes, bestStretch(slots, scores, minutes * MINUTE_MS));
  const { illuminatedFraction } = moonOf(plan.night, begin + MS_PER_DAY / 2);
  const hours = { beginMs: begin, sunDeg, score: Uint8Array.from(scores, Math.round), moonUp, coreUp };
  return { date, score, beginMs, endMs, moonIlluminatedFraction: illuminatedFraction, hours };
}

/** The best stretch by slots where steps found it: what the night says by itself. */
function bestNear(plan: NightPlan, intent: IntentId, minutes: number, found: ScoredStretch): ScoredStretch {
  const [from, to] = [slotAt(plan, found.beginMs - STEP_MS), slotAt(plan, found.endMs + STEP_MS)];
  return bestOfSlots(slotScores(plan, intent, slotMoments(plan, from, to)), minutes);
}
