"use client";

import { Box } from "@chakra-ui/react";
import type { Edge } from "@/core/solve";
import { edgeLine, edgeSeconds, type FieldBox, type FieldScales, type PlacedLabel } from "./fieldGeometry";

interface EdgeLinesProps {
  readonly edges: readonly Edge[];
  /** Edges as they stood before the last change of the scene; those that moved are drawn as ghosts. */
  readonly before: readonly Edge[];
  readonly labels: readonly PlacedLabel[];
  readonly box: FieldBox;
  readonly scales: FieldScales;
  readonly frames: number;
  readonly chosenId: string | null;
  readonly onChoose: (id: string | null) => void;
}

const SLIDES = "transform 180ms, opacity 180ms";

const colourOf = ({ id, soft }: Edge, chosen: boolean): string =>
  chosen ? "lamp" : id.startsWith("phone") || soft ? "ash" : "coral";

const sameCurve = (a: Edge, b: Edge): boolean => JSON.stringify(a.curve) === JSON.stringify(b.curve);

/** One limit as a line: upright ones and level ones slide along their axis, slanted ones are drawn anew. */
function EdgeLine(props: {
  readonly edge: Edge;
  readonly box: FieldBox;
  readonly scales: FieldScales;
  readonly frames: number;
  readonly look: "plain" | "chosen" | "ghost";
}) {
  const { edge, box, scales, frames, look } = props;
  const stroke = {
    stroke: "currentColor",
    strokeWidth: look === "chosen" ? 2.6 : 1.5,
    opacity: look === "ghost" ? 0.45 : 1,
    ...(look === "ghost" || edge.soft ? { strokeDasharray: look === "ghost" ? "2 5" : "6 4" } : {}),
  };
  const seconds = edgeSeconds(edge, frames);
  if (seconds !== null) {
    const at = scales.x(seconds);
    if (!(at >= box.left && at <= box.right)) return null;
    return (
      <g style={{ transform: `translateX(${at}px)`, transition: SLIDES }}>
        <line x1={0} x2={0} y1={box.top} y2={box.bottom} {...stroke} />
      </g>
    );
  }
  const line = edgeLine(edge, box, scales, frames);
  if (!line) return null;
  if (edge.curve.kind === "iso") {
    return (
      <g style={{ transform: `translateY(${line.y1}px)`, transition: SLIDES }}>
        <line x1={box.left} x2={box.right} y1={0} y2={0} {...stroke} />
      </g>
    );
  }
  // All diagonals rise at one angle: one drawn through a corner and slid sideways, clipped to the field.
  const reach = box.right - box.left + (box.bottom - box.top);
  const slope = (line.y2 - line.y1) / (line.x2 - line.x1);
  const atBottom = line.x1 + (box.bottom - line.y1) / slope;
  return (
    <g clipPath="url(#expose-field)">
      <g style={{ transform: `translateX(${atBottom}px)`, transition: SLIDES }}>
        <line x1={-reach} y1={box.bottom - slope * reach} x2={reach} y2={box.bottom + slope * reach} {...stroke} />
      </g>
    </g>
  );
}

/** All limits of the field with their names. */
export function EdgeLines({ edges, before, labels, box, scales, frames, chosenId, onChoose }: EdgeLinesProps) {
  const moved = before.filter((old) => {
    const now = edges.find(({ id }) => id === old.id);
    return !now || !sameCurve(now, old);
  });
  const toggle = (id: string) => onChoose(id === chosenId ? null : id);
  return (
    <>
      {moved.map((edge) => (
        <Box asChild key={`before ${edge.id}`} color="mist">
          <g>
            <EdgeLine edge={edge} box={box} scales={scales} frames={frames} look="ghost" />
          </g>
        </Box>
      ))}
      {edges.map((edge) => (
        <Box asChild key={edge.id} color={colourOf(edge, edge.id === chosenId)}>
          <g>
            <EdgeLine
              edge={edge}
              box={box}
              scales={scales}
              frames={frames}
              look={edge.id === chosenId ? "chosen" : "plain"}
            />
          </g>
        </Box>
      ))}
      {labels.map(({ id, text, x, y, anchor }) => {
        const edge = edges.find((each) => each.id === id);
        if (!edge) return null;
        return (
          <Box asChild key={id} color={colourOf(edge, id === chosenId)}>
            {/* biome-ignore lint/a11y/noStaticElementInteractions: by the keyboard, every limit is a button of the list beside */}
            <text
              x={x}
              y={y}
              textAnchor={anchor}
              fill="currentColor"
              stroke="var(--chakra-colors-slate)"
              strokeWidth={3}
              style={{ cursor: "pointer", paintOrder: "stroke" }}
              data-press
              onClick={() => toggle(id)}
            >
              {text}
            </text>
          </Box>
        );
      })}
    </>
  );
}
