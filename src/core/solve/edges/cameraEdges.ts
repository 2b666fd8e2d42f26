import { readableDuration } from "../../recipe";
import type { SolveRequest } from "../request";
import type { Edge } from "./edge";

/** What the phone offers, and a person's own ISO ceiling. */
export function cameraEdges({ camera, schools }: SolveRequest): Edge[] {
  const { shutterLadder, isoLadder } = camera;
  const shortest = shutterLadder[0]!;
  const longest = shutterLadder.at(-1)!;
  const lowest = isoLadder[0]!;
  const highest = isoLadder.at(-1)!;
  const offered = { of: "frame", soft: false, reason: "The phone offers nothing beyond this." } as const;
  const edges: Edge[] = [
    {
      ...{ ...offered, id: "phone-longest", name: `longest, ${readableDuration(longest)}` },
      ...{ curve: { kind: "shutter", seconds: longest }, forbids: "longer" },
      moves: "Many frames fused last longer than one.",
    },
    {
      ...{ ...offered, id: "phone-shortest", name: `shortest, ${readableDuration(shortest)}` },
      ...{ curve: { kind: "shutter", seconds: shortest }, forbids: "shorter" },
      moves: "A filter dims what a shorter shutter cannot.",
    },
    {
      ...{ ...offered, id: "phone-lowest-iso", name: `lowest ISO, ${lowest}` },
      ...{ curve: { kind: "iso", iso: lowest }, forbids: "lower" },
      moves: "A filter, or many frames by mean, do what a lower ISO would.",
    },
    {
      ...{ ...offered, id: "phone-highest-iso", name: `highest ISO, ${highest}` },
      ...{ curve: { kind: "iso", iso: highest }, forbids: "higher" },
      moves: "Longer, or many frames summed.",
    },
  ];
  const { isoCeiling } = schools;
  if (isoCeiling === null) return edges;
  const own: Edge = {
    ...{ id: "own-iso", name: `your ISO ceiling, ${isoCeiling}`, curve: { kind: "iso", iso: isoCeiling } },
    ...{ forbids: "higher", of: "frame", soft: false },
    ...{ reason: "You chose to go no higher.", moves: "Choose another ceiling." },
  };
  return [...edges, own];
}
