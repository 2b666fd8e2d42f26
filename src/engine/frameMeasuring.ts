import { availableParallelism } from "node:os";
import type { FrameFigures } from "@/contracts/frameFigures";
import type { Db } from "@/db/database";
import { countUnmeasured, findAnchors, findUnmeasured, keepFigures } from "@/db/figures";
import { isOutOfReach } from "@/db/outOfReach";
import { askPictures, UnansweredPicture } from "./files/askPictures";
import { framePlans } from "./framePlans";
import { storedPath } from "./store";

/** A core is left to whoever waits for a page. */
const AT_ONCE = Math.max(1, Math.min(4, availableParallelism() - 1));

/** The first frames wait for a process to start: after so many their pace tells of the others. */
const LEAST_DONE = 5;

/** How far the measuring of a run is. */
interface Progress {
  readonly beganMs: number;
  done: number;
}

const underWay = new Map<string, Progress>();

async function measured(hash: string, anchorHash: string): Promise<FrameFigures> {
  try {
    return await askPictures(async (api) => api.figures(storedPath(hash), storedPath(anchorHash)));
  } catch (error) {
    if (error instanceof UnansweredPicture) return { kind: "unreadable", reason: error.message };
    throw error;
  }
}

const begun = (): Progress => ({ beganMs: Date.now(), done: 0 });

/** Measures all of a run's frames that are not measured yet. */
export async function measureFrames(db: Db, runId: string, progress: Progress = begun()): Promise<void> {
  const plannedOf = await framePlans(db, runId);
  const anchors = await findAnchors(db, runId);
  const waiting: Awaited<ReturnType<typeof findUnmeasured>> = [];
  const taken = new Set<string>();
  const next = async () => {
    if (waiting.length === 0) {
      const found = await findUnmeasured(db, runId, 64);
      waiting.push(...found.filter(({ id }) => !taken.has(id)));
    }
    const frame = waiting.shift();
    if (frame) taken.add(frame.id);
    return frame;
  };
  const work = async () => {
    for (let frame = await next(); frame; frame = await next()) {
      const { width, height, hash } = frame;
      const anchor = anchors.find((each) => each.width === width && each.height === height);
      await keepFigures(db, frame, await measured(hash, anchor?.hash ?? hash), plannedOf(frame));
      progress.done++;
    }
  };
  await Promise.all(Array.from({ length: AT_ONCE }, work));
}

/**
 * Sees to it that a run's frames are measured, and says how far that is. Whatever a process that died has left is measured by the
 * next that is asked for it.
 */
export async function measureRun(
  db: Db,
  runId: string,
): Promise<{ readonly left: number; readonly secondsLeft: number | null }> {
  const left = await countUnmeasured(db, runId);
  if (left > 0 && !underWay.has(runId)) {
    const progress = begun();
    underWay.set(runId, progress);
    void measureFrames(db, runId, progress)
      .catch((error: unknown) => {
        // The database is out of reach; whoever asks again begins again.
        if (!isOutOfReach(error)) console.error("Measuring frames ended:", error);
      })
      .finally(() => underWay.delete(runId));
  }
  const progress = underWay.get(runId);
  const each = progress && progress.done >= LEAST_DONE ? (Date.now() - progress.beganMs) / 1000 / progress.done : null;
  return { left, secondsLeft: left === 0 ? 0 : each === null ? null : left * each };
}
