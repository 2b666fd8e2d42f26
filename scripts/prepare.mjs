// What must be there before anything runs: packages, dist/, the production build. Uses nothing but Node itself, for it
// runs on a fresh checkout.
import { spawn } from "node:child_process";
import { existsSync, statSync } from "node:fs";
import { createServer } from "node:net";
import { dirname, join } from "node:path";
import { fileURLToPath } from "node:url";

export const root = dirname(dirname(fileURLToPath(import.meta.url)));

/** Runs a command to its end with its output shown. @throws Error when it fails. */
export function run(command, args, options = {}) {
  return new Promise((resolve, reject) => {
    const child = spawn(command, args, { cwd: root, stdio: "inherit", ...options });
    child.on("error", reject);
    child.on("exit", (code, signal) => {
      if (code === 0) resolve();
      else reject(new Error(`${[command, ...args].join(" ")} ended with ${signal ?? code}`));
    });
  });
}

const modified = (path) => statSync(join(root, path), { throwIfNoEntry: false })?.mtimeMs ?? 0;

/** Installs the locked packages when they are missing or older than the lock file. */
export async function ensureInstalled() {
  if (modified("node_modules/.package-lock.json") >= modified("package-lock.json")) return;
  console.log("Installing packages …");
  await run("npm", ["ci", "--no-audit", "--no-fund"]);
}

/** Builds dist/ and the production pages when a source is newer than they are. */
export async function ensureBuilt() {
  const { bundle, newestChange } = await import("./bundle.mjs");
  await bundle();
  const sources = ["src", "next.config.ts", "package-lock.json", "tsconfig.json"].map((path) => join(root, path));
  const built = modified(".next/BUILD_ID");
  if (built > newestChange(sources)) return;
  console.log("Building the application …");
  await run("node", ["node_modules/next/dist/bin/next", "build"], {
    env: { ...process.env, NEXT_TELEMETRY_DISABLED: "1" },
  });
}

function isFree(port) {
  return new Promise((resolve) => {
    const probe = createServer();
    probe.once("error", () => resolve(false));
    probe.listen(port, "127.0.0.1", () => probe.close(() => resolve(true)));
  });
}

/** The first free port from `wanted` on. */
export async function freePort(wanted) {
  for (let port = wanted; port < wanted + 100; port++) if (await isFree(port)) return port;
  throw new Error(`no free port from ${wanted} to ${wanted + 99}`);
}

/** Where a person's data lies, as the application itself decides it. */
export function dataFolder() {
  return process.env.AEVUMEN_DATA ?? join(root, ".aevumen");
}

/** Starts the built application and resolves once it answers; rejects when it ends before that. */
export async function startServer({ port, env = {} }) {
  const child = spawn("node", ["scripts/serve.mjs", String(port)], {
    cwd: root,
    stdio: ["ignore", "pipe", "inherit"],
    env: {
      ...process.env,
      NODE_ENV: "production",
      NEXT_TELEMETRY_DISABLED: "1",
      AEVUMEN_ROOT: root,
      AEVUMEN_DATA: dataFolder(),
      ...env,
    },
  });
  const stop = () => child.kill("SIGTERM");
  process.on("SIGINT", stop);
  process.on("SIGTERM", stop);
  const address = `http://127.0.0.1:${port}`;
  let ended = false;
  child.on("exit", () => {
    ended = true;
  });
  for (;;) {
    if (ended) throw new Error("the application ended before it answered");
    const answers = await fetch(`${address}/api/outings`).then(
      (response) => response.ok,
      () => false,
    );
    if (answers) return { child, address };
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
}

/** Whether a file stands in the data folder. */
export const hasData = (name) => existsSync(join(dataFolder(), name));
