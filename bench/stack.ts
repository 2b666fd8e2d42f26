import { spawnSync } from "node:child_process";
import { copyFileSync, mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync } from "node:fs";
import { availableParallelism, tmpdir } from "node:os";
import { join } from "node:path";
import { Worker } from "node:worker_threads";
import sharp from "sharp";
import type { Alignment } from "@/core/align";
import { medianInto, methodOf, type StackMethod, USUAL_SETTINGS } from "@/core/stack";
import { clipMeanInto } from "@/core/stack/clipMean";
import { fusePlainly } from "@/core/stack/testing/plainKernels";
import { decodePicture } from "@/engine/files/decode";
import { applicationFolder, builtFile } from "@/engine/folders";
import { stackInProcess } from "@/engine/stack/stackInProcess";

// How long a stack of 60 frames of 12 MP takes by each way against decoding the same files on all cores, in one run: by libjpeg's own
// command where it is installed (two at a time), else by our own threads; and how much memory it holds at most. Each result is held
// against plain loops over some of its rows. Ends with 1 when a goal is missed or a result is wrong.

const FRAMES = 60;
const DISTINCT = 6;
const DRIFT_ROOM_PX = 32;
const ROUNDS = 2;
const MOST_MEGABYTES = 1200;
/** Rows of the result that are worked out anew. */
const [FIRST_ROW, ROWS] = [1400, 12];

interface Way {
  readonly name: string;
  readonly method: StackMethod;
  readonly encoded: boolean;
  readonly align: Alignment;
  /** Times the decoding that it may take. */
  readonly most: number;
}
const way = (method: StackMethod, most: number, part: Partial<Way> = {}): Way => ({
  name: method,
  method,
  encoded: false,
  align: "none",
  most,
  ...part,
});
const WAYS: readonly Way[] = [
  way("lighten", 1.3),
  way("mean", 1.6),
  way("mean", 1.4, { name: "mean of codes", encoded: true }),
  way("sum", 1.6),
  way("median", 2),
  way("clip mean", 2.4),
  way("mean", 3, { name: "mean, laid by shift", align: "shift" }),
];

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

/** The same frames as a tripod that gives way would have taken them: a little of their edges is cut off, each time elsewhere. */
async function drifted(folder: string, files: readonly string[]): Promise<string[]> {
  const { width, height } = await sharp(files[0]!).metadata();
  const size = { width: width - DRIFT_ROOM_PX, height: height - DRIFT_ROOM_PX };
  const moved = await Promise.all(
    files.slice(0, DISTINCT).map(async (file, k) => {
      const path = join(folder, `drifted-${k}.jpg`);
      await sharp(file)
        .extract({ left: 4 * k, top: 3 * k, ...size })
        .jpeg({ quality: 95 })
        .toFile(path);
      return path;
    }),
  );
  return files.map((_, index) => {
    const path = join(folder, `moved-${String(index).padStart(3, "0")}.jpg`);
    copyFileSync(moved[index % DISTINCT]!, path);
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

async function stack(files: readonly string[], { method, encoded, align }: Way, outputPath: string) {
  let peakMegabytes = 0;
  const watch = setInterval(() => {
    peakMegabytes = Math.max(peakMegabytes, childrenPeak());
  }, 20);
  const startedAt = performance.now();
  const outcome = await stackInProcess(
    {
      files: files.map((path) => ({ path, name: path })),
      method,
      settings: { ...USUAL_SETTINGS, encoded },
      darks: [],
      repairsHot: false,
      align,
      ground: null,
      keeps: null,
      layersPath: null,
      outputPath,
      notes: { software: "bench" },
    },
    { onProgress: () => {}, signal: new AbortController().signal },
  );
  const seconds = (performance.now() - startedAt) / 1000;
  clearInterval(watch);
  if (outcome.kind !== "done" || outcome.used.length !== files.length) throw new Error(JSON.stringify(outcome));
  return { seconds, peakMegabytes };
}

/** Seconds that libjpeg's own command takes for all files, two at a time; null where it is not installed. */
function decodeByCommand(files: readonly string[]): number | null {
  const startedAt = performance.now();
  const run = ["-P", String(availableParallelism()), "-n1", "djpeg", "-outfile", "/dev/null"];
  const { status } = spawnSync("xargs", run, { input: files.join("\n"), stdio: ["pipe", "ignore", "ignore"] });
  return status === 0 ? (performance.now() - startedAt) / 1000 : null;
}

/** The rows of all frames that are looked at, bytes. */
async function rowsOf(files: readonly string[]): Promise<Uint8Array[]> {
  const distinct: Uint8Array[] = [];
  for (const file of files.slice(0, DISTINCT)) {
    const samples = (await decodePicture(file, 8)) as Uint8Array;
    distinct.push(samples.slice(3 * WIDTH * FIRST_ROW, 3 * WIDTH * (FIRST_ROW + ROWS)));
  }
  return files.map((_, index) => distinct[index % DISTINCT]!);
}

/** The largest difference between a result's rows and what plain loops make of the frames', codes of 16 bits. */
async function largestError({ method, encoded }: Way, rows: readonly Uint8Array[], path: string): Promise<number> {
  const result = (await decodePicture(path, 16)) as Uint16Array;
  const got = result.subarray(3 * WIDTH * FIRST_ROW, 3 * WIDTH * (FIRST_ROW + ROWS));
  const { whole } = methodOf(method);
  const wanted = new Uint16Array(got.length);
  const wide = rows.map((row) => Uint16Array.from(row, (byte) => 257 * byte));
  if (whole.kind === "folded") wanted.set(fusePlainly(rows, { keeps: whole.keeps, depth: 8, encoded }));
  else if (method === "median") medianInto(wanted, wide, encoded);
  else clipMeanInto(wanted, wide, { ...USUAL_SETTINGS, encoded });
  return wanted.reduce((most, code, at) => Math.max(most, Math.abs(code - got[at]!)), 0);
}

const best = (values: readonly number[]): number => Math.min(...values);
const WIDTH = 4080;

const folder = mkdtempSync(join(tmpdir(), "aevumen-bench-"));
const missed: string[] = [];
try {
  const files = makeFrames(folder);
  const rows = await rowsOf(files);
  await decodeOnly(files.slice(0, 4));
  const moved = await drifted(folder, files);
  for (const each of WAYS) {
    const taken = each.align === "none" ? files : moved;
    const [ratios, own]: [number[], number[]] = [[], []];
    let peak = 0;
    for (let round = 0; round < ROUNDS; round++) {
      const decoding = await decodeOnly(taken);
      const decoded = decodeByCommand(taken) ?? decoding;
      const { seconds, peakMegabytes } = await stack(taken, each, join(folder, "out.tif"));
      ratios.push(seconds / decoded);
      own.push(seconds / decoding);
      peak = Math.max(peak, peakMegabytes);
    }
    // What is moved is no longer what lay there.
    const error = each.align === "none" ? await largestError(each, rows, join(folder, "out.tif")) : 0;
    console.log(
      `${each.name}: ${best(ratios).toFixed(2)} times decoding (goal: ${each.most}), ${best(own).toFixed(2)} times our own; at most ${peak.toFixed(0)} MB; off by ${error}`,
    );
    if (best(ratios) > each.most) missed.push(`${each.name} took more than ${each.most} times the decoding`);
    if (peak > MOST_MEGABYTES) missed.push(`${each.name} held more than ${MOST_MEGABYTES} MB`);
    // Sums of doubles fall to either side of a half here and there.
    if (error > 1) missed.push(`${each.name} is wrong by ${error} of 65535`);
  }
} finally {
  rmSync(folder, { recursive: true, force: true });
}
for (const goal of missed) console.error(`missed: ${goal}`);
process.exit(missed.length > 0 ? 1 : 0);
