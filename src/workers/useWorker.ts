"use client";

import type { Remote } from "comlink";
import { useEffect, useState } from "react";
import type { Running } from "./clients";

/** A worker's functions for as long as the part is on the page; null until it has started. */
export function useWorker<Api>(start: () => Running<Api>): Remote<Api> | null {
  const [running, setRunning] = useState<Running<Api> | null>(null);
  useEffect(() => {
    const started = start();
    setRunning(started);
    return started.end;
  }, [start]);
  return running?.api ?? null;
}
