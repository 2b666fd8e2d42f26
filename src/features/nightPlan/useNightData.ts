"use client";

import { useMemo } from "react";
import type { SiteReply } from "@/contracts/replies";
import { type Moment, type NightOverrides, type NightPlan, type NightWindow, planNight } from "@/core/night";
import type { SunEvents } from "@/core/sky";
import { startNight } from "@/workers/clients";
import { useLatest } from "@/workers/useLatest";
import { useWorker } from "@/workers/useWorker";

/** A night at a site, worked out. */
export interface NightData {
  readonly site: SiteReply;
  readonly date: string;
  readonly plan: NightPlan;
  readonly beginMs: number;
  readonly endMs: number;
  /** One a minute. */
  readonly moments: readonly Moment[];
  readonly windows: readonly NightWindow[];
  readonly events: SunEvents;
}

interface NightQuestion {
  readonly site: SiteReply;
  readonly date: string;
  readonly overrides: NightOverrides | undefined;
}

/** Works out a night in a worker; null until it is there, and without a site. While it changes, the last one stays. */
export function useNightData(
  site: SiteReply | null,
  date: string,
  overrides: NightOverrides | null | undefined,
): NightData | null {
  const worker = useWorker(startNight);
  const ask = useMemo(
    () =>
      worker &&
      ((question: NightQuestion) =>
        worker.compute({ ...question.site, ...question.site.series }, question.date, question.overrides)),
    [worker],
  );
  const question = useMemo(
    (): NightQuestion | null => site && { site, date, overrides: overrides ?? undefined },
    [site, date, overrides],
  );
  const latest = useLatest(ask, question);
  return useMemo(() => {
    if (!latest || latest.question.site.id !== site?.id) return null;
    const { question: asked, answer } = latest;
    const { track, ...computed } = answer;
    const plan = planNight({ ...asked.site, ...asked.site.series }, asked.date, asked.overrides, track);
    return {
      ...computed,
      plan,
      site: asked.site,
      date: asked.date,
      beginMs: plan.night.span.begin.getTime(),
      endMs: plan.night.span.end.getTime(),
    };
  }, [latest, site?.id]);
}
