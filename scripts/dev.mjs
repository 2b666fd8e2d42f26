// npm run dev: the application with pages rebuilt as their sources change.
import { ensureInstalled, freePort, root, run } from "./prepare.mjs";

await ensureInstalled();
const { bundle } = await import("./bundle.mjs");
await bundle();
const port = await freePort(Number(process.env.PORT ?? 3210));
await run("node", ["node_modules/next/dist/bin/next", "dev", "-H", "127.0.0.1", "-p", String(port)], {
  env: { ...process.env, AEVUMEN_ROOT: root },
});
