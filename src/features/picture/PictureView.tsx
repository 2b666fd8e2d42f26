"use client";

import { Box, Flex } from "@chakra-ui/react";
import { Expand, Minus, Plus, ScanSearch, TriangleAlert } from "lucide-react";
import { type ReactNode, useEffect, useMemo, useRef, useState } from "react";
import { pyramidLevels } from "@/core/picture";
import { previewOf, thumbnailUrl } from "@/features/api/pictures";
import { Action } from "@/ui/Action";
import { onKeys, usePageKeys } from "@/ui/keys";
import { useRoles } from "@/ui/theme/inPage";
import { useSize } from "@/ui/useSize";
import { drawPicture } from "./drawPicture";
import { ToolButton } from "./ToolButton";
import { levelAt, tilesIn } from "./tiles";
import type { PictureState } from "./usePicture";
import { useTiles } from "./useTiles";
import { useZoom, type ZoomLink } from "./useZoom";

const STEP_PX = 60;

interface PictureViewProps {
  readonly picture: PictureState;
  readonly hash: string;
  readonly name: string;
  /** Whether it is only stepped past: its small picture is enough then. */
  readonly isPassing?: boolean;
  /** Of pictures that are looked at together. */
  readonly link?: ZoomLink;
  /** Whether the page's keys zoom it; of linked pictures one is enough. */
  readonly leads?: boolean;
  /** Drawn over it, in its own pixels. */
  readonly evidence?: ReactNode;
  /** Stands for its pixels until they are there, or for as long as `stands`; it fills the picture's place. */
  readonly standIn?: ReactNode;
  readonly stands?: boolean;
}

/** What stands over the picture while something is on its way or went wrong. */
function PictureNote({ children, wrong = false }: { readonly children: ReactNode; readonly wrong?: boolean }) {
  return (
    <Flex
      position="absolute"
      bottom="10px"
      left="14px"
      align="center"
      gap="8px"
      color={wrong ? "coral" : "onPicture"}
      fontSize="note"
      bg="veil"
      px="8px"
      py="3px"
      role="status"
    >
      {children}
    </Flex>
  );
}

/** A value, or the last one there was. */
function useLast<Value>(value: Value | null): Value | null {
  const [last, setLast] = useState(value);
  if (value !== null && value !== last) setLast(value);
  return value ?? last;
}

/** The stack of sizes of a picture that is open, and the tiles that the screen shows of it. */
function useShownTiles(
  hash: string,
  picture: PictureState,
  size: { width: number; height: number },
  link: ZoomLink | null,
) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const view = picture.state === "ready" ? picture.view : null;
  // The next picture of the same size is seen at the same place: two are blinked by going to and fro.
  const shape = useLast(view);
  const zoom = useZoom(canvas, size, shape, link);
  const levels = useMemo(() => (view ? pyramidLevels(view.width, view.height) : []), [view]);
  const ratio = typeof window === "undefined" ? 1 : window.devicePixelRatio || 1;
  const scale = zoom.transform.k * ratio;
  const level = levelAt(levels, scale);
  const coarse = levels.length - 1;
  const wanted = useMemo(() => {
    const under = tilesIn(levels, coarse, zoom.transform, size);
    return level === coarse ? under : [...under, ...tilesIn(levels, level, zoom.transform, size)];
  }, [levels, coarse, level, zoom.transform, size]);
  const tiles = useTiles(hash, wanted);
  return { canvas, view, shape, zoom, scale, wanted, tiles };
}

/** A picture to be looked at: fit or pixel by pixel, by wheel, drag and keys, with its clipped and crushed parts marked. */
export function PictureView({
  picture,
  hash,
  name,
  isPassing = false,
  link,
  leads = true,
  evidence,
  standIn,
  stands = false,
}: PictureViewProps) {
  const [box, size] = useSize<HTMLDivElement>();
  const [marked, setMarked] = useState(false);
  const ink = useRoles();
  const { canvas, view, shape, zoom, scale, wanted, tiles } = useShownTiles(hash, picture, size, link ?? null);
  const shown = wanted.map((place) => [place, tiles.at(place)] as const);
  const there = shown.some(([, tile]) => tile !== null);
  const missing = shown.some(([, tile]) => tile === null);

  // Whatever has changed, the tiles that are there are drawn anew.
  useEffect(() => {
    if (canvas.current && there) drawPicture(canvas.current, shown, zoom.transform, size, marked ? ink : null);
  });
  usePageKeys({
    h: () => setMarked((before) => !before),
    ...(leads && { x: zoom.toggle, "[Shift]++": () => zoom.by(1.5), "-": () => zoom.by(1 / 1.5) }),
  });

  // Where its pixels will be, once one knows where that is.
  const place = {
    position: "absolute",
    left: shape ? `${zoom.transform.x}px` : 0,
    top: shape ? `${zoom.transform.y}px` : 0,
    width: shape ? `${zoom.transform.k * shape.width}px` : "100%",
    height: shape ? `${zoom.transform.k * shape.height}px` : "100%",
    maxWidth: "none",
    objectFit: "contain",
  } as const;
  const problem = picture.state === "failed" ? picture.reason : tiles.problem;
  return (
    <Flex direction="column" flex="1" minH="0">
      {/* Around a picture that fits there is the page, no bars. */}
      <Box ref={box} flex="1" minH="0" position="relative" bg={zoom.isFit ? "transparent" : "mount"} overflow="hidden">
        {!there && !standIn && (
          <Box asChild {...place}>
            <img {...(isPassing ? { src: thumbnailUrl(hash) } : previewOf(hash))} alt={there ? "" : name} />
          </Box>
        )}
        <Box asChild position="absolute" inset="0" cursor="grab" display={there ? "block" : "none"} touchAction="none">
          <canvas
            ref={canvas}
            role="img"
            aria-label={name}
            aria-busy={missing}
            tabIndex={0}
            onKeyDown={onKeys({
              ArrowLeft: () => zoom.move(STEP_PX, 0),
              ArrowRight: () => zoom.move(-STEP_PX, 0),
              ArrowUp: () => zoom.move(0, STEP_PX),
              ArrowDown: () => zoom.move(0, -STEP_PX),
            })}
          />
        </Box>
        {standIn && (stands || !there) && (
          <Box asChild {...place}>
            {standIn}
          </Box>
        )}
        {evidence && view && there && (
          <Box asChild position="absolute" inset="0" pointerEvents="none">
            <svg width={size.width} height={size.height} aria-hidden="true">
              <g transform={`translate(${zoom.transform.x} ${zoom.transform.y}) scale(${zoom.transform.k})`}>
                {evidence}
              </g>
            </svg>
          </Box>
        )}
        {problem ? (
          <PictureNote wrong>
            {problem}
            {picture.state === "failed" && <Action onClick={picture.again}>Try again</Action>}
          </PictureNote>
        ) : (
          (!view || missing) && <PictureNote>Every pixel is on its way…</PictureNote>
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
          {view && `${view.width} × ${view.height} at ${Math.round(scale * 100)} %`}
        </Box>
      </Flex>
    </Flex>
  );
}
