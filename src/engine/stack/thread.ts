import { closeSync, openSync, readSync, writeSync } from "node:fs";
import { parentPort, workerData } from "node:worker_threads";
import { crc32 } from "node:zlib";
import { transfer } from "comlink";
import sharp from "sharp";
import { alignMark, farthestMove, fillGaps, gridOf, placeFrame, pointsOf } from "@/core/align";
import {
  bandBytes,
  bindKernels,
  blendMasked,
  calibrate,
  createFrameBand,
  type FoldedWay,
  type FrameBand,
  foldFrame,
  frameSamples,
  methodOf,
  moveFrame,
  type ReadKept,
  readResult,
  repairPixels,
  type StackKernels,
  type StackMethod,
  smallCopy,
  stillMask,
  subtractDark,
  takeApart,
  weighFrames,
} from "@/core/stack";
import { decodePicture } from "../files/decode";
import { plainReason } from "../files/pictureFailure";
import { serveThread } from "../thread";
import type {
  BandRequest,
  FinishRequest,
  FoldRequest,
  FrameReply,
  FrameRequest,
  KeepOverRequest,
  KeepRequest,
  StackThreadData,
} from "./messages";
import { asBytes } from "./preparation";

// A stacking thread: decodes one frame at a time into its own buffer of the shared memory, takes dark frame and hot pixels off, and
// folds it in, band by band, holding the band's lock, or keeps it in a scratch file, from which it fuses bands of all frames later.

const {
  state,
  kernels: module_,
  thread,
  locks,
  hotPixels,
  mark,
  holdsStill,
  smallEvery,
} = workerData as StackThreadData;
sharp.concurrency(1);
sharp.cache(false);

const BAND_STEP = 64;
const bytesPerSample = state.plan.depth / 8;
const frameBytes = 3 * state.plan.width * state.plan.height * bytesPerSample;

function foldAllBands(kernels: StackKernels): void {
  const bands = locks.length;
  const perBand = Math.ceil(state.map.paddedSamples / bands / BAND_STEP) * BAND_STEP;
  for (let step = 0; step < bands; step++) {
    const band = (step + thread * Math.floor(bands / state.plan.threads)) % bands;
    const from = band * perBand;
    const to = Math.min(state.map.paddedSamples, from + perBand);
    if (from >= to) continue;
    while (Atomics.compareExchange(locks, band, 0, 1) !== 0) Atomics.wait(locks, band, 1);
    foldFrame(kernels, state, thread, from, to);
    Atomics.store(locks, band, 0);
    Atomics.notify(locks, band, 1);
  }
}

/** Frames that lie closer than this are left as they lie, pixels. */
const LEAST_MOVE_PX = 0.01;

/** Lays the frame at hand over the others where that is asked for. @returns Why it cannot be; null when it lies in its place. */
function layInPlace(kernels: StackKernels): string | null {
  if (!mark) return null;
  const { width, height } = state.plan;
  const picture = { width, height, samples: asBytes(frameSamples(state, thread)) };
  const placed = placeFrame(mark, picture, holdsStill ? stillMask(state) : null);
  if (placed.kind === "refused") return placed.reason;
  if (farthestMove(placed.placement, state.plan) > LEAST_MOVE_PX)
    moveFrame(kernels, state, thread, gridOf(placed.placement, state.plan), holdsStill);
  return null;
}

/** Draws the stars of the frame at hand on to those of the next one. @returns Whether that could be done. */
async function drawOn(path: string): Promise<boolean> {
  const { width, height, depth } = state.plan;
  const frame = frameSamples(state, thread);
  const next = await decodePicture(path, depth).catch(() => null);
  if (next?.length !== frame.length) return false;
  calibrate(next, state.plan, state.plan.hasDark ? frameSamples(state, "dark") : null, hotPixels);
  const own = { width, height, samples: asBytes(frame) };
  const placed = placeFrame(alignMark(own, "stars", null), { width, height, samples: asBytes(next) }, null);
  if (placed.kind === "refused") return false;
  fillGaps(frame, { from: frame.slice(), to: next }, state.plan, pointsOf(own, null), placed.placement);
  return true;
}

/** Brings a frame into this thread's buffer, ready to be fused, and does something with it; what cannot be read is refused. */
async function withFrame(
  kernels: StackKernels,
  { index, path }: FrameRequest,
  nextPath: string | null,
  use: () => number,
): Promise<FrameReply> {
  try {
    const samples = await decodePicture(path, state.plan.depth);
    const frame = frameSamples(state, thread);
    if (samples.length !== frame.length) throw new Error(`holds ${samples.length} samples instead of ${frame.length}`);
    frame.set(samples);
  } catch (error) {
    return { kind: "refused", index, reason: plainReason(error) };
  }
  subtractDark(kernels, state, thread);
  repairPixels(frameSamples(state, thread), state.plan, hotPixels);
  const reason = layInPlace(kernels);
  if (reason !== null) return { kind: "refused", index, reason };
  const leavesGap = nextPath !== null && !(await drawOn(nextPath));
  const crc = use();
  const small = smallCopy(frameSamples(state, thread), state.plan, smallEvery);
  const reply = { kind: "taken", index, crc, leavesGap, small } as const;
  return small ? transfer(reply, [small.buffer]) : reply;
}

/** Writes the frame at hand to its place in the scratch file. */
function keepFrame({ scratchPath, index }: KeepRequest): number {
  const { buffer, byteOffset } = frameSamples(state, thread);
  const bytes = new Uint8Array(buffer, byteOffset, frameBytes);
  const file = openSync(scratchPath, "r+");
  try {
    for (let at = 0; at < frameBytes; ) at += writeSync(file, bytes, at, frameBytes - at, index * frameBytes + at);
  } finally {
    closeSync(file);
  }
  return crc32(bytes);
}

let weighed = 1;
let band: FrameBand | null = null;
let bandKernels: StackKernels | null = null;

/** Fuses a stretch of all frames and writes it to its place in the result. */
async function fuseStretch(request: BandRequest): Promise<void> {
  const { method, settings, scratchPath, indices, bandSamples, from, to } = request;
  const { whole } = methodOf(method);
  if (whole.kind !== "banded") throw new RangeError(`${method} does not see bands of all frames`);
  band ??= createFrameBand(indices.length, bandSamples, state.plan.depth);
  bandKernels ??= await bindKernels(module_, band.memory);
  const scratch = openSync(scratchPath, "r");
  try {
    for (const [place, index] of indices.entries()) {
      const into = bandBytes(band, place, to - from);
      const begins = index * frameBytes + from * bytesPerSample;
      for (let at = 0; at < into.length; ) {
        const read = readSync(scratch, into, at, into.length - at, begins + at);
        if (read === 0) throw new Error("the scratch file is shorter than it was");
        at += read;
      }
    }
  } finally {
    closeSync(scratch);
  }
  writeStretch(request, whole.fuseBand(bandKernels, band, to - from, settings), null);
}

function foldedWayOf(method: StackMethod): FoldedWay {
  const { whole } = methodOf(method);
  if (whole.kind !== "folded") throw new RangeError(`${method} does not fold frames`);
  return whole;
}

const readerOf =
  (kernels: StackKernels, weight: number): ReadKept =>
  (id, from, to) =>
    readResult(kernels, state, { id, weight, thread }, from, to);

/** Writes samples from a byte offset of a file on. */
function writeSamples(path: string, samples: Uint16Array, place: number): void {
  const bytes = new Uint8Array(samples.buffer, samples.byteOffset, samples.byteLength);
  const output = openSync(path, "r+");
  try {
    for (let at = 0; at < bytes.length; ) at += writeSync(output, bytes, at, bytes.length - at, place + at);
  } finally {
    closeSync(output);
  }
}

/** Writes a stretch of the result, and of its parts where they are wanted, to its place. */
function writeStretch(
  { outputPath, outputAt, layers, from, to }: FinishRequest | BandRequest,
  result: Uint16Array,
  mean: (() => Uint16Array) | null,
): void {
  if (layers) {
    const whole = result.slice();
    const ground = layers.kind.hasGround ? stillMask(state).subarray(from / 3, to / 3) : null;
    const parts = takeApart({ result: whole, mean: mean?.() ?? null, ground });
    for (const [page, part] of parts.entries()) writeSamples(layers.path, part, layers.at[page]! + 2 * from);
    writeSamples(outputPath, whole, outputAt + 2 * from);
  } else writeSamples(outputPath, result, outputAt + 2 * from);
}

/** Lays the frame at hand over what was written, where a mask has it; of the result's parts it becomes the first. */
function layOver({ outputPath, outputAt, layers, mask }: KeepOverRequest): void {
  const samples = frameSamples(state, thread);
  const scale = state.plan.depth === 8 ? 257 : 1;
  const targets = [{ path: outputPath, at: outputAt, isShown: true }];
  if (layers)
    for (const [page, at] of layers.at.entries()) targets.push({ path: layers.path, at, isShown: page === 0 });
  for (const { path, at, isShown } of targets) {
    const file = openSync(path, "r+");
    try {
      eachMasked(mask, (from, to) => {
        const codes = new Uint16Array(3 * (to - from));
        const bytes = new Uint8Array(codes.buffer);
        const place = at + 6 * from;
        for (let read = 0; read < bytes.length; )
          read += readSync(file, bytes, read, bytes.length - read, place + read);
        const frame = samples.subarray(3 * from, 3 * to);
        const kept = isShown ? Uint16Array.from(frame, (code) => scale * code) : null;
        blendMasked(codes, kept, mask.subarray(from, to));
        for (let written = 0; written < bytes.length; )
          written += writeSync(file, bytes, written, bytes.length - written, place + written);
      });
    } finally {
      closeSync(file);
    }
  }
}

/** Hands over the stretches of rows in which a mask has anything. */
function eachMasked(mask: Uint8Array, use: (from: number, to: number) => void): void {
  const { width } = state.plan;
  for (let from = 0; from < mask.length; from += width)
    if (mask.subarray(from, from + width).some((part) => part > 0)) use(from, from + width);
}

const bound = bindKernels(module_, state.memory);
const stackThread = {
  async survey({ method, weight, from, to }: FinishRequest): Promise<Uint32Array | null> {
    const { survey } = foldedWayOf(method);
    if (!survey) return null;
    const counts = new Uint32Array(survey.counts);
    survey.count(counts, readerOf(await bound, weight), from, to);
    return transfer(counts, [counts.buffer]);
  },
  async finish(request: FinishRequest): Promise<void> {
    const { method, weight, known, from, to } = request;
    const { base, finish } = foldedWayOf(method);
    const read = readerOf(await bound, weight);
    writeStretch(request, finish(read, from, to, known), base && (() => read(base, from, to)));
  },
  async fold(request: FoldRequest): Promise<FrameReply> {
    const kernels = await bound;
    if (weighed !== request.weight) weighFrames(state, thread, request.weight);
    weighed = request.weight;
    return withFrame(kernels, request, request.nextPath, () => {
      foldAllBands(kernels);
      return 0;
    });
  },
  keep: async (request: KeepRequest): Promise<FrameReply> =>
    withFrame(await bound, request, null, () => keepFrame(request)),
  fuseStretch,
  keepOver: async (request: KeepOverRequest): Promise<FrameReply> =>
    withFrame(await bound, request, null, () => {
      layOver(request);
      return 0;
    }),
};

export type StackThread = typeof stackThread;
serveThread(stackThread, parentPort);
