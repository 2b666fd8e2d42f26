import { chosenCamera } from "@/core/camera";
import { INTENT_IDS } from "@/core/intent";
import { type SolveRequest, solve, usualScene } from "@/core/solve";

// How long a solve takes, for every intent with three filters at hand. Ends with 1 when the goal is missed.

const MOST_MS = 20;
const ROUNDS = 9;
const camera = chosenCamera({ phones: [], clipOns: [] }, null);

function medianMs(request: SolveRequest): number {
  const times = Array.from({ length: ROUNDS }, () => {
    const startedAt = performance.now();
    if (solve(request).edges.length === 0) throw new Error(`${request.intent} has no edges`);
    return performance.now() - startedAt;
  });
  return times.sort((a, b) => a - b)[Math.floor(ROUNDS / 2)]!;
}

const all = INTENT_IDS.map((intent) => ({
  intent,
  ms: medianMs({ ...usualScene(intent), intent, camera, filterStops: [2.5, 3, 6] }),
}));
const slowest = all.reduce((a, b) => (b.ms > a.ms ? b : a));
console.log(
  `a solve: ${slowest.ms.toFixed(1)} ms for ${slowest.intent}, the slowest of ${all.length} (goal: ${MOST_MS} ms)`,
);
process.exit(slowest.ms > MOST_MS ? 1 : 0);
