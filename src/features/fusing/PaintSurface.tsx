"use client";

import { Box } from "@chakra-ui/react";
import type { KonvaEventObject } from "konva/lib/Node";
import { useRef, useState } from "react";
import { Layer, Line, Stage } from "react-konva";
import type { PaintedPoint, PaintedShape } from "@/core/stack";
import { fitted } from "@/features/picture/fitted";
import { useRoles } from "@/ui/theme/inPage";
import { useSize } from "@/ui/useSize";

interface PaintSurfaceProps {
  /** Of the picture that is painted on. */
  readonly size: { readonly width: number; readonly height: number };
  readonly shapes: readonly PaintedShape[];
  readonly brush: Pick<PaintedShape, "adds" | "width">;
  readonly onPainted: (shape: PaintedShape) => void;
  readonly name: string;
}

/** A stroke's points lie at least so far apart, a share of the picture's width. */
const LEAST_STEP = 0.004;
const rounded = (share: number): number => Math.round(1e4 * share) / 1e4;

/** What is painted on a picture, and the surface on which a hand paints more. */
export function PaintSurface({ size, shapes, brush, onPainted, name }: PaintSurfaceProps) {
  const [ref, box] = useSize<HTMLDivElement>();
  const { mist } = useRoles();
  const [stroke, setStroke] = useState<readonly PaintedPoint[]>([]);
  // What the hand has drawn is known before the page has shown it.
  const drawn = useRef<readonly PaintedPoint[]>([]);
  const area = fitted(box, size);
  const at = (event: KonvaEventObject<PointerEvent>): PaintedPoint | null => {
    const place = event.target.getStage()?.getPointerPosition();
    return place ? [rounded((place.x - area.left) / area.width), rounded((place.y - area.top) / area.height)] : null;
  };
  const show = (points: readonly PaintedPoint[]) => {
    drawn.current = points;
    setStroke(points);
  };
  const begin = (event: KonvaEventObject<PointerEvent>) => {
    const point = at(event);
    if (point) show([point]);
  };
  const go = (event: KonvaEventObject<PointerEvent>) => {
    const last = drawn.current.at(-1);
    const point = last && at(event);
    if (point && Math.hypot(point[0] - last[0], point[1] - last[1]) >= LEAST_STEP) show([...drawn.current, point]);
  };
  const end = () => {
    if (drawn.current.length > 0) onPainted({ ...brush, points: drawn.current.map(([x, y]) => [x, y] as const) });
    show([]);
  };
  const longer = Math.max(area.width, area.height);
  const all = stroke.length > 0 ? [...shapes, { ...brush, points: stroke }] : shapes;
  return (
    <Box ref={ref} position="absolute" inset="0" cursor="crosshair" touchAction="none" role="img" aria-label={name}>
      {box.width > 0 && (
        <Box asChild opacity={0.5}>
          <Stage
            width={box.width}
            height={box.height}
            onPointerDown={begin}
            onPointerMove={go}
            onPointerUp={end}
            onPointerLeave={end}
          >
            <Layer listening={false} clipX={area.left} clipY={area.top} clipWidth={area.width} clipHeight={area.height}>
              {all.map(({ adds, points, width }, order) => {
                const places = points.flatMap(([x, y]) => [area.left + x * area.width, area.top + y * area.height]);
                return (
                  <Line
                    // biome-ignore lint/suspicious/noArrayIndexKey: a shape is its place among those that are painted over each other.
                    key={order}
                    points={places.length > 2 ? places : [...places, ...places]}
                    closed={width === null}
                    {...(width === null
                      ? { fill: mist }
                      : { stroke: mist, strokeWidth: width * longer, lineCap: "round", lineJoin: "round" })}
                    globalCompositeOperation={adds ? "source-over" : "destination-out"}
                  />
                );
              })}
            </Layer>
          </Stage>
        </Box>
      )}
    </Box>
  );
}
