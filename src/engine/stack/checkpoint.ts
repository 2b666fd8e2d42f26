import { createHash, type Hash } from "node:crypto";
import { type FileHandle, open, readdir, rename, rm } from "node:fs/promises";
import { dirname, join } from "node:path";
import { z } from "zod";
import { mergeKept, type StackPlan, type StackState } from "@/core/stack";
import { readFully, syncFolder, writeFully } from "../files/wholeIo";
import { dataFolder, makePrivateFolder, PRIVATE_FILE } from "../folders";
import type { StackRequest } from "./request";

// A checkpoint: a mark with the format's version, the length of the head, the head as JSON, what is kept, and a SHA-256 over all of
// it, so that a damaged one is noticed and the stack begins anew.

const MARK = Buffer.from("AEVCKP04", "latin1");
const LENGTH_BYTES = 8;
const DIGEST_BYTES = 32;
const CHUNK_BYTES = 1 << 24;

const checkpointHead = z.object({
  key: z.string(),
  folded: z.array(z.int().nonnegative()),
  refused: z.array(z.object({ index: z.int().nonnegative(), reason: z.string() })),
});

/** How far a stack has come: which frames are in the accumulator that was saved with it. */
export type CheckpointHead = Readonly<z.infer<typeof checkpointHead>>;

/** Names the work itself: a checkpoint of other frames or settings is not continued. */
export function checkpointKey(
  request: StackRequest,
  plan: Pick<StackPlan, "width" | "height" | "depth" | "keeps">,
): string {
  const { method, settings, repairsHot, files, darks, align, ground } = request;
  const { width, height, depth, keeps } = plan;
  const paths = [files, darks].map((some) => some.map(({ path, weight = 1 }) => [path, weight]));
  const what = JSON.stringify([width, height, depth, keeps, method, settings, repairsHot, align, ground, paths]);
  return createHash("sha256").update(what).digest("hex");
}

const accumulatorBytes = ({ memory, map }: StackState): Uint8Array =>
  new Uint8Array(memory.buffer, map.accumulator, map.accumulatorBytes);

function* chunksOf(bytes: Uint8Array): Generator<{ at: number; chunk: Uint8Array }> {
  for (let at = 0; at < bytes.length; at += CHUNK_BYTES) yield { at, chunk: bytes.subarray(at, at + CHUNK_BYTES) };
}

async function append(handle: FileHandle, hash: Hash, bytes: Uint8Array): Promise<void> {
  hash.update(bytes);
  await writeFully(handle, bytes);
}

/**
 * Saves a head and what is kept with it, and syncs it; the earlier checkpoint stays valid until the new one is whole.
 *
 * @param kept Nobody may write into it meanwhile.
 */
export async function saveKept(path: string, head: object, kept: readonly Uint8Array[]): Promise<void> {
  const text = Buffer.from(JSON.stringify(head));
  const length = Buffer.alloc(LENGTH_BYTES);
  length.writeBigUInt64LE(BigInt(text.length));
  await makePrivateFolder(dirname(path));
  try {
    const handle = await open(`${path}.new`, "w", PRIVATE_FILE);
    try {
      const hash = createHash("sha256");
      for (const part of [MARK, length, text]) await append(handle, hash, part);
      for (const part of kept) for (const { chunk } of chunksOf(part)) await append(handle, hash, chunk);
      await writeFully(handle, hash.digest());
      await handle.sync();
    } finally {
      await handle.close();
    }
    await rename(`${path}.new`, path);
    await syncFolder(dirname(path));
  } catch (error) {
    await rm(`${path}.new`, { force: true });
    throw error;
  }
}

/** Saves the accumulator of a stack; no thread may be folding. */
export const saveCheckpoint = (path: string, head: CheckpointHead, state: StackState): Promise<void> =>
  saveKept(path, head, [accumulatorBytes(state)]);

async function readPart(handle: FileHandle, hash: Hash, bytes: Uint8Array, position: number): Promise<void> {
  await readFully(handle, bytes, position);
  hash.update(bytes);
}

/**
 * Reads a checkpoint of the same work, chunk by chunk, and checks it.
 *
 * @param keptLength Bytes of what is kept.
 * @returns Its head; null when there is none, it is damaged, or another's.
 */
export async function readKept<Head extends { readonly key: string }>(
  path: string,
  { key, schema, keptLength }: { readonly key: string; readonly schema: z.ZodType<Head>; readonly keptLength: number },
  onChunk: (chunk: Uint8Array, at: number) => void,
): Promise<Head | null> {
  const handle = await open(path, "r").catch(() => null);
  if (handle === null) return null;
  try {
    const { size } = await handle.stat();
    const hash = createHash("sha256");
    const start = Buffer.alloc(MARK.length + LENGTH_BYTES);
    await readPart(handle, hash, start, 0);
    const headBytes = Number(start.readBigUInt64LE(MARK.length));
    const headAt = start.length;
    if (!start.subarray(0, MARK.length).equals(MARK)) return null;
    if (size !== headAt + headBytes + keptLength + DIGEST_BYTES) return null;
    const text = Buffer.alloc(headBytes);
    await readPart(handle, hash, text, headAt);
    const head = schema.parse(JSON.parse(text.toString("utf8")));
    if (head.key !== key) return null;
    const chunk = new Uint8Array(CHUNK_BYTES);
    for (let at = 0; at < keptLength; at += CHUNK_BYTES) {
      const part = chunk.subarray(0, Math.min(CHUNK_BYTES, keptLength - at));
      await readPart(handle, hash, part, headAt + headBytes + at);
      onChunk(part, at);
    }
    const digest = Buffer.alloc(DIGEST_BYTES);
    await readFully(handle, digest, size - DIGEST_BYTES);
    if (!hash.digest().equals(digest)) throw new RangeError("checkpoint does not match its checksum");
    return head;
  } catch {
    return null;
  } finally {
    await handle.close();
  }
}

/** Loads a checkpoint of the same work into the accumulator; null when there is none, or a damaged one. */
export async function loadCheckpoint(path: string, key: string, state: StackState): Promise<CheckpointHead | null> {
  const accumulator = accumulatorBytes(state);
  const of = { key, schema: checkpointHead, keptLength: accumulator.length };
  const head = await readKept(path, of, (chunk, at) => accumulator.set(chunk, at));
  if (head === null) accumulator.fill(0);
  return head;
}

/**
 * Adds what another has folded of the same work to the accumulator, as if its frames had been folded here. It is read twice, so
 * that nothing of a damaged one is added.
 *
 * @returns Its head; null, and nothing is added, when there is none, it is damaged, or shares a frame with `folded`.
 */
export async function mergeCheckpoint(
  path: string,
  key: string,
  state: StackState,
  folded: ReadonlySet<number>,
): Promise<CheckpointHead | null> {
  const of = { key, schema: checkpointHead, keptLength: accumulatorBytes(state).length };
  const head = await readKept(path, of, () => {});
  if (head === null || head.folded.some((index) => folded.has(index))) return null;
  await readKept(path, of, (chunk, at) => mergeKept(state, chunk, at));
  return head;
}

const checkpointsFolder = (): string => join(dataFolder(), "checkpoints");

/** Where a stack's checkpoints lie, one for each of its passes. */
export const checkpointFolder = (stackId: string): string => join(checkpointsFolder(), stackId);

/** Removes all checkpoints of a stack. */
export async function dropCheckpoints(stackId: string): Promise<void> {
  await rm(checkpointFolder(stackId), { recursive: true, force: true });
}

/** Removes the checkpoints of all stacks but those named: what was left by a process that was killed after its work. */
export async function keepCheckpointsOf(stackIds: ReadonlySet<string>): Promise<void> {
  const there = await readdir(checkpointsFolder()).catch(() => []);
  for (const name of there) {
    if (!stackIds.has(name)) await rm(join(checkpointsFolder(), name), { recursive: true, force: true });
  }
}
