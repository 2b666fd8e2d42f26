import { desc, eq } from "drizzle-orm";
import type { Db } from "./database";
import { jobs, stacks } from "./schema";

export type Stack = typeof stacks.$inferSelect;
export type Job = typeof jobs.$inferSelect;

/** A stack with the job that makes it. */
export interface StackDetail {
  readonly stack: Stack;
  readonly job: Job | null;
}

/** Adds a stack and its waiting job. */
export async function createStackJob(db: Db, stack: typeof stacks.$inferInsert): Promise<{ stack: Stack; job: Job }> {
  const [row] = await db.insert(stacks).values(stack).returning();
  const [job] = await db
    .insert(jobs)
    .values({ kind: "stack", subjectId: row!.id, state: "waiting", total: stack.inputs.length })
    .returning();
  return { stack: row!, job: job! };
}

/** Changes a stack, for instance when its result is there. */
export async function updateStack(db: Db, stackId: string, change: Partial<Stack>): Promise<void> {
  await db.update(stacks).set(change).where(eq(stacks.id, stackId));
}

/** One stack with its job, or undefined. */
export async function findStack(db: Db, stackId: string): Promise<StackDetail | undefined> {
  const [row] = await db
    .select({ stack: stacks, job: jobs })
    .from(stacks)
    .leftJoin(jobs, eq(jobs.subjectId, stacks.id))
    .where(eq(stacks.id, stackId));
  return row;
}

/** A shot's stacks, newest first. */
export async function listStacks(db: Db, shotId: string): Promise<StackDetail[]> {
  return db
    .select({ stack: stacks, job: jobs })
    .from(stacks)
    .leftJoin(jobs, eq(jobs.subjectId, stacks.id))
    .where(eq(stacks.shotId, shotId))
    .orderBy(desc(stacks.createdAt));
}

/** One job, or undefined. */
export async function findJob(db: Db, jobId: string): Promise<Job | undefined> {
  const [job] = await db.select().from(jobs).where(eq(jobs.id, jobId));
  return job;
}

/** Changes a job. */
export async function updateJob(db: Db, jobId: string, change: Partial<Job>): Promise<void> {
  await db.update(jobs).set(change).where(eq(jobs.id, jobId));
}
