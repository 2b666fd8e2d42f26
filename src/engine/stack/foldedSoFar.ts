import { join } from "node:path";
import { methodSlug, type StackState } from "@/core/stack";
import { checkpointKey, loadCheckpoint, mergeCheckpoint, saveCheckpoint } from "./checkpoint";
import type { StackPart, StackRequest } from "./request";

/** Which frames are in a stack's accumulator, and which could not be read. */
export interface FoldedSoFar {
  readonly folded: Set<number>;
  readonly unread: Map<number, string>;
  /** So many were there from the beginning. */
  readonly resumed: number;
  /** Keeps it all; nothing where nobody goes on with it. */
  readonly save: () => Promise<void>;
}

const partPath = (checkpoint: string, { index, of }: StackPart): string => `${checkpoint}.part-${index}-of-${of}`;

/** Goes on with what an earlier run has folded, and with what others have folded of its parts. */
export async function foldedSoFar(request: StackRequest, state: StackState): Promise<FoldedSoFar> {
  const { checkpointFolder, method, part, parts = 0 } = request;
  const folded = new Set<number>();
  const unread = new Map<number, string>();
  if (!checkpointFolder) return { folded, unread, resumed: 0, save: async () => {} };
  const key = checkpointKey(request, state.plan);
  const whole = join(checkpointFolder, methodSlug(method));
  const path = part ? partPath(whole, part) : whole;
  const heads = [await loadCheckpoint(path, key, state)];
  const take = (head: (typeof heads)[number] | undefined) => {
    for (const index of head?.folded ?? []) folded.add(index);
    for (const { index, reason } of head?.refused ?? []) unread.set(index, reason);
  };
  take(heads[0]);
  for (let index = 0; index < parts; index++)
    take(await mergeCheckpoint(partPath(whole, { index, of: parts }), key, state, folded));
  return {
    folded,
    unread,
    resumed: folded.size,
    save: () => {
      const refused = [...unread].map(([index, reason]) => ({ index, reason }));
      return saveCheckpoint(path, { key, folded: [...folded], refused }, state);
    },
  };
}

/** The frames that a request is to fold: all, or those of its part. */
export const framesOfPart = (chosen: readonly number[], part: StackPart | undefined): readonly number[] =>
  part ? chosen.filter((_, at) => Math.floor((at * part.of) / chosen.length) === part.index) : chosen;
