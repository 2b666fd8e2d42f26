import { open, rm } from "node:fs/promises";
import { type BandedWay, bandBytes, bindKernels, createFrameBand, type Samples } from "@/core/stack";
import { readFully, writeFully } from "../files/wholeIo";
import { compiledKernels } from "./compiledKernels";
import { eachFrame, openFrames, stepReporter } from "./decodedFrames";
import { NOTHING_READ, type StackOutcome, type StackProgress, type StackRequest } from "./request";
import { writeTiff } from "./writeTiff";

/** Bytes of all frames that are in memory at once. */
const BAND_BYTES = 1 << 21;

const bytesOf = ({ buffer, byteOffset, byteLength }: Samples): Uint8Array =>
  new Uint8Array(buffer, byteOffset, byteLength);

/**
 * Fuses frames by a method that sees all of them at once: each is decoded once into a scratch file beside the output, then all are read together
 * band by band, so memory does not grow with their number.
 */
export async function bandStack(
  request: StackRequest,
  { fuseBand }: BandedWay,
  onProgress: (progress: StackProgress) => void,
  signal?: AbortSignal,
): Promise<StackOutcome> {
  const startedAt = performance.now();
  const frames = await openFrames(request.files);
  if ("kind" in frames) return frames;
  const { width, height, depth, files, refused } = frames;
  const scratchPath = `${request.outputPath}.frames`;
  const scratch = await open(scratchPath, "w+");
  try {
    const frameSamples = width * height * 3;
    let written = 0;
    const bytesPerSample = depth / 8;
    const keep = async (samples: Samples) => {
      await writeFully(scratch, bytesOf(samples), bytesPerSample * frameSamples * written);
      written++;
    };
    const used = await eachFrame(frames, { files, depth }, keep, stepReporter(files.length, 1, onProgress), signal);
    if (signal?.aborted) return { kind: "aborted" };
    if (used.length === 0) return { kind: "failed", reason: NOTHING_READ, refused };
    const bandSamples = Math.max(1, Math.min(frameSamples, Math.floor(BAND_BYTES / bytesPerSample / used.length)));
    const band = createFrameBand(used.length, bandSamples, depth);
    const kernels = await bindKernels(await compiledKernels(), band.memory);
    const fused = async (from: number, to: number) => {
      const read = (frame: number) =>
        readFully(scratch, bandBytes(band, frame, to - from), bytesPerSample * (frame * frameSamples + from));
      await Promise.all(used.map((_, frame) => read(frame)));
      return fuseBand(kernels, band, to - from, request.encoded);
    };
    await writeTiff(request.outputPath, { width, height, notes: request.notes }, fused, bandSamples);
    const seconds = (performance.now() - startedAt) / 1000;
    return { kind: "done", width, height, used: used.map(({ name }) => name), refused, seconds, resumed: 0 };
  } finally {
    await scratch.close();
    await rm(scratchPath, { force: true });
  }
}
