import { EventEmitter } from "node:events";
import { mkdtempSync, readFileSync, rmSync } from "node:fs";
import { access } from "node:fs/promises";
import { tmpdir } from "node:os";
import { join } from "node:path";
import sharp from "sharp";
import { balancedReply, problemReply, resultsReply, stackStarted } from "@/contracts/replies";
import { stackParameters } from "@/contracts/stack";
import { LAYER_OFF_STOPS, type StackMethod } from "@/core/stack";
import { readFixture } from "@/core/stack/testing/fixtures";
import { type Database, openEmbedded } from "@/db/database";
import { createOuting } from "@/db/outings";
import { addFrame, createRun } from "@/db/runs";
import { claimNextJob, createStackJob, findStack } from "@/db/stacks";
import { decodePicture } from "@/engine/files/decode";
import { keepGrowing } from "@/engine/jobs/growing";
import { runStackJob } from "@/engine/jobs/stackJob";
import { storeBytes, storedPath } from "@/engine/store";
import * as results from "./api/results/route";
import * as balance from "./api/stacks/[stackId]/balance/route";
import * as download from "./api/stacks/[stackId]/download/route";
import * as film from "./api/stacks/[stackId]/film/route";
import * as growing from "./api/stacks/[stackId]/growing/route";
import * as layers from "./api/stacks/[stackId]/layers/route";
import * as stacks from "./api/stacks/route";

const data = mkdtempSync(join(tmpdir(), "aevumen-stack-routes-"));
process.env.AEVUMEN_DATA = data;
process.env.AEVUMEN_ROOT = process.cwd();
let database: Database;
let run: { readonly shotId: string; readonly runId: string };

beforeAll(async () => {
  database = await openEmbedded(null, join(process.cwd(), "src/db/migrations"));
  const application = { database, changes: new EventEmitter(), capturing: new Map() };
  (globalThis as { aevumenApplication?: unknown }).aevumenApplication = Promise.resolve(application);
  const shot = { name: "x", recipeLine: "" };
  const { shotId } = await createOuting(database.db, { name: "x", date: "2026-11-24", siteId: null, shot });
  const source = { shotId, source: "files", recipeLine: "", state: "done", framesWanted: 0 } as const;
  run = { shotId, runId: (await createRun(database.db, source)).id };
});
afterAll(async () => {
  await database.close();
  rmSync(data, { recursive: true, force: true });
});

const UNKNOWN = "00000000-0000-4000-8000-000000000000";
type Handler = (request: Request, context: { params: Promise<{ stackId: string }> }) => Promise<Response>;
const ask = (handler: Handler, stackId: string, query = "", body?: unknown) => {
  const given = body === undefined ? {} : { method: "PUT", body: JSON.stringify(body) };
  const headers = { host: "127.0.0.1:3210", "content-type": "application/json" };
  return handler(new Request(`http://127.0.0.1:3210/api/x${query}`, { ...given, headers }), {
    params: Promise.resolve({ stackId }),
  });
};
const problemOf = async (answer: Response) => [answer.status, problemReply.parse(await answer.json()).code];

/** A stack of the fixtures' frames by a method, made to its end. */
async function made(method: StackMethod): Promise<string> {
  const inputs = await Promise.all(
    [1, 2, 3].map(async (at) => {
      const name = `frame_000${at}.png`;
      const { hash } = await storeBytes(readFileSync(join(process.cwd(), "src/core/stack/fixtures", name)));
      return { frameId: crypto.randomUUID(), name, hash };
    }),
  );
  const parameters = stackParameters.parse({ method });
  const { stack } = await createStackJob(database.db, { ...run, parameters, inputs, version: "1" });
  const job = await claimNextJob(database.db, crypto.randomUUID());
  await runStackJob(database.db, job!, job!.worker!, new AbortController());
  return stack.id;
}
const rowOf = async (stackId: string) => (await findStack(database.db, stackId))!.stack;
const isThere = (hash: string) =>
  access(storedPath(hash)).then(
    () => true,
    () => false,
  );

describe("a stack in the making", () => {
  it("shows what its frames come to so far, and nothing before or of another", async () => {
    const { stack } = await createStackJob(database.db, {
      ...run,
      parameters: stackParameters.parse({ method: "mean" }),
      inputs: [],
      version: "1",
    });
    expect((await ask(growing.GET, stack.id)).status).toBe(404);
    const jpeg = await sharp({ create: { width: 8, height: 6, channels: 3, background: "#456" } })
      .jpeg()
      .toBuffer();
    await keepGrowing(stack.id, jpeg);
    const answer = await ask(growing.GET, stack.id);
    expect([answer.status, answer.headers.get("content-type")]).toEqual([200, "image/jpeg"]);
    expect(Buffer.from(await answer.arrayBuffer()).equals(jpeg)).toBe(true);
    for (const id of [UNKNOWN, "../../etc"]) expect((await ask(growing.GET, id)).status).toBe(404);
    const claimed = await claimNextJob(database.db, crypto.randomUUID());
    await runStackJob(database.db, claimed!, claimed!.worker!, new AbortController());
  });
});

describe("frames taken with the lens covered", () => {
  const fixture = (name: string) => join(process.cwd(), "src/core/stack/fixtures", name);
  const source = { source: "files", recipeLine: "", state: "done", framesWanted: 0 } as const;
  const batch = async (names: readonly string[]) => {
    const { id: runId } = await createRun(database.db, { ...source, shotId: run.shotId });
    const frameIds: string[] = [];
    for (const name of names) {
      const { hash } = await storeBytes(readFileSync(fixture(name)));
      const { width, height } = await sharp(fixture(name)).metadata();
      const frame = await addFrame(database.db, {
        runId,
        name,
        hash,
        thumbnailHash: hash,
        bytes: 1,
        width,
        height,
        depth: 8,
      });
      frameIds.push(frame!.id);
    }
    return { runId, frameIds };
  };
  const post = (body: unknown) =>
    stacks.POST(
      new Request("http://127.0.0.1:3210/api/stacks", {
        method: "POST",
        body: JSON.stringify(body),
        headers: { host: "127.0.0.1:3210", "content-type": "application/json" },
      }),
      { params: Promise.resolve({}) },
    );

  it("are another batch, whose median is taken off of every frame, exactly; they are kept with the stack", async () => {
    const lights = await batch(Array.from({ length: 9 }, (_, i) => `frame_000${i + 1}.png`));
    const darks = await batch(["dark_master.png"]);
    const answer = await post({ ...lights, parameters: { method: "mean", encoded: true, darksOf: darks.runId } });
    const { id } = stackStarted.parse(await answer.json());
    const job = await claimNextJob(database.db, crypto.randomUUID());
    await runStackJob(database.db, job!, job!.worker!, new AbortController());
    const row = await rowOf(id);
    expect(row.darks?.map(({ name }) => name)).toEqual(["dark_master.png"]);
    const wanted = (await readFixture("dark-sub-mean.png")).samples;
    expect(await decodePicture(storedPath(row.resultHash!), 16)).toEqual(wanted);
  });

  it("have to be there", async () => {
    const lights = await batch(["frame_0001.png"]);
    const asked = { ...lights, parameters: { method: "mean", darksOf: UNKNOWN } };
    expect(await problemOf(await post(asked))).toEqual([409, "no-dark-frames"]);
  });
});

describe("the parts of a result", () => {
  it("come small, with their size, and are weighed: the picture of the weights before is dropped", async () => {
    const stackId = await made("lighten");
    const { width, height } = await rowOf(stackId);
    const bytes = await (await ask(layers.GET, stackId)).arrayBuffer();
    const [smallWidth, smallHeight] = new Uint32Array(bytes, 0, 2);
    expect([smallWidth, smallHeight]).toEqual([width, height]);
    expect(bytes.byteLength).toBe(8 + 2 * 2 * 3 * width! * height!);

    const first = await ask(balance.PUT, stackId, "", { balance: { moving: -1 }, was: { balance: null } });
    const { balancedHash } = balancedReply.parse(await first.json());
    expect(await isThere(balancedHash!)).toBe(true);
    const second = await ask(balance.PUT, stackId, "", {
      balance: { moving: -LAYER_OFF_STOPS },
      was: { balance: { moving: -1 } },
    });
    const other = balancedReply.parse(await second.json());
    expect([await isThere(balancedHash!), await isThere(other.balancedHash!)]).toEqual([false, true]);
    const xmp = (await sharp(storedPath(other.balancedHash!)).metadata()).xmp!.toString();
    expect(xmp).toContain("aevumen:balance=");

    // Another window has weighed them meanwhile.
    const late = { balance: { base: 1 }, was: { balance: { moving: -1 } } };
    expect((await problemOf(await ask(balance.PUT, stackId, "", late)))[0]).toBe(409);
    expect((await rowOf(stackId)).balancedHash).toBe(other.balancedHash);
    const back = await ask(balance.PUT, stackId, "", { balance: null });
    expect(balancedReply.parse(await back.json())).toEqual({ balance: null, balancedHash: null });
    expect(await isThere(other.balancedHash!)).toBe(false);
    expect(await isThere((await rowOf(stackId)).resultHash!)).toBe(true);
  });

  it("stand among the results that may be given a look, newest first, as their parts were weighed", async () => {
    const stackId = await made("lighten over mean");
    const answer = await ask(balance.PUT, stackId, "", { balance: { moving: -1 }, was: { balance: null } });
    const { balancedHash } = balancedReply.parse(await answer.json());
    const listed = await results.GET(
      new Request("http://127.0.0.1:3210/api/results", { headers: { host: "127.0.0.1:3210" } }),
      {
        params: Promise.resolve({}),
      },
    );
    const all = resultsReply.parse(await listed.json());
    expect(all[0]).toMatchObject({
      stackId,
      hash: balancedHash,
      shotName: expect.any(String),
      outingName: expect.any(String),
    });
    const times = all.map(({ createdAt }) => createdAt);
    expect(times).toEqual([...times].sort().reverse());
  });

  it("are taken as the pages of a TIFF, and nothing else is", async () => {
    const stackId = await made("lighten over mean");
    const parts = await ask(download.GET, stackId, "?format=tiff&of=layers");
    expect(parts.headers.get("content-disposition")).toBe(
      'attachment; filename="aevumen-lighten-over-mean-3-parts.tif"',
    );
    expect((await sharp(Buffer.from(await parts.arrayBuffer())).metadata()).pages).toBe(2);
    expect(await problemOf(await ask(download.GET, stackId, "?format=png&of=layers"))).toEqual([400, "invalid-format"]);
    expect(await problemOf(await ask(download.GET, stackId, "?format=png&of=all"))).toEqual([400, "invalid-part"]);
  });

  it("are none of a median, and weights are bounded", async () => {
    const stackId = await made("median");
    expect((await ask(layers.GET, stackId)).status).toBe(404);
    expect(await problemOf(await ask(balance.PUT, stackId, "", { balance: { base: 1 } }))).toEqual([409, "no-layers"]);
    for (const wrong of [{ balance: { base: 9 } }, { balance: { lamp: 1 } }, { balance: 3 }, {}])
      expect((await ask(balance.PUT, stackId, "", wrong)).status).toBe(400);
    for (const handler of [balance.PUT, layers.GET, download.GET, film.GET])
      expect(
        (await ask(handler, UNKNOWN, "?format=tiff", handler === balance.PUT ? { balance: null } : undefined)).status,
      ).toBe(404);
  });
});

describe("a film of a result", () => {
  it("is made of frames that are folded, as long as may be, and of no others", async () => {
    const answer = await ask(film.GET, await made("lighten"), "?seconds=2");
    expect([answer.status, answer.headers.get("content-type")]).toEqual([200, "video/mp4"]);
    expect(
      Buffer.from(await answer.arrayBuffer())
        .subarray(4, 8)
        .toString("latin1"),
    ).toBe("ftyp");
    expect(await problemOf(await ask(film.GET, await made("median"), "?seconds=2"))).toEqual([409, "does-not-grow"]);
    for (const query of ["?seconds=1", "?seconds=999", "?seconds=long"])
      expect((await ask(film.GET, UNKNOWN, query)).status).toBe(400);
  });
});
