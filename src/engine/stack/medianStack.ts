import { type FileHandle, open, rm } from "node:fs/promises";
import { medianInto } from "@/core/stack";
import { eachFrame, openFrames, stepReporter } from "./decodedFrames";
import type { StackOutcome, StackProgress, StackRequest } from "./request";
import { writeTiff } from "./writeTiff";

/** Bytes of all frames that are in memory at once. */
const BAND_BYTES = 1 << 27;

async function readSamples(handle: FileHandle, from: number, samples: Uint16Array): Promise<void> {
  await handle.read(new Uint8Array(samples.buffer), 0, samples.byteLength, 2 * from);
}

/**
 * Takes the median of frames: each is decoded once into a scratch file beside the output, then all are read together
 * band by band, so memory does not grow with their number.
 */
export async function medianStack(
  request: StackRequest<"median">,
  onProgress: (progress: StackProgress) => void,
  signal?: AbortSignal,
): Promise<StackOutcome> {
  const startedAt = performance.now();
  const frames = await openFrames(request.files);
  if ("kind" in frames) return frames;
  const { width, height, files, refused } = frames;
  const scratchPath = `${request.outputPath}.frames`;
  const scratch = await open(scratchPath, "w+");
  try {
    const frameSamples = width * height * 3;
    let written = 0;
    const keep = async (samples: Uint16Array) => {
      const bytes = new Uint8Array(samples.buffer, samples.byteOffset, samples.byteLength);
      await scratch.write(bytes, 0, bytes.length, 2 * frameSamples * written);
      written++;
    };
    const used = await eachFrame(frames, files, keep, stepReporter(files.length, 1, onProgress), signal);
    if (signal?.aborted) return { kind: "aborted" };
    if (used.length === 0) return { kind: "failed", reason: "None of the files could be read.", refused };
    const bandSamples = Math.max(3, Math.min(frameSamples, Math.floor(BAND_BYTES / 2 / used.length)));
    const medianOf = async (from: number, to: number) => {
      const bands = await Promise.all(
        used.map(async (_, frame) => {
          const band = new Uint16Array(to - from);
          await readSamples(scratch, frame * frameSamples + from, band);
          return band;
        }),
      );
      const out = new Uint16Array(to - from);
      medianInto(out, bands, request.encoded);
      return out;
    };
    await writeTiff(request.outputPath, { width, height, notes: request.notes }, medianOf, bandSamples);
    const seconds = (performance.now() - startedAt) / 1000;
    return { kind: "done", width, height, used: used.map(({ name }) => name), refused, seconds, resumed: 0 };
  } finally {
    await scratch.close();
    await rm(scratchPath, { force: true });
  }
}
