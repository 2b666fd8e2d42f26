import { rm } from "node:fs/promises";
import { layTrailsInPlace, usualRise } from "@/core/stack";
import { decodePicture } from "../files/decode";
import { foldStack } from "./foldStack";
import type { StackOutcome, StackProgress, StackRequest } from "./request";
import { writeTiff } from "./writeTiff";

const PASSES = ["mean", "lighten"] as const;

/**
 * Lays the trails of the brightest picture over the mean of the same frames: the base keeps the mean's low noise. Both
 * are made one after the other, beside the output.
 */
export async function trailStack(
  request: StackRequest<"lighten over mean">,
  onProgress: (progress: StackProgress) => void,
  signal?: AbortSignal,
): Promise<StackOutcome> {
  const startedAt = performance.now();
  const paths = PASSES.map((method) => `${request.outputPath}.${method}.tif`);
  try {
    let done: Extract<StackOutcome, { kind: "done" }> | null = null;
    for (const [pass, method] of PASSES.entries()) {
      const outcome = await foldStack(
        { ...request, method, outputPath: paths[pass]! },
        (progress) => onProgress(overPasses(progress, pass)),
        signal,
      );
      if (outcome.kind !== "done") return outcome;
      done = outcome;
    }
    const [mean, brightest] = (await Promise.all(paths.map((path) => decodePicture(path, 16)))) as Uint16Array[];
    layTrailsInPlace(mean!, brightest!, usualRise(mean!, brightest!));
    const { width, height } = done!;
    await writeTiff(request.outputPath, { width, height, notes: request.notes }, (from, to) =>
      mean!.subarray(from, to),
    );
    return { ...done!, seconds: (performance.now() - startedAt) / 1000 };
  } finally {
    await Promise.all(paths.map((path) => rm(path, { force: true })));
  }
}

/** A pass's progress as a part of all passes. */
function overPasses(progress: StackProgress, pass: number): StackProgress {
  const { done, total, framesPerSecond, secondsLeft } = progress;
  return {
    ...progress,
    done: Math.floor((pass * total + done) / PASSES.length),
    framesPerSecond: framesPerSecond / PASSES.length,
    secondsLeft:
      secondsLeft === null || framesPerSecond === 0
        ? null
        : secondsLeft + ((PASSES.length - 1 - pass) * total) / framesPerSecond,
  };
}
