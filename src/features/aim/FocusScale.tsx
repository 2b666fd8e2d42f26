"use client";

import { Box } from "@chakra-ui/react";
import { scaleLog } from "d3";
import { nearestRung } from "@/core/light";
import { onKeys } from "@/ui/keys";
import { type DragPoint, useDrag } from "@/ui/useDrag";
import { useSize } from "@/ui/useSize";

interface FocusScaleProps {
  /** Infinity where the focus is there. */
  readonly focusMetres: number;
  readonly nearMetres: number;
  readonly farMetres: number;
  readonly hyperfocalMetres: number;
  readonly onFocus: (metres: number) => void;
}

const HEIGHT = 74;
const NEAREST = 0.2;
const FARTHEST = 100;
const RUNGS = [0.2, 0.3, 0.5, 0.7, 1, 1.5, 2, 3, 4, 5, 7, 10, 15, 20, 30, 50, 70, FARTHEST];
const TICKS = [0.2, 0.5, 1, 2, 5, 10, 20, 50];

/** Distances on a logarithmic scale, infinity at the end: what is sharp, and the hyperfocal distance; click or use the keys. */
export function FocusScale({ focusMetres, nearMetres, farMetres, hyperfocalMetres, onFocus }: FocusScaleProps) {
  const [ref, { width }] = useSize<HTMLDivElement>();
  const x = scaleLog()
    .domain([NEAREST, FARTHEST])
    .range([10, Math.max(40, width - 26)])
    .clamp(true);
  const at = (metres: number) => x(Math.min(FARTHEST, Math.max(NEAREST, metres)));
  const set = (metres: number) => onFocus(metres >= FARTHEST ? Number.POSITIVE_INFINITY : metres);
  const here = RUNGS.indexOf(nearestRung(RUNGS, Math.min(FARTHEST, focusMetres)));
  const focusAt = ({ x: left }: DragPoint) => {
    const metres = nearestRung(RUNGS, x.invert(left));
    if (metres !== RUNGS[here]) set(metres);
  };
  const hand = useDrag<HTMLDivElement>({ start: focusAt, move: focusAt });
  const step = (by: number) => () => set(RUNGS[Math.max(0, Math.min(RUNGS.length - 1, here + by))]!);
  return (
    <Box ref={ref}>
      <Box
        ref={hand}
        role="slider"
        tabIndex={0}
        aria-label="Focus"
        aria-valuemin={NEAREST}
        aria-valuemax={FARTHEST}
        aria-valuenow={Math.min(FARTHEST, focusMetres)}
        aria-valuetext={Number.isFinite(focusMetres) ? `${focusMetres} m` : "infinity"}
        onKeyDown={onKeys({ ArrowRight: step(1), ArrowUp: step(1), ArrowLeft: step(-1), ArrowDown: step(-1) })}
        cursor="pointer"
      >
        <svg width={width} height={HEIGHT} role="presentation" style={{ display: "block" }}>
          <Box asChild color="moss">
            <rect
              x={at(nearMetres)}
              width={Math.max(2, (Number.isFinite(farMetres) ? at(farMetres) : width - 12) - at(nearMetres))}
              y={22}
              height={14}
              fill="currentColor"
              opacity={0.5}
            />
          </Box>
          <Box asChild color="line">
            <line x1={10} x2={width - 12} y1={36} y2={36} stroke="currentColor" />
          </Box>
          <Box asChild color="mist">
            <g>
              <line
                x1={at(hyperfocalMetres)}
                x2={at(hyperfocalMetres)}
                y1={14}
                y2={40}
                stroke="currentColor"
                strokeDasharray="3 3"
              />
              <text x={at(hyperfocalMetres)} y={11} textAnchor="middle" fill="currentColor">
                {`hyperfocal ${hyperfocalMetres.toFixed(1)} m`}
              </text>
            </g>
          </Box>
          <Box asChild color="lamp">
            <circle
              cx={Number.isFinite(focusMetres) ? at(focusMetres) : width - 12}
              cy={29}
              r={7}
              fill="currentColor"
            />
          </Box>
          <Box asChild color="ash">
            <g>
              {TICKS.map((metres) => (
                <text key={metres} x={at(metres)} y={54} textAnchor="middle" fill="currentColor">
                  {metres}
                </text>
              ))}
              <text x={width - 12} y={55} textAnchor="middle" fill="currentColor">
                ∞
              </text>
            </g>
          </Box>
        </svg>
      </Box>
    </Box>
  );
}
