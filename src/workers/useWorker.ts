"use client";

import type { Remote } from "comlink";
import { useEffect, useState } from "react";
import type { Running } from "./clients";
import { whenIdle } from "./whenIdle";

/**
 * A worker's functions for as long as the part is on the page; null until it has started.
 *
 * @param patient Starts it only once the page is idle: what it does is not waited for.
 */
export function useWorker<Api>(start: () => Running<Api>, patient = false): Remote<Api> | null {
  const [running, setRunning] = useState<Running<Api> | null>(null);
  useEffect(() => {
    let end = () => {};
    const begin = () => {
      const started = start();
      end = started.end;
      setRunning(started);
    };
    if (!patient) begin();
    const callOff = patient ? whenIdle(begin) : () => {};
    return () => {
      callOff();
      end();
    };
  }, [start, patient]);
  return running?.api ?? null;
}
