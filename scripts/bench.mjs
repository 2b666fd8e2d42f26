// npm run bench: timing goals as ratios measured in one run, results checked on the way.
import { ensureInstalled, root, run } from "./prepare.mjs";

await ensureInstalled();
const { bundle } = await import("./bundle.mjs");
await bundle();
await run("node", ["dist/bench-stack.mjs"], { env: { ...process.env, AEVUMEN_ROOT: root } }).catch(() =>
  process.exit(1),
);
