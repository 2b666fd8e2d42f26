import { methodOf } from "@/core/stack";
import { bandStack } from "./bandStack";
import { foldStack } from "./foldStack";
import { passStack } from "./passStack";
import type { StackOutcome, StackProgress, StackRequest } from "./request";

/** Fuses frames by the method asked for. Frames that cannot be used are left out and named. */
export async function runStack(
  request: StackRequest,
  onProgress: (progress: StackProgress) => void = () => {},
  signal?: AbortSignal,
): Promise<StackOutcome> {
  const { whole } = methodOf(request.method);
  switch (whole.kind) {
    case "folded":
      return foldStack(request, whole, onProgress, signal);
    case "banded":
      return bandStack(request, whole, onProgress, signal);
    case "passed":
      return passStack(request, whole, onProgress, signal);
    default:
      return whole satisfies never;
  }
}
