"use client";

import { Box, VisuallyHidden } from "@chakra-ui/react";
import { type KeyboardEvent, type PointerEvent, type ReactNode, useMemo, useState } from "react";
import type { SolveRequest } from "@/core/intent";
import { nearestRung, stackedFilterStops } from "@/core/light";
import { type Recipe, readableDuration } from "@/core/recipe";
import { type Edge, type FieldPoint, fieldGround, firstToMove, openRungs, type SolvedRecipe } from "@/core/solve";
import { useSize } from "@/ui/useSize";
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
  type Taken,
  takenBy,
  uprightNames,
} from "./fieldGeometry";
import { REHEARSED_WIDTH } from "./RehearsedPicture";

interface ExposureFieldProps {
  readonly request: SolveRequest;
  /** The line: its frames, filters and way to fuse are those of the whole field. */
  readonly recipe: Recipe;
  readonly edges: readonly Edge[];
  /** Edges as they stood before the last change of the scene. */
  readonly before: readonly Edge[];
  readonly point: FieldPoint | null;
  readonly recipes: readonly SolvedRecipe[];
  readonly chosenEdge: string | null;
  readonly onEdge: (id: string | null) => void;
  readonly onPoint: (point: FieldPoint) => void;
  readonly onRecipe: (recipe: SolvedRecipe) => void;
  /** Lies over the lower left of the field, where settings are too dark for anything; not in a narrow one. */
  readonly picture: ReactNode;
}

const SLIDES = "transform 180ms, opacity 180ms";
const MOST_ROWS = 6;
const POINT_CLEARANCE_PX = 16;
/** Narrower fields have no room for the picture. */
const LEAST_FOR_PICTURE_PX = 640;

/** What the picture covers of a field of this height. */
function pictureArea(height: number): Taken {
  return { left: 50, right: 60 + REHEARSED_WIDTH, top: height - 60 - 0.75 * REHEARSED_WIDTH, bottom: height - 34 };
}

/** Shutter across, ISO up, every limit as an edge with its name; what is left is the open ground. */
export function ExposureField(props: ExposureFieldProps) {
  const { request, recipe, edges, before, point, recipes, chosenEdge, onEdge, onPoint, onRecipe, picture } = props;
  const filterStops = stackedFilterStops(recipe.filters);
  const frames = recipe.sequence?.frames ?? 1;
  const [ref, { width, height }] = useSize<HTMLDivElement>();
  const [held, setHeld] = useState(false);
  const { shutterLadder, isoLadder } = request.camera;
  // Of the line all but the point itself: dragging it changes nothing of the ground.
  const { shutterSeconds: _, ...others } = { shutterSeconds: 0, ...recipe.sequence };
  const fieldKey = JSON.stringify({ ...recipe, iso: null, sequence: others });
  // biome-ignore lint/correctness/useExhaustiveDependencies: the key stands for the line
  const ground = useMemo(() => fieldGround(request, recipe), [request, fieldKey]);
  const { box, scales, uprightLabels } = useMemo(() => {
    const wide = Math.max(200, width);
    const tall = Math.max(160, height);
    const flat = fieldBox(wide, tall, 0);
    const rows = nameRows(uprightNames(edges, fieldScales(flat, request, frames), frames), flat.right).filter(
      ({ row }) => row < MOST_ROWS,
    );
    const field = fieldBox(wide, tall, 1 + Math.max(0, ...rows.map(({ row }) => row)));
    return { box: field, scales: fieldScales(field, request, frames), uprightLabels: placeRows(rows, field) };
  }, [edges, request, frames, width, height]);
  const closed = useMemo(() => openRungs(ground) === 0 && { first: firstToMove(ground).map(({ id }) => id) }, [ground]);
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
      ...(width >= LEAST_FOR_PICTURE_PX ? [pictureArea(height)] : []),
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
  const moveTo = (event: PointerEvent<SVGSVGElement>) => {
    const area = event.currentTarget.getBoundingClientRect();
    const seconds = x.invert(event.clientX - area.left) / frames;
    onPoint({
      shutterSeconds: nearestRung(shutterLadder, seconds),
      iso: nearestRung(isoLadder, y.invert(event.clientY - area.top)),
    });
  };
  const onKeyDown = (event: KeyboardEvent) => {
    if (!point) return;
    const shutterAt = shutterLadder.indexOf(nearestRung(shutterLadder, point.shutterSeconds));
    const isoAt = isoLadder.indexOf(nearestRung(isoLadder, point.iso));
    const step = (ladder: readonly number[], index: number) => ladder[Math.max(0, Math.min(ladder.length - 1, index))]!;
    const next = {
      ArrowRight: { shutterSeconds: step(shutterLadder, shutterAt + 1), iso: point.iso },
      ArrowLeft: { shutterSeconds: step(shutterLadder, shutterAt - 1), iso: point.iso },
      ArrowUp: { shutterSeconds: point.shutterSeconds, iso: step(isoLadder, isoAt + 1) },
      ArrowDown: { shutterSeconds: point.shutterSeconds, iso: step(isoLadder, isoAt - 1) },
    }[event.key];
    if (!next) return;
    event.preventDefault();
    onPoint(next);
  };
  return (
    <Box ref={ref} flex="1" minH="0" position="relative">
      {width > 0 && (
        <svg
          width={width}
          height={height}
          role="application"
          // biome-ignore lint/a11y/noNoninteractiveTabindex: the field is worked by its arrow keys
          tabIndex={0}
          aria-label={`Exposure field. ${point ? `${readableDuration(point.shutterSeconds)} at ISO ${point.iso}.` : "No point yet."} Arrow keys move it by a rung.`}
          style={{ display: "block", touchAction: "none", cursor: "crosshair" }}
          onKeyDown={onKeyDown}
          onPointerDown={(event) => {
            event.currentTarget.setPointerCapture(event.pointerId);
            setHeld(true);
            moveTo(event);
          }}
          onPointerMove={(event) => held && moveTo(event)}
          onPointerUp={() => setHeld(false)}
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
          <FieldGround camera={request.camera} missed={ground.missed} frames={frames} box={box} scales={scales} />
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
              <g
                transform={`translate(${px},${py})`}
                style={{ cursor: "pointer" }}
                onPointerDown={(event) => {
                  event.stopPropagation();
                  onRecipe(solved);
                }}
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
      {width >= LEAST_FOR_PICTURE_PX && picture}
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
          {closed.first.length === 0
            ? "No open ground, and no one or two limits would open it: another hour or place."
            : `No open ground. First to move: ${closed.first.map((id) => moveOf(id)).join(" And ")}`}
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
