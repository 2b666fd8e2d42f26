import { spawnSync } from "node:child_process";
import { createHash } from "node:crypto";
import { copyFileSync, mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync } from "node:fs";
import { availableParallelism, tmpdir } from "node:os";
import { join } from "node:path";
import { Worker } from "node:worker_threads";
import { methodSlug, type StackMethod, USUAL_SETTINGS } from "@/core/stack";
import { applicationFolder, builtFile } from "@/engine/folders";
import { stackInProcess } from "@/engine/stack/stackInProcess";

// How long a stack of 60 frames of 12 MP takes against decoding the same files alone, on all cores, in one run; and
// how much memory it holds at most. Ends with 1 when a goal is missed or a result is wrong.

const FRAMES = 60;
const DISTINCT = 6;
const ROUNDS = 3;
const MOST_RATIO = 2;
const MOST_MEGABYTES = 900;

/** Frames of 12 MP from the stand-in phone; a few, copied, so that making them does not take longer than the bench. */
function makeFrames(folder: string): string[] {
  const taken = join(folder, "taken");
  mkdirSync(taken);
  const recipe = `${DISTINCT} x 1s every 1.5s | iso 100`;
  const args = ["simulate", "--scene", "quay-road", "--recipe", recipe, "-o", taken];
  const { status } = spawnSync(join(applicationFolder(), "bin/aevumen"), args, { stdio: ["ignore", "ignore", 2] });
  if (status !== 0) throw new Error("the frames could not be made");
  const distinct = readdirSync(taken).sort();
  return Array.from({ length: FRAMES }, (_, index) => {
    const path = join(folder, `frame-${String(index).padStart(3, "0")}.jpg`);
    copyFileSync(join(taken, distinct[index % DISTINCT]!), path);
    return path;
  });
}

async function decodeOnly(files: readonly string[]): Promise<number> {
  const threads = availableParallelism();
  const startedAt = performance.now();
  await Promise.all(
    Array.from({ length: threads }, async (_, thread) => {
      const worker = new Worker(builtFile("bench-decode.mjs"));
      worker.postMessage(files.filter((_file, index) => index % threads === thread));
      await new Promise((resolve, reject) => worker.once("message", resolve).once("error", reject));
      await worker.terminate();
    }),
  );
  return (performance.now() - startedAt) / 1000;
}

/** Highest resident size of this process's children since they began, megabytes; 0 where /proc does not tell. */
function childrenPeak(): number {
  try {
    const children = readFileSync(`/proc/self/task/${process.pid}/children`, "utf8").trim().split(" ").filter(Boolean);
    const peaks = children.map((pid) =>
      Number(/VmHWM:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, "utf8"))?.[1] ?? 0),
    );
    return Math.max(0, ...peaks) / 1024;
  } catch {
    return 0;
  }
}

async function stack(files: readonly string[], method: StackMethod, outputPath: string) {
  let peakMegabytes = 0;
  const watch = setInterval(() => {
    peakMegabytes = Math.max(peakMegabytes, childrenPeak());
  }, 20);
  const startedAt = performance.now();
  const outcome = await stackInProcess(
    {
      files: files.map((path) => ({ path, name: path })),
      method,
      settings: USUAL_SETTINGS,
      darks: [],
      repairsHot: false,
      align: "none",
      ground: null,
      outputPath,
      notes: { software: "bench" },
    },
    { onProgress: () => {}, signal: new AbortController().signal },
  );
  const seconds = (performance.now() - startedAt) / 1000;
  clearInterval(watch);
  if (outcome.kind !== "done" || outcome.used.length !== files.length) throw new Error(JSON.stringify(outcome));
  const hash = createHash("sha256").update(readFileSync(outputPath)).digest("hex");
  return { seconds, peakMegabytes, hash };
}

/** What a person waits for: the command from its start to its end, the result written. */
function wholeCommand(files: readonly string[], method: StackMethod, outputPath: string): number {
  const mode = methodSlug(method);
  const startedAt = performance.now();
  const args = ["stack", "--mode", mode, "-o", outputPath, ...files];
  const { status } = spawnSync(join(applicationFolder(), "bin/aevumen"), args, { stdio: ["ignore", "ignore", 2] });
  if (status !== 0) throw new Error(`the command ended with ${status}`);
  return (performance.now() - startedAt) / 1000;
}

const median = (values: readonly number[]): number => [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)]!;

const folder = mkdtempSync(join(tmpdir(), "aevumen-bench-"));
const missed: string[] = [];
try {
  const files = makeFrames(folder);
  await decodeOnly(files.slice(0, 4));
  for (const method of ["lighten", "mean"] as const) {
    const ratios: number[] = [];
    const whole: number[] = [];
    const hashes = new Set<string>();
    for (let round = 0; round < ROUNDS; round++) {
      const decoding = await decodeOnly(files);
      const fused = await stack(files, method, join(folder, "out.tif"));
      ratios.push(fused.seconds / decoding);
      hashes.add(fused.hash);
      const waited = wholeCommand(files, method, join(folder, "whole.tif"));
      whole.push(waited / decoding);
      console.log(
        `${method}: decoding ${decoding.toFixed(2)} s, stacking ${fused.seconds.toFixed(2)} s, ` +
          `ratio ${(fused.seconds / decoding).toFixed(2)}, at most ${fused.peakMegabytes.toFixed(0)} MB; ` +
          `the whole command ${waited.toFixed(2)} s, ratio ${(waited / decoding).toFixed(2)}`,
      );
      if (fused.peakMegabytes > MOST_MEGABYTES) missed.push(`${method} held more than ${MOST_MEGABYTES} MB`);
    }
    console.log(
      `${method}: median ratio ${median(ratios).toFixed(2)} (goal: at most ${MOST_RATIO}), of the whole command ${median(whole).toFixed(2)}`,
    );
    if (median(ratios) > MOST_RATIO) missed.push(`${method} took more than ${MOST_RATIO} times the decoding`);
    if (hashes.size > 1) missed.push(`${method} gave different results`);
  }
} finally {
  rmSync(folder, { recursive: true, force: true });
}
for (const goal of missed) console.error(`missed: ${goal}`);
process.exit(missed.length > 0 ? 1 : 0);
