"use client";

import { createContext, type ReactNode, useContext, useMemo, useState } from "react";
import type { OutingReply, ShotReply, SiteReply } from "@/contracts/replies";
import type { IntentId } from "@/core/intent";
import {
  type Moment,
  momentsOf,
  type NightPlan,
  type NightWindow,
  nightWindows,
  planNight,
  scoreMoment,
} from "@/core/night";
import { type SunEvents, sunEvents } from "@/core/sky";

/** A night with everything drawn or said about it. */
export interface Night {
  readonly site: SiteReply;
  readonly date: string;
  readonly plan: NightPlan;
  readonly beginMs: number;
  readonly endMs: number;
  /** One a minute. */
  readonly moments: readonly Moment[];
  readonly windows: readonly NightWindow[];
  readonly events: SunEvents;
  readonly intent: IntentId;
  readonly setIntent: (intent: IntentId) => void;
  /** Score of each moment for the intent. */
  readonly scores: readonly number[];
  readonly shots: readonly ShotReply[];
}

/** What is looked at: the visible stretch and the instant under the cursor. */
export interface NightView {
  readonly domain: readonly [number, number];
  readonly setDomain: (domain: readonly [number, number]) => void;
  readonly cursorMs: number | null;
  readonly setCursorMs: (atMs: number | null) => void;
}

const NightContext = createContext<Night | null>(null);
const ViewContext = createContext<NightView | null>(null);
const MINUTE_MS = 60_000;
const NO_SHOTS: readonly ShotReply[] = [];

/** The night at hand; null for an outing without a site. */
export const useNight = (): Night | null => useContext(NightContext);

/** What is looked at. @throws Error outside of an outing with a site. */
export function useNightView(): NightView {
  const view = useContext(ViewContext);
  if (!view) throw new Error("there is no night here");
  return view;
}

interface NightProviderProps {
  /** Undefined until it is there. */
  readonly outing: OutingReply | undefined;
  readonly shotId: string;
  readonly children: ReactNode;
}

/** Computes an outing's night once and shares it between ribbon and stations. */
export function NightProvider({ outing, shotId, children }: NightProviderProps) {
  const site = outing?.site ?? null;
  const shots = outing?.shots ?? NO_SHOTS;
  const date = outing?.outing.date ?? "";
  const overrides = outing?.outing.overrides;
  const [chosen, setIntent] = useState<IntentId | null>(null);
  const intent = chosen ?? shots.find(({ id }) => id === shotId)?.intent ?? "light-trails";
  const computed = useMemo(() => {
    if (!site) return null;
    const plan = planNight({ ...site, ...site.series }, date, overrides ?? undefined);
    const moments = momentsOf(plan, MINUTE_MS);
    return {
      plan,
      moments,
      beginMs: plan.night.span.begin.getTime(),
      endMs: plan.night.span.end.getTime(),
      windows: nightWindows(plan, moments),
      events: sunEvents(plan.night),
    };
  }, [site, date, overrides]);
  const scores = useMemo(
    () => computed?.moments.map((moment) => scoreMoment(intent, moment, computed.plan.site)) ?? [],
    [computed, intent],
  );
  const night = useMemo(
    () => (computed && site ? { ...computed, site, date, intent, setIntent, scores, shots } : null),
    [computed, site, date, intent, scores, shots],
  );

  const [zoomed, setZoomed] = useState<{ readonly night: number; readonly domain: readonly [number, number] } | null>(
    null,
  );
  const [cursorMs, setCursorMs] = useState<number | null>(null);
  const beginMs = computed?.beginMs ?? 0;
  const endMs = computed?.endMs ?? 1;
  const view = useMemo(
    (): NightView => ({
      domain: zoomed?.night === beginMs ? zoomed.domain : [beginMs, endMs],
      setDomain: (domain) => setZoomed({ night: beginMs, domain }),
      cursorMs,
      setCursorMs,
    }),
    [zoomed, beginMs, endMs, cursorMs],
  );
  return (
    <NightContext.Provider value={night}>
      <ViewContext.Provider value={view}>{children}</ViewContext.Provider>
    </NightContext.Provider>
  );
}
