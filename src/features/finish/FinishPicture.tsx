"use client";

import { Box, Flex } from "@chakra-ui/react";
import { Columns2, Eye, Redo2, TriangleAlert, Undo2 } from "lucide-react";
import { type PointerEvent, type ReactNode, useEffect, useRef, useState } from "react";
import { PixelCanvas } from "@/features/picture/PixelCanvas";
import { ToolButton } from "@/features/picture/ToolButton";
import { usePageKeys } from "@/ui/keys";
import { Slide } from "@/ui/Slide";
import { useRoles } from "@/ui/theme/inPage";
import type { Developed } from "@/workers/finish.worker";

interface FinishPictureProps {
  readonly developed: Developed | null;
  readonly before: Developed | null;
  /** Stands for it until it is there. */
  readonly standIn: string;
  /** Where a light is, a byte a pixel; the rest of the picture is dimmed. */
  readonly light: { readonly width: number; readonly height: number; readonly part: Uint8Array } | null;
  readonly name: string;
  readonly undo: (() => void) | null;
  readonly redo: (() => void) | null;
  /** Shares of the picture where the pointer is; null when it leaves. */
  readonly onPoint: (at: { readonly x: number; readonly y: number } | null) => void;
  readonly onPress: (at: { readonly x: number; readonly y: number }) => void;
  /** Said while a press means something else than usual. */
  readonly asks: string | null;
  readonly says: ReactNode;
}

const FILL = { position: "absolute", inset: "0", width: "100%", height: "100%" } as const;
/** Of the picture's own pixels: dots and diagonals are this far from each other. */
const DOT_PX = 5;
const DIAGONAL_PX = 7;
/** How dark the rest of the picture becomes while one light is pointed at. */
const DIMMED = 170;

/** Pixels over the picture: their colour and how much it covers. */
function Overlay({
  width,
  height,
  pixel,
}: {
  width: number;
  height: number;
  pixel: (at: number) => readonly [number, number, number, number];
}) {
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    const context = canvas.current?.getContext("2d");
    if (!context) return;
    const image = context.createImageData(width, height);
    for (let at = 0; at < width * height; at++) image.data.set(pixel(at), 4 * at);
    context.putImageData(image, 0, 0);
  });
  return <canvas ref={canvas} width={width} height={height} />;
}

const NOTHING = [0, 0, 0, 0] as const;

/** Dots where it is white, diagonals where it is black. */
function ClipMarks({ developed }: { readonly developed: Developed }) {
  const { width, height, data } = developed;
  const { coral, mist } = useRoles();
  const rgb = (hex: string) =>
    [1, 3, 5].map((at) => Number.parseInt(hex.slice(at, at + 2), 16)) as [number, number, number];
  const [white, black] = [rgb(coral), rgb(mist)];
  return (
    <Overlay
      width={width}
      height={height}
      pixel={(at) => {
        const [r, g, b] = [data[3 * at]!, data[3 * at + 1]!, data[3 * at + 2]!];
        const [x, y] = [at % width, Math.floor(at / width)];
        if (Math.max(r, g, b) === 255) return x % DOT_PX < 2 && y % DOT_PX < 2 ? [...white, 255] : NOTHING;
        if (Math.max(r, g, b) === 0) return (x + y) % DIAGONAL_PX < 2 ? [...black, 255] : NOTHING;
        return NOTHING;
      }}
    />
  );
}

/** The picture under its look, beside what it was before, with what is white and black in it marked. */
export function FinishPicture(props: FinishPictureProps) {
  const { developed, before, standIn, light, name, undo, redo, asks, says } = props;
  const [wipe, setWipe] = useState(0);
  const [isBefore, setIsBefore] = useState(false);
  const [isMarked, setIsMarked] = useState(false);
  usePageKeys({
    b: () => setIsBefore((was) => !was),
    h: () => setIsMarked((was) => !was),
    "$mod+z": () => undo?.(),
    "$mod+Shift+z": () => redo?.(),
  });
  const place = ({ currentTarget, clientX, clientY }: PointerEvent) => {
    const { left, top, width, height } = currentTarget.getBoundingClientRect();
    return {
      x: Math.max(0, Math.min(1, (clientX - left) / width)),
      y: Math.max(0, Math.min(1, (clientY - top) / height)),
    };
  };
  const shape = developed ?? before;
  const shown = isBefore ? before : developed;
  return (
    <Flex direction="column" flex="1" minH="0">
      <Flex flex="1" minH="0" position="relative" align="center" justify="center" containerType="size">
        <Box
          position="relative"
          // As large as fits, in the picture's own shape.
          width={shape ? `min(100cqw, calc(100cqh * ${shape.width / shape.height}))` : "100%"}
          height={shape ? undefined : "100%"}
          aspectRatio={shape ? `${shape.width} / ${shape.height}` : undefined}
          cursor={asks ? "crosshair" : "default"}
          onPointerMove={(event) => props.onPoint(place(event))}
          onPointerLeave={() => props.onPoint(null)}
          onClick={(event) => props.onPress(place(event as unknown as PointerEvent))}
        >
          {shown ? (
            <Box asChild {...FILL}>
              <PixelCanvas pixels={shown} name={isBefore ? `${name}, before` : name} />
            </Box>
          ) : (
            <Box asChild {...FILL} objectFit="contain">
              <img src={standIn} alt={name} />
            </Box>
          )}
          {wipe > 0 && before && (
            <Box asChild {...FILL} clipPath={`inset(0 ${100 - wipe}% 0 0)`}>
              <PixelCanvas pixels={before} name={`${name}, before`} />
            </Box>
          )}
          {light && (
            <Box asChild {...FILL} pointerEvents="none">
              <Overlay
                width={light.width}
                height={light.height}
                pixel={(at) => [0, 0, 0, DIMMED * (1 - light.part[at]! / 255)]}
              />
            </Box>
          )}
          {isMarked && shown && (
            <Box asChild {...FILL} pointerEvents="none">
              <ClipMarks developed={shown} />
            </Box>
          )}
        </Box>
        {(asks || !developed) && (
          <Box
            position="absolute"
            bottom="10px"
            left="14px"
            color="onPicture"
            bg="veil"
            px="8px"
            py="3px"
            fontSize="note"
            role="status"
          >
            {asks ?? "The lights of this picture are looked for…"}
          </Box>
        )}
      </Flex>
      <Flex align="center" px="8px" minH="36px" borderTopWidth="1px" borderColor="line" flexShrink="0" wrap="wrap">
        <ToolButton label="As it was before (b)" pressed={isBefore} onClick={() => setIsBefore(!isBefore)}>
          <Eye size={17} /> Before
        </ToolButton>
        <Flex align="center" gap="6px" px="6px" color="ash">
          <Columns2 size={17} />
          <Slide
            label="Wipe to what it was before"
            width="90px"
            least={0}
            most={100}
            value={wipe}
            onDraft={setWipe}
            onChange={setWipe}
          />
        </Flex>
        <ToolButton
          label="Show what is white and what is black (h)"
          pressed={isMarked}
          onClick={() => setIsMarked(!isMarked)}
        >
          <TriangleAlert size={17} /> White and black
        </ToolButton>
        <ToolButton label="Take the last step back" disabled={!undo} onClick={() => undo?.()}>
          <Undo2 size={17} />
        </ToolButton>
        <ToolButton label="Do it again" disabled={!redo} onClick={() => redo?.()}>
          <Redo2 size={17} />
        </ToolButton>
        <Box ml="auto" px="10px" fontSize="note" color="ash">
          {says}
        </Box>
      </Flex>
    </Flex>
  );
}
