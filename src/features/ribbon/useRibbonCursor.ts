"use client";

import type { RefObject } from "react";
import {
  type Night,
  useNightCursor,
  useNightDomain,
  useNightHeld,
  useNightPointer,
} from "@/features/nightPlan/NightContext";
import { onKeys } from "@/ui/keys";
import { clampTo } from "./geometry";

/** A step of the cursor: this many through what is shown, and no finer. */
const STEPS = 288;
const LEAST_STEP_MS = 100;

/** The instant that is pointed at or held on the ribbon, by pointer and by keys. */
export function useRibbonCursor(
  { beginMs, endMs }: Night,
  ground: RefObject<SVGRectElement | null>,
  width: number,
  show: (fromMs: number, toMs: number) => void,
) {
  const [from, to] = useNightDomain();
  const cursorMs = useNightCursor();
  const heldMs = useNightHeld();
  const { setCursorMs, holdMs } = useNightPointer();
  const length = to - from;
  const atPointer = (clientX: number) => {
    const left = ground.current?.getBoundingClientRect().left ?? 0;
    return clampTo(from + ((clientX - left) / width) * length, beginMs, endMs);
  };
  const moveCursor = (atMs: number) => {
    const at = clampTo(atMs, beginMs, endMs);
    setCursorMs(at);
    if (at < from || at > to) show(at - length / 2, at + length / 2);
  };
  const middle = cursorMs ?? heldMs ?? (from + to) / 2;
  const step = Math.max(LEAST_STEP_MS, length / STEPS);
  const closer = () => show(middle - length / 4, middle + length / 4);
  const keys = onKeys({
    ArrowRight: () => moveCursor(middle + step),
    ArrowLeft: () => moveCursor(middle - step),
    "Shift+ArrowRight": () => moveCursor(middle + length / 10),
    "Shift+ArrowLeft": () => moveCursor(middle - length / 10),
    "[Shift]++": closer,
    "=": closer,
    "-": () => show(middle - length, middle + length),
    PageUp: () => show(from - length / 2, to - length / 2),
    PageDown: () => show(from + length / 2, to + length / 2),
    Home: () => show(beginMs, endMs),
    Enter: () => holdMs(cursorMs),
    Escape: () => {
      setCursorMs(null);
      holdMs(null);
    },
  });
  return { cursorMs, heldMs, atPointer, keys, setCursorMs, holdMs };
}
