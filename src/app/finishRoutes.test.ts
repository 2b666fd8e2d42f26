import { EventEmitter } from "node:events";
import { mkdtempSync, readdirSync, readFileSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import jsQR from "jsqr";
import sharp from "sharp";
import { z } from "zod";
import { finishLight } from "@/contracts/finish";
import { finishReply, lookReply, makingReply, problemReply, tableReply } from "@/contracts/replies";
import { readLookFile } from "@/core/finish";
import { lookFromXmp, recipeFromXmp } from "@/core/recipe";
import { type Database, openEmbedded } from "@/db/database";
import { createOuting } from "@/db/outings";
import { addFrame, createRun } from "@/db/runs";
import { releasePicture } from "@/engine/finish/heldPicture";
import { releaseFinished } from "@/engine/finish/making";
import { storeBytes } from "@/engine/store";
import * as download from "./api/finishes/[finishId]/download/route";
import * as light from "./api/finishes/[finishId]/light/route";
import * as making from "./api/finishes/[finishId]/making/route";
import * as piece from "./api/finishes/[finishId]/piece/route";
import * as finish from "./api/finishes/[finishId]/route";
import * as finishes from "./api/finishes/route";
import * as lookFile from "./api/looks/[lookId]/file/route";
import * as look from "./api/looks/[lookId]/route";
import * as looks from "./api/looks/route";
import * as table from "./api/tables/[table]/route";
import * as tables from "./api/tables/route";

const data = mkdtempSync(join(tmpdir(), "aevumen-finish-routes-"));
process.env.AEVUMEN_DATA = data;
process.env.AEVUMEN_ROOT = process.cwd();
let database: Database;
let frameId: string;

beforeAll(async () => {
  database = await openEmbedded(null, join(process.cwd(), "src/db/migrations"));
  const application = { database, changes: new EventEmitter(), capturing: new Map() };
  (globalThis as { aevumenApplication?: unknown }).aevumenApplication = Promise.resolve(application);
  const shot = { name: "x", recipeLine: "" };
  const { shotId } = await createOuting(database.db, { name: "x", date: "2026-11-24", siteId: null, shot });
  const recipeLine = "2s | iso 50 | wb 4000K";
  const { id: runId } = await createRun(database.db, {
    shotId,
    source: "files",
    recipeLine,
    state: "done",
    framesWanted: 1,
  });
  const { hash } = await storeBytes(readFileSync(join(process.cwd(), "src/core/stack/fixtures/frame_0001.png")));
  const { width, height } = await sharp(join(process.cwd(), "src/core/stack/fixtures/frame_0001.png")).metadata();
  const frame = await addFrame(database.db, {
    runId,
    name: "a.png",
    hash,
    thumbnailHash: hash,
    bytes: 1,
    width,
    height,
    depth: 8,
  });
  frameId = frame!.id;
});
afterAll(async () => {
  await releasePicture();
  await database.close();
  rmSync(data, { recursive: true, force: true });
});

const UNKNOWN = "00000000-0000-4000-8000-000000000000";
type Handler = (request: Request, context: { params: Promise<never> }) => Promise<Response>;
const ask = (
  handler: unknown,
  params: object,
  { query = "", method = "GET", body, text }: { query?: string; method?: string; body?: unknown; text?: string } = {},
) =>
  (handler as Handler)(
    new Request(`http://127.0.0.1:3210/api/x${query}`, {
      method,
      ...((body !== undefined || text !== undefined) && { body: text ?? JSON.stringify(body) }),
      headers: { host: "127.0.0.1:3210", "content-type": "application/json" },
    }),
    { params: Promise.resolve(params as never) },
  );
const begin = async (line: string) => {
  const answer = await ask(
    finishes.POST,
    {},
    { method: "POST", body: { source: { frameId }, name: "Façade / one", line } },
  );
  expect(answer.status).toBe(201);
  return z.array(finishReply).parse(await answer.json())[0]!;
};
const codeOf = async (answer: Response) => [answer.status, problemReply.parse(await answer.json()).code];

describe("a version of a picture", () => {
  it("keeps its steps, is refused what is no look, and does not overwrite another window's", async () => {
    const { id, history } = await begin("exposure +1");
    const patch = (body: unknown) => ask(finish.PATCH, { finishId: id }, { method: "PATCH", body });
    const next = { lines: ["exposure +1", "exposure +1 | sky -0.5"], at: 1 };
    const changed = finishReply.parse(await (await patch({ history: next, was: { history } })).json());
    expect(changed.history).toEqual(next);
    expect((await patch({ history, was: { history } })).status).toBe(409);
    const wrong = await patch({ history: { lines: ["exposure much"], at: 0 } });
    expect(wrong.status).toBe(400);
    expect(problemReply.parse(await wrong.json()).message).toMatch(/“much” is no part of a look: expected exposure/);
    expect((await patch({ history: { lines: ["colour +5"], at: 3 } })).status).toBe(400);
    expect((await ask(finish.DELETE, { finishId: id }, { method: "DELETE" })).status).toBe(200);
    expect((await patch({ name: "gone" })).status).toBe(404);
  });

  it("is of a picture that is there, and several get a look all or none", async () => {
    const give = (sources: unknown) =>
      ask(finishes.POST, {}, { method: "POST", body: { name: "n", line: "", sources } });
    expect((await give([{ frameId }, { frameId: UNKNOWN }])).status).toBe(404);
    expect((await give([])).status).toBe(400);
    expect(z.array(finishReply).parse(await (await give([{ frameId }, { frameId }])).json())).toHaveLength(2);
  });

  it("sends what a page needs to finish it", async () => {
    const { id } = await begin("");
    const body = await (await ask(light.GET, { finishId: id })).arrayBuffer();
    const bytes = new DataView(body).getUint32(0, true);
    const head = finishLight.parse(JSON.parse(new TextDecoder().decode(new Uint8Array(body, 4, bytes))));
    expect(head).toMatchObject({ hasMoving: false, balancedFor: 4000 });
    const pixels = ({ width, height }: { width: number; height: number }) => 6 * width * height;
    expect(body.byteLength).toBe(4 + bytes + pixels(head.shown) + pixels(head.small));
    for (const finishId of [UNKNOWN, "../../etc"]) expect((await ask(light.GET, { finishId })).status).toBe(404);
  });

  it("keeps what somebody has painted of its lights, sends it along, and refuses what is none", async () => {
    const { id } = await begin("");
    const change = (painted: unknown) => ask(finish.PATCH, { finishId: id }, { method: "PATCH", body: { painted } });
    const stroke = {
      adds: true,
      points: [
        [0.1, 0.5],
        [0.9, 0.5],
      ],
      width: 0.2,
    };
    const kept = finishReply.parse(await (await change({ water: [stroke] })).json());
    expect(kept.painted).toEqual({ water: [stroke] });
    const body = await (await ask(light.GET, { finishId: id })).arrayBuffer();
    const bytes = new DataView(body).getUint32(0, true);
    const head = finishLight.parse(JSON.parse(new TextDecoder().decode(new Uint8Array(body, 4, bytes))));
    expect(head.painted).toEqual(["water"]);
    const { width, height } = head.small;
    const part = new Uint8Array(body, body.byteLength - width * height);
    expect(part[Math.floor(height / 2) * width + Math.floor(width / 2)]).toBe(255);
    expect(part[0]).toBe(0);
    for (const painted of [{ sea: [stroke] }, { water: [{ ...stroke, points: [] }] }, { water: "all" }])
      expect((await change(painted)).status).toBe(400);
    expect(finishReply.parse(await (await change({})).json()).painted).toEqual({});
  });

  it("sends pieces of it at full size, and none that are not there, too large or none", async () => {
    const { id } = await begin("");
    const at = (query: string, finishId = id) => ask(piece.GET, { finishId }, { query: `?${query}` });
    const answer = await at("left=2&top=1&right=5&bottom=3&drift=1");
    expect(answer.status).toBe(200);
    const body = await answer.arrayBuffer();
    const bytes = new DataView(body).getUint32(0, true);
    expect(JSON.parse(new TextDecoder().decode(new Uint8Array(body, 4, bytes)))).toEqual({ drift: null });
    expect(body.byteLength).toBe(4 + bytes + 6 * 3 * 2);
    for (const [query, status] of [
      ["left=0&top=0&right=100000&bottom=2", 404],
      ["left=5&top=0&right=5&bottom=2", 400],
      ["left=-1&top=0&right=5&bottom=2", 400],
      ["left=0&top=0&right=9000&bottom=9000", 400],
      ["left=0&top=0&right=x&bottom=2", 400],
    ] as const)
      expect((await at(query)).status).toBe(status);
    expect((await at("left=0&top=0&right=5&bottom=5", UNKNOWN)).status).toBe(404);
  });

  it.each(["jpeg", "png", "tiff", "webp", "avif"])(
    "is taken away as %s with its look and recipe, and leaves nothing behind",
    async (format) => {
      const { id } = await begin("exposure +1 | contrast -10");
      const answer = await ask(download.GET, { finishId: id }, { query: `?format=${format}&edge=100` });
      expect(answer.headers.get("content-disposition")).toContain("aevumen-Facade-one");
      const file = Buffer.from(await answer.arrayBuffer());
      const { xmp, width, height } = await sharp(file).metadata();
      expect(Math.max(width, height)).toBe(100);
      expect(lookFromXmp(xmp!.toString())).toBe("exposure +1 | contrast -10");
      expect(recipeFromXmp(xmp!.toString())!.recipe.iso).toBe(50);
      // Its full size lies on the disk as long as it is kept.
      await releaseFinished();
      expect(readdirSync(join(data, "store/unfinished"))).toEqual([]);
    },
  );

  it("says how far it is while it is made, once for all formats, and keeps the last two", async () => {
    const { id } = await begin("exposure +0.3");
    const partOf = async (finishId: string) =>
      makingReply.parse(await (await ask(making.POST, { finishId }, { method: "POST" })).json()).part;
    const parts: number[] = [];
    while (parts.at(-1) !== 1) parts.push(await partOf(id));
    expect(parts).toEqual([...parts].sort((a, b) => a - b));
    const kept = readdirSync(join(data, "store/unfinished"));
    expect(kept).toHaveLength(1);
    for (const format of ["jpeg", "png"])
      await (await ask(download.GET, { finishId: id }, { query: `?format=${format}&edge=50` })).arrayBuffer();
    expect(readdirSync(join(data, "store/unfinished"))).toEqual(kept);
    // Four at once, each asked for by turns, are all made: none is let go of before it is.
    const others = await Promise.all([4, 5, 6, 7].map((tenths) => begin(`exposure +0.${tenths}`)));
    const waiting = new Set(others.map((other) => other.id));
    while (waiting.size > 0) for (const other of waiting) if ((await partOf(other)) === 1) waiting.delete(other);
    while (readdirSync(join(data, "store/unfinished")).length > 2)
      await new Promise((resolve) => setImmediate(resolve));
    expect(readdirSync(join(data, "store/unfinished"))).not.toContain(kept[0]);
    expect((await ask(making.POST, { finishId: UNKNOWN }, { method: "POST" })).status).toBe(404);
    await releaseFinished();
  });

  it("says what cannot be taken away", async () => {
    const { id } = await begin("");
    expect(await codeOf(await ask(download.GET, { finishId: id }, { query: "?format=psd" }))).toEqual([
      400,
      "invalid-request",
    ]);
    expect((await ask(download.GET, { finishId: UNKNOWN }, { query: "?format=jpeg" })).status).toBe(404);
  });
});

it("a table of colours of another program is kept, applied, and missed where it is gone", async () => {
  const keep = (name: string, text: string) => ask(tables.POST, {}, { method: "POST", query: `?name=${name}`, text });
  const inverted = "LUT_1D_SIZE 2\n1 1 1\n0 0 0\n";
  const { id: tableId } = tableReply.parse(await (await keep("inverted", inverted)).json());
  expect(await codeOf(await keep("wrong", "LUT_3D_SIZE 2\n0 0 0"))).toEqual([422, "no-table"]);
  expect((await keep("No Name", inverted)).status).toBe(400);
  expect(z.array(tableReply).parse(await (await ask(tables.GET, {})).json())).toEqual([
    { id: tableId, name: "inverted" },
  ]);
  expect(await (await ask(table.GET, { table: "inverted" })).text()).toBe(inverted);
  const darkest = async (line: string) => {
    const { id } = await begin(line);
    const file = await ask(download.GET, { finishId: id }, { query: "?format=png" });
    if (file.status !== 200) return codeOf(file);
    const { channels } = await sharp(Buffer.from(await file.arrayBuffer())).stats();
    return channels.map(({ mean }) => mean);
  };
  const plain = (await darkest("")) as number[];
  const other = (await darkest("table inverted 100")) as number[];
  for (const [channel, mean] of plain.entries()) expect(Math.abs(mean + other[channel]! - 65_535)).toBeLessThan(2);
  const saved = await ask(looks.PUT, {}, { method: "PUT", body: { name: "Inverted", line: "table inverted 100" } });
  const { id: lookId } = lookReply.parse(await saved.json());
  const cube = await (await ask(lookFile.GET, { lookId }, { query: "?format=cube" })).text();
  expect(cube.split("\n").find((row) => /^[01]/.test(row))).toBe("1.000000 1.000000 1.000000");
  expect((await ask(table.DELETE, { table: tableId }, { method: "DELETE" })).status).toBe(200);
  expect((await ask(table.DELETE, { table: tableId }, { method: "DELETE" })).status).toBe(404);
  expect((await ask(table.GET, { table: "inverted" })).status).toBe(404);
  expect(await darkest("table inverted 50")).toEqual([409, "no-table"]);
  expect((await ask(lookFile.GET, { lookId }, { query: "?format=cube" })).status).toBe(409);
  await ask(look.DELETE, { lookId }, { method: "DELETE" });
  await releaseFinished();
});

it("looks are saved under a name, replaced, listed and deleted", async () => {
  const save = (body: unknown) => ask(looks.PUT, {}, { method: "PUT", body });
  const first = lookReply.parse(await (await save({ name: "Quay", line: "sky +1" })).json());
  expect(lookReply.parse(await (await save({ name: "Quay", line: "sky -1" })).json())).toEqual({
    ...first,
    line: "sky -1",
  });
  expect((await save({ name: "", line: "sky -1" })).status).toBe(400);
  expect((await save({ name: "x", line: "sky much" })).status).toBe(400);
  expect(z.array(lookReply).parse(await (await ask(looks.GET, {})).json())).toHaveLength(1);
  const file = (format: string, lookId = first.id) => ask(lookFile.GET, { lookId }, { query: `?format=${format}` });
  expect(readLookFile(await (await file("line")).text())).toMatchObject({ name: "Quay", line: "sky -1" });
  expect((await file("cube")).headers.get("content-disposition")).toContain('"Quay.cube"');
  // Another reader reads the code as the line.
  const drawn = sharp(Buffer.from(await (await file("qr")).text())).resize(400, 400, { kernel: "nearest" });
  const { data: pixels, info } = await drawn
    .flatten({ background: "white" })
    .ensureAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true });
  expect(jsQR(new Uint8ClampedArray(pixels), info.width, info.height)?.data).toBe("sky -1");
  expect((await file("zip")).status).toBe(400);
  expect((await file("line", UNKNOWN)).status).toBe(404);
  expect((await ask(look.DELETE, { lookId: first.id }, { method: "DELETE" })).status).toBe(200);
  expect((await ask(look.DELETE, { lookId: first.id }, { method: "DELETE" })).status).toBe(404);
});
