import type { SolveRequest } from "../intent";
import type { Recipe } from "../recipe";
import { type Edge, fieldEdges } from "./field";

/** Between which shutter times a line's frames have to stay, seconds. */
export interface MotionBounds {
  readonly leastSeconds: number;
  readonly mostSeconds: number;
}

const NO_BOUNDS: MotionBounds = { leastSeconds: 0, mostSeconds: Number.POSITIVE_INFINITY };

/** One limit may forbid a band between two edges; they carry its name, counted from the second on. */
const limitOf = ({ id }: Edge): string => id.replace(/-\d+$/, "");

type ShutterEdge = Edge & { readonly curve: { readonly kind: "shutter"; readonly seconds: number } };
const isShutterEdge = (edge: Edge): edge is ShutterEdge => !edge.soft && edge.curve.kind === "shutter";

/** What a limit leaves around a shutter time; where that time is forbidden, what begins at the nearer end of the band. */
function leftBy(edges: readonly ShutterEdge[], seconds: number): MotionBounds {
  const at = (edge: ShutterEdge | undefined, otherwise: number) => edge?.curve.seconds ?? otherwise;
  const below = edges.filter(({ curve }) => curve.seconds <= seconds).at(-1);
  const above = edges.find(({ curve }) => curve.seconds > seconds);
  const isForbidden = below?.forbids === "more" || above?.forbids === "less";
  if (!isForbidden) return { leastSeconds: at(below, 0), mostSeconds: at(above, Number.POSITIVE_INFINITY) };
  const isBelowNearer = seconds / at(below, 0) < at(above, Number.POSITIVE_INFINITY) / seconds;
  return isBelowNearer
    ? { leastSeconds: 0, mostSeconds: at(below, 0) }
    : { leastSeconds: at(above, 0), mostSeconds: Number.POSITIVE_INFINITY };
}

/**
 * Between which shutter times the frames of a line have to stay for what moves, what shakes and the time there is, as its field
 * draws it around the line's own time. Without bounds where these contradict each other: then no time is right, and brightness is
 * left to choose.
 */
export function motionBounds(request: SolveRequest, recipe: Recipe): MotionBounds {
  const edges = fieldEdges(request, recipe)
    .filter(isShutterEdge)
    .sort((one, other) => one.curve.seconds - other.curve.seconds);
  const seconds = recipe.sequence?.shutterSeconds ?? 1;
  const all = [...new Set(edges.map(limitOf))].map((limit) =>
    leftBy(
      edges.filter((edge) => limitOf(edge) === limit),
      seconds,
    ),
  );
  const bounds = {
    leastSeconds: Math.max(0, ...all.map(({ leastSeconds }) => leastSeconds)),
    mostSeconds: Math.min(...all.map(({ mostSeconds }) => mostSeconds)),
  };
  return bounds.leastSeconds <= bounds.mostSeconds ? bounds : NO_BOUNDS;
}
