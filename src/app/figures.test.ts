import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { eq } from "drizzle-orm";
import sharp from "sharp";
import { figuresReply } from "@/contracts/frameFigures";
import { framesReply } from "@/contracts/replies";
import { madeNight } from "@/core/inspect/testing/nightSky";
import { type Database, openEmbedded } from "@/db/database";
import { findUnmeasured, keepFigures } from "@/db/figures";
import { createOuting } from "@/db/outings";
import { addFrame, createRun } from "@/db/runs";
import { frames } from "@/db/schema";
import { measureFrames } from "@/engine/frameMeasuring";
import { storeBytes } from "@/engine/store";
import * as choices from "./api/runs/[runId]/choices/route";
import * as figures from "./api/runs/[runId]/figures/route";
import * as runFrames from "./api/runs/[runId]/frames/route";

const data = mkdtempSync(join(tmpdir(), "aevumen-figures-"));
process.env.AEVUMEN_DATA = data;
let database: Database;

beforeAll(async () => {
  database = await openEmbedded(null, join(process.cwd(), "src/db/migrations"));
  (globalThis as { aevumenApplication?: unknown }).aevumenApplication = Promise.resolve({ database });
});
afterAll(async () => {
  await database.close();
  rmSync(data, { recursive: true, force: true });
});

type Handler = (request: Request, context: { params: Promise<{ runId: string }> }) => Promise<Response>;
async function ask(handler: Handler, runId: string, body?: unknown, query = "") {
  const request = new Request(`http://127.0.0.1:3210/api/x${query}`, {
    method: body === undefined ? "GET" : "PUT",
    headers: { host: "127.0.0.1:3210", "content-type": "application/json" },
    ...(body === undefined ? {} : { body: JSON.stringify(body) }),
  });
  const response = await handler(request, { params: Promise.resolve({ runId }) });
  return { status: response.status, json: (await response.json()) as unknown };
}

/** A run of nights of stars, the last of which cannot be read. */
async function runOf(count: number, recipeLine = ""): Promise<string> {
  const shot = { name: "Stars", recipeLine: "1s" };
  const { shotId } = await createOuting(database.db, { name: "Stars", date: "2026-11-25", shot });
  const wanted = { shotId, source: "files", recipeLine, state: "done", framesWanted: 0 } as const;
  const run = await createRun(database.db, wanted);
  for (let index = 0; index < count; index++) {
    const { width, height, samples } = madeNight({ seed: index + 1, along: index === 1 ? 2.5 : 0.9 });
    const whole = await sharp(samples, { raw: { width, height, channels: 3 } })
      .png()
      .toBuffer();
    const bytes = index === count - 1 ? whole.subarray(0, 200) : whole;
    const { hash } = await storeBytes(bytes);
    const size = { bytes: bytes.length, width, height, depth: 8 as const };
    await addFrame(database.db, { runId: run.id, name: `${index}.png`, hash, thumbnailHash: hash, ...size });
  }
  return run.id;
}

it("frames are measured when somebody asks for their figures, and only what is new comes again", async () => {
  const runId = await runOf(4);
  const first = figuresReply.parse((await ask(figures.GET, runId)).json);
  expect(first).toMatchObject({ figures: [], left: 4, more: false });
  let reply = first;
  const known = new Map<string, (typeof reply)["figures"][number]["figures"]>();
  while (reply.left > 0 || known.size < 4) {
    await new Promise((resolve) => setTimeout(resolve, 30));
    const since = reply.until === null ? "" : `?since=${encodeURIComponent(reply.until)}`;
    reply = figuresReply.parse((await ask(figures.GET, runId, undefined, since)).json);
    for (const each of reply.figures) known.set(each.id, each.figures);
  }
  const { frames } = framesReply.parse((await ask(runFrames.GET, runId, undefined, "?after=0")).json);
  const [still, drawnOut, , broken] = frames.map(({ id }) => known.get(id)!);
  expect(broken).toMatchObject({ kind: "unreadable", reason: expect.stringMatching(/damaged|breaks off/) });
  if (still?.kind !== "measured" || drawnOut?.kind !== "measured") throw new Error("two frames can be read");
  expect(still.smear!.elongation).toBeLessThan(1.1);
  expect(drawnOut.smear!.elongation).toBeGreaterThan(2);
  // The others are of other stars: nothing of them fits.
  expect([still.drift, drawnOut.drift]).toEqual([{ x: 0, y: 0 }, null]);
  expect((await ask(figures.GET, runId, undefined, "?since=yesterday")).status).toBe(400);
  expect((await ask(figures.GET, crypto.randomUUID())).status).toBe(404);
}, 60_000);

it("what the shot's plan says of a frame is kept beside its figures, where there was a plan and its settings are known", async () => {
  const plannedOf = async (recipeLine: string) => {
    const runId = await runOf(2, recipeLine);
    const [known] = await database.db.select().from(frames).where(eq(frames.runId, runId)).limit(1);
    await database.db.update(frames).set({ shutterSeconds: 1, iso: 50 }).where(eq(frames.id, known!.id));
    await measureFrames(database.db, runId);
    const reply = figuresReply.parse((await ask(figures.GET, runId)).json);
    return reply.figures.map(({ id, planned }) => (id === known!.id ? planned !== null : planned));
  };
  expect((await plannedOf("1s | iso 50")).sort()).toEqual([null, true]);
  expect((await plannedOf("")).sort()).toEqual([false, null]);
}, 60_000);

it("what was measured of a picture is not kept for the one that has taken its place meanwhile", async () => {
  const runId = await runOf(2);
  const [frame] = await database.db.select().from(frames).where(eq(frames.runId, runId)).limit(1);
  const { id, hash } = frame!;
  const late = { kind: "unreadable", reason: "of another picture" } as const;
  await keepFigures(database.db, { id, hash: "0".repeat(64) }, late, null);
  expect((await findUnmeasured(database.db, runId, 9)).map((each) => each.id)).toContain(id);
  await keepFigures(database.db, { id, hash }, late, null);
  expect((await findUnmeasured(database.db, runId, 9)).map((each) => each.id)).not.toContain(id);
}, 60_000);

it("what is thought of frames is kept, all of it or nothing, and of its own run alone", async () => {
  const [runId, other] = [await runOf(3), await runOf(2)];
  await measureFrames(database.db, runId);
  const framesOf = async (id: string) =>
    framesReply.parse((await ask(runFrames.GET, id, undefined, "?after=0")).json).frames;
  const [a, b, c] = await framesOf(runId);
  const choose = (id: string, wanted: unknown, was?: unknown) => ask(choices.PUT, id, { choices: wanted, was });
  const wanted = [
    { id: a!.id, choice: "out" },
    { id: b!.id, choice: "best" },
  ];
  expect((await choose(runId, wanted)).status).toBe(200);
  expect((await framesOf(runId)).map(({ choice }) => choice)).toEqual(["out", "best", null]);
  expect((await choose(runId, [{ id: a!.id, choice: null }])).status).toBe(200);
  expect((await framesOf(runId)).map(({ choice }) => choice)).toEqual([null, "best", null]);
  // Another window still thinks that the second one is nothing special.
  const late = { choices: [{ id: b!.id, choice: null }] };
  expect((await choose(runId, [{ id: b!.id, choice: "out" }], late)).status).toBe(409);
  expect((await choose(runId, [{ id: c!.id, choice: null }], { choices: [{ id: c!.id, choice: null }] })).status).toBe(
    200,
  );
  expect((await framesOf(runId)).map(({ choice }) => choice)).toEqual([null, "best", null]);
  const [foreign] = await framesOf(other);
  const mixed = [
    { id: c!.id, choice: "out" },
    { id: foreign!.id, choice: "out" },
  ];
  expect((await choose(runId, mixed)).status).toBe(404);
  for (const wrong of [[], [{ id: a!.id, choice: "perhaps" }], [{ id: "x", choice: "in" }], "all"])
    expect((await choose(runId, wrong)).status).toBe(400);
  expect((await choose(crypto.randomUUID(), wanted)).status).toBe(404);
  expect((await framesOf(runId)).map(({ choice }) => choice)).toEqual([null, "best", null]);
}, 60_000);
