import type PgBoss from "pg-boss";
import type { Database } from "@/db/database";
import { publish, subscribe } from "@/db/events";
import { findJob, updateJob } from "@/db/stacks";
import { reclaimLostJobs, STACK_QUEUE, type StackJobData } from "./queue";
import { runStackJob } from "./stackJob";

const POLL_SECONDS = 0.5;
const RECLAIM_EVERY_MS = 60_000;

/** Works on queued jobs in this process, one at a time, until the queue is stopped. */
export async function workOnJobs(database: Database, boss: PgBoss): Promise<void> {
  const { db } = database;
  const running = new Map<string, AbortController>();
  await subscribe(database, async ({ topic, id }) => {
    const abort = topic === "job" ? running.get(id) : undefined;
    if (abort && (await findJob(db, id))?.state === "cancelled") abort.abort();
  });
  await reclaimLostJobs(database, boss);
  if (database.kind === "server") setInterval(() => void reclaimLostJobs(database, boss), RECLAIM_EVERY_MS).unref();

  await boss.work<StackJobData>(
    STACK_QUEUE,
    { pollingIntervalSeconds: POLL_SECONDS, batchSize: 1 },
    async ([queued]) => {
      const jobId = queued?.data.jobId;
      if (!jobId) return;
      const abort = new AbortController();
      running.set(jobId, abort);
      try {
        await runStackJob(db, jobId, abort.signal);
      } catch (error) {
        console.error("stack job:", error);
        const problem =
          error instanceof Error && /ENOSPC/.test(error.message)
            ? "The disk is full; make room and stack again."
            : "The stack failed; its frames are untouched.";
        await updateJob(db, jobId, { state: "failed", problem });
        await publish(db, { topic: "job", id: jobId });
      } finally {
        running.delete(jobId);
      }
    },
  );
}
