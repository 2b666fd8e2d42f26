import PgBoss from "pg-boss";
import type { Database } from "@/db/database";

/** The queue that stacks wait in. */
export const STACK_QUEUE = "stack";

const RETRIES_AFTER_A_CRASH = 20;
const EXPIRES_HOURS = 23;

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

/**
 * Hands jobs whose worker died back to the queue. On an embedded database every running job is such a one at start-up,
 * for there is only one process; on a server those without a sign of life for a minute are.
 */
export async function reclaimLostJobs(database: Database, boss: PgBoss): Promise<void> {
  const silent =
    database.kind === "embedded" ? "" : "and (j.beat_at is null or j.beat_at < now() - interval '60 seconds')";
  const { rows } = await database.sql(
    `select b.id from pgboss.job b join jobs j on j.id = (b.data->>'jobId')::uuid
     where b.name = '${STACK_QUEUE}' and b.state = 'active' ${silent}`,
  );
  for (const { id } of rows) await boss.fail(STACK_QUEUE, String(id), { reason: "worker lost" });
}
