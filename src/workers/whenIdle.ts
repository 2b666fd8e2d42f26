"use client";

/** Calls something once the page has nothing more urgent to do; the value calls it off. */
export function whenIdle(work: () => void): () => void {
  if (!("requestIdleCallback" in window)) {
    const timer = setTimeout(work, 0);
    return () => clearTimeout(timer);
  }
  const handle = window.requestIdleCallback(work, { timeout: LATEST_MS });
  return () => window.cancelIdleCallback(handle);
}

/** A page that is never idle has it done all the same. */
const LATEST_MS = 3000;
