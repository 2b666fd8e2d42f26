import type { PassedWay, Samples } from "@/core/stack";
import { eachFrame, openFrames, stepReporter } from "./decodedFrames";
import { NOTHING_READ, type StackOutcome, type StackProgress, type StackRequest } from "./request";
import { writeTiff } from "./writeTiff";

/** Fuses frames by a method that sees each several times; they are decoded anew for each, so memory does not grow with their number. */
export async function passStack(
  request: StackRequest,
  { mostPixels, passes, begin }: PassedWay,
  onProgress: (progress: StackProgress) => void,
  signal?: AbortSignal,
): Promise<StackOutcome> {
  const startedAt = performance.now();
  const frames = await openFrames(request.files);
  if ("kind" in frames) return frames;
  const { width, height, refused } = frames;
  if (width * height > mostPixels) {
    const reason = `${width} x ${height} pixels are more than this way can hold (${mostPixels / 1e6} million); fuse smaller pictures.`;
    return { kind: "failed", reason, refused };
  }
  const step = stepReporter(frames.files.length, passes, onProgress);
  const { take, picture } = begin({ width, height });
  let files = frames.files;
  for (let pass = 0; pass < passes; pass++) {
    const use = (samples: Samples) => take(pass, samples as Uint16Array);
    files = await eachFrame(frames, { files, depth: 16 }, use, step, signal);
    if (signal?.aborted) return { kind: "aborted" };
    if (files.length === 0) return { kind: "failed", reason: NOTHING_READ, refused };
  }
  const fused = picture();
  await writeTiff(request.outputPath, { width, height, notes: request.notes }, (from, to) => fused.subarray(from, to));
  const used = files.map(({ name }) => name);
  const seconds = (performance.now() - startedAt) / 1000;
  return { kind: "done", width, height, used, refused, seconds, resumed: 0 };
}
