import { and, asc, desc, eq, gte, inArray, isNull, lt, or, sql } from "drizzle-orm";
import type { Db } from "./database";
import { jobs, stacks } from "./schema";
import { changeUnchanged } from "./unchanged";

export type Stack = typeof stacks.$inferSelect;
export type Job = typeof jobs.$inferSelect;

/** A stack with the job that makes it. */
export interface StackDetail {
  readonly stack: Stack;
  readonly job: Job | null;
}

/** Adds a stack and its waiting job, with those of the parts into which it is divided; all or nothing. */
export async function createStackJob(
  db: Db,
  stack: typeof stacks.$inferInsert,
  parts = 1,
): Promise<{ stack: Stack; job: Job }> {
  return db.transaction(async (within) => {
    const [row] = await within.insert(stacks).values(stack).returning();
    const waiting = { subjectId: row!.id, state: "waiting", total: stack.inputs.length } as const;
    const divided = parts > 1 ? parts : null;
    const [job] = await within
      .insert(jobs)
      .values({ ...waiting, kind: "stack", parts: divided })
      .returning();
    // Younger than the stack's own job: whoever takes that one begins, the others help.
    for (let part = 0; part < (divided ?? 0); part++)
      await within.insert(jobs).values({
        ...waiting,
        kind: "stack-part",
        part,
        parts,
        createdAt: new Date(job!.createdAt.getTime() + 1 + part),
      });
    return { stack: row!, job: job! };
  });
}

const isPartOf = (stackId: string) => and(eq(jobs.kind, "stack-part"), eq(jobs.subjectId, stackId));

/** The parts of a stack, in order. */
export const findParts = (db: Db, stackId: string): Promise<Job[]> =>
  db.select().from(jobs).where(isPartOf(stackId)).orderBy(asc(jobs.part));

/** Ends what nobody has done of a stack's parts. */
export async function cancelParts(db: Db, stackId: string): Promise<void> {
  await db
    .update(jobs)
    .set({ state: "cancelled", secondsLeft: null })
    .where(and(isPartOf(stackId), inArray(jobs.state, ["waiting", "running"])));
}

/** Changes a stack, for instance when its result is there. */
export async function updateStack(db: Db, stackId: string, change: Partial<Stack>): Promise<void> {
  await db.update(stacks).set(change).where(eq(stacks.id, stackId));
}

const isJobOf = and(eq(jobs.subjectId, stacks.id), eq(jobs.kind, "stack"));

/** One stack with its job, or undefined. */
export async function findStack(db: Db, stackId: string): Promise<StackDetail | undefined> {
  const [row] = await db
    .select({ stack: stacks, job: jobs })
    .from(stacks)
    .leftJoin(jobs, isJobOf)
    .where(eq(stacks.id, stackId));
  return row;
}

/** A shot's stacks, newest first. */
export async function listStacks(db: Db, shotId: string): Promise<StackDetail[]> {
  return db
    .select({ stack: stacks, job: jobs })
    .from(stacks)
    .leftJoin(jobs, isJobOf)
    .where(eq(stacks.shotId, shotId))
    .orderBy(desc(stacks.createdAt));
}

/** One job, or undefined. */
export async function findJob(db: Db, jobId: string): Promise<Job | undefined> {
  const [job] = await db.select().from(jobs).where(eq(jobs.id, jobId));
  return job;
}

/** Stacks whose jobs have not ended. */
export async function findUnfinishedStacks(db: Db): Promise<ReadonlySet<string>> {
  const rows = await db
    .select({ stackId: jobs.subjectId })
    .from(jobs)
    .where(inArray(jobs.state, ["waiting", "running"]));
  return new Set(rows.map(({ stackId }) => stackId));
}

/** For how long a worker may be silent before its job is given to another; it shows that it lives every few seconds. */
const SILENT_SECONDS = 16;
/** A job that was interrupted so often is not tried again by itself. */
const MOST_ATTEMPTS = 21;

/** No sign of life for a while; nor one from the future, where a clock was set back. */
const isSilent = or(
  isNull(jobs.beatAt),
  sql`${jobs.beatAt} not between now() - make_interval(secs => ${SILENT_SECONDS}) and now() + make_interval(secs => ${SILENT_SECONDS})`,
);
const isLost = and(eq(jobs.state, "running"), isSilent);

/**
 * Makes the oldest job that waits, or whose worker is silent, a worker's own. Two workers never get the same one: each passes over
 * the rows that another is looking at.
 *
 * @param ofStack Of the parts of one stack alone, where it is named.
 */
export async function claimNextJob(db: Db, worker: string, ofStack?: string): Promise<Job | undefined> {
  const next = db
    .select({ id: jobs.id })
    .from(jobs)
    .where(
      and(
        or(eq(jobs.state, "waiting"), isLost),
        lt(jobs.attempts, MOST_ATTEMPTS),
        ofStack === undefined ? undefined : isPartOf(ofStack),
      ),
    )
    .orderBy(asc(jobs.createdAt))
    .limit(1)
    .for("update", { skipLocked: true });
  const [claimed] = await db
    .update(jobs)
    .set({ state: "running", worker, beatAt: sql`now()`, attempts: sql`${jobs.attempts} + 1` })
    .where(eq(jobs.id, sql`(${next})`))
    .returning();
  return claimed;
}

/** Puts every job that runs back among those that wait: where the only process begins nobody can be at work. */
export async function releaseJobs(db: Db): Promise<void> {
  await db.update(jobs).set({ state: "waiting", worker: null, beatAt: null }).where(eq(jobs.state, "running"));
}

/** Fails jobs that were interrupted too often. @returns Which. */
export async function giveUpJobs(db: Db): Promise<readonly string[]> {
  const problem = `The stack was interrupted ${MOST_ATTEMPTS} times and is not tried again by itself. Its frames are untouched; fuse them again.`;
  const given = await db
    .update(jobs)
    .set({ state: "failed", secondsLeft: null, problem })
    .where(and(or(eq(jobs.state, "waiting"), isLost), gte(jobs.attempts, MOST_ATTEMPTS)))
    .returning({ id: jobs.id });
  return given.map(({ id }) => id);
}

/**
 * Changes a job that a worker has, as a sign of life too; false, and nothing is changed, when it was cancelled or another
 * worker has it by now.
 */
export async function updateOwnJob(
  db: Db,
  jobId: string,
  worker: string,
  change: Partial<Omit<Job, "worker" | "beatAt">> = {},
): Promise<boolean> {
  const changed = await db
    .update(jobs)
    .set({ ...change, beatAt: sql`now()` })
    .where(and(eq(jobs.id, jobId), eq(jobs.worker, worker), eq(jobs.state, "running")))
    .returning({ id: jobs.id });
  return changed.length > 0;
}

/** Cancels a stack's job, with its parts; false when it had ended. */
export async function cancelJob(db: Db, jobId: string): Promise<boolean> {
  const [cancelled] = await db
    .update(jobs)
    .set({ state: "cancelled", secondsLeft: null })
    .where(and(eq(jobs.id, jobId), inArray(jobs.state, ["waiting", "running"])))
    .returning({ stackId: jobs.subjectId });
  if (cancelled) await cancelParts(db, cancelled.stackId);
  return cancelled !== undefined;
}

/**
 * Keeps how a stack's parts are weighed, and the picture that comes of it; undefined when there is no such stack.
 *
 * @throws ChangedElsewhereError when they are weighed otherwise than `was` by now.
 */
export const balanceStack = (
  db: Db,
  stackId: string,
  change: Pick<Stack, "balance" | "balancedHash">,
  was: Pick<Stack, "balance"> | undefined,
): Promise<Stack | undefined> => changeUnchanged(db, stacks, stackId, change, was);

/** Whether any stack shows a picture of the store. */
export async function isPictureUsed(db: Db, hash: string): Promise<boolean> {
  const [row] = await db
    .select({ id: stacks.id })
    .from(stacks)
    .where(or(eq(stacks.resultHash, hash), eq(stacks.balancedHash, hash)))
    .limit(1);
  return row !== undefined;
}
