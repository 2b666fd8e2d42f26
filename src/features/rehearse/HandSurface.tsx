"use client";

import { Box } from "@chakra-ui/react";
import { useRef } from "react";
import { printRecipe, type Recipe } from "@/core/recipe";
import { fitted } from "@/features/picture/fitted";
import { onKeys } from "@/ui/keys";
import { type DragPoint, useDrag } from "@/ui/useDrag";
import { type Choices, type SteppedPart, stepped } from "./steppedRecipe";

interface HandSurfaceProps {
  readonly recipe: Recipe;
  readonly choices: Choices;
  /** Takes a line while the hand is on it. */
  readonly onDraft: (line: string) => void;
  readonly onSave: (line: string) => void;
  /** Told where the pointer is, shares of the picture's width and height; null while nobody wants to know. */
  readonly onPoint: ((at: { readonly x: number; readonly y: number }) => void) | null;
  readonly aspect: number;
}

/** So far a hand moves from one rung to the next, pixels. */
const PX_PER_RUNG = 40;

/** The picture under the hand: across goes the shutter, up the ISO; keys do the same, and change filter, frames and method. */
export function HandSurface({ recipe, choices, onDraft, onSave, onPoint, aspect }: HandSurfaceProps) {
  const began = useRef(recipe);
  const moved = (at: DragPoint, from: DragPoint): Recipe => {
    const rungs = (px: number) => Math.trunc(px / PX_PER_RUNG);
    const longer = stepped(began.current, "shutter", rungs(at.x - from.x), choices);
    return stepped(longer, "iso", rungs(from.y - at.y), choices);
  };
  const ref = useDrag<HTMLDivElement>({
    start: () => {
      began.current = recipe;
    },
    move: (at, from) => onDraft(printRecipe(moved(at, from))),
    end: (at, from) => {
      const line = printRecipe(moved(at, from));
      if (line !== printRecipe(began.current)) onSave(line);
    },
  });
  const go = (part: SteppedPart, by: number) => () => onSave(printRecipe(stepped(recipe, part, by, choices)));
  const keys = onKeys({
    ArrowRight: go("shutter", 1),
    ArrowLeft: go("shutter", -1),
    ArrowUp: go("iso", 1),
    ArrowDown: go("iso", -1),
    f: go("filter", 1),
    "Shift+F": go("filter", -1),
    n: go("frames", 1),
    "Shift+N": go("frames", -1),
    m: go("method", 1),
  });
  return (
    <Box
      ref={ref}
      role="group"
      aria-label="The picture by hand: right and left for the shutter, up and down for ISO, f for the filter, n for frames, m for the method"
      title="Drag: across for the shutter, up for ISO. Keys: arrows, f filter, n frames, m method."
      tabIndex={0}
      position="absolute"
      inset="0"
      cursor="move"
      touchAction="none"
      onKeyDown={keys}
      onPointerMove={({ currentTarget, clientX, clientY }) => {
        if (!onPoint) return;
        const box = currentTarget.getBoundingClientRect();
        const area = fitted(box, { width: aspect, height: 1 });
        const inside = (share: number) => Math.max(0, Math.min(1, share));
        onPoint({
          x: inside((clientX - box.left - area.left) / area.width),
          y: inside((clientY - box.top - area.top) / area.height),
        });
      }}
    />
  );
}
