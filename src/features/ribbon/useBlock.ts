"use client";

import { useState } from "react";
import type { ShotReply } from "@/contracts/replies";
import { clockSpan } from "@/features/nightPlan/clock";
import type { Night } from "@/features/nightPlan/NightContext";
import { useShotChange } from "@/features/shot/useShotChange";
import { useDrag } from "@/ui/useDrag";
import { snapped } from "./geometry";

const MINUTE_MS = 60_000;
const LEAST_MS = 10_000;

interface Span {
  readonly beginMs: number;
  readonly endMs: number;
}

/** The behaviour of a shot's block: where it stands, while it is dragged too, and the ways to move and to stretch it. */
export function useBlock(shot: ShotReply, night: Night, msPerPx: number) {
  const { site, beginMs, endMs, windows } = night;
  const change = useShotChange();
  const [dragged, setDragged] = useState<Span | null>(null);
  const begin = Date.parse(shot.beginsAt!);
  const kept: Span = { beginMs: begin, endMs: begin + shot.minutes * MINUTE_MS };
  const length = kept.endMs - kept.beginMs;
  const edges = windows.flatMap((window) => [window.beginMs, window.endMs]);

  const commit = (span: Span) => {
    const held = Math.max(beginMs, Math.min(endMs - LEAST_MS, span.beginMs));
    const minutes = Math.max(LEAST_MS, span.endMs - span.beginMs) / MINUTE_MS;
    const part = { beginsAt: new Date(Math.round(held)).toISOString(), minutes: Math.round(minutes * 1000) / 1000 };
    void change(shot, part, { said: `${shot.name}: ${clockSpan(held, held + minutes * MINUTE_MS, site.zone)}.` });
  };
  const drop = () => {
    if (dragged && (dragged.beginMs !== kept.beginMs || dragged.endMs !== kept.endMs)) commit(dragged);
    setDragged(null);
  };
  const body = useDrag<SVGRectElement>({
    move: (at, from) => {
      const moved = (at.x - from.x) * msPerPx;
      const byBegin = snapped(kept.beginMs + moved, edges, msPerPx);
      const byEnd = snapped(kept.endMs + moved, edges, msPerPx) - length;
      const next = byBegin !== kept.beginMs + moved ? byBegin : byEnd;
      const held = Math.max(beginMs, Math.min(endMs - length, next));
      setDragged({ beginMs: held, endMs: held + length });
    },
    end: drop,
  });
  const grip = useDrag<SVGRectElement>({
    move: (at, from) => {
      const next = snapped(kept.endMs + (at.x - from.x) * msPerPx, edges, msPerPx);
      setDragged({ beginMs: kept.beginMs, endMs: Math.max(kept.beginMs + LEAST_MS, next) });
    },
    end: drop,
  });
  return {
    span: dragged ?? kept,
    dragged: dragged !== null,
    body,
    grip,
    moveBy: (ms: number) => commit({ beginMs: kept.beginMs + ms, endMs: kept.endMs + ms }),
    stretchBy: (ms: number) =>
      commit({ beginMs: kept.beginMs, endMs: Math.max(kept.beginMs + LEAST_MS, kept.endMs + ms) }),
    remove: () => void change(shot, { beginsAt: null }, { said: `${shot.name} is off the night.` }),
  };
}
