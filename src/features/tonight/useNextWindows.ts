"use client";

import { useMemo } from "react";
import type { SiteReply } from "@/contracts/replies";
import type { NextWindow } from "@/core/night";
import { startNight } from "@/workers/clients";
import { useLatest } from "@/workers/useLatest";
import { useWorker } from "@/workers/useWorker";

/** When each intent is best done next at a site; null until it is worked out, and without a site. */
export function useNextWindows(site: SiteReply | null): readonly NextWindow[] | null {
  const worker = useWorker(startNight, true);
  const ask = useMemo(
    () => (worker ? (of: SiteReply) => worker.next({ ...of, ...of.series }, Date.now()) : null),
    [worker],
  );
  const latest = useLatest(ask, site);
  return latest && latest.question === site ? latest.answer : null;
}
