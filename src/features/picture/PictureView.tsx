"use client";

import { Box, Flex } from "@chakra-ui/react";
import { Expand, Minus, Plus, ScanSearch, TriangleAlert } from "lucide-react";
import { type ReactNode, useEffect, useRef, useState } from "react";
import { previewOf } from "@/features/api/pictures";
import { Action } from "@/ui/Action";
import { onKeys, usePageKeys } from "@/ui/keys";
import { useSize } from "@/ui/useSize";
import { drawPicture } from "./drawPicture";
import type { PictureState } from "./usePicture";
import { useZoom } from "./useZoom";

const STEP_PX = 60;

interface PictureViewProps {
  readonly picture: PictureState;
  readonly hash: string;
  readonly name: string;
}

function ToolButton({
  label,
  pressed,
  onClick,
  children,
}: {
  readonly label: string;
  readonly pressed?: boolean;
  readonly onClick: () => void;
  readonly children: ReactNode;
}) {
  return (
    <Action
      look="text"
      aria-label={label}
      title={label}
      aria-pressed={pressed}
      onClick={onClick}
      px="9px"
      minH="34px"
      color={pressed ? "lamp" : "bone"}
      fontSize="note"
    >
      {children}
    </Action>
  );
}

/** A picture to be looked at: fit or pixel by pixel, by wheel, drag and keys, with its clipped and crushed parts marked. */
export function PictureView({ picture, hash, name }: PictureViewProps) {
  const [box, size] = useSize<HTMLDivElement>();
  const canvas = useRef<HTMLCanvasElement>(null);
  const [marked, setMarked] = useState(false);
  const ready = picture.state === "ready" ? picture : null;
  const pixels = ready ? { width: ready.bitmap.width, height: ready.bitmap.height } : null;
  const zoom = useZoom(canvas, size, pixels);

  useEffect(() => {
    if (canvas.current && ready) drawPicture(canvas.current, ready, zoom.transform, size, marked);
  }, [ready, zoom.transform, size, marked]);
  usePageKeys({
    x: zoom.toggle,
    h: () => setMarked((before) => !before),
    "[Shift]++": () => zoom.by(1.5),
    "-": () => zoom.by(1 / 1.5),
  });

  // Pixels of the picture to pixels of the screen.
  const scale = zoom.transform.k * (typeof window === "undefined" ? 1 : window.devicePixelRatio || 1);
  return (
    <Flex direction="column" flex="1" minH="0">
      <Box ref={box} flex="1" minH="0" position="relative" bg="mount" overflow="hidden">
        {!ready && (
          <Box asChild position="absolute" inset="0" width="100%" height="100%" objectFit="contain">
            <img {...previewOf(hash)} alt={name} />
          </Box>
        )}
        <Box asChild position="absolute" inset="0" cursor="grab" display={ready ? "block" : "none"} touchAction="none">
          <canvas
            ref={canvas}
            role="img"
            aria-label={name}
            tabIndex={0}
            onKeyDown={onKeys({
              ArrowLeft: () => zoom.move(STEP_PX, 0),
              ArrowRight: () => zoom.move(-STEP_PX, 0),
              ArrowUp: () => zoom.move(0, STEP_PX),
              ArrowDown: () => zoom.move(0, -STEP_PX),
            })}
          />
        </Box>
        {picture.state === "loading" && (
          <Box
            position="absolute"
            bottom="10px"
            left="14px"
            color="onPicture"
            fontSize="note"
            bg="veil"
            px="8px"
            py="3px"
          >
            Every pixel is on its way…
          </Box>
        )}
        {picture.state === "failed" && (
          <Box position="absolute" bottom="10px" left="14px" color="coral" bg="veil" px="8px" py="3px">
            {picture.reason}
          </Box>
        )}
      </Box>
      <Flex align="center" px="8px" borderTopWidth="1px" borderColor="line" flexShrink="0" wrap="wrap">
        <ToolButton label="Fit, or every pixel (x)" pressed={Math.abs(scale - 1) < 0.01} onClick={zoom.toggle}>
          {zoom.isFit ? <ScanSearch size={17} /> : <Expand size={17} />}
          {zoom.isFit ? "1:1" : "Fit"}
        </ToolButton>
        <ToolButton label="Closer (+)" onClick={() => zoom.by(1.5)}>
          <Plus size={17} />
        </ToolButton>
        <ToolButton label="Farther (−)" onClick={() => zoom.by(1 / 1.5)}>
          <Minus size={17} />
        </ToolButton>
        <ToolButton
          label="Show where it clips and where it is crushed (h)"
          pressed={marked}
          onClick={() => setMarked(!marked)}
        >
          <TriangleAlert size={17} /> Clipped and crushed
        </ToolButton>
        {marked && (
          <Box fontSize="note" color="ash" display={{ base: "none", lg: "block" }}>
            dots: clipped · diagonals: crushed
          </Box>
        )}
        <Box ml="auto" px="10px" fontSize="note" fontFamily="mono" color="ash" fontVariantNumeric="tabular-nums">
          {pixels && `${pixels.width} × ${pixels.height} at ${Math.round(scale * 100)} %`}
        </Box>
      </Flex>
    </Flex>
  );
}
