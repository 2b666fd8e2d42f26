"use client";

import { useState } from "react";
import type { SolveRequest } from "@/core/intent";
import { nearestRung } from "@/core/light";
import type { FieldPoint } from "@/core/solve";
import { onKeys } from "@/ui/keys";
import { type DragPoint, useDrag } from "@/ui/useDrag";
import type { FieldScales } from "./fieldGeometry";

interface FieldHand {
  readonly camera: SolveRequest["camera"];
  readonly scales: FieldScales;
  readonly frames: number;
  readonly point: FieldPoint | null;
  readonly onDraft: (point: FieldPoint) => void;
  readonly onPoint: (point: FieldPoint) => void;
}

/** Moves the point of a field by hand and by keys, from rung to rung of the phone's ladders. */
export function useFieldHand({ camera, scales: { x, y }, frames, point, onDraft, onPoint }: FieldHand) {
  const { shutterLadder, isoLadder } = camera;
  const [held, setHeld] = useState(false);
  const pointAt = (at: DragPoint): FieldPoint => ({
    shutterSeconds: nearestRung(shutterLadder, x.invert(at.x) / frames),
    iso: nearestRung(isoLadder, y.invert(at.y)),
  });
  const ref = useDrag<SVGSVGElement>({
    start: (at) => {
      setHeld(true);
      onDraft(pointAt(at));
    },
    move: (at) => onDraft(pointAt(at)),
    end: (at) => {
      setHeld(false);
      onPoint(pointAt(at));
    },
  });
  const step = (ladder: readonly number[], value: number, by: number) => {
    const at = ladder.indexOf(nearestRung(ladder, value)) + by;
    return ladder[Math.max(0, Math.min(ladder.length - 1, at))]!;
  };
  const go = (shutterBy: number, isoBy: number) => () => {
    if (!point) return;
    onPoint({
      shutterSeconds: shutterBy === 0 ? point.shutterSeconds : step(shutterLadder, point.shutterSeconds, shutterBy),
      iso: isoBy === 0 ? point.iso : step(isoLadder, point.iso, isoBy),
    });
  };
  const keys = onKeys({ ArrowRight: go(1, 0), ArrowLeft: go(-1, 0), ArrowUp: go(0, 1), ArrowDown: go(0, -1) });
  return { ref, keys, held };
}
