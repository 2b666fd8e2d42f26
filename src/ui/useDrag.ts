"use client";

import { drag, select } from "d3";
import { type RefCallback, type RefObject, useCallback, useLayoutEffect, useRef } from "react";
import { flushSync } from "react-dom";

/** Where a drag is, pixels from the left and upper edge of the drawing that the dragged part belongs to. */
export interface DragPoint {
  readonly x: number;
  readonly y: number;
}

/** What a hand does with a part of a drawing. */
export interface Hand {
  readonly start?: (at: DragPoint) => void;
  readonly move?: (at: DragPoint, from: DragPoint) => void;
  readonly end?: (at: DragPoint, from: DragPoint) => void;
}

/** What a hand did is on the page before its next move is heard. */
const tell = (change: () => void) => flushSync(change);

/** A part inside that is pressed for itself is marked with `data-press`. */
function isForPart(event: MouseEvent | TouchEvent, part: Element): boolean {
  const pressed = event.target instanceof Element ? event.target.closest("[data-press]") : null;
  const main = !("button" in event) || event.button === 0;
  return main && !event.ctrlKey && (pressed === null || pressed === part || !part.contains(pressed));
}

/** Lets a part be dragged by mouse or finger; the value is its ref, and sets another too. The newest functions are called. */
export function useDrag<Part extends SVGElement | HTMLElement>(
  hand: Hand,
  also?: RefObject<Part | null>,
): RefCallback<Part> {
  const latest = useRef(hand);
  useLayoutEffect(() => {
    latest.current = hand;
  });
  return useCallback(
    (part: Part | null) => {
      if (also) also.current = part;
      if (!part) return;
      let from: DragPoint = { x: 0, y: 0 };
      const drawing = part instanceof SVGElement ? (part.ownerSVGElement ?? part) : part;
      const behaviour = drag<Part, unknown>()
        .container(() => drawing as SVGSVGElement)
        .filter((event: MouseEvent | TouchEvent) => isForPart(event, part))
        .on("start", ({ x, y }: DragPoint) => {
          from = { x, y };
          tell(() => latest.current.start?.(from));
        })
        .on("drag", ({ x, y }: DragPoint) => tell(() => latest.current.move?.({ x, y }, from)))
        .on("end", ({ x, y }: DragPoint) => tell(() => latest.current.end?.({ x, y }, from)));
      select(part).call(behaviour);
      return () => {
        select(part).on(".drag", null);
      };
    },
    [also],
  );
}
