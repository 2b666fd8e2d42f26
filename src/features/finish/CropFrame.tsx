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

const percent = (share: number) => `${100 * share}%`;

/** A line at a third of what is kept. */
const THIRD = { position: "absolute", bg: "onPicture", opacity: 0.4 } as const;

/** One corner, dragged or moved by keys. */
function Handle({
  corner,
  crop,
  hand,
  onKeep,
}: {
  readonly corner: Corner;
  readonly crop: Crop;
  readonly hand: (how: (crop: Crop, dx: number, dy: number) => Crop) => Parameters<typeof useDrag>[0];
  readonly onKeep: (crop: Crop) => void;
}) {
  const drag = useDrag<HTMLDivElement>(hand((from, dx, dy) => cornered(from, corner, dx, dy)));
  const by = (dx: number, dy: number) => () => onKeep(cornered(crop, corner, dx * KEY_SHARE, dy * KEY_SHARE));
  const isFalling = corner === "left top" || corner === "right bottom";
  return (
    <Box
      ref={drag}
      data-press
      tabIndex={0}
      role="button"
      aria-label={`Crop, ${corner}`}
      position="absolute"
      left={corner.startsWith("left") ? 0 : "100%"}
      top={corner.endsWith("top") ? 0 : "100%"}
      width="28px"
      height="28px"
      transform="translate(-50%, -50%)"
      cursor={isFalling ? "nwse-resize" : "nesw-resize"}
      touchAction="none"
      _focusVisible={{ outline: "2px solid", outlineColor: "lamp" }}
      onKeyDown={onKeys({
        ArrowLeft: by(-1, 0),
        ArrowRight: by(1, 0),
        ArrowUp: by(0, -1),
        ArrowDown: by(0, 1),
      })}
    >
      <Box position="absolute" inset="9px" bg="onPicture" boxShadow="0 0 0 1px black" />
    </Box>
  );
}

/** A crop by hand: its corners, and all of it, are dragged on the picture. */
export function CropFrame({ crop: kept, onKeep }: CropFrameProps) {
  const [draft, setDraft] = useState<Crop | null>(null);
  const field = useRef<HTMLDivElement>(null);
  const from = useRef(kept);
  const crop = draft ?? kept;
  const hand = (how: (crop: Crop, dx: number, dy: number) => Crop) => {
    // Places are told from what is dragged, which moves itself: the field stands still.
    const share = (at: DragPoint, begun: DragPoint) => {
      const { width, height } = field.current!.getBoundingClientRect();
      return how(from.current, (at.x - begun.x) / width, (at.y - begun.y) / height);
    };
    return {
      start: () => {
        from.current = kept;
      },
      move: (at: DragPoint, begun: DragPoint) => setDraft(share(at, begun)),
      end: (at: DragPoint, begun: DragPoint) => {
        setDraft(null);
        onKeep(share(at, begun));
      },
    };
  };
  const body = useDrag<HTMLDivElement>(hand(shifted));
  return (
    <Box ref={field} position="absolute" inset="0" onClick={(event) => event.stopPropagation()}>
      <Box
        ref={body}
        position="absolute"
        left={percent(crop.left)}
        top={percent(crop.top)}
        width={percent(crop.width)}
        height={percent(crop.height)}
        borderWidth="1px"
        borderColor="onPicture"
        boxShadow="0 0 0 200vmax rgb(0 0 0 / 0.6)"
        cursor="move"
        touchAction="none"
      >
        {[1 / 3, 2 / 3]
          .map(percent)
          .flatMap((at) => [
            <Box key={`down ${at}`} {...THIRD} left={at} top="0" bottom="0" width="1px" />,
            <Box key={`across ${at}`} {...THIRD} top={at} left="0" right="0" height="1px" />,
          ])}
        {CORNERS.map((corner) => (
          <Handle key={corner} corner={corner} crop={kept} hand={hand} onKeep={onKeep} />
        ))}
      </Box>
    </Box>
  );
}
