import { mkdtempSync, readFileSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import sharp from "sharp";
import { chosenCamera } from "@/core/camera";
import { parseRecipe } from "@/core/recipe";
import { type Database, openEmbedded } from "@/db/database";
import { listLog } from "@/db/log";
import { createEmptyOuting, createShot } from "@/db/outings";
import { createRun, findRun, listFrames } from "@/db/runs";
import type { RunsHost } from "./capturing";
import { RemotePhone } from "./phone/client";
import { startStandIn } from "./phone/served";
import type { PhoneServer } from "./phone/server";
import { STAGE_PATH, usualStage } from "./phone/stage";
import { type AwkwardPhone, awkwardPhone } from "./phone/testing/awkwardPhone";
import { fetchLeft, resumeRuns, startRun, stopRun } from "./runs";
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
  // Whose they are is told by the phone that took them, not by the one that the shot was planned for.
  expect([run.phoneName, ...frames.map(({ camera }) => camera)]).toEqual(Array(4).fill("Pocket R"));
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

describe("a phone that is not what it should be", () => {
  const untilEnded = async (runId: string) => {
    for (;;) {
      const run = (await findRun(database.db, runId))!;
      if (run.state !== "running") return run;
      await new Promise((resolve) => setTimeout(resolve, 30));
    }
  };
  /** A run that another process has left, on an awkward phone. */
  const leftOn = async (awkward: AwkwardPhone, line = "3 x 2s") => {
    process.env.AEVUMEN_PHONE = awkward.link.address;
    await createRun(database.db, {
      id: awkward.run,
      shotId,
      source: "phone",
      recipeLine: line,
      state: "running",
      framesWanted: awkward.files.length,
    });
    const of = host();
    expect(await resumeRuns(of, true)).toContain(awkward.run);
    return of;
  };
  const jpeg = (width: number) =>
    sharp({ create: { width, height: 48, channels: 3, background: "#346" } })
      .jpeg()
      .toBuffer();
  afterEach(() => {
    process.env.AEVUMEN_PHONE = server.address;
  });

  test("sets a frame aside that is no picture, keeps two of the same bytes and any name, and fetches the rest later", async () => {
    const [picture, other] = [await jpeg(64), await jpeg(80)];
    const files = [picture, picture, Buffer.from("no picture at all"), other];
    const awkward = await awkwardPhone(files, {
      frame: (index) => ({ name: index === 0 ? "a\0b\ud83d.jpg" : "IMG_4711.jpg" }),
    });
    try {
      const of = await leftOn(awkward);
      const ended = await untilEnded(awkward.run);
      expect(ended).toMatchObject({ state: "done", mayBeLeft: true, waitingSince: null });
      expect(ended.problem).toMatch(/A frame did not arrive/);
      expect(ended.refused).toEqual([
        { name: "Frame 3, IMG_4711.jpg", reason: expect.stringContaining("not a picture") },
      ]);
      const frames = await framesOf(awkward.run);
      expect(frames.map(({ runIndex }) => runIndex)).toEqual([0, 1, 3]);
      expect(frames[0]!.name).toBe("a\ufffdb\ufffd.jpg");
      expect([...awkward.left]).toEqual([2]);
      // What was wrong with it is mended; a press has it fetched.
      files[2] = await jpeg(96);
      expect(await fetchLeft(of, awkward.run)).toBe(true);
      expect(await untilEnded(awkward.run)).toMatchObject({
        state: "done",
        mayBeLeft: false,
        refused: [],
        problem: null,
      });
      expect((await framesOf(awkward.run)).map(({ runIndex }) => runIndex).sort()).toEqual([0, 1, 2, 3]);
      expect([...awkward.left]).toEqual([]);
      expect(await fetchLeft(of, awkward.run)).toBe(false);
      const logged = () => listLog(database.db).then((rows) => rows.filter(({ entry }) => entry.runId === awkward.run));
      while ((await logged())[0]?.entry.frameCount !== 4) await new Promise((resolve) => setTimeout(resolve, 30));
      expect((await logged()).map(({ entry }) => entry.refusedCount)).toEqual([0]);
    } finally {
      await awkward.close();
    }
  });

  test("has its clock measured: its frames lie at the instants at which they were taken", async () => {
    const awkward = await awkwardPhone([await jpeg(64), await jpeg(80)], {
      frame: () => ({ takenAt: new Date(Date.now() + 3 * 3_600_000).toISOString() }),
    });
    awkward.temper = ({ path, response }) => {
      if (path !== "/status") return false;
      const now = new Date(Date.now() + 3 * 3_600_000).toISOString();
      response.end(JSON.stringify({ now, batteryPercent: 50, sensorCelsius: 8, freeBytes: 1e9, run: null }));
      return true;
    };
    try {
      await leftOn(awkward, "2 x 2s | raw+jpeg");
      const { clockAheadSeconds, problem } = await untilEnded(awkward.run);
      expect(clockAheadSeconds).toBeCloseTo(10_800, 0);
      expect(problem).toBe("2 frames came without the raw copy that the recipe asks for");
      for (const { takenAt } of await framesOf(awkward.run))
        expect(Math.abs(takenAt!.getTime() - Date.now())).toBeLessThan(20_000);
    } finally {
      await awkward.close();
    }
  });

  test("is waited for by a server that was started while it was away, and a run that was never begun is ended", async () => {
    const awkward = await awkwardPhone([await jpeg(64)]);
    try {
      awkward.temper = ({ response }) => {
        response.destroy();
        return true;
      };
      await leftOn(awkward);
      await new Promise<void>((resolve) => {
        const looking = setInterval(async () => {
          if (!(await findRun(database.db, awkward.run))?.waitingSince) return;
          clearInterval(looking);
          resolve();
        }, 30);
      });
      awkward.temper = () => false;
      expect(await untilEnded(awkward.run)).toMatchObject({ state: "done", mayBeLeft: false });
      expect(await framesOf(awkward.run)).toHaveLength(1);
    } finally {
      await awkward.close();
    }
    const armed = await awkwardPhone([await jpeg(64)], { run: { state: "armed" } });
    try {
      await leftOn(armed);
      expect(await untilEnded(armed.run)).toMatchObject({
        state: "aborted",
        problem: expect.stringMatching(/before it began/),
      });
      expect(armed.asked.some((asked) => asked.endsWith("/abort"))).toBe(true);
    } finally {
      await armed.close();
    }
  });

  test("that has heard of the stop and sends nothing is not waited for by a person who asks again", async () => {
    const awkward = await awkwardPhone([await jpeg(64)]);
    awkward.temper = ({ path }) => /frames\/\d+$/.test(path) || path === "/status";
    try {
      const of = await leftOn(awkward);
      await stopRun(of.capturing.get(awkward.run)!, awkward.run);
      expect((await findRun(database.db, awkward.run))?.state).toBe("running");
      await stopRun(of.capturing.get(awkward.run)!, awkward.run);
      expect(await untilEnded(awkward.run)).toMatchObject({ state: "aborted", mayBeLeft: true });
    } finally {
      await awkward.close();
    }
  });

  test("is not waited for by a person who stops, and has what it took fetched once it answers", async () => {
    const awkward = await awkwardPhone([await jpeg(64)]);
    try {
      let hangs = false;
      awkward.temper = ({ path }) => hangs || path === "/capabilities" || path === "/status";
      const of = await leftOn(awkward);
      hangs = true;
      const before = Date.now();
      await stopRun(of.capturing.get(awkward.run)!, awkward.run);
      const ended = await untilEnded(awkward.run);
      expect(Date.now() - before).toBeLessThan(5000);
      expect(ended).toMatchObject({ state: "aborted", mayBeLeft: true });
      awkward.temper = () => false;
      expect(await fetchLeft(of, awkward.run)).toBe(true);
      expect(await untilEnded(awkward.run)).toMatchObject({ state: "done", mayBeLeft: false });
      expect(await framesOf(awkward.run)).toHaveLength(1);
    } finally {
      await awkward.close();
    }
  });
});
