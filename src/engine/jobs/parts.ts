import { methodOf, type StackMethod } from "@/core/stack";
import type { Db } from "@/db/database";
import { claimNextJob, findParts, type Job } from "@/db/stacks";

/** Fewer frames are folded before another worker has begun. */
const PART_FRAMES = 40;
const MOST_PARTS = 8;
const LOOK_EVERY_MS = 500;

/** Into how many parts a stack is divided, so that several workers fold its frames: 1 for a method that has to see all at once. */
export const partsFor = (method: StackMethod, frames: number): number =>
  methodOf(method).whole.kind === "folded" ? Math.max(1, Math.min(MOST_PARTS, Math.floor(frames / PART_FRAMES))) : 1;

interface PartWork {
  readonly db: Db;
  readonly stackId: string;
  readonly worker: string;
  readonly signal: AbortSignal;
  /** Folds a part that is this worker's now, to its end. */
  readonly fold: (part: Job) => Promise<void>;
  /** Told now and then how far all parts are. */
  readonly onParts: (parts: readonly Job[]) => void;
}

/** Folds what of a stack's parts nobody else has taken, and waits for those that others have; who falls silent is taken over from. */
export async function foldParts({ db, stackId, worker, signal, fold, onParts }: PartWork): Promise<void> {
  const looking = setInterval(() => {
    findParts(db, stackId).then(onParts, () => {});
  }, LOOK_EVERY_MS);
  try {
    while (!signal.aborted) {
      const part = await claimNextJob(db, worker, stackId);
      if (part) {
        await fold(part);
        continue;
      }
      const open = (await findParts(db, stackId)).filter(({ state }) => state === "waiting" || state === "running");
      if (open.length === 0) return;
      await new Promise((resolve) => setTimeout(resolve, LOOK_EVERY_MS));
    }
  } finally {
    clearInterval(looking);
  }
}
