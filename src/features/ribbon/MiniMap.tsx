"use client";

import { Box } from "@chakra-ui/react";
import type { Night } from "@/features/nightPlan/NightContext";
import { ON_SKY, useSky } from "@/ui/theme/inPage";
import { type DragPoint, useDrag } from "@/ui/useDrag";

interface MiniMapProps {
  readonly night: Night;
  readonly domain: readonly [number, number];
  readonly width: number;
  readonly onShow: (from: number, to: number) => void;
}

const MAP_WIDTH = 190;
const MAP_HEIGHT = 14;
const LEAST_FRAME_PX = 5;
const STRIPES = 48;

/** The whole night in a corner while one is zoomed in: the frame is what is seen; drag it. */
export function MiniMap({ night, domain, width, onShow }: MiniMapProps) {
  const { colour: skyColour } = useSky();
  const { beginMs, endMs, moments } = night;
  const [from, to] = domain;
  const span = endMs - beginMs;
  const px = (atMs: number) => ((atMs - beginMs) / span) * MAP_WIDTH;
  const frame = Math.max(LEAST_FRAME_PX, px(to) - px(from));
  const centre = ({ x }: DragPoint) => {
    const at = beginMs + (x / MAP_WIDTH) * span;
    onShow(at - (to - from) / 2, at + (to - from) / 2);
  };
  const ref = useDrag<HTMLDivElement>({ start: centre, move: centre });
  return (
    <Box
      ref={ref}
      position="absolute"
      top="4px"
      left={`${width - MAP_WIDTH - 8}px`}
      zIndex={2}
      cursor="pointer"
      title="The whole night; drag to move through it"
      onDoubleClick={() => onShow(beginMs, endMs)}
    >
      <svg width={MAP_WIDTH} height={MAP_HEIGHT} style={{ display: "block" }} role="presentation">
        {Array.from({ length: STRIPES }, (_, i) => {
          const moment = moments[Math.floor((i / STRIPES) * (moments.length - 1))]!;
          return (
            <rect
              key={moment.atMs}
              x={(i * MAP_WIDTH) / STRIPES}
              width={MAP_WIDTH / STRIPES + 0.5}
              height={MAP_HEIGHT}
              fill={skyColour(moment.sunAltitudeDeg)}
            />
          );
        })}
        <rect
          x={Math.max(0, Math.min(MAP_WIDTH - frame, px((from + to) / 2) - frame / 2))}
          y={0.75}
          width={frame}
          height={MAP_HEIGHT - 1.5}
          fill={ON_SKY.lamp}
          fillOpacity={0.25}
          stroke={ON_SKY.lamp}
          strokeWidth={1.5}
        />
        <rect width={MAP_WIDTH} height={MAP_HEIGHT} fill="none" stroke={ON_SKY.paper} opacity={0.5} />
      </svg>
    </Box>
  );
}
