"use client";

import { Box, VisuallyHidden } from "@chakra-ui/react";
import { useMemo, useState } from "react";
import type { SolveRequest } from "@/core/intent";
import { nearestRung, stackedFilterStops } from "@/core/light";
import { type Recipe, readableDuration } from "@/core/recipe";
import type { Edge, FieldPoint, SolvedRecipe } from "@/core/solve";
import { onKeys } from "@/ui/keys";
import { type DragPoint, useDrag } from "@/ui/useDrag";
import { useSize } from "@/ui/useSize";
import type { DrawnField } from "@/workers/solve.worker";
import { EdgeLines } from "./EdgeLines";
import { FieldGround } from "./FieldGround";
import {
  axisIsos,
  axisTimes,
  brightnessDiagonals,
  edgeLine,
  fieldBox,
  fieldScales,
  nameRows,
  placeAlong,
  placeDiagonals,
  placeRows,
  takenBy,
  uprightNames,
} from "./fieldGeometry";

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
  readonly onPoint: (point: FieldPoint) => void;
  readonly onRecipe: (recipe: SolvedRecipe) => void;
}

const SLIDES = "transform 180ms, opacity 180ms";
const MOST_ROWS = 6;
const POINT_CLEARANCE_PX = 16;
/** Shutter across, ISO up, every limit as an edge with its name; what is left is the open ground. */
export function ExposureField(props: ExposureFieldProps) {
  const { request, recipe, field, busy = false, before, point, recipes, chosenEdge, onEdge, onPoint, onRecipe } = props;
  const { edges } = field;
  const filterStops = stackedFilterStops(recipe.filters);
  const frames = recipe.sequence?.frames ?? 1;
  const [ref, { width, height }] = useSize<HTMLDivElement>();
  const { shutterLadder, isoLadder } = request.camera;
  const { box, scales, uprightLabels } = useMemo(() => {
    const wide = Math.max(200, width);
    const tall = Math.max(160, height);
    const flat = fieldBox(wide, tall, 0);
    const rows = nameRows(uprightNames(edges, fieldScales(flat, request, frames), frames), flat.right).filter(
      ({ row }) => row < MOST_ROWS,
    );
    const roomy = fieldBox(wide, tall, 1 + Math.max(0, ...rows.map(({ row }) => row)));
    return { box: roomy, scales: fieldScales(roomy, request, frames), uprightLabels: placeRows(rows, roomy) };
  }, [edges, request, frames, width, height]);
  const closed = edges.length > 0 && field.openRungs === 0;
  const { x, y } = scales;
  const inField = (seconds: number) => seconds >= x.domain()[0]! && seconds <= x.domain()[1]!;
  const diagonals = brightnessDiagonals(box, scales, request, { filterStops, frames });
  const diagonalLabels = placeDiagonals(diagonals, box);
  const shown = recipes.flatMap((solved, index) => {
    const { sequence, iso } = solved.recipe;
    const here = sequence && sequence.frames === frames && Math.abs(solved.filterStops - filterStops) < 0.01;
    if (!here || iso === null || !inField(sequence.shutterSeconds * frames)) return [];
    return [{ solved, number: index + 1, px: x(sequence.shutterSeconds * frames), py: y(iso) }];
  });
  const pointAt =
    point && inField(point.shutterSeconds * frames) ? { px: x(point.shutterSeconds * frames), py: y(point.iso) } : null;
  const around = ({ px, py }: { readonly px: number; readonly py: number }) => ({
    left: px - POINT_CLEARANCE_PX,
    right: px + POINT_CLEARANCE_PX,
    top: py - 1.5 * POINT_CLEARANCE_PX,
    bottom: py + POINT_CLEARANCE_PX,
  });
  const lineLabels = placeAlong(
    edges.flatMap((edge) => {
      const line = edgeLine(edge, box, scales, frames);
      return line ? [{ id: edge.id, text: edge.name, line }] : [];
    }),
    box,
    [
      ...uprightNames(edges, scales, frames).map(({ at }) => ({
        left: at - 2,
        right: at + 2,
        top: box.top,
        bottom: box.bottom,
      })),
      ...edges.flatMap(({ curve }) =>
        curve.kind === "iso"
          ? [{ left: box.left, right: box.right, top: y(curve.iso) - 0.5, bottom: y(curve.iso) + 0.5 }]
          : [],
      ),
      ...diagonalLabels.map(({ text, x: left, y: base, anchor }) => takenBy(text, left, base, anchor)),
      ...shown.map(around),
      ...(pointAt ? [around(pointAt)] : []),
    ],
  );

  const moveOf = (id: string) => {
    const edge = edges.find((each) => each.id === id);
    return edge ? `"${edge.name}". ${edge.moves}` : `what "${id.replaceAll("-", " ")}" asks for.`;
  };
  const moveTo = (at: DragPoint) =>
    onPoint({
      shutterSeconds: nearestRung(shutterLadder, x.invert(at.x) / frames),
      iso: nearestRung(isoLadder, y.invert(at.y)),
    });
  const [held, setHeld] = useState(false);
  const hand = useDrag<SVGSVGElement>({
    start: (at) => {
      setHeld(true);
      moveTo(at);
    },
    move: moveTo,
    end: () => setHeld(false),
  });
  const step = (ladder: readonly number[], value: number, by: number) => {
    const at = ladder.indexOf(nearestRung(ladder, value)) + by;
    return ladder[Math.max(0, Math.min(ladder.length - 1, at))]!;
  };
  const go = (shutterBy: number, isoBy: number) => () => {
    if (!point) return;
    onPoint({
      shutterSeconds: shutterBy === 0 ? point.shutterSeconds : step(shutterLadder, point.shutterSeconds, shutterBy),
      iso: isoBy === 0 ? point.iso : step(isoLadder, point.iso, isoBy),
    });
  };
  const keys = onKeys({ ArrowRight: go(1, 0), ArrowLeft: go(-1, 0), ArrowUp: go(0, 1), ArrowDown: go(0, -1) });
  return (
    <Box ref={ref} flex="1" minH="0" position="relative">
      {width > 0 && (
        <svg
          ref={hand}
          width={width}
          height={height}
          role="application"
          aria-busy={busy}
          // biome-ignore lint/a11y/noNoninteractiveTabindex: the field is worked by its arrow keys
          tabIndex={0}
          aria-label={`Exposure field. ${point ? `${readableDuration(point.shutterSeconds)} at ISO ${point.iso}.` : "No point yet."} Arrow keys move it by a rung.`}
          style={{ display: "block", touchAction: "none", cursor: "crosshair" }}
          onKeyDown={keys}
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
            labels={[...uprightLabels, ...lineLabels]}
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
                  transition: held ? "none" : SLIDES,
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
      {closed && (
        <Box
          position="absolute"
          right="24px"
          top={`${box.top + 40}px`}
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
          {field.firstToMove.length === 0
            ? "No open ground, and no one or two limits would open it: another hour or place."
            : `No open ground. First to move: ${field.firstToMove.map((id) => moveOf(id)).join(" And ")}`}
        </Box>
      )}
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
    </Box>
  );
}
