import { availableParallelism } from "node:os";
import type { FrameFigures } from "@/contracts/frameFigures";
import type { Db } from "@/db/database";
import { countUnmeasured, findUnmeasured, keepFigures } from "@/db/figures";
import { isOutOfReach } from "@/db/outOfReach";
import type { MeasureThread } from "./files/measureThread";
import { storedPath } from "./store";
import { startThread, type Thread } from "./thread";

/** A core is left to whoever waits for a page. */
const THREADS = Math.max(1, Math.min(4, availableParallelism() - 1));
/** A hostile picture may inflate for ever. */
const LONGEST_MS = 60_000;
const TOO_LONG: FrameFigures = { kind: "unreadable", reason: "Measuring took longer than a minute." };
const ENDED: FrameFigures = { kind: "unreadable", reason: "Measuring ended unexpectedly." };

/** How far the measuring of a run is. */
interface Progress {
  readonly beganMs: number;
  done: number;
}

const underWay = new Map<string, Progress>();

/** A thread that measures, one picture after the other; a picture that it dies of or hangs on costs no more than itself. */
function measurer() {
  let thread: Thread<MeasureThread> | null = null;
  const end = async () => {
    await thread?.end();
    thread = null;
  };
  return {
    end,
    async measure(hash: string): Promise<FrameFigures> {
      thread ??= startThread<MeasureThread>("measure-thread.mjs");
      let late: ReturnType<typeof setTimeout> | undefined;
      const tooLong = new Promise<FrameFigures>((resolve) => {
        late = setTimeout(() => resolve(TOO_LONG), LONGEST_MS);
      });
      try {
        const figures = await Promise.race([thread.ask(async (api) => api.figures(storedPath(hash))), tooLong]);
        if (figures === TOO_LONG) await end();
        return figures;
      } catch {
        await end();
        return ENDED;
      } finally {
        clearTimeout(late);
      }
    },
  };
}

const begun = (): Progress => ({ beganMs: Date.now(), done: 0 });

/** Measures all of a run's frames that are not measured yet, as many at once as there are threads. */
export async function measureFrames(db: Db, runId: string, progress: Progress = begun()): Promise<void> {
  const waiting: { id: string; hash: string }[] = [];
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
    const { measure, end } = measurer();
    try {
      for (let frame = await next(); frame; frame = await next()) {
        await keepFigures(db, frame.id, await measure(frame.hash));
        progress.done++;
      }
    } finally {
      await end();
    }
  };
  await Promise.all(Array.from({ length: THREADS }, work));
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
  const each = progress && progress.done > 0 ? (Date.now() - progress.beganMs) / 1000 / progress.done : null;
  return { left, secondsLeft: left === 0 ? 0 : each === null ? null : left * each };
}
