"use client";

import { Box } from "@chakra-ui/react";
import { useState } from "react";
import { onKeys } from "@/ui/keys";
import { type DragPoint, useDrag } from "@/ui/useDrag";

interface SiteMarkProps {
  readonly name: string;
  readonly at: readonly [x: number, y: number];
  readonly chosen: boolean;
  /** Whether there is room for its name. */
  readonly labelled: boolean;
  readonly onChoose: () => void;
  /** Only the chosen one can be moved. */
  readonly onDrop: (x: number, y: number) => void;
}

/** A site on the map: click to choose it, drag the chosen one to move it. */
export function SiteMark({ name, at, chosen, labelled, onChoose, onDrop }: SiteMarkProps) {
  const [held, setHeld] = useState<DragPoint | null>(null);
  const hand = useDrag<SVGGElement>({
    move: (point) => chosen && setHeld(point),
    end: ({ x, y }) => {
      if (held) onDrop(x, y);
      setHeld(null);
    },
  });
  const [x, y] = held ? [held.x, held.y] : at;
  return (
    // biome-ignore lint/a11y/useSemanticElements: a button cannot stand inside of a drawing
    <g
      ref={hand}
      role="button"
      tabIndex={0}
      aria-label={name}
      aria-pressed={chosen}
      transform={`translate(${x},${y})`}
      style={{ cursor: chosen ? "grab" : "pointer" }}
      onClick={onChoose}
      onKeyDown={onKeys({ Enter: onChoose, " ": onChoose })}
    >
      <Box asChild color={chosen ? "lamp" : "mist"}>
        <circle r={chosen ? 7 : 5} fill="currentColor" fillOpacity={0.85} stroke="currentColor" />
      </Box>
      {labelled && (
        <Box asChild color="bone">
          <text x={11} y={4} fill="currentColor">
            {name}
          </text>
        </Box>
      )}
      <title>{name}</title>
    </g>
  );
}
