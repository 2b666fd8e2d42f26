import { and, asc, count, eq, gte, inArray, isNotNull, isNull, min } from "drizzle-orm";
import type { FrameChoice, FrameFigures } from "@/contracts/frameFigures";
import type { PlannedFigures } from "@/core/solve";
import type { Db } from "./database";
import { frames } from "./schema";
import { ChangedElsewhereError } from "./unchanged";

/** Frames of a run that nobody has measured yet, in the order of arrival. */
export async function findUnmeasured(db: Db, runId: string, most: number) {
  const { id, hash, width, height, takenAt, shutterSeconds, iso } = frames;
  return db
    .select({ id, hash, width, height, takenAt, shutterSeconds, iso })
    .from(frames)
    .where(and(eq(frames.runId, runId), isNull(frames.figures)))
    .orderBy(asc(frames.arrival))
    .limit(most);
}

/** How many of a run's frames are still to be measured. */
export async function countUnmeasured(db: Db, runId: string): Promise<number> {
  const [found] = await db
    .select({ left: count() })
    .from(frames)
    .where(and(eq(frames.runId, runId), isNull(frames.figures)));
  return found!.left;
}

/** Frames that others of their size are set beside, one of each size: those that arrived first. */
export async function findAnchors(db: Db, runId: string) {
  const { width, height, hash, arrival } = frames;
  return db
    .selectDistinctOn([width, height], { width, height, hash })
    .from(frames)
    .where(eq(frames.runId, runId))
    .orderBy(width, height, asc(arrival));
}

/** When a run's first frame was taken; null where none says. */
export async function firstTakenAt(db: Db, runId: string): Promise<Date | null> {
  const [found] = await db
    .select({ at: min(frames.takenAt) })
    .from(frames)
    .where(eq(frames.runId, runId));
  return found?.at ?? null;
}

/** Keeps what was measured of a frame, and what was planned of it; not where the frame shows another picture by now. */
export async function keepFigures(
  db: Db,
  { id, hash }: { readonly id: string; readonly hash: string },
  figures: FrameFigures,
  planned: PlannedFigures | null,
): Promise<void> {
  await db
    .update(frames)
    .set({ figures, planned, measuredAt: new Date() })
    .where(and(eq(frames.id, id), eq(frames.hash, hash)));
}

/** Figures of a run's frames that were measured since an instant, the oldest first. */
export async function listFigures(db: Db, runId: string, since: Date | null, most: number) {
  const rows = await db
    .select({ id: frames.id, figures: frames.figures, planned: frames.planned, measuredAt: frames.measuredAt })
    .from(frames)
    .where(
      and(
        eq(frames.runId, runId),
        isNotNull(frames.figures),
        since === null ? undefined : gte(frames.measuredAt, since),
      ),
    )
    .orderBy(asc(frames.measuredAt), asc(frames.arrival))
    .limit(most);
  return rows.map(({ figures, measuredAt, ...row }) => ({ ...row, figures: figures!, measuredAt: measuredAt! }));
}

type Choices = readonly { readonly id: string; readonly choice: FrameChoice }[];

/**
 * Keeps what somebody thinks of a run's frames; nothing of it, and false, where one of them is not the run's.
 *
 * @param was What was thought of them when that was said.
 * @throws ChangedElsewhereError when somebody else has thought otherwise since; then nothing is kept.
 */
export async function chooseFrames(db: Db, runId: string, choices: Choices, was: Choices = []): Promise<boolean> {
  const wanted = [...new Set(choices.map(({ id }) => id))];
  return db.transaction(async (tx) => {
    const found = await tx
      .select({ id: frames.id, choice: frames.choice })
      .from(frames)
      .where(and(eq(frames.runId, runId), inArray(frames.id, wanted)))
      .for("update");
    if (found.length < wanted.length) return false;
    const kept = new Map(found.map(({ id, choice }) => [id, choice]));
    if (was.some(({ id, choice }) => kept.has(id) && kept.get(id) !== choice)) throw new ChangedElsewhereError();
    for (const choice of new Set(choices.map((each) => each.choice))) {
      const ids = choices.filter((each) => each.choice === choice).map(({ id }) => id);
      await tx
        .update(frames)
        .set({ choice })
        .where(and(eq(frames.runId, runId), inArray(frames.id, ids)));
    }
    return true;
  });
}
