import { useMemo } from "react";
import type { StackReply } from "@/contracts/replies";
import { thumbnailUrl } from "@/features/api/pictures";
import { useFrames } from "@/features/api/queries";

const NONE: readonly string[] = [];

/** Addresses of the small pictures of a stack's frames, but of those that are left out; none where there is no stack. */
export function useSmallFrames(stack: StackReply["stack"] | null, left: ReadonlySet<string>): readonly string[] {
  const frames = useFrames(stack?.runId ?? null);
  const inputs = stack?.inputs;
  return useMemo(() => {
    if (!inputs || !frames) return NONE;
    const small = new Map(frames.map(({ id, thumbnailHash }) => [id, thumbnailUrl(thumbnailHash)]));
    return inputs.flatMap(({ frameId }) => (left.has(frameId) ? [] : (small.get(frameId) ?? [])));
  }, [frames, inputs, left]);
}
