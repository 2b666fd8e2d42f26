import type { IntentId } from "../intent";
import { moonOf, sunOf, trackSky } from "../sky";
import { MS_PER_DAY } from "../units";
import { type NightOverrides, type NightPlan, type NightSite, NO_OVERRIDES, planNight } from "./moment";
import { bestStretch, scoreMoment } from "./score";

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
}

const STEP_MS = 20 * 60_000;
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

/** The nights of a year at a site for an intent, scored one by one as they are asked for, under fair weather. */
export function* scoreYear(site: NightSite, year: number, intent: IntentId, lengthMs: number): Generator<ScoredNight> {
  const begin = new Date(Date.UTC(year, 0, 1) - MS_PER_DAY);
  const track = trackSky(begin, new Date(Date.UTC(year + 1, 0, 1) + 2 * MS_PER_DAY), TRACK_STEP_MS);
  for (const date of datesOfYear(year))
    yield scoreNight(planNight(site, date, FAIR_WEATHER, track), date, intent, lengthMs);
}

/** Scores one night by its best stretch of `lengthMs`. */
function scoreNight(plan: NightPlan, date: string, intent: IntentId, lengthMs: number): ScoredNight {
  const begin = plan.night.span.begin.getTime();
  const slots = Array.from({ length: MS_PER_DAY / STEP_MS + 1 }, (_, index) => ({ atMs: begin + index * STEP_MS }));
  const scores = slots.map(({ atMs }) =>
    sunOf(plan.night, atMs).altitudeDeg > HIGHEST_SUN_DEG ? 0 : scoreMoment(intent, plan.momentAt(atMs), plan.site),
  );
  const { beginMs, endMs, score } = bestStretch(slots, scores, lengthMs);
  const { illuminatedFraction } = moonOf(plan.night, begin + MS_PER_DAY / 2);
  return { date, score, beginMs, endMs, moonIlluminatedFraction: illuminatedFraction };
}
