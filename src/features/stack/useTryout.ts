import { useCallback, useMemo } from "react";
import type { StackReply } from "@/contracts/replies";
import type { StackParameters } from "@/contracts/stack";
import { thumbnailUrl } from "@/features/api/pictures";
import { useFrames } from "@/features/api/queries";
import { startFold } from "@/workers/clients";
import type { Tried } from "@/workers/fold.worker";
import { useLatest } from "@/workers/useLatest";
import { useWorker } from "@/workers/useWorker";

interface Question {
  readonly addresses: readonly string[];
  readonly parameters: StackParameters;
}

/** What a stack's frames come to, small, by other parameters than its own and without those that are left out; null while nobody asks or knows yet. */
export function useTryout(
  stack: StackReply["stack"] | null,
  parameters: StackParameters | null,
  left: ReadonlySet<string>,
): Tried | null {
  const frames = useFrames(parameters === null ? null : (stack?.runId ?? null));
  const fold = useWorker(startFold, true);
  const addresses = useMemo(() => {
    const small = new Map(frames?.map(({ id, thumbnailHash }) => [id, thumbnailUrl(thumbnailHash)]));
    return (stack?.inputs ?? []).flatMap(({ frameId }) => (left.has(frameId) ? [] : (small.get(frameId) ?? [])));
  }, [frames, stack?.inputs, left]);
  const ask = useCallback(
    async ({ addresses: some, parameters: how }: Question) => (fold ? fold.tryOut(some, how.method, how) : null),
    [fold],
  );
  const question = useMemo(
    () => (parameters === null || addresses.length === 0 ? null : { addresses, parameters }),
    [addresses, parameters],
  );
  const latest = useLatest(fold ? ask : null, question);
  return latest?.answer ?? null;
}
