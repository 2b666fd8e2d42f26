"use client";

import { Box, VisuallyHidden } from "@chakra-ui/react";
import type { SolveRequest } from "@/core/intent";
import { type Recipe, readableDuration } from "@/core/recipe";
import type { Edge, FieldPoint, SolvedRecipe } from "@/core/solve";
import { useSize } from "@/ui/useSize";
import type { DrawnField } from "@/workers/solve.worker";
import { EdgeLines } from "./EdgeLines";
import { FieldGround } from "./FieldGround";
import { axisIsos, axisTimes } from "./fieldGeometry";
import { useFieldHand } from "./useFieldHand";
import { useFieldLayout } from "./useFieldLayout";

interface ExposureFieldProps {
  readonly request: SolveRequest;
  /** The line: its frames, filters and way to fuse are those of the whole field. */
  readonly recipe: Recipe;
  readonly field: DrawnField;
  /** Whether the field still is that of an earlier line or scene. */
  readonly busy?: boolean;
  /** Edges as they stood before the last change of the scene. */
  readonly before: readonly Edge[];
  readonly point: FieldPoint | null;
  readonly recipes: readonly SolvedRecipe[];
  readonly chosenEdge: string | null;
  readonly onEdge: (id: string | null) => void;
  /** Takes the point while a hand is on it, and where it was left. */
  readonly onDraft: (point: FieldPoint) => void;
  readonly onPoint: (point: FieldPoint) => void;
  readonly onRecipe: (recipe: SolvedRecipe) => void;
}

const SLIDES = "transform 180ms, opacity 180ms";

/** Shutter across, ISO up, every limit as an edge with its name; what is left is the open ground. */
export function ExposureField(props: ExposureFieldProps) {
  const {
    request,
    recipe,
    field,
    busy = false,
    before,
    point,
    recipes,
    chosenEdge,
    onEdge,
    onDraft,
    onPoint,
    onRecipe,
  } = props;
  const { edges } = field;
  const [ref, { width, height }] = useSize<HTMLDivElement>();
  const { isoLadder } = request.camera;
  const layout = useFieldLayout({ request, recipe, edges, point, recipes, width, height });
  const { frames, box, scales, diagonals, diagonalLabels, labels, shown, pointAt } = layout;
  const { y } = scales;
  const closed = edges.length > 0 && field.openRungs === 0;
  const hand = useFieldHand({ camera: request.camera, scales, frames, point, onDraft, onPoint });
  return (
    <Box ref={ref} flex="1" minH="0" position="relative">
      {width > 0 && (
        <svg
          ref={hand.ref}
          width={width}
          height={height}
          role="application"
          aria-busy={busy}
          // biome-ignore lint/a11y/noNoninteractiveTabindex: the field is worked by its arrow keys
          tabIndex={0}
          aria-label={`Exposure field. ${point ? `${readableDuration(point.shutterSeconds)} at ISO ${point.iso}.` : "No point yet."} Arrow keys move it by a rung.`}
          style={{ display: "block", touchAction: "none", cursor: "crosshair" }}
          onKeyDown={hand.keys}
        >
          <clipPath id="expose-field">
            <rect x={box.left} y={box.top} width={box.right - box.left} height={box.bottom - box.top} />
          </clipPath>
          <Box asChild color="slate">
            <rect
              x={box.left}
              y={box.top}
              width={box.right - box.left}
              height={box.bottom - box.top}
              fill="currentColor"
            />
          </Box>
          <FieldGround camera={request.camera} missed={field.missed} frames={frames} box={box} scales={scales} />
          {diagonals.map(({ stops, ...line }) => (
            <Box asChild key={stops} color={stops === 0 ? "lamp" : "ash"}>
              <line
                {...line}
                stroke="currentColor"
                strokeWidth={stops === 0 ? 1.8 : 1}
                opacity={stops === 0 ? 1 : 0.5}
                strokeDasharray={stops === 0 ? undefined : "2 4"}
              />
            </Box>
          ))}
          {diagonalLabels.map(({ id, text, x: left, y: base }) => (
            <Box asChild key={id} color={id === "0" ? "lamp" : "ash"}>
              <text x={left} y={base} fill="currentColor">
                {text}
              </text>
            </Box>
          ))}
          <EdgeLines
            edges={edges}
            before={before}
            labels={labels}
            box={box}
            scales={scales}
            frames={frames}
            chosenId={chosenEdge}
            onChoose={onEdge}
          />
          {axisTimes(scales).map(({ seconds, at, label }) => (
            <Box asChild key={seconds} color="ash">
              <text x={at} y={box.bottom + 18} textAnchor="middle" fill="currentColor">
                {label}
              </text>
            </Box>
          ))}
          {axisIsos(isoLadder).map((iso) => (
            <Box asChild key={iso} color="ash">
              <text x={box.left - 6} y={y(iso) + 4} textAnchor="end" fill="currentColor">
                {iso}
              </text>
            </Box>
          ))}
          {shown.map(({ solved, number, px, py }) => (
            <Box asChild key={solved.line} color={solved.verdict === "works" ? "moss" : "ash"}>
              {/* biome-ignore lint/a11y/noStaticElementInteractions: by the keyboard, every recipe is a button of the list beside */}
              <g
                transform={`translate(${px},${py})`}
                style={{ cursor: "pointer" }}
                data-press
                onClick={() => onRecipe(solved)}
              >
                <circle r={9} fill="none" stroke="currentColor" strokeWidth={2} />
                <text y={-13} textAnchor="middle" fill="currentColor">
                  {number}
                </text>
              </g>
            </Box>
          ))}
          {pointAt && (
            <Box asChild color="lamp">
              <g
                style={{
                  transform: `translate(${pointAt.px}px, ${pointAt.py}px)`,
                  transition: hand.held ? "none" : SLIDES,
                }}
                pointerEvents="none"
              >
                <circle r={7} fill="currentColor" />
                <circle r={12} fill="none" stroke="currentColor" strokeWidth={1.4} />
              </g>
            </Box>
          )}
        </svg>
      )}
      {closed && <ClosedGround edges={edges} firstToMove={field.firstToMove} top={box.top + 40} />}
      <FieldLimits edges={edges} />
    </Box>
  );
}

/** Says that no ground is open, and what would have to move first. */
function ClosedGround(props: {
  readonly edges: readonly Edge[];
  /** By the ids of their demands. */
  readonly firstToMove: readonly string[];
  readonly top: number;
}) {
  const { edges, firstToMove, top } = props;
  const moveOf = (id: string) => {
    const edge = edges.find((each) => each.id === id);
    return edge ? `"${edge.name}". ${edge.moves}` : `what "${id.replaceAll("-", " ")}" asks for.`;
  };
  return (
    <Box
      position="absolute"
      right="24px"
      top={`${top}px`}
      px="10px"
      py="6px"
      bg="ink"
      borderLeftWidth="3px"
      borderColor="coral"
      fontSize="text"
      maxW="min(400px, 70%)"
      pointerEvents="none"
      role="status"
    >
      {firstToMove.length === 0
        ? "No open ground, and moving one or two limits would not open it. Try another hour or place."
        : `No open ground. Move first: ${firstToMove.map(moveOf).join(" And ")}`}
    </Box>
  );
}

/** The limits as a table, for those who do not see the field. */
function FieldLimits({ edges }: { readonly edges: readonly Edge[] }) {
  return (
    <VisuallyHidden>
      <table>
        <caption>Limits of the exposure field</caption>
        <tbody>
          {edges.map(({ id, name, reason, moves }) => (
            <tr key={id}>
              <th scope="row">{name}</th>
              <td>{reason}</td>
              <td>{moves}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </VisuallyHidden>
  );
}
