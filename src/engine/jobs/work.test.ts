import { randomUUID } from "node:crypto";
import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { stackParameters } from "@/contracts/stack";
import { type Database, openEmbedded } from "@/db/database";
import { publish } from "@/db/events";
import { createOuting } from "@/db/outings";
import { createRun } from "@/db/runs";
import { cancelJob, claimNextJob, createStackJob, findJob, giveUpJobs } from "@/db/stacks";
import { runStackJob } from "./stackJob";
import { workOnJobs } from "./work";

jest.mock("./stackJob", () => ({ runStackJob: jest.fn() }));
const run = jest.mocked(runStackJob);

const data = mkdtempSync(join(tmpdir(), "aevumen-work-"));
process.env.AEVUMEN_DATA = data;
let database: Database;
let shotId: string;
let runId: string;
beforeAll(async () => {
  database = await openEmbedded(null, join(process.cwd(), "src/db/migrations"));
  const shot = { name: "x", recipeLine: "" };
  ({ shotId } = await createOuting(database.db, { name: "x", date: "2026-11-24", siteId: null, shot }));
  const source = { shotId, source: "files", recipeLine: "", state: "done", framesWanted: 0 } as const;
  runId = (await createRun(database.db, source)).id;
});
afterAll(async () => {
  await database.close();
  rmSync(data, { recursive: true, force: true });
});
beforeEach(async () => {
  run.mockReset();
  await database.sql("delete from jobs");
});

const newJob = async () => {
  const parameters = stackParameters.parse({ method: "mean" });
  const { job } = await createStackJob(database.db, { shotId, runId, parameters, inputs: [], version: "1" });
  return job.id;
};
const silentFor = (jobId: string, seconds: number) =>
  database.sql("update jobs set beat_at = now() - make_interval(secs => $2::int) where id = $1", [jobId, seconds]);
const claim = async () => (await claimNextJob(database.db, randomUUID()))?.id;

describe("a job", () => {
  it("goes to one worker at a time, the oldest first", async () => {
    const [first, second] = [await newJob(), await newJob()];
    expect([await claim(), await claim(), await claim()]).toEqual([first, second, undefined]);
  });

  it("of a worker that is silent goes to another; one that lives keeps its own", async () => {
    const [dead, alive] = [await newJob(), await newJob()];
    await claim();
    await claim();
    await silentFor(dead, 25);
    expect([await claim(), await claim()]).toEqual([dead, undefined]);
    // A sign of life from the future: the clock was set back.
    await silentFor(alive, -7200);
    expect([await claim(), await claim()]).toEqual([alive, undefined]);
  });

  it("that was interrupted too often is not tried again, and says so", async () => {
    const jobId = await newJob();
    await database.sql("update jobs set attempts = 21, state = 'running' where id = $1", [jobId]);
    await silentFor(jobId, 60);
    expect(await claim()).toBeUndefined();
    expect(await giveUpJobs(database.db)).toEqual([jobId]);
    expect(await findJob(database.db, jobId)).toMatchObject({
      state: "failed",
      problem: expect.stringMatching(/interrupted 21 times.*fuse them again/),
    });
  });
});

describe("a worker", () => {
  const seen = (jobId: string) =>
    new Promise<AbortSignal>((resolve) => {
      run.mockImplementation(async (_db, job, _worker, { signal }) => {
        if (job.id !== jobId) return;
        resolve(signal);
        await new Promise((ended) => signal.addEventListener("abort", ended));
      });
    });

  it("takes up what was left when the only process begins, is told of new jobs, and stops a cancelled one", async () => {
    const left = await newJob();
    await claim();
    const leftRuns = seen(left);
    const stop = await workOnJobs(database);
    const signal = await leftRuns;
    expect(await findJob(database.db, left)).toMatchObject({ state: "running", attempts: 2 });

    const next = await newJob();
    const nextRuns = seen(next);
    await cancelJob(database.db, left);
    await publish(database.db, { topic: "job", id: left });
    await publish(database.db, { topic: "job", id: next });
    const nextSignal = await nextRuns;
    expect([signal.aborted, nextSignal.aborted]).toEqual([true, false]);
    await stop();
    expect(nextSignal.aborted).toBe(true);
    // It was not ended but left: whoever comes next goes on with it.
    expect((await findJob(database.db, next))?.state).toBe("running");
  });

  it("says of a job that failed why, and goes on with the next", async () => {
    const silenced = jest.spyOn(console, "error").mockImplementation(() => {});
    const [bad, good] = [await newJob(), await newJob()];
    const done = new Promise<void>((resolve) => {
      run.mockImplementation(async (_db, job) => {
        if (job.id === bad) throw Object.assign(new Error("write"), { code: "ENOSPC" });
        resolve();
      });
    });
    const stop = await workOnJobs(database);
    await done;
    await stop();
    expect(await findJob(database.db, bad)).toMatchObject({ state: "failed", problem: expect.stringMatching(/disk/) });
    expect((await findJob(database.db, good))?.attempts).toBe(1);
    silenced.mockRestore();
  });
});
