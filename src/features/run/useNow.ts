import { useEffect, useState } from "react";

/** Often enough for tenths of a second. */
const TICK_MS = 100;

/** The time, milliseconds since 1970, as it goes on; it stands while nobody needs it. */
export function useNow(goesOn = true): number {
  const [now, setNow] = useState(() => Date.now());
  useEffect(() => {
    if (!goesOn) return;
    setNow(Date.now());
    const timer = setInterval(() => setNow(Date.now()), TICK_MS);
    return () => clearInterval(timer);
  }, [goesOn]);
  return now;
}
