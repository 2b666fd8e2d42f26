import { EventEmitter } from "node:events";
import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { eq } from "drizzle-orm";
import { type RunReply, runReply } from "@/contracts/replies";
import { type Database, openEmbedded } from "@/db/database";
import { createEmptyOuting, createShot } from "@/db/outings";
import { closeLostRuns, createRun } from "@/db/runs";
import { logEntries } from "@/db/schema";
import * as finish from "./api/runs/[runId]/finish/route";
import * as handFrame from "./api/runs/[runId]/hand-frames/[frameId]/route";
import * as handFrames from "./api/runs/[runId]/hand-frames/route";
import * as markSound from "./api/runs/[runId]/marks/[markId]/sound/route";
import * as spokenMark from "./api/runs/[runId]/marks/spoken/route";
import * as runDetail from "./api/runs/[runId]/route";
import * as handRuns from "./api/shots/[shotId]/hand-runs/route";

const data = mkdtempSync(join(tmpdir(), "aevumen-hand-"));
process.env.AEVUMEN_DATA = data;
let database: Database;
let shotId: string;
const AT = "2026-10-24T18:20:00.000Z";

beforeAll(async () => {
  database = await openEmbedded(null, join(process.cwd(), "src/db/migrations"));
  const application = { database, changes: new EventEmitter(), capturing: new Map() };
  (globalThis as { aevumenApplication?: unknown }).aevumenApplication = Promise.resolve(application);
  const outing = await createEmptyOuting(database.db, { name: "Quay", date: "2026-10-24" });
  shotId = await createShot(database.db, {
    outingId: outing.id,
    name: "Trails",
    intent: "light-trails",
    recipeLine: "",
  });
});
afterAll(async () => {
  await database.close();
  rmSync(data, { recursive: true, force: true });
});

type Handler<Params> = (request: Request, context: { params: Promise<Params> }) => Promise<Response>;

async function ask<Params>(handler: Handler<Params>, params: Params, method: string, body?: unknown) {
  const request = new Request("http://127.0.0.1:3210/api/x", {
    method,
    headers: { host: "127.0.0.1:3210" },
    ...(body === undefined ? {} : { body: JSON.stringify(body) }),
  });
  const response = await handler(request, { params: Promise.resolve(params) });
  return { status: response.status, json: await response.json() };
}
const begin = async (way: "timer" | "press") =>
  (await ask(handRuns.POST, { shotId }, "POST", { line: "3 x 2s every 5s | iso 50", way, startedAt: AT })).json.run
    .id as string;
const standing = async (runId: string): Promise<RunReply> =>
  runReply.parse((await ask(runDetail.GET, { runId }, "GET")).json);
const tap = (number: number | null, id = crypto.randomUUID()) => ({
  id,
  number,
  takenAt: AT,
  shutterSeconds: 2,
  iso: 50,
});
const log = (runId: string, frames: unknown) => ask(handFrames.POST, { runId }, "POST", { frames });

test("frames that are logged by hand are counted up, and each only once however often it is sent", async () => {
  const runId = await begin("press");
  const taps = [tap(null), tap(null), tap(null)];
  await log(runId, taps.slice(0, 2));
  await log(runId, taps);
  const { run, handFrames: logged } = await standing(runId);
  expect(run).toMatchObject({ source: "hand", handWay: "press", state: "running", framesWanted: 3, createdAt: AT });
  expect(logged.map(({ id, number }) => [id, number])).toEqual(taps.map(({ id }, number) => [id, number]));
});

test("a beat that two pages log is one frame", async () => {
  const runId = await begin("timer");
  await log(runId, [tap(0), tap(1)]);
  await log(runId, [tap(1), tap(2)]);
  expect((await standing(runId)).handFrames.map(({ number }) => number)).toEqual([0, 1, 2]);
});

test("what was logged can be corrected and taken back; what is wrong changes nothing", async () => {
  const runId = await begin("press");
  const { id: frameId } = tap(null);
  await log(runId, [tap(null, frameId)]);
  const change = (part: unknown) => ask(handFrame.PATCH, { runId, frameId }, "PATCH", part);
  expect((await change({ state: "spoiled", note: " bus " })).status).toBe(200);
  expect((await change({ takenAt: "2026-10-24T18:20:07.000Z", shutterSeconds: 4, iso: 100 })).status).toBe(200);
  expect((await change({})).status).toBe(200);
  for (const part of [{ state: "lost" }, { shutterSeconds: 0 }, { iso: -50 }, { takenAt: "noon" }, { number: 4 }])
    expect((await change(part)).status).toBe(400);
  expect((await standing(runId)).handFrames).toMatchObject([
    { state: "spoiled", note: "bus", takenAt: "2026-10-24T18:20:07.000Z", shutterSeconds: 4, iso: 100, number: 0 },
  ]);
  expect((await ask(handFrame.DELETE, { runId, frameId }, "DELETE")).status).toBe(200);
  expect((await ask(handFrame.DELETE, { runId, frameId }, "DELETE")).status).toBe(404);
  expect((await standing(runId)).handFrames).toEqual([]);
});

test("a run by hand goes on without any process until it is ended, or another one begins, and then stands in the log", async () => {
  const first = await begin("press");
  await log(first, [tap(null), tap(null)]);
  expect(await closeLostRuns(database.db, true)).not.toContain(first);
  expect((await standing(first)).run.state).toBe("running");
  const second = await begin("press");
  expect((await standing(first)).run.state).toBe("done");
  await log(second, [tap(null)]);
  await ask(finish.POST, { runId: second }, "POST");
  expect((await standing(second)).run.state).toBe("done");
  const entries = await database.db.select().from(logEntries).where(eq(logEntries.shotId, shotId));
  const countOf = (runId: string) => entries.find((entry) => entry.runId === runId)?.frameCount;
  expect([countOf(first), countOf(second)]).toEqual([2, 1]);
});

test("frames of a phone's run are not logged by hand", async () => {
  const source = { shotId, source: "phone", recipeLine: "", state: "running", framesWanted: 3 } as const;
  const { id } = await createRun(database.db, source);
  expect((await log(id, [tap(null)])).status).toBe(409);
  expect((await log(crypto.randomUUID(), [tap(null)])).status).toBe(404);
  expect((await log(id, [])).status).toBe(400);
});

test("a spoken note is kept with its sound; what is no sound, or too long, is refused and leaves nothing", async () => {
  const source = { shotId, source: "phone", recipeLine: "", state: "running", framesWanted: 3 } as const;
  const { id: runId } = await createRun(database.db, source);
  const speak = async (body: Buffer, type: string, query = "?frame=2&seconds=3.4") => {
    const request = new Request(`http://127.0.0.1:3210/api/x${query}`, {
      method: "POST",
      headers: { host: "127.0.0.1:3210", "content-type": type },
      body: new Uint8Array(body),
    });
    const response = await spokenMark.POST(request, { params: Promise.resolve({ runId }) });
    return { status: response.status, json: await response.json() };
  };
  const sound = Buffer.from("a few words");
  const { status, json } = await speak(sound, "audio/webm;codecs=opus");
  expect(status).toBe(201);
  expect((await standing(runId)).marks).toMatchObject([
    { frame: 2, kind: "note", text: "spoken, 3 s", isSpoken: true },
  ]);
  const asked = new Request("http://127.0.0.1:3210/api/x", { headers: { host: "127.0.0.1:3210" } });
  const heard = await markSound.GET(asked, { params: Promise.resolve({ runId, markId: json.id }) });
  expect(heard.headers.get("content-type")).toBe("audio/webm");
  expect(Buffer.from(await heard.arrayBuffer())).toEqual(sound);
  expect((await speak(sound, "text/html")).status).toBe(415);
  expect((await speak(Buffer.alloc(5e6), "audio/webm")).status).toBe(413);
  expect((await speak(sound, "audio/webm", "?frame=-1&seconds=1")).status).toBe(400);
  expect((await standing(runId)).marks).toHaveLength(1);
});
