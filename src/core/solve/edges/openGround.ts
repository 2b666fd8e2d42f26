import type { SolveCamera } from "../request";
import { allows, type Edge } from "./edge";

type Ladders = Pick<SolveCamera, "shutterLadder" | "isoLadder">;

/** Whether no hard limit forbids a frame's settings. */
export function isOpen(edges: readonly Edge[], shutterSeconds: number, iso: number, frames: number): boolean {
  return edges.every((edge) => edge.soft || allows(edge, shutterSeconds * frames, iso, frames));
}

/** How many rungs of both ladders are open ground. */
export function openRungs(edges: readonly Edge[], { shutterLadder, isoLadder }: Ladders, frames: number): number {
  let open = 0;
  for (const seconds of shutterLadder) for (const iso of isoLadder) if (isOpen(edges, seconds, iso, frames)) open++;
  return open;
}

/**
 * The limits to move first where no ground is open: the one whose going opens the most, or else the pair; none where
 * ground is open, or where not even two of them are enough. The phone's own limits stay.
 */
export function firstToMove(edges: readonly Edge[], ladders: Ladders, frames: number): readonly Edge[] {
  if (openRungs(edges, ladders, frames) > 0) return [];
  const movable = edges.filter(({ id, soft }) => !soft && !id.startsWith("phone-"));
  const pairs = movable.flatMap((a, i) => movable.slice(i + 1).map((b) => [a, b]));
  for (const choices of [movable.map((edge) => [edge]), pairs]) {
    const opened = choices.map((gone) => ({
      gone,
      open: openRungs(
        edges.filter((edge) => !gone.includes(edge)),
        ladders,
        frames,
      ),
    }));
    const best = opened.reduce((a, b) => (b.open > a.open ? b : a), { gone: [] as Edge[], open: 0 });
    if (best.open > 0) return best.gone;
  }
  return [];
}
