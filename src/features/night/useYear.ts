"use client";

import { proxy } from "comlink";
import { startTransition, useEffect, useState } from "react";
import type { IntentId } from "@/core/intent";
import type { NightSite, ScoredNight } from "@/core/night";
import { startYear } from "@/workers/clients";
import { useWorker } from "@/workers/useWorker";

/** A year's nights for an intent at a site, scored in a worker; they arrive in handfuls. A newer question ends the older. */
export function useYear(site: NightSite, year: number, intent: IntentId): readonly ScoredNight[] {
  const worker = useWorker(startYear, true);
  const [nights, setNights] = useState<readonly ScoredNight[]>([]);
  useEffect(() => {
    setNights([]);
    if (!worker) return;
    let current = true;
    void worker.score(
      site,
      year,
      intent,
      proxy(async (handful: readonly ScoredNight[]) => {
        if (current) startTransition(() => setNights((before) => [...before, ...handful]));
        return current;
      }),
    );
    return () => {
      current = false;
    };
  }, [worker, site, year, intent]);
  return nights;
}
