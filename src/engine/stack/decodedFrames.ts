import type { SampleDepth, Samples } from "@/core/stack";
import { decodePicture } from "../files/decode";
import { plainReason } from "../files/pictureFailure";
import { chooseFrames } from "./chooseFrames";
import type { RefusedFrame, StackFile, StackOutcome, StackProgress } from "./request";

/** Frames that are decoded while one is used; each takes memory. */
const DECODED_AHEAD = 2;

/** Frames of one size, decoded when asked for. */
export interface DecodedFrames {
  readonly width: number;
  readonly height: number;
  /** The deepest of the files'. */
  readonly depth: SampleDepth;
  readonly files: readonly StackFile[];
  readonly refused: RefusedFrame[];
}

/** Frames of a request, and their places in its list. */
export interface OpenedFrames extends DecodedFrames {
  readonly chosen: readonly number[];
}

/** Chooses the frames of the commonest size. */
export async function openFrames(
  files: readonly StackFile[],
): Promise<OpenedFrames | Extract<StackOutcome, { kind: "failed" }>> {
  const { accepted, refused } = await chooseFrames(files);
  const named = refused.map(({ name, reason }) => ({ name, reason }));
  const [first] = accepted;
  if (!first) return { kind: "failed", reason: "None of the files is a picture that can be fused.", refused: named };
  return {
    width: first.width,
    height: first.height,
    depth: accepted.some(({ depth }) => depth === 16) ? 16 : 8,
    refused: named,
    files: accepted.map(({ index }) => files[index]!),
    chosen: accepted.map(({ index }) => index),
  };
}

/**
 * Decodes frames, the next ones while one is used, and hands them to `use` in order; those that cannot be decoded are
 * refused by name.
 *
 * @returns The frames that were used; fewer when the signal ended it.
 */
export async function eachFrame(
  frames: DecodedFrames,
  { files, depth }: { readonly files: readonly StackFile[]; readonly depth: SampleDepth },
  use: (samples: Samples, file: StackFile) => void | Promise<void>,
  onFrame: () => void,
  signal: AbortSignal | undefined,
): Promise<StackFile[]> {
  const used: StackFile[] = [];
  const decode = async (file: StackFile) => {
    try {
      return { file, samples: await decodedSamples(file.path, depth, frames) };
    } catch (error) {
      return { file, reason: plainReason(error) };
    }
  };
  const pending = files.slice(DECODED_AHEAD);
  const ahead = files.slice(0, DECODED_AHEAD).map(decode);
  for (let decoding = ahead.shift(); decoding; decoding = ahead.shift()) {
    const decoded = await decoding;
    if (signal?.aborted) break;
    const next = pending.shift();
    if (next) ahead.push(decode(next));
    if (decoded.samples) {
      await use(decoded.samples, decoded.file);
      used.push(decoded.file);
    } else frames.refused.push({ name: decoded.file.name, reason: decoded.reason });
    onFrame();
  }
  await Promise.all(ahead);
  return used;
}

async function decodedSamples(path: string, depth: SampleDepth, { width, height }: DecodedFrames): Promise<Samples> {
  const samples = await decodePicture(path, depth);
  const wanted = width * height * 3;
  if (samples.length !== wanted) throw new Error(`holds ${samples.length} samples instead of ${wanted}`);
  return samples;
}

/** Tells of progress in steps of which each frame takes so many. */
export function stepReporter(
  total: number,
  stepsPerFrame: number,
  /** Steps that an earlier run has done. */
  before: number,
  onProgress: (progress: StackProgress) => void,
): () => void {
  const startedAt = performance.now();
  const resumed = Math.floor(before / stepsPerFrame);
  let steps = before;
  return () => {
    steps++;
    const seconds = (performance.now() - startedAt) / 1000;
    const framesPerSecond = seconds > 0 ? (steps - before) / stepsPerFrame / seconds : 0;
    const done = Math.min(total, Math.floor(steps / stepsPerFrame));
    const secondsLeft = steps - before >= 2 ? (total - steps / stepsPerFrame) / framesPerSecond : null;
    onProgress({ done, total, framesPerSecond, secondsLeft, resumed });
  };
}
