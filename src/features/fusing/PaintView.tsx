"use client";

import { Box, Flex } from "@chakra-ui/react";
import { Undo2 } from "lucide-react";
import dynamic from "next/dynamic";
import { type ReactNode, useState } from "react";
import type { PaintedShape } from "@/core/stack";
import { previewOf } from "@/features/api/pictures";
import { Action } from "@/ui/Action";
import { OneOf } from "@/ui/OneOf";
import { Slide } from "@/ui/Slide";

// The drawing package is loaded where somebody paints.
const PaintSurface = dynamic(() => import("./PaintSurface").then((module) => module.PaintSurface), { ssr: false });

interface PaintViewProps {
  readonly hash: string;
  readonly size: { readonly width: number; readonly height: number };
  /** What is painted for: said over the tools. */
  readonly says: string;
  /** What the two brushes are called. */
  readonly adds: string;
  readonly wipes: string;
  readonly shapes: readonly PaintedShape[];
  readonly onChange: (shapes: readonly PaintedShape[]) => void;
  /** Further ways to begin. */
  readonly proposals?: ReactNode;
  readonly onDone: () => void;
}

/** Widths of the brush, thousandths of the picture's longer edge. */
const THINNEST = 5;
const WIDEST = 150;
const USUAL = 40;

/** A picture on which something is painted, with its two brushes below. */
export function PaintView(props: PaintViewProps) {
  const { hash, size, says, adds, wipes, shapes, onChange, proposals, onDone } = props;
  const [brush, setBrush] = useState<"adds" | "wipes">("adds");
  const [width, setWidth] = useState(USUAL);
  return (
    <Flex direction="column" flex="1" minH="0">
      <Box flex="1" minH="0" position="relative">
        <Box asChild position="absolute" inset="0" width="100%" height="100%" objectFit="contain">
          <img {...previewOf(hash)} alt="The frame that is painted on" />
        </Box>
        <PaintSurface
          size={size}
          shapes={shapes}
          brush={{ adds: brush === "adds", width: width / 1000 }}
          onPainted={(shape) => onChange([...shapes, shape])}
          name={`${adds}, painted with ${shapes.length} ${shapes.length === 1 ? "shape" : "shapes"}`}
        />
      </Box>
      <Flex px="14px" py="8px" gap="6px 14px" align="center" wrap="wrap" fontSize="note" color="ash">
        <Box width="100%" role="status">
          {says}
        </Box>
        <OneOf
          label="Brush"
          labelHidden
          value={brush}
          options={[
            { value: "adds", name: adds },
            { value: "wipes", name: wipes },
          ]}
          onChange={setBrush}
        />
        <Flex align="center" gap="10px">
          Width
          <Slide
            label="Width of the brush"
            width="90px"
            least={THINNEST}
            most={WIDEST}
            value={width}
            onChange={setWidth}
          />
        </Flex>
        {proposals}
        <Action disabled={shapes.length === 0} onClick={() => onChange(shapes.slice(0, -1))}>
          <Undo2 size={15} /> Take back the last
        </Action>
        <Action look="main" ml="auto" onClick={onDone}>
          Done
        </Action>
      </Flex>
    </Flex>
  );
}
