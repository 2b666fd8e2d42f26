// npm run bench: timing goals as ratios measured in one run, results checked on the way.
import { ensureInstalled, root, run } from "./prepare.mjs";

await ensureInstalled();
const { bundle } = await import("./bundle.mjs");
await bundle();
let missed = false;
for (const bench of ["night", "solve", "stack"]) {
  const env = { ...process.env, AEVUMEN_ROOT: root };
  await run("node", [`dist/bench-${bench}.mjs`], { env }).catch(() => {
    missed = true;
  });
}
process.exit(missed ? 1 : 0);
