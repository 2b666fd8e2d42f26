import { randomUUID } from "node:crypto";
import type PgBoss from "pg-boss";
import type { Database } from "@/db/database";
import { publish, subscribe } from "@/db/events";
import { findJob, findUnfinishedStacks, updateOwnJob } from "@/db/stacks";
import { isDiskFull } from "../room";
import { keepCheckpointsOf } from "../stack/checkpoint";
import { mendQueue, STACK_QUEUE, type StackJobData } from "./queue";
import { runStackJob } from "./stackJob";

const POLL_SECONDS = 0.5;
/** Where other processes may die, and where only the clock can do harm. */
const MEND_EVERY_MS = { server: 5000, embedded: 60_000 } as const;

const say = (what: string) => (error: unknown) =>
  console.error(`${what}:`, error instanceof Error ? error.message : error);

/** Why a job failed, in words. */
function problemOf(error: unknown): string {
  return isDiskFull(error)
    ? "The disk is full; make room and stack again."
    : "The stack failed; its frames are untouched.";
}

/** Works on queued jobs in this process, one at a time. @returns What stops the watching; the queue is stopped by itself. */
export async function workOnJobs(database: Database, boss: PgBoss): Promise<() => void> {
  const { db } = database;
  const running = new Map<string, AbortController>();
  const stopCancelled = async (id: string) => {
    const abort = running.get(id);
    if (abort && (await findJob(db, id))?.state === "cancelled") abort.abort();
  };
  await subscribe(database, {
    onChange: ({ topic, id }) => {
      if (topic === "job") stopCancelled(id).catch(say("cancelling"));
    },
    // What was cancelled meanwhile shows at the job's next sign of life.
    onGap: () => {},
  });
  await mendQueue(database, boss, database.kind === "embedded");
  await keepCheckpointsOf(await findUnfinishedStacks(db));
  const mending = setInterval(
    () => void mendQueue(database, boss, false).catch(say("mending the queue")),
    MEND_EVERY_MS[database.kind],
  );
  mending.unref();

  await boss.work<StackJobData>(
    STACK_QUEUE,
    { pollingIntervalSeconds: POLL_SECONDS, batchSize: 1 },
    async ([queued]) => {
      const jobId = queued?.data.jobId;
      if (!jobId) return;
      const abort = new AbortController();
      const worker = randomUUID();
      running.set(jobId, abort);
      try {
        await runStackJob(db, { jobId, worker }, abort);
      } catch (error) {
        say("stack job")(error);
        await updateOwnJob(db, jobId, worker, { state: "failed", problem: problemOf(error), secondsLeft: null });
        await publish(db, { topic: "job", id: jobId });
      } finally {
        running.delete(jobId);
      }
    },
  );
  return () => clearInterval(mending);
}
