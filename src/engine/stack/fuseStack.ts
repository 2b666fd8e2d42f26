import { blendFrame, createFusion, fusedPicture, weighFrame } from "@/core/stack";
import { eachFrame, openFrames, stepReporter } from "./decodedFrames";
import type { StackOutcome, StackProgress, StackRequest } from "./request";
import { writeTiff } from "./writeTiff";

/** A fusion holds four planes of single precision and their pyramids: some 30 bytes a pixel. */
const MOST_PIXELS = 80_000_000;

/** Fuses a bracket: all frames are weighed, then, decoded anew, blended; memory does not grow with their number. */
export async function fuseStack(
  request: StackRequest<"fuse">,
  onProgress: (progress: StackProgress) => void,
  signal?: AbortSignal,
): Promise<StackOutcome> {
  const startedAt = performance.now();
  const frames = await openFrames(request.files);
  if ("kind" in frames) return frames;
  const { width, height, files, refused } = frames;
  if (width * height > MOST_PIXELS) {
    const reason = `${width} x ${height} pixels are more than a fusion can hold (80 million); fuse smaller pictures.`;
    return { kind: "failed", reason, refused };
  }
  const step = stepReporter(files.length, 2, onProgress);
  const fusion = createFusion(width, height);
  const weighed = await eachFrame(
    frames,
    { files, depth: 16 },
    (samples) => weighFrame(fusion, samples as Uint16Array),
    step,
    signal,
  );
  if (weighed.length === 0 && !signal?.aborted)
    return { kind: "failed", reason: "None of the files could be read.", refused };
  await eachFrame(
    frames,
    { files: weighed, depth: 16 },
    (samples) => blendFrame(fusion, samples as Uint16Array),
    step,
    signal,
  );
  if (signal?.aborted) return { kind: "aborted" };
  const picture = fusedPicture(fusion);
  await writeTiff(request.outputPath, { width, height, notes: request.notes }, (from, to) =>
    picture.subarray(from, to),
  );
  const used = weighed.map(({ name }) => name);
  const seconds = (performance.now() - startedAt) / 1000;
  return { kind: "done", width, height, used, refused, seconds, resumed: 0 };
}
