// npm run bench: timing goals as ratios measured in one run, results checked on the way.
import { ensureInstalled, root, run } from "./prepare.mjs";

await ensureInstalled();
const { bundle } = await import("./bundle.mjs");
await bundle();
let missed = false;
for (const bench of [
  "dist/bench-night.mjs",
  "dist/bench-solve.mjs",
  "dist/bench-rehearse.mjs",
  "dist/bench-frames.mjs",
  "dist/bench-stack.mjs",
  "dist/bench-measure.mjs",
  "dist/bench-finish.mjs",
  "scripts/benchPages.mjs",
  "scripts/benchWaits.mjs",
]) {
  const env = { ...process.env, AEVUMEN_ROOT: root };
  await run("node", [bench], { env }).catch(() => {
    missed = true;
  });
}
process.exit(missed ? 1 : 0);
