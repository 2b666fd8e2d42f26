import { join } from "node:path";
import type PgBoss from "pg-boss";
import { type Database, openEmbedded } from "@/db/database";
import { createOuting } from "@/db/outings";
import { createRun } from "@/db/runs";
import { claimJob, createStackJob, findJob } from "@/db/stacks";
import { enqueueStack, mendQueue, openQueue, STACK_QUEUE } from "./queue";

describe("a queue that crashes and clocks have harmed", () => {
  let database: Database;
  let boss: PgBoss;
  let shotId: string;
  let runId: string;
  beforeAll(async () => {
    database = await openEmbedded(null, join(process.cwd(), "src/db/migrations"));
    boss = await openQueue(database);
    const shot = { name: "x", recipeLine: "" };
    ({ shotId } = await createOuting(database.db, { name: "x", date: "2026-11-24", siteId: null, shot }));
    const source = { shotId, source: "files", recipeLine: "", state: "done", framesWanted: 0 } as const;
    runId = (await createRun(database.db, source)).id;
  });
  afterAll(async () => {
    await boss.stop({ graceful: false });
    await database.close();
  });

  const newJob = async () => {
    const parameters = { method: "mean", encoded: false } as const;
    const { job } = await createStackJob(database.db, { shotId, runId, parameters, inputs: [], version: "1" });
    return job.id;
  };
  const message = async (jobId: string) =>
    (
      await database.sql("select id, state, start_after > now() as later from pgboss.job where data->>'jobId' = $1", [
        jobId,
      ])
    ).rows;
  const fetchAll = () => boss.fetch<{ jobId: string }>(STACK_QUEUE, { batchSize: 50 });
  const silentFor = (jobId: string, seconds: number) =>
    database.sql("update jobs set beat_at = now() - make_interval(secs => $2::int) where id = $1", [jobId, seconds]);

  it("gives the job of a worker that is silent to another, and lets one that lives go on", async () => {
    const [dead, alive] = [await newJob(), await newJob()];
    for (const jobId of [dead, alive]) await enqueueStack(boss, { jobId });
    await fetchAll();
    for (const jobId of [dead, alive]) await claimJob(database.db, jobId, crypto.randomUUID());
    await silentFor(dead, 25);
    await mendQueue(database, boss, false);
    expect((await message(dead))[0]).toMatchObject({ state: "retry" });
    expect((await message(alive))[0]).toMatchObject({ state: "active" });
    // A sign of life from the future: the clock was set back.
    await silentFor(alive, -7200);
    await mendQueue(database, boss, false);
    expect((await message(alive))[0]).toMatchObject({ state: "retry" });
    // The only process of an embedded database begins: nobody else can be at work.
    await fetchAll();
    await silentFor(dead, 0);
    await mendQueue(database, boss, true);
    expect((await message(dead))[0]).toMatchObject({ state: "retry" });
  });

  it("queues a job whose message was never sent, once", async () => {
    const jobId = await newJob();
    await mendQueue(database, boss, false);
    expect(await message(jobId)).toHaveLength(0);
    await database.sql("update jobs set created_at = now() - interval '1 minute' where id = $1", [jobId]);
    await mendQueue(database, boss, false);
    await mendQueue(database, boss, false);
    expect(await message(jobId)).toHaveLength(1);
  });

  it("does not wait for a time that the clock has left behind", async () => {
    const jobId = await newJob();
    await enqueueStack(boss, { jobId });
    await database.sql("update pgboss.job set start_after = now() + interval '2 hours' where data->>'jobId' = $1", [
      jobId,
    ]);
    await mendQueue(database, boss, false);
    expect((await message(jobId))[0]).toMatchObject({ later: false });
  });

  it("says of a job that was interrupted too often that it is not tried again", async () => {
    const jobId = await newJob();
    await enqueueStack(boss, { jobId });
    await claimJob(database.db, jobId, crypto.randomUUID());
    await database.sql("update pgboss.job set state = 'failed' where data->>'jobId' = $1", [jobId]);
    await silentFor(jobId, 60);
    await mendQueue(database, boss, false);
    expect(await findJob(database.db, jobId)).toMatchObject({
      ...{ state: "failed", problem: expect.stringMatching(/interrupted 21 times.*fuse them again/) },
    });
  });
});
