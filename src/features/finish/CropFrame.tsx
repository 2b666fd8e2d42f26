"use client";

import { Box } from "@chakra-ui/react";
import { useRef, useState } from "react";
import type { Crop } from "@/core/finish";
import { onKeys } from "@/ui/keys";
import { type DragPoint, useDrag } from "@/ui/useDrag";

interface CropFrameProps {
  /** Shares of the picture that it lies on. */
  readonly crop: Crop;
  readonly onKeep: (crop: Crop) => void;
}

/** The least that is left of a picture each way. */
const LEAST_SHARE = 0.05;
const KEY_SHARE = 0.01;
const CORNERS = ["left top", "right top", "left bottom", "right bottom"] as const;
type Corner = (typeof CORNERS)[number];

const within = (value: number, least: number, most: number) => Math.max(least, Math.min(most, value));

/** A crop with one of its corners moved, by shares of the picture. */
function cornered({ left, top, width, height }: Crop, corner: Corner, dx: number, dy: number): Crop {
  const [right, bottom] = [left + width, top + height];
  const isLeft = corner.startsWith("left");
  const isTop = corner.endsWith("top");
  const x = within((isLeft ? left : right) + dx, isLeft ? 0 : left + LEAST_SHARE, isLeft ? right - LEAST_SHARE : 1);
  const y = within((isTop ? top : bottom) + dy, isTop ? 0 : top + LEAST_SHARE, isTop ? bottom - LEAST_SHARE : 1);
  return {
    left: isLeft ? x : left,
    top: isTop ? y : top,
    width: isLeft ? right - x : x - left,
    height: isTop ? bottom - y : y - top,
  };
}

/** A crop moved as it is. */
const shifted = (crop: Crop, dx: number, dy: number): Crop => ({
  ...crop,
  left: within(crop.left + dx, 0, 1 - crop.width),
  top: within(crop.top + dy, 0, 1 - crop.height),
});

/** The drawing's own measure: hundredths of the picture each way, whatever its shape. */
const WHOLE = 100;
/** Strokes as thick on every screen, in its pixels: a line, a corner, and where a finger finds it. */
const LINE_PX = 1;
const CORNER_PX = 12;
const REACH_PX = 30;

/** A corner, dragged or moved by keys. */
function Handle({
  corner,
  crop,
  hand,
  onKeep,
}: {
  readonly corner: Corner;
  /** As it is shown. */
  readonly crop: Crop;
  readonly hand: Hands;
  readonly onKeep: (crop: Crop) => void;
}) {
  const drag = useDrag<SVGGElement>(hand((from, dx, dy) => cornered(from, corner, dx, dy)));
  const by = (dx: number, dy: number) => () => onKeep(cornered(crop, corner, dx * KEY_SHARE, dy * KEY_SHARE));
  const isFalling = corner === "left top" || corner === "right bottom";
  const x = WHOLE * (crop.left + (corner.startsWith("left") ? 0 : crop.width));
  const y = WHOLE * (crop.top + (corner.endsWith("top") ? 0 : crop.height));
  // A stroke of no length with square ends is a square, which is not stretched with the drawing.
  const place = { d: `M${x} ${y}h0`, strokeLinecap: "square", vectorEffect: "non-scaling-stroke" } as const;
  return (
    <Box
      asChild
      cursor={isFalling ? "nwse-resize" : "nesw-resize"}
      color="onPicture"
      outline="none"
      touchAction="none"
      _focusVisible={{ color: "lamp" }}
    >
      <g
        ref={drag}
        data-press
        role="slider"
        tabIndex={0}
        aria-label={`Crop, ${corner}`}
        aria-valuemin={0}
        aria-valuemax={WHOLE}
        aria-valuenow={Math.round(x)}
        aria-valuetext={`${Math.round(x)} % across, ${Math.round(y)} % down`}
        onKeyDown={onKeys({
          ArrowLeft: by(-1, 0),
          ArrowRight: by(1, 0),
          ArrowUp: by(0, -1),
          ArrowDown: by(0, 1),
        })}
      >
        <path {...place} stroke="transparent" strokeWidth={REACH_PX} pointerEvents="stroke" />
        <path {...place} stroke="black" strokeWidth={CORNER_PX + 2} />
        <path {...place} stroke="currentColor" strokeWidth={CORNER_PX} />
      </g>
    </Box>
  );
}

type Hands = (how: (crop: Crop, dx: number, dy: number) => Crop) => Parameters<typeof useDrag>[0];

/** A crop by hand: its corners, and all of it, are dragged on the picture. */
export function CropFrame({ crop: kept, onKeep }: CropFrameProps) {
  const [draft, setDraft] = useState<Crop | null>(null);
  const from = useRef(kept);
  const crop = draft ?? kept;
  const hand: Hands = (how) => {
    const moved = (at: DragPoint, begun: DragPoint) =>
      how(from.current, (at.x - begun.x) / WHOLE, (at.y - begun.y) / WHOLE);
    return {
      start: () => {
        from.current = kept;
      },
      move: (at, begun) => setDraft(moved(at, begun)),
      end: (at, begun) => {
        setDraft(null);
        // A press moves nothing.
        if (at.x !== begun.x || at.y !== begun.y) onKeep(moved(at, begun));
      },
    };
  };
  const body = useDrag<SVGRectElement>(hand(shifted));
  const [left, top, width, height] = [crop.left, crop.top, crop.width, crop.height].map((share) => WHOLE * share) as [
    number,
    number,
    number,
    number,
  ];
  const thirds = [1 / 3, 2 / 3].map(
    (at) => `M${left + at * width} ${top}v${height}M${left} ${top + at * height}h${width}`,
  );
  return (
    <Box asChild position="absolute" inset="0" width="100%" height="100%" overflow="visible" color="onPicture">
      <svg viewBox={`0 0 ${WHOLE} ${WHOLE}`} preserveAspectRatio="none" stroke="currentColor">
        <title>What is kept of the picture</title>
        <path
          d={`M0 0h${WHOLE}v${WHOLE}h-${WHOLE}zM${left} ${top}h${width}v${height}h-${width}z`}
          fill="black"
          fillRule="evenodd"
          fillOpacity={0.6}
          stroke="none"
        />
        <path d={thirds.join("")} fill="none" opacity={0.4} strokeWidth={LINE_PX} vectorEffect="non-scaling-stroke" />
        <Box asChild cursor="move" touchAction="none">
          <rect
            ref={body}
            x={left}
            y={top}
            width={width}
            height={height}
            fill="transparent"
            strokeWidth={LINE_PX}
            vectorEffect="non-scaling-stroke"
          />
        </Box>
        {CORNERS.map((corner) => (
          <Handle key={corner} corner={corner} crop={crop} hand={hand} onKeep={onKeep} />
        ))}
      </svg>
    </Box>
  );
}
