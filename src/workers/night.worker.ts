import { expose } from "comlink";
import {
  type Moment,
  momentsOf,
  type NextWindow,
  type NightOverrides,
  type NightSite,
  type NightWindow,
  nextWindows,
  nightWindows,
  planNight,
} from "../core/night";
import { type SkyTrack, type SunEvents, sunEvents } from "../core/sky";

const MINUTE_MS = 60_000;

/** What takes long of a night; with the track the rest is cheap to prepare anywhere. */
export interface ComputedNight {
  readonly track: SkyTrack;
  /** One a minute. */
  readonly moments: readonly Moment[];
  readonly windows: readonly NightWindow[];
  readonly events: SunEvents;
}

/** Works out nights. */
export const nightWorker = {
  compute(site: NightSite, date: string, overrides: NightOverrides | undefined): ComputedNight {
    const plan = planNight(site, date, overrides);
    const moments = momentsOf(plan, MINUTE_MS);
    return { track: plan.night.track, moments, windows: nightWindows(plan, moments), events: sunEvents(plan.night) };
  },

  /** When each intent is best done next at a site. */
  next: (site: NightSite, nowMs: number): NextWindow[] => nextWindows(site, nowMs),
};

export type NightWorker = typeof nightWorker;
expose(nightWorker);
