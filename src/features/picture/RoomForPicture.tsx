"use client";

import { Box, Flex } from "@chakra-ui/react";
import type { ReactNode } from "react";
import { useSize } from "@/ui/useSize";
import { fitted } from "./fitted";

/** Room for tools: beside the picture as wide as their words, below it as tall as a finger, on a phone as two rows. */
const TOOLS_PX = { wide: 150, tall: 44, twoRows: 96 } as const;

/** On a phone tools stand below, whatever room that leaves. */
const NARROW_PX = 500;

interface Size {
  readonly width: number;
  readonly height: number;
}

/** The largest place for a picture of a shape in a box, with its tools beside it or below: where it is larger, or where they are said to stand. */
export function roomFor(box: Size, aspect: number, standBeside?: boolean): Size & { readonly beside: boolean } {
  const shape = { width: aspect, height: 1 };
  const withBeside = fitted({ ...box, width: box.width - TOOLS_PX.wide }, shape);
  const isNarrow = box.width < NARROW_PX;
  const withBelow = fitted({ ...box, height: box.height - (isNarrow ? TOOLS_PX.twoRows : TOOLS_PX.tall) }, shape);
  const beside = standBeside ?? (!isNarrow && withBeside.width > withBelow.width);
  const { width, height } = beside ? withBeside : withBelow;
  return { width: Math.floor(width), height: Math.floor(height), beside };
}

/** A phone's usual picture, where nobody knows a better one. */
const USUAL_SHAPE = 4 / 3;

/** Width by height of a picture, or of a lens's, where there is one. */
export const shapeOf = (
  picture: Partial<Size> | { readonly widthPx: number; readonly heightPx: number } | null | undefined,
): number => {
  if (!picture) return USUAL_SHAPE;
  if ("widthPx" in picture) return picture.widthPx / picture.heightPx;
  return picture.width && picture.height ? picture.width / picture.height : USUAL_SHAPE;
};

interface RoomForPictureProps {
  /** Width by height of what stands there. */
  readonly aspect: number;
  /** What one does with it, and what it says. */
  readonly tools: ReactNode;
  /** What is said of it at some length: after the tools beside it, below them with room of its own. */
  readonly says?: ReactNode;
  /** Fills its place. */
  readonly children: ReactNode;
}

/** A picture as large as its place allows, and its tools where they cost it least. */
export function RoomForPicture({ aspect, tools, says, children }: RoomForPictureProps) {
  const [ref, box] = useSize<HTMLDivElement>();
  const [saysRef, said] = useSize<HTMLDivElement>();
  // Where tools stand is decided whatever is said: that may be long below the picture and short beside it, and would move them to and fro.
  const { beside } = roomFor(box, aspect);
  const below = beside || !says ? 0 : said.height;
  const { width, height } = roomFor({ width: box.width, height: Math.max(1, box.height - below) }, aspect, beside);
  return (
    <Flex ref={ref} flex="1" minW="0" minH="0" direction={beside ? "row" : "column"} overflow="hidden">
      <Box position="relative" flexShrink="0" width={beside ? `${width}px` : "100%"} height={`${height}px`}>
        <Box position="absolute" top="0" bottom="0" left="0" right="0" mx="auto" width={`${width}px`}>
          {children}
        </Box>
      </Box>
      <Flex
        flex="1"
        minW="0"
        minH="0"
        direction={beside ? "column" : "row"}
        wrap={beside ? "nowrap" : "wrap"}
        align={beside ? "stretch" : "center"}
        alignContent="flex-start"
        gap={beside ? "8px" : "6px 12px"}
        px="12px"
        py={beside ? "10px" : "6px"}
        position="relative"
        overflowY="auto"
      >
        {tools}
        {beside && says}
      </Flex>
      {!beside && says && (
        <Box ref={saysRef} px="12px" pb="6px" flexShrink="0" maxHeight="24vh" overflowY="auto">
          {says}
        </Box>
      )}
    </Flex>
  );
}
