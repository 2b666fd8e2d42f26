"use client";

import { zoom as createZoom, select, type ZoomTransform, zoomIdentity } from "d3";
import { type RefObject, useCallback, useEffect } from "react";

interface TimeZoom {
  readonly beginMs: number;
  readonly endMs: number;
  readonly domain: readonly [number, number];
  readonly setDomain: (domain: readonly [number, number]) => void;
}

/** The shortest stretch that can fill the ribbon. */
const SHORTEST_MS = 1000;

/** Zoom and pan of a night in time by wheel, pinch, drag and calls, from the whole night to one second. */
export function useTimeZoom(target: RefObject<SVGRectElement | null>, width: number, zoom: TimeZoom) {
  const { beginMs, endMs, domain, setDomain } = zoom;
  const span = endMs - beginMs;

  useEffect(() => {
    const element = target.current;
    if (!element || width <= 0) return;
    const selection = select(element);
    const behaviour = createZoom<SVGRectElement, unknown>()
      .extent([
        [0, 0],
        [width, 1],
      ])
      .translateExtent([
        [0, Number.NEGATIVE_INFINITY],
        [width, Number.POSITIVE_INFINITY],
      ])
      .scaleExtent([1, span / SHORTEST_MS])
      .on("zoom", ({ transform }: { transform: ZoomTransform }) => {
        const from = beginMs + (-transform.x / transform.k / width) * span;
        setDomain([from, from + span / transform.k]);
      });
    selection.call(behaviour).on("dblclick.zoom", null);
    return () => {
      selection.on(".zoom", null);
    };
  }, [target, width, beginMs, span, setDomain]);

  // Wheel and drag go on from wherever keys, the small map or a chosen window have brought the ribbon.
  const [from, to] = domain;
  useEffect(() => {
    const k = span / (to - from);
    const transform = zoomIdentity.scale(k).translate((-(from - beginMs) / span) * width, 0);
    if (target.current) select(target.current).property("__zoom", transform);
  }, [target, width, beginMs, span, from, to]);

  /** Shows a stretch, held inside of the night. */
  return useCallback(
    (wantedFrom: number, wantedTo: number) => {
      const length = Math.min(span, Math.max(SHORTEST_MS, wantedTo - wantedFrom));
      const start = Math.max(beginMs, Math.min(endMs - length, wantedFrom));
      setDomain([start, start + length]);
    },
    [beginMs, endMs, span, setDomain],
  );
}
