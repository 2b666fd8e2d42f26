"use client";

import { proxy, wrap } from "comlink";
import { useEffect, useState } from "react";
import type { IntentId } from "@/core/intent";
import type { NightSite, ScoredNight } from "@/core/night";
import type { YearWorker } from "@/workers/year.worker";

/** A year's nights for an intent at a site, scored in a worker; they arrive in handfuls. */
export function useYear(site: NightSite, year: number, intent: IntentId): readonly ScoredNight[] {
  const [nights, setNights] = useState<readonly ScoredNight[]>([]);
  useEffect(() => {
    setNights([]);
    const worker = new Worker(new URL("../../workers/year.worker.ts", import.meta.url), { type: "module" });
    let current = true;
    void wrap<YearWorker>(worker).score(
      site,
      year,
      intent,
      proxy(async (handful: readonly ScoredNight[]) => {
        if (current) setNights((before) => [...before, ...handful]);
      }),
    );
    return () => {
      current = false;
      worker.terminate();
    };
  }, [site, year, intent]);
  return nights;
}
