import { useCallback, useMemo } from "react";
import type { StackReply } from "@/contracts/replies";
import type { StackParameters } from "@/contracts/stack";
import { thumbnailUrl } from "@/features/api/pictures";
import { useFrames } from "@/features/api/queries";
import { useRested } from "@/ui/useRested";
import type { Folder } from "@/workers/clients";
import type { Tried, TriedWay } from "@/workers/fold.worker";
import { useLatest } from "@/workers/useLatest";
import { useSmallFrames } from "./useSmallFrames";

interface Question {
  readonly addresses: readonly string[];
  readonly way: TriedWay;
}

/** A hand that tries one way after the other sees each at a glance; once it rests, closely. */
const REST_MS = 250;

/** What a stack's frames come to, small, by other parameters than its own and without those that are left out; null while nobody knows yet. */
export function useTryout(
  fold: Folder,
  stack: StackReply["stack"],
  parameters: StackParameters,
  left: ReadonlySet<string>,
): Tried | null {
  const frames = useFrames(stack.runId);
  const addresses = useSmallFrames(stack, left);
  const ask = useCallback(async ({ addresses: some, way }: Question) => (fold ? fold.tryOut(some, way) : null), [fold]);
  const question = useMemo(() => {
    if (addresses.length === 0) return null;
    const { method, keeps } = parameters;
    const kept = frames?.find(({ id }) => id === keeps?.frameId);
    const way = {
      method,
      settings: parameters,
      keeps: keeps && kept ? { address: thumbnailUrl(kept.thumbnailHash), shapes: keeps.shapes } : null,
      isGlance: true,
    };
    return { addresses, way };
  }, [addresses, parameters, frames]);
  const glanced = useLatest(fold ? ask : null, question);
  const rested = useRested(question, REST_MS);
  const closely = useMemo(() => rested && { ...rested, way: { ...rested.way, isGlance: false } }, [rested]);
  const seen = useLatest(fold ? ask : null, closely);
  const isSeen = rested === question && seen?.question === closely;
  return (isSeen ? seen?.answer : glanced?.answer) ?? null;
}
