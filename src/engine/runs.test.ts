import { mkdtempSync, readFileSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { chosenCamera } from "@/core/camera";
import { parseRecipe } from "@/core/recipe";
import { type Database, openEmbedded } from "@/db/database";
import { createEmptyOuting, createShot } from "@/db/outings";
import { findRun, listFrames } from "@/db/runs";
import type { RunsHost } from "./capturing";
import { RemotePhone } from "./phone/client";
import { startStandIn } from "./phone/served";
import type { PhoneServer } from "./phone/server";
import { STAGE_PATH, usualStage } from "./phone/stage";
import { resumeRuns, startRun } from "./runs";
import { storedPath } from "./store";

const data = mkdtempSync(join(tmpdir(), "aevumen-runs-"));
process.env.AEVUMEN_DATA = data;
let database: Database;
let shotId: string;
let server: PhoneServer;
let phone: RemotePhone;

beforeAll(async () => {
  database = await openEmbedded(null, join(process.cwd(), "src/db/migrations"));
  const outing = await createEmptyOuting(database.db, { name: "Quay", date: "2026-10-24" });
  shotId = await createShot(database.db, {
    outingId: outing.id,
    name: "Trails",
    intent: "light-trails" as const,
    recipeLine: "",
  });
  server = await startStandIn({ name: "Pocket R", port: 0, faults: {}, token: "word" });
  phone = new RemotePhone(server);
  const camera = chosenCamera({ phones: [], clipOns: [] }, null);
  // A camera of few pixels: what is tested is not how they look.
  const small = { ...camera, lens: { ...camera.lens, widthPx: 408, heightPx: 306 }, widthsPx: [102] };
  await fetch(server.address + STAGE_PATH, {
    method: "PUT",
    headers: { authorization: "Bearer word" },
    body: JSON.stringify({ ...usualStage(), camera: small }),
  });
  process.env.AEVUMEN_PHONE = server.address;
  process.env.AEVUMEN_PHONE_TOKEN = "word";
});
afterAll(async () => {
  delete process.env.AEVUMEN_PHONE;
  delete process.env.AEVUMEN_PHONE_TOKEN;
  await server.close();
  await database.close();
  rmSync(data, { recursive: true, force: true });
});

const host = (): RunsHost => ({ database, capturing: new Map() });
const begin = async (of: RunsHost, line: string, pace: "quick" | "recipe" = "quick") => {
  const options = { widthPx: 102, pace, startsAt: null, seed: 3 };
  const started = await startRun(of, { shotId, recipe: parseRecipe(line).recipe, options });
  if (started.kind === "refused") throw new Error(started.problems.join(" "));
  return started;
};
const framesOf = (runId: string) => listFrames(database.db, runId, 0, 100);

test("a run's frames and their raw copies lie in the store before the phone forgets them", async () => {
  await phone.set({ rawCopies: true, nightMode: false });
  const { run, ended } = await begin(host(), "3 x 1/8 | iso 50 | raw+jpeg");
  await ended;
  expect((await findRun(database.db, run.id))?.state).toBe("done");
  const frames = await framesOf(run.id);
  expect(frames).toHaveLength(3);
  for (const { hash, rawHash, rawBytes } of frames) {
    expect(readFileSync(storedPath(hash)).subarray(0, 2)).toEqual(Buffer.from([0xff, 0xd8]));
    expect(readFileSync(storedPath(rawHash!)).length).toBe(rawBytes);
  }
  expect((await phone.frames(run.id)).frames).toEqual([]);
});

test("a run that its process left is gone on with by the next one: every frame once", async () => {
  const first = host();
  const { run } = await begin(first, "5 x 0.3s every 0.6s | iso 50 | jpeg", "recipe");
  while ((await framesOf(run.id)).length < 2) await new Promise((resolve) => setTimeout(resolve, 30));
  // The process is gone; the phone goes on by itself.
  first.capturing.get(run.id)!.stop.abort();
  const next = host();
  expect(await resumeRuns(next, true)).toEqual([run.id]);
  expect(await resumeRuns(next, true)).toEqual([]);
  while ((await findRun(database.db, run.id))?.state === "running")
    await new Promise((resolve) => setTimeout(resolve, 30));
  const frames = await framesOf(run.id);
  expect(frames.map(({ name }) => name).sort()).toEqual([1, 2, 3, 4, 5].map((number) => `frame-000${number}.jpg`));
  expect((await findRun(database.db, run.id))?.state).toBe("done");
});

test("what the phone cannot do is refused in its own words, and nothing is begun", async () => {
  const options = { widthPx: 102, pace: "quick" as const, startsAt: null, seed: 3 };
  const { recipe } = parseRecipe("2 x 90s | iso 50");
  const refused = await startRun(host(), { shotId, recipe, options });
  expect(refused).toMatchObject({ kind: "refused", problems: [expect.stringContaining("cannot hold")] });
});

test("runs of a phone that has forgotten them are not gone on with", async () => {
  const { run, ended } = await begin(host(), "1 x 1/8 | iso 50");
  await ended;
  process.env.AEVUMEN_PHONE = "http://127.0.0.1:9";
  try {
    expect(await resumeRuns(host(), true)).toEqual([]);
  } finally {
    process.env.AEVUMEN_PHONE = server.address;
  }
  expect((await findRun(database.db, run.id))?.state).toBe("done");
});
