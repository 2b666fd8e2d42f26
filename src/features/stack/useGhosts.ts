import { useCallback, useMemo } from "react";
import type { StackReply } from "@/contracts/replies";
import type { StackParameters } from "@/contracts/stack";
import { type Ghosts, lawOf, lineMethod, type StackMethod } from "@/core/stack";
import { useRested } from "@/ui/useRested";
import type { Folder } from "@/workers/clients";
import { useLatest } from "@/workers/useLatest";
import { useSmallFrames } from "./useSmallFrames";

/** Frames enough that a method which empties places does. */
const MANY = 100;

/** Whether a method leaves out who passes, so that one asks who remains. */
export const canEmpty = (method: StackMethod): boolean => lawOf(lineMethod(method), MANY)?.people(MANY) === "gone";

interface Question {
  readonly addresses: readonly string[];
  readonly parameters: StackParameters;
}

/** Who remains is looked for once the hand rests. */
const REST_MS = 400;
const NONE: ReadonlySet<string> = new Set();

/** Who remains where a stack's frames are fused by a method that empties places; null where none does, or nobody knows yet. */
export function useGhosts(
  fold: Folder,
  stack: StackReply["stack"] | null,
  parameters: StackParameters | null,
  left: ReadonlySet<string> = NONE,
): Ghosts | null {
  // Small copies are compared as they lie: of frames that have to be laid over each other they tell nothing.
  const asks = parameters !== null && canEmpty(parameters.method) && parameters.align === "none";
  const addresses = useSmallFrames(asks ? stack : null, left);
  const ask = useCallback(
    async ({ addresses: some, parameters: how }: Question) => fold?.ghosts(some, how.method, how) ?? null,
    [fold],
  );
  const question = useMemo(
    () => (asks && parameters && addresses.length > 2 ? { addresses, parameters } : null),
    [asks, parameters, addresses],
  );
  const rested = useRested(question, REST_MS);
  const found = useLatest(fold ? ask : null, rested);
  return found?.question === question ? found.answer : null;
}
