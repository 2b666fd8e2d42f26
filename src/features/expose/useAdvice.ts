"use client";

import { wrap } from "comlink";
import { useEffect, useState } from "react";
import type { SolveRequest } from "@/core/intent";
import type { AdviceWorker } from "@/workers/advice.worker";

/** What would open a request's ground, worked out in a worker; null while it is on its way. A newer request ends the older. */
export function useAdvice(request: SolveRequest | null): readonly string[] | null {
  const [advice, setAdvice] = useState<readonly string[] | null>(null);
  useEffect(() => {
    setAdvice(null);
    if (request === null) return;
    const worker = new Worker(new URL("../../workers/advice.worker.ts", import.meta.url), { type: "module" });
    let current = true;
    void wrap<AdviceWorker>(worker)
      .advise(request)
      .then((told) => {
        if (current) setAdvice(told);
      })
      .finally(() => worker.terminate());
    return () => {
      current = false;
      worker.terminate();
    };
  }, [request]);
  return advice;
}
