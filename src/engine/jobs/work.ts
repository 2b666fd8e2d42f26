import { randomUUID } from "node:crypto";
import type { Database } from "@/db/database";
import { publish, subscribe } from "@/db/events";
import {
  claimNextJob,
  findJob,
  findUnfinishedStacks,
  giveUpJobs,
  type Job,
  releaseJobs,
  updateOwnJob,
} from "@/db/stacks";
import { isDiskFull } from "../room";
import { keepCheckpointsOf } from "../stack/checkpoint";
import { runStackJob } from "./stackJob";

/** A worker looks for a job when it is told of one, and now and then: its message may have been missed, or a worker may have died. */
const LOOK_EVERY_MS = 5000;

const say = (what: string) => (error: unknown) =>
  console.error(`${what}:`, error instanceof Error ? error.message : error);

/** Why a job failed, in words. */
function problemOf(error: unknown): string {
  return isDiskFull(error)
    ? "The disk is full; make room and stack again."
    : "The stack failed; its frames are untouched.";
}

/** Works on waiting jobs in this process, one at a time. @returns What stops it: the job at hand is left for the next worker. */
export async function workOnJobs(database: Database): Promise<() => Promise<void>> {
  const { db } = database;
  let current: { readonly id: string; readonly abort: AbortController } | null = null;
  let working: Promise<void> | null = null;
  let lookAgain = false;
  let stopped = false;

  const run = async (job: Job, worker: string): Promise<void> => {
    const abort = new AbortController();
    current = { id: job.id, abort };
    try {
      await runStackJob(db, job, worker, abort);
    } catch (error) {
      if (stopped) return;
      say("stack job")(error);
      await updateOwnJob(db, job.id, worker, { state: "failed", problem: problemOf(error), secondsLeft: null });
      await publish(db, { topic: "job", id: job.id });
    } finally {
      current = null;
    }
  };
  const workOff = async (): Promise<void> => {
    do {
      lookAgain = false;
      for (const id of await giveUpJobs(db)) await publish(db, { topic: "job", id });
      const worker = randomUUID();
      for (let job = await claimNextJob(db, worker); job && !stopped; job = await claimNextJob(db, worker))
        await run(job, worker);
    } while (lookAgain && !stopped);
  };
  const look = (): void => {
    lookAgain = true;
    if (stopped || working) return;
    working = workOff()
      .catch(say("looking for jobs"))
      .finally(() => {
        working = null;
      });
  };

  await subscribe(database, {
    onChange: ({ topic, id }) => {
      if (topic !== "job") return;
      if (id !== current?.id) look();
      else
        findJob(db, id)
          .then((job) => job?.state === "cancelled" && id === current?.id && current.abort.abort())
          .catch(say("cancelling"));
    },
    // What was cancelled meanwhile shows at the job's next sign of life.
    onGap: look,
  });
  if (database.kind === "embedded") await releaseJobs(db);
  await keepCheckpointsOf(await findUnfinishedStacks(db));
  const looking = setInterval(look, LOOK_EVERY_MS);
  looking.unref();
  look();
  return async () => {
    stopped = true;
    clearInterval(looking);
    current?.abort.abort();
    await working;
  };
}
