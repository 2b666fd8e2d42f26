import { methodOf } from "@/core/stack";
import { bandStack } from "./bandStack";
import { foldStack } from "./foldStack";
import { passStack } from "./passStack";
import type { StackOutcome, StackRequest, StackWatch } from "./request";

/** Fuses frames by the method asked for. Frames that cannot be used are left out and named. */
export async function runStack(
  request: StackRequest,
  watch: StackWatch = { onProgress: () => {} },
): Promise<StackOutcome> {
  const { whole } = methodOf(request.method);
  switch (whole.kind) {
    case "folded":
      return foldStack(request, whole, watch);
    case "banded":
      return bandStack(request, whole, watch);
    case "passed":
      return passStack(request, whole, watch);
    default:
      return whole satisfies never;
  }
}
