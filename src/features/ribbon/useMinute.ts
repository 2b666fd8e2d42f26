import { useEffect, useState } from "react";

const MINUTE_MS = 60_000;

/** The time, to the minute; null until the page is there. */
export function useMinute(): number | null {
  const [now, setNow] = useState<number | null>(null);
  useEffect(() => {
    setNow(Date.now());
    const timer = setInterval(() => setNow(Date.now()), MINUTE_MS);
    return () => clearInterval(timer);
  }, []);
  return now;
}
