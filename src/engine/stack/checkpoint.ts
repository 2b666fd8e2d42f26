import { createHash } from "node:crypto";
import { open, rename, rm } from "node:fs/promises";
import type { StackState } from "@/core/stack";
import type { RefusedFrame, StackRequest } from "./request";

/** How far a stack has come: which frames are in the accumulator that was saved with it. */
export interface CheckpointHead {
  readonly key: string;
  readonly folded: readonly number[];
  readonly refused: readonly (RefusedFrame & { readonly index: number })[];
}

const HEAD_BYTES = 1 << 16;
const CHUNK_BYTES = 1 << 24;

/** Names the work itself: a checkpoint of other frames or settings is not continued. */
export function checkpointKey(request: StackRequest, state: StackState): string {
  const { width, height, depth, method, encoded } = state.plan;
  const what = JSON.stringify([width, height, depth, method, encoded, request.files.map(({ path }) => path)]);
  return createHash("sha256").update(what).digest("hex");
}

function accumulatorBytes({ memory, map }: StackState): Uint8Array {
  return new Uint8Array(memory.buffer, map.accumulator, map.accumulatorBytes);
}

/** Saves the accumulator; the earlier checkpoint stays valid until the new one is whole. No thread may be folding. */
export async function saveCheckpoint(path: string, head: CheckpointHead, state: StackState): Promise<void> {
  const headBytes = Buffer.alloc(HEAD_BYTES, " ");
  const text = JSON.stringify(head);
  if (headBytes.write(text) < Buffer.byteLength(text)) throw new RangeError("checkpoint head does not fit");
  const handle = await open(`${path}.new`, "w");
  try {
    await handle.write(headBytes);
    const bytes = accumulatorBytes(state);
    for (let at = 0; at < bytes.length; at += CHUNK_BYTES) await handle.write(bytes.subarray(at, at + CHUNK_BYTES));
  } finally {
    await handle.close();
  }
  await rename(`${path}.new`, path);
}

/** Loads a checkpoint of the same work into the accumulator; null when there is none, or a damaged one. */
export async function loadCheckpoint(path: string, key: string, state: StackState): Promise<CheckpointHead | null> {
  const handle = await open(path, "r").catch(() => null);
  if (handle === null) return null;
  try {
    const headBytes = Buffer.alloc(HEAD_BYTES);
    await handle.read(headBytes, 0, HEAD_BYTES, 0);
    const head = JSON.parse(headBytes.toString("utf8").trimEnd()) as CheckpointHead;
    const bytes = accumulatorBytes(state);
    if (head.key !== key || (await handle.stat()).size !== HEAD_BYTES + bytes.length) return null;
    for (let at = 0; at < bytes.length; at += CHUNK_BYTES) {
      const length = Math.min(CHUNK_BYTES, bytes.length - at);
      await handle.read(bytes, at, length, HEAD_BYTES + at);
    }
    return head;
  } catch {
    accumulatorBytes(state).fill(0);
    return null;
  } finally {
    await handle.close();
  }
}

/** Removes a checkpoint that is no longer needed. */
export async function dropCheckpoint(path: string): Promise<void> {
  await Promise.all([rm(path, { force: true }), rm(`${path}.new`, { force: true })]);
}
