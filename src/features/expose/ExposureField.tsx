"use client";

import { Box, VisuallyHidden } from "@chakra-ui/react";
import { type KeyboardEvent, type PointerEvent, useMemo, useState } from "react";
import { nearestRung } from "@/core/light";
import { readableDuration } from "@/core/recipe";
import { type Edge, fieldEdges, type SolvedRecipe, type SolveRequest } from "@/core/solve";
import { useSize } from "@/ui/useSize";
import { signed } from "@/ui/words";
import {
  allows,
  axisIsos,
  axisTimes,
  brightnessDiagonals,
  diagonalThrough,
  edgeSeconds,
  fieldBox,
  fieldScales,
  placeLabels,
} from "./fieldGeometry";

/** A point of the field: one frame's settings. */
export interface FieldPoint {
  readonly shutterSeconds: number;
  readonly iso: number;
}

interface ExposureFieldProps {
  readonly request: SolveRequest;
  readonly filterStops: number;
  readonly frames: number;
  readonly point: FieldPoint | null;
  readonly recipes: readonly SolvedRecipe[];
  readonly chosenEdge: string | null;
  readonly onEdge: (id: string | null) => void;
  readonly onPoint: (point: FieldPoint) => void;
  readonly onRecipe: (recipe: SolvedRecipe) => void;
}

const MOVES = "transform 180ms, opacity 180ms";

/** Shutter across, ISO up, every limit as an edge with its name; what is left is the open ground. */
export function ExposureField(props: ExposureFieldProps) {
  const { request, filterStops, frames, point, recipes, chosenEdge, onEdge, onPoint, onRecipe } = props;
  const [ref, { width, height }] = useSize<HTMLDivElement>();
  const [held, setHeld] = useState(false);
  const { shutterLadder, isoLadder } = request.camera;
  const box = fieldBox(Math.max(200, width), Math.max(160, height));
  const scales = fieldScales(box, request, frames);
  const { x, y } = scales;
  const edges = useMemo(() => fieldEdges(request, { filterStops, frames }), [request, filterStops, frames]);
  const diagonals = brightnessDiagonals(box, scales, request, { filterStops, frames });
  const open = useMemo(
    () =>
      shutterLadder.flatMap((shutter) =>
        isoLadder
          .filter((iso) =>
            edges.every((edge) => edge.id === "dark-current" || allows(edge, shutter * frames, iso, frames)),
          )
          .map((iso) => ({ shutter, iso })),
      ),
    [edges, shutterLadder, isoLadder, frames],
  );
  const half = (ladder: readonly number[], value: number) => {
    const index = ladder.indexOf(value);
    const low = index > 0 ? Math.sqrt(ladder[index - 1]! * value) : value / 1.12;
    const high = index < ladder.length - 1 ? Math.sqrt(ladder[index + 1]! * value) : value * 1.12;
    return [low, high] as const;
  };
  const upright = edges.flatMap((edge) => {
    const seconds = edgeSeconds(edge, frames);
    if (seconds === null || seconds < x.domain()[0]! || seconds > x.domain()[1]!) return [];
    return [{ edge, at: x(seconds) }];
  });
  const labels = placeLabels(
    upright.map(({ edge, at }) => ({ id: edge.id, text: edge.name, at })),
    box,
  );
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
  const inField = (seconds: number) => seconds >= x.domain()[0]! && seconds <= x.domain()[1]!;
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
          <Box asChild color="slate">
            <rect
              x={box.left}
              y={box.top}
              width={box.right - box.left}
              height={box.bottom - box.top}
              fill="currentColor"
            />
          </Box>
          <Box asChild color="moss">
            <g>
              {open.map(({ shutter, iso }) => {
                const [fromS, toS] = half(shutterLadder, shutter);
                const [fromI, toI] = half(isoLadder, iso);
                const left = Math.max(box.left, x(fromS * frames));
                return (
                  <rect
                    key={`${shutter} ${iso}`}
                    x={left}
                    y={Math.max(box.top, y(toI))}
                    width={Math.max(0, Math.min(box.right, x(toS * frames)) - left + 0.4)}
                    height={Math.max(0, Math.min(box.bottom, y(fromI)) - Math.max(box.top, y(toI)) + 0.4)}
                    fill="currentColor"
                    opacity={0.3}
                  />
                );
              })}
            </g>
          </Box>
          {diagonals.map(({ stops, x1, y1, x2, y2 }) => (
            <Box asChild key={stops} color={stops === 0 ? "lamp" : "ash"}>
              <g style={{ transition: MOVES }}>
                <line
                  x1={x1}
                  y1={y1}
                  x2={x2}
                  y2={y2}
                  stroke="currentColor"
                  strokeWidth={stops === 0 ? 1.8 : 1}
                  opacity={stops === 0 ? 1 : 0.5}
                  strokeDasharray={stops === 0 ? undefined : "2 4"}
                />
                <text x={x1 + 6} y={Math.max(box.top + 13, y1 + 15)} fontSize={11.5} fill="currentColor">
                  {stops === 0 ? "meter" : signed(stops, 0)}
                </text>
              </g>
            </Box>
          ))}
          {edges.map((edge) => (
            <EdgeLine
              key={edge.id}
              edge={edge}
              box={box}
              scales={scales}
              frames={frames}
              chosen={edge.id === chosenEdge}
              onChoose={() => onEdge(edge.id === chosenEdge ? null : edge.id)}
            />
          ))}
          {labels.map(({ id, text, x: at, y: up, anchor }) => (
            <Box asChild key={id} color={id === chosenEdge ? "lamp" : id.startsWith("phone") ? "ash" : "coral"}>
              <text
                x={at}
                y={up}
                fontSize={11.5}
                textAnchor={anchor}
                fill="currentColor"
                style={{ cursor: "pointer" }}
                onPointerDown={(event) => {
                  event.stopPropagation();
                  onEdge(id === chosenEdge ? null : id);
                }}
              >
                {text}
              </text>
            </Box>
          ))}
          {axisTimes(scales).map(({ seconds, at, label }) => (
            <Box asChild key={seconds} color="ash">
              <text x={at} y={box.bottom + 18} fontSize={11.5} textAnchor="middle" fill="currentColor">
                {label}
              </text>
            </Box>
          ))}
          {axisIsos(isoLadder).map((iso) => (
            <Box asChild key={iso} color="ash">
              <text x={box.left - 6} y={y(iso) + 4} fontSize={11.5} textAnchor="end" fill="currentColor">
                {iso}
              </text>
            </Box>
          ))}
          {recipes.map((recipe, index) => {
            const { sequence, iso } = recipe.recipe;
            if (
              !sequence ||
              iso === null ||
              recipe.filterStops !== filterStops ||
              !inField(sequence.shutterSeconds * sequence.frames)
            )
              return null;
            if (sequence.frames !== frames) return null;
            return (
              <Box asChild key={recipe.line} color={recipe.verdict === "works" ? "moss" : "ash"}>
                <g
                  transform={`translate(${x(sequence.shutterSeconds * frames)},${y(iso)})`}
                  style={{ cursor: "pointer" }}
                  onPointerDown={(event) => {
                    event.stopPropagation();
                    onRecipe(recipe);
                  }}
                >
                  <circle r={9} fill="none" stroke="currentColor" strokeWidth={2} />
                  <text y={-13} fontSize={11.5} textAnchor="middle" fill="currentColor">
                    {index + 1}
                  </text>
                </g>
              </Box>
            );
          })}
          {point && inField(point.shutterSeconds * frames) && (
            <Box asChild color="lamp">
              <g
                transform={`translate(${x(point.shutterSeconds * frames)},${y(point.iso)})`}
                style={{ transition: held ? "none" : MOVES }}
                pointerEvents="none"
              >
                <circle r={7} fill="currentColor" />
                <circle r={12} fill="none" stroke="currentColor" strokeWidth={1.4} />
              </g>
            </Box>
          )}
        </svg>
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

interface EdgeLineProps {
  readonly edge: Edge;
  readonly box: ReturnType<typeof fieldBox>;
  readonly scales: ReturnType<typeof fieldScales>;
  readonly frames: number;
  readonly chosen: boolean;
  readonly onChoose: () => void;
}

/** One limit as a line; those of ISO and brightness carry their name along themselves. */
function EdgeLine({ edge, box, scales, frames, chosen, onChoose }: EdgeLineProps) {
  const { x, y } = scales;
  const { curve, id, name } = edge;
  const colour = chosen ? "lamp" : id.startsWith("phone") ? "ash" : "coral";
  const stroke = { stroke: "currentColor", strokeWidth: chosen ? 2.6 : 1.5 } as const;
  if (curve.kind === "shutter") {
    const at = x(edgeSeconds(edge, frames)!);
    if (at < box.left || at > box.right) return null;
    return (
      <Box asChild color={colour}>
        <line x1={at} x2={at} y1={box.top} y2={box.bottom} {...stroke} />
      </Box>
    );
  }
  const label = (text: string, tx: number, ty: number, anchor: "start" | "end") => (
    <text
      x={tx}
      y={ty}
      fontSize={11.5}
      textAnchor={anchor}
      fill="currentColor"
      style={{ cursor: "pointer" }}
      onPointerDown={(event) => {
        event.stopPropagation();
        onChoose();
      }}
    >
      {text}
    </text>
  );
  if (curve.kind === "iso") {
    const at = y(curve.iso);
    if (at < box.top || at > box.bottom) return null;
    return (
      <Box asChild color={colour}>
        <g>
          <line x1={box.left} x2={box.right} y1={at} y2={at} {...stroke} />
          {label(name, box.right - 6, at - 4, "end")}
        </g>
      </Box>
    );
  }
  const line = diagonalThrough(box, scales, curve.product * frames);
  if (!line) return null;
  return (
    <Box asChild color={colour}>
      <g style={{ transition: MOVES }}>
        <line {...line} {...stroke} />
        {label(name, line.x2 - 8, Math.min(box.bottom - 6, line.y2 - 6), "end")}
      </g>
    </Box>
  );
}
