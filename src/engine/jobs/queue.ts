import PgBoss from "pg-boss";
import type { Database } from "@/db/database";
import { publish } from "@/db/events";

/** The queue that stacks wait in. */
export const STACK_QUEUE = "stack";

const RETRIES_AFTER_A_CRASH = 20;
const EXPIRES_HOURS = 23;

/** How often a worker shows that it lives, and for how long it may be silent before its job is given to another. */
export const BEAT_EVERY_MS = 4000;
const SILENT_SECONDS = 16;
/** A message that was queued this long ago is on its way, even where its own process died in between. */
const SETTLED_SECONDS = 10;

/** What a queued stack carries. */
export interface StackJobData {
  readonly jobId: string;
}

/** The job queue on the application's own database, of either kind. */
export async function openQueue(database: Database): Promise<PgBoss> {
  const boss = new PgBoss({
    db: {
      executeSql: (text: string, values?: unknown[]) =>
        database.sql(text, values) as Promise<{ rows: unknown[]; rowCount: number }>,
    },
    schedule: false,
    supervise: false,
  });
  boss.on("error", (error) => console.error("queue:", error.message));
  await boss.start();
  await boss.createQueue(STACK_QUEUE);
  return boss;
}

/** Queues a stack. */
export async function enqueueStack(boss: PgBoss, data: StackJobData): Promise<void> {
  await boss.send(STACK_QUEUE, data, { retryLimit: RETRIES_AFTER_A_CRASH, expireInHours: EXPIRES_HOURS });
}

/** Of messages `b` and jobs `j`: belongs to. */
const OWN = "j.id = (b.data->>'jobId')::uuid";
/** No sign of life for a while; nor one from the future, where a clock was set back. */
const SILENT = `(j.beat_at is null or j.beat_at < now() - interval '${SILENT_SECONDS} seconds'
  or j.beat_at > now() + interval '${SILENT_SECONDS} seconds')`;

/**
 * Mends what crashes and clocks did to the queue: jobs whose worker died go back to it, jobs without a message get one,
 * jobs that were interrupted too often fail and say so, and nothing waits for a time that a clock has left behind.
 *
 * @param everyRunningIsLost On an embedded database at start-up, for there is only one process.
 */
export async function mendQueue(database: Database, boss: PgBoss, everyRunningIsLost: boolean): Promise<void> {
  const lost = await database.sql(
    `select b.id from pgboss.job b join jobs j on ${OWN}
     where b.name = '${STACK_QUEUE}' and b.state = 'active' ${everyRunningIsLost ? "" : `and ${SILENT}`}`,
  );
  for (const { id } of lost.rows) await boss.fail(STACK_QUEUE, String(id), { reason: "worker lost" });
  await database.sql(
    `update pgboss.job set start_after = now()
     where name = '${STACK_QUEUE}' and state in ('created', 'retry') and start_after > now() + interval '5 seconds'`,
  );
  const idle = `not exists (select 1 from pgboss.job b
    where b.name = '${STACK_QUEUE}' and ${OWN} and b.state in ('created', 'retry', 'active'))`;
  const forgotten = await database.sql(
    `select j.id from jobs j where j.state = 'waiting' and ${idle}
     and j.created_at < now() - interval '${SETTLED_SECONDS} seconds'`,
  );
  for (const { id } of forgotten.rows) await enqueueStack(boss, { jobId: String(id) });
  const given = await database.sql(
    `update jobs j set state = 'failed', seconds_left = null,
       problem = 'The stack was interrupted ${RETRIES_AFTER_A_CRASH + 1} times and is not tried again by itself. Its frames are untouched; fuse them again.'
     where j.state = 'running' and ${idle} and ${SILENT} returning j.id`,
  );
  for (const { id } of given.rows) await publish(database.db, { topic: "job", id: String(id) });
}
