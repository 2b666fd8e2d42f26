"use client";

import { Box, Flex } from "@chakra-ui/react";
import { Columns2, Crop as CropIcon, Eye, Redo2, TriangleAlert, Undo2, ZoomIn } from "lucide-react";
import { type ComponentProps, type PointerEvent, type ReactNode, useEffect, useRef, useState } from "react";
import type { Crop } from "@/core/finish";
import { PixelCanvas } from "@/features/picture/PixelCanvas";
import { ToolButton } from "@/features/picture/ToolButton";
import { usePageKeys } from "@/ui/keys";
import { Slide } from "@/ui/Slide";
import { useRoles } from "@/ui/theme/inPage";
import type { Developed } from "@/workers/developedUnder";
import type { Closely } from "@/workers/finish.worker";
import { CropFrame } from "./CropFrame";
import { Loupe, LoupePlace } from "./Loupe";

interface FinishPictureProps {
  readonly developed: Developed | null;
  /** What it is compared with: as it was before, or another version of it. */
  readonly other: Developed | null;
  readonly otherName: string;
  /** A part of it pixel by pixel, while somebody looks closely. */
  readonly closely: Closely | null;
  readonly isClose: boolean;
  readonly onClose: () => void;
  /** Shares of the picture that are kept, while somebody cuts it. */
  readonly crop: Crop | null;
  readonly onCropping: () => void;
  readonly onCrop: (crop: Crop) => void;
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

/** What a picture is compared with while nobody chooses another version. */
export const BEFORE = "as it was before";
const capital = (text: string) => text[0]!.toUpperCase() + text.slice(1);

const FILL = { position: "absolute", inset: "0", width: "100%", height: "100%" } as const;
/** Of the picture's own pixels: dots and diagonals are this far from each other. */
const DOT_PX = 5;
const DIAGONAL_PX = 7;
const LINE_PX = 4;
/** Of 255: a pixel with so much of a colour that it had lost is marked. */
const REBUILT_FROM = 64;
/** How dark the rest of the picture becomes while one light is pointed at. */
const DIMMED = 170;

/** Pixels over the picture: their colour and how much it covers. */
function Overlay({
  width,
  height,
  pixel,
  ...rest
}: {
  width: number;
  height: number;
  pixel: (at: number) => readonly [number, number, number, number];
} & ComponentProps<"canvas">) {
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    const context = canvas.current?.getContext("2d");
    if (!context) return;
    const image = context.createImageData(width, height);
    for (let at = 0; at < width * height; at++) image.data.set(pixel(at), 4 * at);
    context.putImageData(image, 0, 0);
  });
  return <canvas {...rest} ref={canvas} width={width} height={height} />;
}

const NOTHING = [0, 0, 0, 0] as const;

/** Dots where it is white, diagonals where it is black, level lines where colours were reconstructed. */
function ClipMarks({ developed, ...rest }: { readonly developed: Developed } & ComponentProps<"canvas">) {
  const { width, height, data, recoloured } = developed;
  const { coral, mist, lamp } = useRoles();
  const rgb = (hex: string) =>
    [1, 3, 5].map((at) => Number.parseInt(hex.slice(at, at + 2), 16)) as [number, number, number];
  const [white, black, rebuilt] = [rgb(coral), rgb(mist), rgb(lamp)];
  return (
    <Overlay
      {...rest}
      width={width}
      height={height}
      pixel={(at) => {
        const [r, g, b] = [data[3 * at]!, data[3 * at + 1]!, data[3 * at + 2]!];
        const [x, y] = [at % width, Math.floor(at / width)];
        if ((recoloured?.[at] ?? 0) >= REBUILT_FROM) return y % LINE_PX < 1 ? [...rebuilt, 255] : NOTHING;
        if (Math.max(r, g, b) === 255) return x % DOT_PX < 2 && y % DOT_PX < 2 ? [...white, 255] : NOTHING;
        if (Math.max(r, g, b) === 0) return (x + y) % DIAGONAL_PX < 2 ? [...black, 255] : NOTHING;
        return NOTHING;
      }}
    />
  );
}

/** A picture as large as fits beside others, in its own shape. */
function Fitted({
  shape,
  children,
  ...rest
}: { readonly shape: { readonly width: number; readonly height: number } | null } & ComponentProps<typeof Box>) {
  return (
    <Flex flex="1" minW="0" height="100%" align="center" justify="center" containerType="size">
      <Box
        position="relative"
        width={shape ? `min(100cqw, calc(100cqh * ${shape.width / shape.height}))` : "100%"}
        height={shape ? undefined : "100%"}
        aspectRatio={shape ? `${shape.width} / ${shape.height}` : undefined}
        {...rest}
      >
        {children}
      </Box>
    </Flex>
  );
}

/** The picture under its look, beside what it is compared with, with what is white and black in it marked. */
export function FinishPicture(props: FinishPictureProps) {
  const { developed, other, otherName, closely, isClose, crop, standIn, light, name, undo, redo, asks, says } = props;
  const [wipe, setWipe] = useState(0);
  const [isOther, setIsOther] = useState(false);
  const [isBeside, setIsBeside] = useState(false);
  const [isMarked, setIsMarked] = useState(false);
  usePageKeys({
    b: () => setIsOther((was) => !was),
    h: () => setIsMarked((was) => !was),
    l: props.onClose,
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
  const shape = developed ?? other;
  const shown = isOther && !crop ? other : developed;
  return (
    <Flex direction="column" flex="1" minH="0">
      <Flex flex="1" minH="0" position="relative" gap="4px" overflow="hidden">
        {isBeside && other && !crop && (
          <Fitted shape={other}>
            <Box asChild {...FILL}>
              <PixelCanvas pixels={other} name={`${name}, ${otherName}`} />
            </Box>
          </Fitted>
        )}
        <Fitted
          shape={shape}
          cursor={asks || isClose ? "crosshair" : "default"}
          onPointerMove={(event) => props.onPoint(place(event))}
          onPointerLeave={() => props.onPoint(null)}
          onClick={(event) => crop || props.onPress(place(event as unknown as PointerEvent))}
        >
          {shown ? (
            <Box asChild {...FILL}>
              <PixelCanvas pixels={shown} name={isOther ? `${name}, ${otherName}` : name} />
            </Box>
          ) : (
            <Box asChild {...FILL} objectFit="contain">
              <img src={standIn} alt={name} />
            </Box>
          )}
          {wipe > 0 && other && !crop && (
            <Box asChild {...FILL} clipPath={`inset(0 ${100 - wipe}% 0 0)`}>
              <PixelCanvas pixels={other} name={`${name}, ${otherName}`} />
            </Box>
          )}
          {light && !crop && (
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
          {isClose && developed && <LoupePlace closely={closely} whole={developed.whole} />}
          {crop && <CropFrame crop={crop} onKeep={props.onCrop} />}
        </Fitted>
        {isClose && <Loupe closely={closely} name={name} />}
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
        <ToolButton label={`${capital(otherName)} (b)`} pressed={isOther} onClick={() => setIsOther(!isOther)}>
          <Eye size={17} /> {otherName === BEFORE ? "Before" : otherName}
        </ToolButton>
        <Flex align="center" gap="6px" px="6px" color="ash">
          <Slide
            label={`Wipe to ${otherName}`}
            width="90px"
            least={0}
            most={100}
            value={wipe}
            onDraft={setWipe}
            onChange={setWipe}
          />
        </Flex>
        <ToolButton label={`Beside ${otherName}`} pressed={isBeside} onClick={() => setIsBeside(!isBeside)}>
          <Columns2 size={17} />
        </ToolButton>
        <ToolButton label="Pixel by pixel (l)" pressed={isClose} onClick={props.onClose}>
          <ZoomIn size={17} />
        </ToolButton>
        <ToolButton label={crop ? "Keep this crop" : "Crop by hand"} pressed={crop !== null} onClick={props.onCropping}>
          <CropIcon size={17} />
        </ToolButton>
        <ToolButton
          label="Show what is white, black or of a reconstructed colour (h)"
          pressed={isMarked}
          onClick={() => setIsMarked(!isMarked)}
        >
          <TriangleAlert size={17} />
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
