"use client";

import { useEffect, useState } from "react";

/** A whole run gathers in so long when it is played. */
const PLAY_SECONDS = 6;

/**
 * How far a run is on the screen: where the hand has put it, or as it plays; a run that changed is shown whole.
 *
 * @param run Tells one run from another.
 */
export function useOpened(seconds: number, run: string) {
  const [at, setAt] = useState<number | null>(null);
  const [resting, setResting] = useState(true);
  const [playing, setPlaying] = useState(false);
  // biome-ignore lint/correctness/useExhaustiveDependencies: another run begins at its end
  useEffect(() => {
    setAt(null);
    setResting(true);
    setPlaying(false);
  }, [run]);
  useEffect(() => {
    if (!playing) return;
    const from = performance.now();
    let handle = requestAnimationFrame(function step(now) {
      const share = (now - from) / 1000 / PLAY_SECONDS;
      if (share >= 1) {
        setAt(null);
        setResting(true);
        setPlaying(false);
        return;
      }
      setAt(Math.max(0, share) * seconds);
      handle = requestAnimationFrame(step);
    });
    return () => cancelAnimationFrame(handle);
  }, [playing, seconds]);
  return {
    /** Null for all of it. */
    at,
    resting,
    playing,
    put: (opened: number) => {
      setPlaying(false);
      setResting(false);
      setAt(opened >= seconds ? null : opened);
    },
    rest: () => setResting(true),
    play: () => {
      setResting(playing);
      setPlaying(!playing);
    },
  };
}
