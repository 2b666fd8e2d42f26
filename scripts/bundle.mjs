// Builds everything that runs outside of Next.js into dist/: the WebAssembly kernels and the Node entry points. Does
// nothing when dist/ is newer than the sources, so callers need not ask first.
import { mkdirSync, readdirSync, readFileSync, statSync, writeFileSync } from "node:fs";
import { basename, dirname, join } from "node:path";
import { fileURLToPath } from "node:url";

export const root = dirname(dirname(fileURLToPath(import.meta.url)));
export const distFolder = join(root, "dist");

const ENTRIES = {
  cli: "src/cli/main.ts",
  "stack-thread": "src/engine/stack/thread.ts",
  "stack-process": "src/engine/stack/process.ts",
  "balance-thread": "src/engine/stack/balanceThread.ts",
  "film-thread": "src/engine/film/filmThread.ts",
  "finish-thread": "src/engine/finish/finishThread.ts",
  "phone-thread": "src/engine/phone/thread.ts",
  "picture-process": "src/engine/files/pictureProcess.ts",
  "picture-view-process": "src/engine/files/pictureViewProcess.ts",
  worker: "src/engine/jobs/workerProcess.ts",
  seed: "src/engine/demo/seed.ts",
  "intent-pictures": "src/engine/intentPictures/draw.ts",
  "bench-night": "bench/night.ts",
  "bench-solve": "bench/solve.ts",
  "bench-rehearse": "bench/rehearse.ts",
  "bench-frames": "bench/frames.ts",
  "bench-stack": "bench/stack.ts",
  "bench-measure": "bench/measure.ts",
  "bench-finish": "bench/finish.ts",
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

/** Compiles AssemblyScript without a run time of its own, and returns the module's bytes. */
export async function compileKernel(source, options = []) {
  const { default: asc } = await import("assemblyscript/asc");
  let bytes;
  const { error, stderr } = await asc.main(
    [
      source,
      ...["--baseDir", root, "--outFile", "kernel.wasm", "--optimizeLevel", "3", "--noAssert", "--runtime", "stub"],
      ...options,
    ].concat(["--enable", "simd", "--use", "abort="]),
    {
      readFile: (name) => readText(join(root, name)),
      writeFile: (_, contents) => {
        bytes = contents;
      },
    },
  );
  if (error) throw new Error(`${source} did not compile: ${stderr.toString()}`);
  return bytes;
}

function readText(path) {
  try {
    return readFileSync(path, "utf8");
  } catch {
    return null;
  }
}

/** Kernels that browsers and threads load along with the code around them, as modules of base64 beside their sources. */
export const EMBEDDED = [
  { source: "src/core/sensor/exposeKernel.as.ts", constant: "EXPOSE_KERNEL" },
  { source: "src/core/picture/lumaKernel.as.ts", constant: "LUMA_KERNEL" },
  { source: "src/core/inspect/peakKernel.as.ts", constant: "PEAK_KERNEL" },
  { source: "src/core/finish/guidedKernel.as.ts", constant: "GUIDED_KERNEL" },
  { source: "src/core/finish/developKernel.as.ts", constant: "DEVELOP_KERNEL" },
  { source: "src/core/finish/denoiseKernel.as.ts", constant: "DENOISE_KERNEL" },
  { source: "src/core/finish/fieldsKernel.as.ts", constant: "FIELDS_KERNEL" },
  { source: "src/core/finish/sharpenKernel.as.ts", constant: "SHARPEN_KERNEL" },
  { source: "src/core/finish/frameKernel.as.ts", constant: "FRAME_KERNEL" },
  { source: "src/core/finish/reduceKernel.as.ts", constant: "REDUCE_KERNEL" },
  { source: "src/core/finish/starsKernel.as.ts", constant: "STARS_KERNEL" },
];

/** The module of an embedded kernel. */
export async function embeddedKernel({ source, constant }) {
  const bytes = await compileKernel(source, ["--initialMemory", "1", "--memoryBase", "1024"]);
  return [
    `/** ${basename(source)}, compiled by scripts/bundle.mjs: a WebAssembly module in base64. */`,
    `export const ${constant} =`,
    `  "${Buffer.from(bytes).toString("base64")}";`,
    "",
  ].join("\n");
}

async function compileKernels() {
  const shared = ["--importMemory", "--sharedMemory", "--initialMemory", "1", "--maximumMemory", "65536"];
  const stack = await compileKernel("src/core/stack/kernels.as.ts", [...shared, "--enable", "threads"]);
  writeFileSync(join(distFolder, "kernels.wasm"), stack);
  for (const kernel of EMBEDDED) {
    const module = await embeddedKernel(kernel);
    const path = join(root, kernel.source.replace(".as.ts", ".wasm.ts"));
    if (readText(path) !== module) writeFileSync(path, module);
  }
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
