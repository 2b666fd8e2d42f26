"use client";

import {
  zoom as createZoom,
  type GeoProjection,
  select,
  type ZoomBehavior,
  type ZoomTransform,
  zoomIdentity,
} from "d3";
import { type RefObject, useEffect, useRef, useState } from "react";
import type { Coordinates } from "@/core/sky";

const CLOSEST = 4000;
const CLICK_PX = 4;
const OPENING_SCALE = 14;

/** Zoom and pan of a map by wheel, pinch and drag. It opens close to a place, and then stays where one has moved it. */
export function useMapZoom(
  ground: RefObject<SVGRectElement | null>,
  { width, height }: { readonly width: number; readonly height: number },
  projection: GeoProjection,
  opensAt: Coordinates | undefined,
): ZoomTransform {
  const [transform, setTransform] = useState<ZoomTransform>(zoomIdentity);
  const behaviour = useRef<ZoomBehavior<SVGRectElement, unknown> | null>(null);
  const opened = useRef(false);
  useEffect(() => {
    const element = ground.current;
    if (!element || width <= 0) return;
    const selection = select(element);
    behaviour.current = createZoom<SVGRectElement, unknown>()
      .scaleExtent([1, CLOSEST])
      .extent([
        [0, 0],
        [width, height],
      ])
      .translateExtent([
        [0, 0],
        [width, height],
      ])
      .clickDistance(CLICK_PX)
      .on("zoom", (event: { transform: ZoomTransform }) => setTransform(event.transform));
    selection.call(behaviour.current).on("dblclick.zoom", null);
    return () => {
      selection.on(".zoom", null);
    };
  }, [ground, width, height]);
  useEffect(() => {
    const at = opensAt && projection([opensAt.longitudeDeg, opensAt.latitudeDeg]);
    if (opened.current || !at || !ground.current || !behaviour.current) return;
    opened.current = true;
    select(ground.current)
      .call(behaviour.current.scaleTo, OPENING_SCALE)
      .call(behaviour.current.translateTo, ...at);
  }, [ground, opensAt, projection]);
  return transform;
}
