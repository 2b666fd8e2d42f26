"use client";

import { useMemo } from "react";
import type { SolveRequest } from "@/core/intent";
import { stackedFilterStops } from "@/core/light";
import type { Recipe } from "@/core/recipe";
import type { Edge, FieldPoint, SolvedRecipe } from "@/core/solve";
import {
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

const POINT_CLEARANCE_PX = 16;

/** What lies in a field, and the room that it has. */
export interface FieldContents {
  readonly request: SolveRequest;
  readonly recipe: Recipe;
  readonly edges: readonly Edge[];
  readonly point: FieldPoint | null;
  readonly recipes: readonly SolvedRecipe[];
  readonly width: number;
  readonly height: number;
}

/** Where everything of a field stands: scales, diagonals of equal brightness, recipes, the point, and names that do not meet. */
export function useFieldLayout({ request, recipe, edges, point, recipes, width, height }: FieldContents) {
  const filterStops = stackedFilterStops(recipe.filters);
  const frames = recipe.sequence?.frames ?? 1;
  const { box, scales, uprightLabels, within } = useMemo(() => {
    const wide = Math.max(200, width);
    const tall = Math.max(160, height);
    const flat = fieldBox(wide, tall, 0);
    const named = nameRows(uprightNames(edges, fieldScales(flat, request, frames), frames), flat.right);
    const roomy = fieldBox(wide, tall, 1 + Math.max(0, ...named.rows.map(({ row }) => row)));
    const uprights = named.within.map(({ id, text, at }) => ({
      id,
      text,
      line: { x1: at, x2: at, y1: roomy.bottom, y2: roomy.top },
    }));
    return {
      box: roomy,
      scales: fieldScales(roomy, request, frames),
      uprightLabels: placeRows(named.rows, roomy),
      within: uprights,
    };
  }, [edges, request, frames, width, height]);
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
  const written = [
    ...diagonalLabels.map(({ text, x: left, y: base, anchor }) => takenBy(text, left, base, anchor)),
    ...shown.map(around),
    ...(pointAt ? [around(pointAt)] : []),
  ];
  const uprights = uprightNames(edges, scales, frames).map(({ at }) => ({
    left: at - 2,
    right: at + 2,
    top: box.top,
    bottom: box.bottom,
  }));
  const levels = edges.flatMap(({ curve }) =>
    curve.kind === "iso"
      ? [{ left: box.left, right: box.right, top: y(curve.iso) - 0.5, bottom: y(curve.iso) + 0.5 }]
      : [],
  );
  // Between lines that stand close together no name has room: it crosses the next ones.
  const withinLabels = placeAlong(within, box, [...written, ...levels]);
  const lineLabels = placeAlong(
    edges.flatMap((edge) => {
      const line = edgeLine(edge, box, scales, frames);
      return line ? [{ id: edge.id, text: edge.name, line }] : [];
    }),
    box,
    [
      ...written,
      ...uprights,
      ...levels,
      ...withinLabels.map(({ text, x: at, y: base, anchor }) => takenBy(text, at, base, anchor)),
    ],
  );
  const labels = [...uprightLabels, ...withinLabels, ...lineLabels];
  return { frames, box, scales, diagonals, diagonalLabels, labels, shown, pointAt };
}
