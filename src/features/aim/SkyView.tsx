"use client";

import { Box } from "@chakra-ui/react";
import { type RefObject, useEffect, useRef, useState } from "react";
import type { ShotAim } from "@/contracts/scene";
import type { CameraPose } from "@/core/optics";
import { onKeys } from "@/ui/keys";
import { useSky } from "@/ui/theme/inPage";
import { useDrag } from "@/ui/useDrag";
import { useSize } from "@/ui/useSize";
import { Guides } from "./Guides";
import { drawSky, type SkyDrawing } from "./sky/drawSky";
import type { Size } from "./sky/sketch";

interface SkyViewProps extends Omit<SkyDrawing, "colour" | "ink"> {
  readonly guides: ShotAim["guides"];
  /** Height over width of the picture. */
  readonly aspect: number;
  readonly onPose: (pose: CameraPose) => void;
}

/** Room round the picture in which one sees what it leaves out, pixels. */
const MARGIN = 22;

const round = (value: number): number => Math.round(value * 10) / 10;
const turned = (pose: CameraPose, azimuthBy: number, tiltBy: number): CameraPose => ({
  ...pose,
  azimuthDeg: round((((pose.azimuthDeg + azimuthBy) % 360) + 360) % 360),
  tiltDeg: round(Math.max(-30, Math.min(88, pose.tiltDeg + tiltBy))),
});

/** Draws the sky whenever something of it has changed. */
function useDrawnSky(
  canvas: RefObject<HTMLCanvasElement | null>,
  box: Size,
  { width, height }: Size,
  drawing: Omit<SkyDrawing, "colour" | "ink">,
): void {
  const { night, darkSkyMagPerArcsec2, atMs, pose, halfWidth, shower, constellations, spanSeconds, mover } = drawing;
  const { colour, ink } = useSky();
  useEffect(() => {
    const context = canvas.current?.getContext("2d");
    if (!canvas.current || !context || width <= 0) return;
    const ratio = window.devicePixelRatio || 1;
    canvas.current.width = Math.round(box.width * ratio);
    canvas.current.height = Math.round(box.height * ratio);
    context.setTransform(ratio, 0, 0, ratio, 0, 0);
    drawSky(
      context,
      box,
      { width, height },
      {
        night,
        colour,
        ink,
        darkSkyMagPerArcsec2,
        atMs,
        pose,
        halfWidth,
        shower,
        constellations,
        spanSeconds,
        mover,
      },
    );
  }, [
    night,
    colour,
    ink,
    darkSkyMagPerArcsec2,
    atMs,
    pose,
    halfWidth,
    shower,
    constellations,
    spanSeconds,
    mover,
    box,
    width,
    height,
    canvas,
  ]);
}

/** The sky as the lens will see it, and round it what the picture leaves out; drag to turn the camera. */
export function SkyView({ guides, aspect, onPose, ...drawing }: SkyViewProps) {
  const { pose, halfWidth } = drawing;
  const [ref, box] = useSize<HTMLDivElement>();
  const canvas = useRef<HTMLCanvasElement>(null);
  const [grip, setGrip] = useState<CameraPose | null>(null);
  const width = Math.max(0, Math.min(box.width - 2 * MARGIN, (box.height - 2 * MARGIN) / aspect));
  const height = width * aspect;
  useDrawnSky(canvas, box, { width, height }, drawing);
  const degPerPx = width > 0 ? (2 * Math.atan(halfWidth) * 180) / Math.PI / width : 0;
  const turn = (alongDeg: number, upDeg: number) => onPose(turned(pose, alongDeg, upDeg));
  const keys = onKeys({
    ArrowLeft: () => turn(-1, 0),
    ArrowRight: () => turn(1, 0),
    ArrowUp: () => turn(0, 1),
    ArrowDown: () => turn(0, -1),
    "Shift+ArrowLeft": () => turn(-10, 0),
    "Shift+ArrowRight": () => turn(10, 0),
    "Shift+ArrowUp": () => turn(0, 10),
    "Shift+ArrowDown": () => turn(0, -10),
  });
  const hand = useDrag<HTMLCanvasElement>(
    {
      start: () => setGrip(pose),
      move: (at, from) => grip && onPose(turned(grip, -(at.x - from.x) * degPerPx, (at.y - from.y) * degPerPx)),
      end: () => setGrip(null),
    },
    canvas,
  );
  return (
    <Box
      ref={ref}
      flex="1"
      minH="0"
      position="relative"
      bg="black"
      display="flex"
      alignItems="center"
      justifyContent="center"
    >
      <canvas
        ref={hand}
        role="img"
        tabIndex={0}
        aria-label={`The sky towards azimuth ${pose.azimuthDeg}°, tilted ${pose.tiltDeg}°. Drag or use the arrow keys to turn.`}
        style={{
          width: `${box.width}px`,
          height: `${box.height}px`,
          cursor: grip ? "grabbing" : "grab",
          touchAction: "none",
        }}
        onKeyDown={keys}
      />
      {guides !== "none" && width > 0 && <Guides kind={guides} width={width} height={height} />}
    </Box>
  );
}
