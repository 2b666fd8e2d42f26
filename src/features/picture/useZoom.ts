"use client";

import { zoom as createZoom, select, type ZoomBehavior, type ZoomTransform, zoomIdentity, zoomTransform } from "d3";
import { type RefObject, useCallback, useLayoutEffect, useMemo, useRef, useState } from "react";

interface Size {
  readonly width: number;
  readonly height: number;
}

const CLOSEST = 16;

/** The transform that shows a whole picture in the middle of a box. */
export function fitTransform(box: Size, picture: Size): ZoomTransform {
  const k = Math.min(box.width / picture.width, box.height / picture.height);
  return zoomIdentity.translate((box.width - k * picture.width) / 2, (box.height - k * picture.height) / 2).scale(k);
}

/** The scale at which a picture's pixel is one of the screen's. */
const pixelByPixel = (): number => 1 / (window.devicePixelRatio || 1);

const fits = (transform: ZoomTransform, fit: ZoomTransform): boolean => Math.abs(transform.k / fit.k - 1) < 1e-3;

/** Zoom that several pictures of one size share: whoever is moved moves the others. */
export interface ZoomLink {
  /** Null while all of them fit. */
  readonly transform: ZoomTransform | null;
  readonly onMove: (transform: ZoomTransform) => void;
}

/** Zoom and pan of a picture on a canvas by wheel, pinch, drag and calls; scale 1 is one picture pixel a CSS pixel. */
export function useZoom(
  canvas: RefObject<HTMLCanvasElement | null>,
  box: Size,
  picture: Size | null,
  link: ZoomLink | null = null,
) {
  const [transform, setTransform] = useState<ZoomTransform>(zoomIdentity);
  const behaviour = useRef<ZoomBehavior<HTMLCanvasElement, unknown> | null>(null);
  const shared = useRef<ZoomLink | null>(null);
  useLayoutEffect(() => {
    shared.current = link;
  });
  const width = picture?.width ?? 0;
  const height = picture?.height ?? 0;
  const fit = useMemo(
    () => (width > 0 && box.width > 0 ? fitTransform(box, { width, height }) : zoomIdentity),
    [box, width, height],
  );

  // Before the first paint: a key that is pressed as the picture appears finds it fitted.
  useLayoutEffect(() => {
    if (!canvas.current || width === 0 || box.width === 0) return;
    const selection = select(canvas.current);
    behaviour.current = createZoom<HTMLCanvasElement, unknown>()
      .extent([
        [0, 0],
        [box.width, box.height],
      ])
      .translateExtent([
        [0, 0],
        [width, height],
      ])
      // A picture smaller than its room is seen pixel by pixel as well.
      .scaleExtent([Math.min(fit.k, pixelByPixel()), CLOSEST])
      .on("zoom", ({ transform: next }: { transform: ZoomTransform }) => {
        setTransform(next);
        if (!isArriving) shared.current?.onMove(next);
      });
    // One that comes later stands where the others do, and moves none of them.
    let isArriving = true;
    selection.call(behaviour.current).on("dblclick.zoom", null);
    selection.call(behaviour.current.transform, shared.current?.transform ?? fit);
    isArriving = false;
    return () => {
      selection.on(".zoom", null);
    };
  }, [canvas, box, width, height, fit]);

  // What another of the linked pictures has done is done here too; where it stands there already it goes no further.
  const linked = link?.transform ?? null;
  useLayoutEffect(() => {
    if (!linked || !canvas.current || !behaviour.current) return;
    const { k, x, y } = zoomTransform(canvas.current);
    if (k !== linked.k || x !== linked.x || y !== linked.y)
      select(canvas.current).call(behaviour.current.transform, linked);
  }, [canvas, linked]);

  const isFit = fits(transform, fit);
  const by = useCallback(
    (factor: number) => {
      if (canvas.current && behaviour.current) select(canvas.current).call(behaviour.current.scaleBy, factor);
    },
    [canvas],
  );
  const move = useCallback(
    (x: number, y: number) => {
      if (canvas.current && behaviour.current)
        select(canvas.current).call(behaviour.current.translateBy, x / transform.k, y / transform.k);
    },
    [canvas, transform.k],
  );
  const toggle = useCallback(() => {
    if (!canvas.current || !behaviour.current) return;
    const selection = select(canvas.current);
    // What the canvas shows now, not what was drawn last: the two differ until the next drawing.
    if (fits(zoomTransform(canvas.current), fit)) selection.call(behaviour.current.scaleTo, pixelByPixel());
    else selection.call(behaviour.current.transform, fit);
  }, [canvas, fit]);
  return useMemo(() => ({ transform, isFit, by, move, toggle }), [transform, isFit, by, move, toggle]);
}
