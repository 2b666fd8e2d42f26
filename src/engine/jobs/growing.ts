import { readFile, rename, writeFile } from "node:fs/promises";
import { join } from "node:path";
import { makePrivateFolder, PRIVATE_FILE } from "../folders";
import { checkpointFolder } from "../stack/checkpoint";

// What the frames of a stack in the making come to so far, a small JPEG beside its checkpoints: it goes when they go.

const pathOf = (stackId: string): string => join(checkpointFolder(stackId), "so-far.jpg");

/** Keeps what a stack's frames come to so far; whoever reads it meanwhile sees the one before. */
export async function keepGrowing(stackId: string, jpeg: Buffer): Promise<void> {
  const path = pathOf(stackId);
  await makePrivateFolder(checkpointFolder(stackId));
  await writeFile(`${path}.new`, jpeg, { mode: PRIVATE_FILE });
  await rename(`${path}.new`, path);
}

/** What a stack's frames come to so far; null where there is nothing to see yet, or no longer. */
export const growingOf = (stackId: string): Promise<Buffer | null> => readFile(pathOf(stackId)).catch(() => null);
