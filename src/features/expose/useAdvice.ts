"use client";

import { useEffect, useState } from "react";
import type { SolveRequest } from "@/core/intent";
import { startAdvice } from "@/workers/clients";
import { whenIdle } from "@/workers/whenIdle";

/** What would open a request's ground, worked out in a worker; null while it is on its way. A newer request ends the older. */
export function useAdvice(request: SolveRequest | null): readonly string[] | null {
  const [advice, setAdvice] = useState<readonly string[] | null>(null);
  useEffect(() => {
    setAdvice(null);
    if (request === null) return;
    let current = true;
    let end = () => {};
    const callOff = whenIdle(() => {
      const running = startAdvice();
      end = running.end;
      void running.api.advise(request).then((next) => {
        if (!current) return;
        setAdvice(next);
        end();
      });
    });
    return () => {
      current = false;
      callOff();
      end();
    };
  }, [request]);
  return advice;
}
