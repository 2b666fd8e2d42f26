"use client";

import { ON_SKY } from "@/ui/theme/inPage";

interface GuidesProps {
  readonly kind: "thirds" | "diagonals" | "middle";
  readonly width: number;
  readonly height: number;
}

/** Lines to compose by, in parts of the picture's width and height. */
const LINES = {
  thirds: [
    [1 / 3, 0, 1 / 3, 1],
    [2 / 3, 0, 2 / 3, 1],
    [0, 1 / 3, 1, 1 / 3],
    [0, 2 / 3, 1, 2 / 3],
  ],
  diagonals: [
    [0, 0, 1, 1],
    [0, 1, 1, 0],
  ],
  middle: [
    [1 / 2, 0, 1 / 2, 1],
    [0, 1 / 2, 1, 1 / 2],
  ],
} as const;

/** Lines over the picture to compose by; they do not take the pointer. */
export function Guides({ kind, width, height }: GuidesProps) {
  return (
    <svg width={width} height={height} aria-hidden style={{ position: "absolute", pointerEvents: "none" }}>
      {LINES[kind].map(([x1, y1, x2, y2]) => (
        <line
          key={`${x1} ${y1} ${x2} ${y2}`}
          x1={x1 * width}
          y1={y1 * height}
          x2={x2 * width}
          y2={y2 * height}
          stroke={ON_SKY.paper}
          strokeOpacity={0.4}
        />
      ))}
    </svg>
  );
}
