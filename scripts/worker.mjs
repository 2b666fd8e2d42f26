// npm run worker: works on queued jobs of a shared PostgreSQL database.
import { ensureInstalled, root, run } from "./prepare.mjs";

await ensureInstalled();
const { bundle } = await import("./bundle.mjs");
await bundle();
await run("node", ["dist/worker.mjs"], { env: { ...process.env, AEVUMEN_ROOT: root } }).catch(() => process.exit(1));
