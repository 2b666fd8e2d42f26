import { rm } from "node:fs/promises";
import type { LayerStops } from "@/core/stack";
import type { Db } from "@/db/database";
import { balanceStack, isPictureUsed, type Stack } from "@/db/stacks";
import { resultNotes } from "./jobs/resultNotes";
import type { BalanceThread } from "./stack/balanceThread";
import type { LayersFile } from "./stack/layersFile";
import { adoptFile, storedPath, temporaryPath } from "./store";
import { startThread } from "./thread";

/** The file of a stack's parts; null where its result is of a piece. */
export function layersFileOf({ layers, layersHash, width, height }: Stack): LayersFile | null {
  if (!layers || layersHash === null || width === null || height === null) return null;
  return { path: storedPath(layersHash), layers, width, height };
}

/** Makes the picture of a stack's parts, weighed, in a thread. @returns Its hash in the store. */
async function balancedPicture(db: Db, stack: Stack, file: LayersFile, stops: LayerStops): Promise<string> {
  const path = await temporaryPath();
  const thread = startThread<BalanceThread>("balance-thread.mjs");
  try {
    const notes = await resultNotes(db, stack, { balance: stops });
    await thread.ask(async (api) => api.writeBalanced(file, stops, { path, notes }));
    return (await adoptFile(path)).hash;
  } finally {
    await thread.end();
    await rm(path, { force: true });
  }
}

/**
 * Weighs a stack's parts anew; null as it was fused. The picture of the weights before is dropped: its parts make it again.
 *
 * @throws ChangedElsewhereError when somebody else has weighed them meanwhile.
 */
export async function weighStack(
  db: Db,
  stack: Stack,
  file: LayersFile,
  {
    balance,
    was,
  }: { readonly balance: LayerStops | null; readonly was?: { readonly balance: LayerStops | null } | undefined },
): Promise<Stack | undefined> {
  const balancedHash = balance === null ? null : await balancedPicture(db, stack, file, balance);
  try {
    return await balanceStack(db, stack.id, { balance, balancedHash }, was);
  } finally {
    // The one before, or, where somebody else was faster, the one that nobody shows.
    for (const hash of [stack.balancedHash, balancedHash])
      if (hash !== null && !(await isPictureUsed(db, hash))) await rm(storedPath(hash), { force: true });
  }
}
