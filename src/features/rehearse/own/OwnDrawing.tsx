"use client";

import { Box } from "@chakra-ui/react";
import type { KonvaEventObject } from "konva/lib/Node";
import { useRef, useState } from "react";
import { Layer, Line, Stage } from "react-konva";
import type { OwnPicture } from "@/contracts/own";
import { fitted } from "@/features/picture/fitted";
import { useRoles } from "@/ui/theme/inPage";
import { useSize } from "@/ui/useSize";
import type { DrawnPoint, ToolId } from "./marks";

interface OwnDrawingProps {
  /** The picture's size, and what is drawn on it. */
  readonly own: Pick<OwnPicture, "width" | "height" | "paths" | "regions">;
  readonly tool: ToolId;
  readonly onDrawn: (points: readonly DrawnPoint[]) => void;
}

/** What is drawn on a picture, and the surface on which a hand draws more. */
export function OwnDrawing({ own, tool, onDrawn }: OwnDrawingProps) {
  const [ref, box] = useSize<HTMLDivElement>();
  const { lamp, mist: sky } = useRoles();
  const [drawn, setDrawn] = useState<readonly DrawnPoint[]>([]);
  const began = useRef<number | null>(null);
  const area = fitted(box, own);
  const at = (event: KonvaEventObject<PointerEvent>): DrawnPoint | null => {
    const place = event.target.getStage()?.getPointerPosition();
    if (!place || began.current === null) return null;
    return [
      (place.x - area.left) / area.width,
      (place.y - area.top) / area.height,
      (event.evt.timeStamp - began.current) / 1000,
    ];
  };
  const begin = (event: KonvaEventObject<PointerEvent>) => {
    if (tool === "none") return;
    began.current = event.evt.timeStamp;
    const point = at(event);
    if (point) setDrawn([point]);
  };
  const go = (event: KonvaEventObject<PointerEvent>) => {
    const point = at(event);
    if (point) setDrawn((before) => [...before, point]);
  };
  const end = () => {
    if (began.current === null) return;
    began.current = null;
    onDrawn(drawn);
    setDrawn([]);
  };
  const flat = (points: readonly (readonly [number, number, ...number[]])[]) =>
    points.flatMap(([x, y]) => [area.left + x * area.width, area.top + y * area.height]);
  return (
    <Box
      ref={ref}
      position="absolute"
      inset="0"
      pointerEvents={tool === "none" ? "none" : "auto"}
      cursor={tool === "none" ? "default" : "crosshair"}
      touchAction="none"
      data-drawing={tool}
    >
      {box.width > 0 && (
        <Stage
          width={box.width}
          height={box.height}
          onPointerDown={begin}
          onPointerMove={go}
          onPointerUp={end}
          onPointerLeave={end}
        >
          <Layer listening={false}>
            {own.regions.map(({ outline }) => (
              <Line
                key={JSON.stringify(outline)}
                points={flat(outline)}
                closed
                stroke={sky}
                strokeWidth={1}
                dash={[5, 4]}
              />
            ))}
            {tool !== "none" &&
              own.paths.map(({ points }) => (
                <Line key={JSON.stringify(points)} points={flat(points)} stroke={lamp} strokeWidth={1} dash={[2, 4]} />
              ))}
            <Line points={flat(drawn)} stroke={lamp} strokeWidth={2} />
          </Layer>
        </Stage>
      )}
    </Box>
  );
}
