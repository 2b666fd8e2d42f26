"use client";

import { useEffect, useState } from "react";
import { STATIONS } from "./stations";

const KEY = "aevumen.used-stations";
const usedOnes = (): string[] => window.localStorage.getItem(KEY)?.split(" ") ?? [];

/** A station's one purpose, until somebody has done something there once; null after that, and before the browser has told. */
export function usePurpose(station: string): string | null {
  const [isNew, setIsNew] = useState(false);
  useEffect(() => {
    const known = STATIONS.some(({ path }) => path === station) && !usedOnes().includes(station);
    setIsNew(known);
    if (!known) return;
    const use = () => {
      window.localStorage.setItem(KEY, [...new Set([...usedOnes(), station])].join(" "));
    };
    // A press on the station itself; one on the thread only leads on.
    const press = ({ target }: Event) => {
      if (target instanceof Element && target.closest("main") && !target.closest("nav")) use();
    };
    document.addEventListener("pointerdown", press);
    document.addEventListener("keydown", press);
    return () => {
      document.removeEventListener("pointerdown", press);
      document.removeEventListener("keydown", press);
    };
  }, [station]);
  return isNew ? (STATIONS.find(({ path }) => path === station)?.purpose ?? null) : null;
}
