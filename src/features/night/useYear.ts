"use client";

import { proxy } from "comlink";
import { useEffect, useState } from "react";
import type { IntentId } from "@/core/intent";
import type { NightSite, ScoredNight } from "@/core/night";
import { startYear } from "@/workers/clients";

/** A year's nights for an intent at a site, scored in a worker; they arrive in handfuls. */
export function useYear(site: NightSite, year: number, intent: IntentId): readonly ScoredNight[] {
  const [nights, setNights] = useState<readonly ScoredNight[]>([]);
  useEffect(() => {
    setNights([]);
    const { api, end } = startYear();
    let current = true;
    void api.score(
      site,
      year,
      intent,
      proxy(async (handful: readonly ScoredNight[]) => {
        if (current) setNights((before) => [...before, ...handful]);
      }),
    );
    return () => {
      current = false;
      end();
    };
  }, [site, year, intent]);
  return nights;
}
