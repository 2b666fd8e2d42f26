// Builds everything that runs outside of Next.js into dist/: the WebAssembly kernels and the Node entry points. Does
// nothing when dist/ is newer than the sources, so callers need not ask first.
import { mkdirSync, readdirSync, statSync, writeFileSync } from "node:fs";
import { dirname, join } from "node:path";
import { fileURLToPath } from "node:url";

export const root = dirname(dirname(fileURLToPath(import.meta.url)));
export const distFolder = join(root, "dist");

const ENTRIES = {
  cli: "src/cli/main.ts",
  "stack-thread": "src/engine/stack/thread.ts",
  "stack-process": "src/engine/stack/process.ts",
  "phone-thread": "src/engine/phone/thread.ts",
  "measure-thread": "src/engine/files/measureThread.ts",
  "picture-thread": "src/engine/files/pictureThread.ts",
  worker: "src/engine/jobs/workerProcess.ts",
  seed: "src/engine/demo/seed.ts",
  "bench-night": "bench/night.ts",
  "bench-solve": "bench/solve.ts",
  "bench-rehearse": "bench/rehearse.ts",
  "bench-frames": "bench/frames.ts",
  "bench-stack": "bench/stack.ts",
  "bench-decode": "bench/decodeThread.ts",
};

/** Time of the newest file below the given folders and files, in milliseconds. */
export function newestChange(paths) {
  let newest = 0;
  const visit = (path) => {
    const stat = statSync(path, { throwIfNoEntry: false });
    if (!stat) return;
    if (stat.isDirectory()) for (const name of readdirSync(path)) visit(join(path, name));
    else newest = Math.max(newest, stat.mtimeMs);
  };
  for (const path of paths) visit(path);
  return newest;
}

async function compileKernels() {
  const { default: asc } = await import("assemblyscript/asc");
  const { error, stderr } = await asc.main([
    join(root, "src/core/stack/kernels.as.ts"),
    ...["--outFile", join(distFolder, "kernels.wasm"), "--optimizeLevel", "3", "--noAssert", "--runtime", "stub"],
    ...["--importMemory", "--sharedMemory", "--initialMemory", "1", "--maximumMemory", "65536"],
    ...["--enable", "simd", "--enable", "threads", "--use", "abort="],
  ]);
  if (error) throw new Error(`kernels did not compile: ${stderr.toString()}`);
}

async function bundleEntries() {
  const { build } = await import("esbuild");
  await build({
    absWorkingDir: root,
    entryPoints: ENTRIES,
    outdir: distFolder,
    outExtension: { ".js": ".mjs" },
    bundle: true,
    splitting: true,
    packages: "external",
    platform: "node",
    target: "node20",
    format: "esm",
    sourcemap: "linked",
    logLevel: "warning",
  });
}

/** Brings dist/ up to date; returns whether anything had to be built. */
export async function bundle() {
  const stamp = join(distFolder, ".stamp");
  const built = statSync(stamp, { throwIfNoEntry: false })?.mtimeMs ?? 0;
  const sources = ["src", "demo", "bench", "scripts/bundle.mjs", "package-lock.json"].map((path) => join(root, path));
  if (built > newestChange(sources)) return false;
  mkdirSync(distFolder, { recursive: true });
  await compileKernels();
  await bundleEntries();
  writeFileSync(stamp, "");
  return true;
}

if (process.argv[1] === fileURLToPath(import.meta.url)) {
  console.log((await bundle()) ? "dist/ built" : "dist/ is up to date");
}
