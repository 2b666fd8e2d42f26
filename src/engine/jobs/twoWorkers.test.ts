import { type ChildProcess, spawn } from "node:child_process";
import { randomUUID } from "node:crypto";
import { mkdtempSync, readdirSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import pg from "pg";
import sharp from "sharp";
import { stackParameters } from "@/contracts/stack";
import { type Database, openServer } from "@/db/database";
import { createOuting } from "@/db/outings";
import { createRun } from "@/db/runs";
import { createStackJob, findParts, findStack } from "@/db/stacks";
import { decodePicture } from "../files/decode";
import { runStack } from "../stack/runStack";
import { PLAIN_REQUEST } from "../stack/testing/plainRequest";
import { storeBytes, storedPath } from "../store";

const server = process.env.TEST_DATABASE_URL;
const data = mkdtempSync(join(tmpdir(), "aevumen-workers-"));
process.env.AEVUMEN_DATA = data;
const name = `workers_${randomUUID().replaceAll("-", "")}`;
const url = server && Object.assign(new URL(server), { pathname: `/${name}` }).href;

const onServer = async (text: string) => {
  const client = new pg.Client({ connectionString: server });
  await client.connect();
  await client.query(text);
  await client.end();
};
const workers: ChildProcess[] = [];
const startWorker = (): ChildProcess => {
  const env = {
    ...process.env,
    DATABASE_URL: url,
    AEVUMEN_ROOT: process.cwd(),
    AEVUMEN_CHECKPOINT_MS: "200",
    NODE_OPTIONS: "",
  };
  const worker = spawn(process.execPath, [join(process.cwd(), "dist/worker.mjs")], { env, stdio: "ignore" });
  workers.push(worker);
  return worker;
};
const ended = (worker: ChildProcess) => new Promise((resolve) => worker.once("exit", resolve));
const until = async <Value>(look: () => Promise<Value | null>): Promise<Value> => {
  for (;;) {
    const found = await look();
    if (found !== null) return found;
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
};

/** More than one worker may take, in three parts. */
const FRAMES = 120;
const KINDS = 6;

(server ? describe : describe.skip)("two workers on one database and one store", () => {
  let database: Database;
  beforeAll(async () => {
    await onServer(`create database ${name}`);
    database = await openServer(url!, join(process.cwd(), "src/db/migrations"));
  });
  afterAll(async () => {
    for (const worker of workers) if (worker.exitCode === null && worker.signalCode === null) worker.kill("SIGKILL");
    await database.close();
    await onServer(`drop database ${name} with (force)`);
    rmSync(data, { recursive: true, force: true });
  });

  it("divide a stack, and what one leaves that is killed the other takes over: every frame counts once", async () => {
    const hashes: string[] = [];
    for (let kind = 0; kind < KINDS; kind++) {
      const noise = { type: "gaussian" as const, mean: 60 + 20 * kind, sigma: 20 };
      const picture = sharp({ create: { width: 1800, height: 1350, channels: 3, background: "#000", noise } });
      hashes.push((await storeBytes(await picture.jpeg({ quality: 95 }).toBuffer())).hash);
    }
    const shot = { name: "x", recipeLine: "" };
    const { shotId } = await createOuting(database.db, { name: "x", date: "2026-11-24", siteId: null, shot });
    const source = { shotId, source: "files", recipeLine: "", state: "done", framesWanted: 0 } as const;
    const runId = (await createRun(database.db, source)).id;
    const inputs = Array.from({ length: FRAMES }, (_, at) => ({
      frameId: randomUUID(),
      name: `${at}.jpg`,
      // The later kinds come seldom: a frame that counts twice shows in the mean.
      hash: hashes[Math.floor(KINDS * (at / FRAMES) ** 2)]!,
    }));
    const parameters = stackParameters.parse({ method: "lighten over mean", keepsLayers: false });
    const { stack } = await createStackJob(database.db, { shotId, runId, parameters, inputs, version: "1" }, 3);

    const [first] = [startWorker(), startWorker()];
    // Both are at it, and the one that is killed has folded something.
    await until(async () => {
      const parts = await findParts(database.db, stack.id);
      const running = parts.filter(({ state, done }) => state === "running" && done > 0);
      return new Set(running.map(({ worker }) => worker)).size === 2 ? true : null;
    });
    first!.kill("SIGKILL");
    await ended(first!);
    const killedAt = Date.now();
    const before = await findParts(database.db, stack.id);
    const own = await findStack(database.db, stack.id);
    const held = new Map([...before, own!.job!].map((job) => [job.id, job]));
    // Whatever the dead one held is another's within half a minute.
    const takenAt = await until(async () => {
      const now = [...(await findParts(database.db, stack.id)), (await findStack(database.db, stack.id))!.job!];
      return now.some(({ id, attempts }) => attempts > held.get(id)!.attempts && held.get(id)!.state === "running")
        ? Date.now()
        : null;
    });
    expect(takenAt - killedAt).toBeLessThan(30_000);

    const done = await until(async () => {
      const detail = await findStack(database.db, stack.id);
      if (detail?.job?.state === "failed") throw new Error(detail.job.problem ?? "failed");
      return detail?.stack.resultHash ? detail.stack : null;
    });
    expect([done.framesUsed, done.refused]).toEqual([FRAMES, []]);
    const outputPath = join(data, "alone.tif");
    const alone = {
      files: inputs.map(({ name: file, hash }) => ({ name: file, path: storedPath(hash) })),
      method: "lighten over mean" as const,
      ...PLAIN_REQUEST,
      settings: parameters,
      outputPath,
    };
    await runStack(alone);
    const [together, apart] = await Promise.all([
      decodePicture(storedPath(done.resultHash!), 16),
      decodePicture(outputPath, 16),
    ]);
    expect(Buffer.from(together.buffer).equals(Buffer.from(apart.buffer))).toBe(true);
    // Nothing is left of the parts.
    expect((await findParts(database.db, stack.id)).map(({ state }) => state)).toEqual(["done", "done", "done"]);
    expect(readdirSync(join(data, "checkpoints"))).toEqual([]);
  }, 180_000);
});
