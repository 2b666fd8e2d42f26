"use client";

import { Box } from "@chakra-ui/react";
import { memo, useMemo } from "react";
import type { SolveCamera } from "@/core/intent";
import type { Field } from "@/core/solve";
import type { FieldBox, FieldScales } from "./fieldGeometry";

interface FieldGroundProps {
  readonly camera: Pick<SolveCamera, "shutterLadder" | "isoLadder">;
  /** The hard demands that are missed at each rung of both ladders. */
  readonly missed: Field["missed"];
  readonly frames: number;
  readonly box: FieldBox;
  readonly scales: FieldScales;
}

/** How far over an end of a ladder its last rung's cell reaches, as a factor. */
const END_REACH = 1.12;
const OPEN_OPACITY = 0.3;

/** From half a rung under each value to half a rung over it. */
function rungSpans(
  ladder: readonly number[],
): { readonly value: number; readonly from: number; readonly to: number }[] {
  return ladder.map((value, index) => {
    const below = ladder[index - 1];
    const above = ladder[index + 1];
    return {
      value,
      from: below === undefined ? value / END_REACH : Math.sqrt(below * value),
      to: above === undefined ? value * END_REACH : Math.sqrt(above * value),
    };
  });
}

/** Every rung of both ladders as a cell, lit where every hard demand is met; cells fade and slide as limits move. */
export const FieldGround = memo(function FieldGround({ camera, missed, frames, box, scales }: FieldGroundProps) {
  const { x, y } = scales;
  const shutters = useMemo(() => rungSpans(camera.shutterLadder), [camera.shutterLadder]);
  const isos = useMemo(() => rungSpans(camera.isoLadder), [camera.isoLadder]);
  const within = (value: number, least: number, most: number) => Math.max(least, Math.min(most, value));
  return (
    <Box asChild color="moss">
      <g>
        {shutters.map((shutter, column) => {
          const left = within(x(shutter.from * frames), box.left, box.right);
          const right = within(x(shutter.to * frames), box.left, box.right);
          if (right - left < 0.1) return null;
          return isos.map((iso, row) => {
            const top = within(y(iso.to), box.top, box.bottom);
            const bottom = within(y(iso.from), box.top, box.bottom);
            const open = missed[column]?.[row] === 0;
            return (
              <rect
                key={`${shutter.value} ${iso.value}`}
                data-open={open || undefined}
                x={left}
                y={top}
                width={right - left + 0.4}
                height={Math.max(0, bottom - top + 0.4)}
                fill="currentColor"
                style={{ opacity: open ? OPEN_OPACITY : 0, transition: "opacity 180ms, x 180ms, width 180ms" }}
              />
            );
          });
        })}
      </g>
    </Box>
  );
});
