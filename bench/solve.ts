import { chosenCamera } from "@/core/camera";
import { INTENT_IDS, type SolveRequest, usualScene } from "@/core/intent";
import { solve } from "@/core/solve";

// How long a solve takes, for every intent with three filters at hand: the very first one, and each once the engine has
// compiled it, as it is while somebody moves a point. Ends with 1 when the goal is missed.

// A scene is changed by hand: under two frames of the screen nobody notices.
const MOST_MS = 33;
const WARMING = 8;
const ROUNDS = 15;
const camera = chosenCamera({ phones: [], clipOns: [] }, null);

function milliseconds(request: SolveRequest): number {
  const startedAt = performance.now();
  if (solve(request).recipes.length === 0) throw new Error(`${request.intent} has no recipes`);
  return performance.now() - startedAt;
}

const requests = INTENT_IDS.map(
  (intent): SolveRequest => ({ ...usualScene(intent), intent, camera, filterStops: [2.5, 3, 6] }),
);
const first = milliseconds(requests[0]!);
for (const request of requests) for (let i = 0; i < WARMING; i++) milliseconds(request);
const settled = requests.map((request) => {
  const times = Array.from({ length: ROUNDS }, () => milliseconds(request)).sort((a, b) => a - b);
  return { intent: request.intent, ms: times[Math.floor(ROUNDS / 2)]! };
});
const slowest = settled.reduce((a, b) => (b.ms > a.ms ? b : a));
console.log(
  `a solve: the first ${first.toFixed(1)} ms, then ${slowest.ms.toFixed(1)} ms for ${slowest.intent}, the slowest of ${settled.length} (goal: ${MOST_MS} ms)`,
);
process.exit(slowest.ms > MOST_MS ? 1 : 0);
