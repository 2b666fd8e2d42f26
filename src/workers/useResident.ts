"use client";

import type { Remote } from "comlink";
import { useEffect, useState } from "react";
import type { Running } from "./clients";
import { whenIdle } from "./whenIdle";

/** A worker that nobody has used for so long ends. */
const KEPT_MS = 120_000;

interface Resident {
  readonly running: Running<unknown>;
  users: number;
  ends: ReturnType<typeof setTimeout> | null;
}

const residents = new Map<() => Running<unknown>, Resident>();

function take<Api>(start: () => Running<Api>): Running<Api> {
  const known = residents.get(start) ?? { running: start(), users: 0, ends: null };
  residents.set(start, known);
  known.users++;
  if (known.ends !== null) clearTimeout(known.ends);
  known.ends = null;
  return known.running as Running<Api>;
}

function leave(start: () => Running<unknown>): void {
  const known = residents.get(start);
  if (!known) return;
  known.users--;
  if (known.users > 0) return;
  known.ends = setTimeout(() => {
    residents.delete(start);
    known.running.end();
  }, KEPT_MS);
}

/** Ends all that are kept, so that a test leaves none behind; a tab that goes ends its workers itself. */
export function endResidents(): void {
  for (const { running, ends } of residents.values()) {
    if (ends !== null) clearTimeout(ends);
    running.end();
  }
  residents.clear();
}

/**
 * The functions of a worker that all parts of a tab share and that stays when they go, with what it has worked out: the next
 * station finds it warm. It starts once the page is idle; null until then.
 */
export function useResident<Api>(start: () => Running<Api>): Remote<Api> | null {
  const [running, setRunning] = useState<Running<Api> | null>(null);
  useEffect(() => {
    let end = () => {};
    const begin = () => {
      setRunning(take(start));
      end = () => leave(start);
    };
    const isRunning = residents.has(start);
    if (isRunning) begin();
    const callOff = isRunning ? () => {} : whenIdle(begin);
    return () => {
      callOff();
      end();
    };
  }, [start]);
  return running?.api ?? null;
}
