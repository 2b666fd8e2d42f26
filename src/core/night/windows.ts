import { crossings, type Interval, intervalsWhere } from "../sky";
import { THIN_SPACE } from "../units";
import { plain } from "../words";
import type { Moment, NightPlan } from "./moment";

/** Kinds of windows of a night. */
export const WINDOW_KINDS = {
  golden: "golden light",
  blue: "blue light",
  balance: "balance window",
  dark: "full dark",
  "moonless-dark": "moonless dark",
  core: "core up",
  "core-in-dark": "core up in moonless dark",
  "clear-core": "dark, core up, moonless, cloud under 30 %",
  "clear-dark": "moonless dark, cloud under 30 %",
  "busy-road": "traffic wanted",
  "quiet-road": "traffic lull",
  "high-tide": "high water",
  "low-tide": "low water",
  shower: "shower maximum",
} as const;
/** A kind of window of the night. */
export type WindowKind = keyof typeof WINDOW_KINDS;

/** A stretch of a night that is good for something, and why. */
export interface NightWindow extends Interval {
  readonly kind: WindowKind;
  readonly why: string;
}

/** Sky and lit subject are in balance while their EVs differ by at most this. */
export const BALANCE_STOPS = 1.5;
const MOST_CLOUD_PERCENT = 30;
/** From which share of the night's busiest flow traffic counts as dense, and up to which as quiet. */
const DENSE_SHARE = 0.6;
const QUIET_SHARE = 0.2;
const SLACK_MS = 45 * 60_000;
const LEAST_METEORS = 5;
const STEP_MS = 5 * 60_000;

const degrees = (value: number): string => `${plain(value, 0)}°`;

type Rule = readonly [kind: WindowKind, value: (moment: Moment) => number, why: (middle: Moment) => string];

const SUN_BELOW_FULL_DARK = (m: Moment): number => -18 - m.sunAltitudeDeg;
const MOON_DOWN = (m: Moment): number => -Math.min(m.moonAltitudeDeg + 0.83, m.moonClearanceDeg + 0.26);
const UNDER_CLOUD_LIMIT = (m: Moment): number => MOST_CLOUD_PERCENT - m.cloudPercent;

function rules({ site, night, shower }: NightPlan, most: { vehicles: number; meteors: number }): Rule[] {
  const coreUp = (m: Moment) => Math.min(m.coreAltitudeDeg - site.coreAltitudeDeg, m.coreClearanceDeg);
  const moonless = (m: Moment) => Math.min(SUN_BELOW_FULL_DARK(m), MOON_DOWN(m));
  const coreInDark = (m: Moment) => Math.min(coreUp(m), moonless(m));
  const behind = night.horizon.length > 0 ? " and above the skyline" : "";
  const list: Rule[] = [
    [
      "golden",
      (m) => Math.min(m.sunAltitudeDeg + 4, 6 - m.sunAltitudeDeg),
      () => `The sun is between 6° above and 4° below the horizon: warm, low light.`,
    ],
    [
      "blue",
      (m) => Math.min(m.sunAltitudeDeg + 8, -4 - m.sunAltitudeDeg),
      () => `The sun is 4 to 8° below the horizon: the sky is deep blue and still has light.`,
    ],
    [
      "balance",
      (m) => BALANCE_STOPS - Math.abs(m.skyEv - m.lampEv),
      (m) =>
        `Sky and lamps differ by at most ${BALANCE_STOPS} stops around EV ${plain(m.lampEv)}: both keep their colour in one exposure.`,
    ],
    [
      "dark",
      SUN_BELOW_FULL_DARK,
      (m) => `The sun is more than 18° down; the sky is as dark as this site gets, EV ${plain(m.skyEv)}.`,
    ],
    [
      "moonless-dark",
      moonless,
      (m) =>
        `Full dark, and the moon (${Math.round(m.moonIlluminatedFraction * 100)}${THIN_SPACE}% lit) is below the horizon: EV ${plain(m.skyEv)}.`,
    ],
    [
      "core",
      coreUp,
      (m) =>
        `The galactic centre is above ${degrees(site.coreAltitudeDeg)}${behind}, at ${degrees(m.coreAltitudeDeg)} in direction ${degrees(m.coreAzimuthDeg)} half-way.`,
    ],
    [
      "core-in-dark",
      coreInDark,
      (m) => `The galactic centre stands at ${degrees(m.coreAltitudeDeg)} in full dark without moon.`,
    ],
    [
      "clear-core",
      (m) => Math.min(coreInDark(m), UNDER_CLOUD_LIMIT(m)),
      (m) => `Dark, core up, moonless, and cloud at ${Math.round(m.cloudPercent)}${THIN_SPACE}% (${m.weatherSource}).`,
    ],
    [
      "clear-dark",
      (m) => Math.min(moonless(m), UNDER_CLOUD_LIMIT(m)),
      (m) => `Full dark without moon, and cloud at ${Math.round(m.cloudPercent)}${THIN_SPACE}% (${m.weatherSource}).`,
    ],
  ];
  if (most.vehicles > 0) {
    const night_ = (m: Moment) => -m.sunAltitudeDeg;
    const flow = (m: Moment) => `${Math.round(m.vehiclesPerHour)} vehicles an hour (${m.trafficSource})`;
    list.push([
      "busy-road",
      (m) => Math.min(night_(m), m.vehiclesPerHour - DENSE_SHARE * most.vehicles),
      (m) => `${flow(m)}: trails in every exposure, and trails on trails.`,
    ]);
    list.push([
      "quiet-road",
      (m) => Math.min(night_(m), QUIET_SHARE * most.vehicles - m.vehiclesPerHour),
      (m) => `${flow(m)}: a street without trails, or one vehicle at a time.`,
    ]);
  }
  if (most.meteors >= LEAST_METEORS) {
    list.push([
      "shower",
      (m) => Math.min(-12 - m.sunAltitudeDeg, m.meteorsPerHour - Math.max(LEAST_METEORS, most.meteors / 2)),
      (m) =>
        `${shower.name}: about ${Math.round(m.meteorsPerHour)} an hour seen by eye under this sky, if it is clear.`,
    ]);
  }
  return list;
}

/** High and low water of a night, each with three quarters of an hour around it. */
function tideWindows(plan: NightPlan): NightWindow[] {
  if (!plan.site.tidal) return [];
  const span = { beginMs: plan.night.span.begin.getTime(), endMs: plan.night.span.end.getTime(), stepMs: STEP_MS };
  const height = (atMs: number) => plan.momentAt(Math.min(span.endMs, Math.max(span.beginMs, atMs))).tideMetres ?? 0;
  const slope = (atMs: number) => height(atMs + 60_000) - height(atMs - 60_000);
  return crossings(slope, span).map(({ atMs, upward }) => {
    const { tideMetres, tideSource } = plan.momentAt(atMs);
    const metres = `${plain(tideMetres ?? 0)}${THIN_SPACE}m from mean level (${tideSource})`;
    return {
      kind: upward ? ("low-tide" as const) : ("high-tide" as const),
      beginMs: Math.max(span.beginMs, atMs - SLACK_MS),
      endMs: Math.min(span.endMs, atMs + SLACK_MS),
      why: upward ? `Low water, ${metres}: most shore is dry.` : `High water, ${metres}: keep off the edge.`,
    };
  });
}

/** All windows of a night in the order in which they begin, each with its reason. */
export function nightWindows(plan: NightPlan, moments: readonly Moment[]): NightWindow[] {
  const span = { beginMs: plan.night.span.begin.getTime(), endMs: plan.night.span.end.getTime(), stepMs: STEP_MS };
  const night = moments.filter(({ sunAltitudeDeg }) => sunAltitudeDeg < 0);
  const most = {
    vehicles: night.reduce((high, { vehiclesPerHour }) => Math.max(high, vehiclesPerHour), 0),
    meteors: night
      .filter(({ sunAltitudeDeg }) => sunAltitudeDeg < -12)
      .reduce((high, { meteorsPerHour }) => Math.max(high, meteorsPerHour), 0),
  };
  const known = new Map<number, Moment>();
  const momentAt = (atMs: number): Moment => {
    const moment = known.get(atMs) ?? plan.momentAt(atMs);
    known.set(atMs, moment);
    return moment;
  };
  const found = rules(plan, most).flatMap(([kind, value, why]) =>
    intervalsWhere((atMs) => value(momentAt(atMs)), span).map(
      (interval): NightWindow => ({
        kind,
        ...interval,
        why: why(plan.momentAt((interval.beginMs + interval.endMs) / 2)),
      }),
    ),
  );
  return [...found, ...tideWindows(plan)].sort((a, b) => a.beginMs - b.beginMs || a.endMs - b.endMs);
}
