import { foldStack } from "./foldStack";
import { fuseStack } from "./fuseStack";
import { medianStack } from "./medianStack";
import type { StackOutcome, StackProgress, StackRequest } from "./request";
import { trailStack } from "./trailStack";

/** Fuses frames by the method asked for. Frames that cannot be used are left out and named. */
export async function runStack(
  request: StackRequest,
  onProgress: (progress: StackProgress) => void = () => {},
  signal?: AbortSignal,
): Promise<StackOutcome> {
  const { method } = request;
  switch (method) {
    case "lighten":
    case "mean":
      return foldStack({ ...request, method }, onProgress, signal);
    case "lighten over mean":
      return trailStack({ ...request, method }, onProgress, signal);
    case "median":
      return medianStack({ ...request, method }, onProgress, signal);
    case "fuse":
      return fuseStack({ ...request, method }, onProgress, signal);
    default:
      return method satisfies never;
  }
}
