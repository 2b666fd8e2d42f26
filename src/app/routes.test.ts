import { EventEmitter } from "node:events";
import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import sharp from "sharp";
import { packRehearsal } from "@/contracts/keptRehearsal";
import { kitReply } from "@/contracts/kit";
import {
  framesReply,
  logReply,
  measureReply,
  outingListReply,
  outingReply,
  pictureViewReply,
  problemReply,
  runEvent,
  runReply,
  shotDetailReply,
  siteReply,
  tonightReply,
} from "@/contracts/replies";
import { GENERIC_PHONE } from "@/core/camera";
import { saidOf } from "@/core/facts";
import { intentOf, usualScene } from "@/core/intent";

import { type Database, openEmbedded } from "@/db/database";
import { addLogEntry } from "@/db/log";
import { addFrame, createRun } from "@/db/runs";
import { listStacks } from "@/db/stacks";
import { closePictures } from "@/engine/files/openPictures";
import { storeBytes, storedPath } from "@/engine/store";
import * as runEvents from "./api/events/route";
import * as kitItem from "./api/kit/[list]/[itemId]/route";
import * as kitList from "./api/kit/[list]/route";
import * as kit from "./api/kit/route";
import * as logEntry from "./api/log/[entryId]/route";
import * as log from "./api/log/route";
import * as measure from "./api/measure/route";
import * as plan from "./api/outings/[outingId]/plan/route";
import * as outing from "./api/outings/[outingId]/route";
import * as outingShots from "./api/outings/[outingId]/shots/route";
import * as outings from "./api/outings/route";
import * as measured from "./api/pictures/[hash]/measure/route";
import * as picture from "./api/pictures/[hash]/route";
import * as places from "./api/places/route";
import * as rehearsal from "./api/rehearsals/[name]/route";
import * as runFrames from "./api/runs/[runId]/frames/route";
import * as runMark from "./api/runs/[runId]/marks/[markId]/route";
import * as runMarks from "./api/runs/[runId]/marks/route";
import * as runDetail from "./api/runs/[runId]/route";
import * as shotRecipe from "./api/shots/[shotId]/recipe/route";
import * as shot from "./api/shots/[shotId]/route";
import * as site from "./api/sites/[siteId]/route";
import * as sites from "./api/sites/route";
import * as stacks from "./api/stacks/route";
import * as tonight from "./api/tonight/route";

const data = mkdtempSync(join(tmpdir(), "aevumen-routes-"));
process.env.AEVUMEN_DATA = data;
let database: Database;

beforeAll(async () => {
  database = await openEmbedded(null, join(process.cwd(), "src/db/migrations"));
  const application = { database, changes: new EventEmitter(), capturing: new Map() };
  (globalThis as { aevumenApplication?: unknown }).aevumenApplication = Promise.resolve(application);
});
afterAll(async () => {
  await closePictures();
  await database.close();
  rmSync(data, { recursive: true, force: true });
});

type Handler<Params> = (request: Request, context: { params: Promise<Params> }) => Promise<Response>;

/** Asks a route as its own pages do. */
async function ask<Params>(handler: Handler<Params>, params: Params, body?: unknown, query = "") {
  const given =
    body === undefined ? {} : { body: body instanceof Buffer ? new Uint8Array(body) : JSON.stringify(body) };
  const request = new Request(`http://127.0.0.1:3210/api/x${query}`, {
    method: body === undefined ? "GET" : "POST",
    headers: { host: "127.0.0.1:3210" },
    ...given,
  });
  const response = await handler(request, { params: Promise.resolve(params) });
  const json = response.headers.get("content-type")?.includes("json") ? await response.json() : null;
  return { status: response.status, json, response };
}
const saysOf = ({ json }: { readonly json: unknown }) => problemReply.parse(json).message;
const nobody = crypto.randomUUID();

/** Begins an outing at a new place. */
async function begin(name: string) {
  const place = { name, latitudeDeg: 53.86, longitudeDeg: -3.42 };
  const { status, json } = await ask(outings.POST, {}, { name, date: "2026-11-25", site: place });
  expect(status).toBe(201);
  return json as { outing: { id: string; siteId: string }; shotId: string };
}

describe("tonight", () => {
  const plan = (body: unknown) => ask(tonight.POST, {}, body);
  const place = { name: "Weir", latitudeDeg: 53.9, longitudeDeg: -3.1 };
  const outingOf = async (outingId: string) => outingReply.parse((await ask(outing.GET, { outingId })).json);

  it("plans a shot at a new place with its intent, a time to come and a recipe, and the next one beside it", async () => {
    const first = await plan({ intent: "smoothed-water", site: place });
    expect(first.status).toBe(201);
    const { outingId } = tonightReply.parse(first.json);
    const { site, shots, outing: row } = await outingOf(outingId);
    expect([row.name, site?.name, shots.length]).toEqual(["Weir", "Weir", 1]);
    expect(shots[0]).toMatchObject({ name: intentOf("smoothed-water").name, intent: "smoothed-water" });
    expect(shots[0]!.recipeLine).not.toBe("");
    expect(Date.parse(shots[0]!.beginsAt!)).toBeGreaterThan(Date.now());
    const second = tonightReply.parse((await plan({ intent: "smoothed-water", siteId: site!.id })).json);
    expect(second.outingId).toBe(outingId);
    const [a, b] = (await outingOf(outingId)).shots.map(({ beginsAt, minutes }) => ({
      beginMs: Date.parse(beginsAt!),
      endMs: Date.parse(beginsAt!) + minutes * 60_000,
    }));
    expect(a!.endMs <= b!.beginMs || b!.endMs <= a!.beginMs).toBe(true);
  });

  it("is refused in words where no place, two, or one that is gone is named", async () => {
    for (const wrong of [
      {},
      { intent: "ufo", site: place },
      { intent: "sweep" },
      { intent: "sweep", site: place, siteId: nobody },
      { intent: "sweep", site: { ...place, latitudeDeg: 91 } },
    ])
      expect([wrong, (await plan(wrong)).status]).toEqual([wrong, 400]);
    expect((await plan({ intent: "sweep", siteId: nobody })).status).toBe(404);
  });

  it("finds the town nearest to a point, and says what is no point", async () => {
    const near = (query: string) => ask(places.GET, {}, undefined, query);
    expect((await near("?near=64.14,-21.9")).json).toMatchObject([{ country: "IS" }]);
    expect((await near("?near=somewhere")).status).toBe(400);
  });
});

describe("rehearsed pictures", () => {
  const measured = {
    placeStops: 0,
    skyStops: 1.5,
    kept: { midTone: 20, wayDrawn: null, waterLeft: null, starLengthPx: null },
  };
  const packed = packRehearsal({
    width: 2,
    height: 2,
    framesIn: 3,
    framesOf: 3,
    measured,
    data: Uint8Array.from({ length: 12 }, (_, at) => 20 * at),
  });
  const name = "ab".repeat(32);

  it("are kept and given back, byte by byte", async () => {
    expect((await ask(rehearsal.GET, { name })).status).toBe(204);
    expect((await ask(rehearsal.PUT, { name }, Buffer.from(packed))).status).toBe(200);
    const { status, response } = await ask(rehearsal.GET, { name });
    expect([status, new Uint8Array(await response.arrayBuffer())]).toEqual([200, packed]);
  });

  it("are refused under other names, as other bytes, and beyond their size", async () => {
    for (const wrong of ["x", "../../store", "AB".repeat(32)])
      expect((await ask(rehearsal.PUT, { name: wrong }, Buffer.from(packed))).status).toBe(404);
    expect((await ask(rehearsal.PUT, { name }, Buffer.from("no picture"))).status).toBe(400);
    expect((await ask(rehearsal.PUT, { name }, Buffer.alloc(13e6))).status).toBe(413);
    expect((await ask(rehearsal.GET, { name })).status).toBe(200);
  });
});

describe("runs", () => {
  it("take what is said of their frames, tell it, and take it back", async () => {
    const { shotId } = await begin("Marked");
    const source = { shotId, source: "phone", recipeLine: "3 x 1s", state: "running", framesWanted: 3 } as const;
    const { id: runId } = await createRun(database.db, source);
    const said = async () => runReply.parse((await ask(runDetail.GET, { runId })).json).marks;
    const { status, json } = await ask(runMarks.POST, { runId }, { kind: "bump", frame: 1 });
    expect(status).toBe(201);
    await ask(runMarks.POST, { runId }, { kind: "note", frame: 2, text: " fog comes in " });
    expect(await said()).toMatchObject([
      { kind: "bump", frame: 1, text: "" },
      { kind: "note", frame: 2, text: "fog comes in" },
    ]);
    expect((await ask(runMark.DELETE, { runId, markId: json.id })).status).toBe(200);
    expect((await ask(runMark.DELETE, { runId, markId: json.id })).status).toBe(404);
    expect((await said()).map(({ kind }) => kind)).toEqual(["note"]);
    for (const wrong of [
      { kind: "ufo", frame: 1 },
      { kind: "car", frame: -1 },
      { kind: "note", frame: 0, text: "x".repeat(501) },
    ])
      expect((await ask(runMarks.POST, { runId }, wrong)).status).toBe(400);
    expect((await ask(runMarks.POST, { runId: nobody }, { kind: "car", frame: 0 })).status).toBe(404);
  });

  it("give their frames by page, and only what is new to who follows them", async () => {
    const { shotId } = await begin("Frames");
    const source = { shotId, source: "files", recipeLine: "", state: "running", framesWanted: 0 } as const;
    const run = await createRun(database.db, source);
    const add = (n: number) =>
      addFrame(database.db, {
        runId: run.id,
        name: `${n}.jpg`,
        hash: String(n).padStart(64, "0"),
        thumbnailHash: "f".repeat(64),
        bytes: 1,
        width: 4,
        height: 3,
        depth: 8,
      });
    for (let n = 0; n < 503; n++) await add(n);
    const page = async (after: number) =>
      framesReply.parse((await ask(runFrames.GET, { runId: run.id }, undefined, `?after=${after}`)).json);
    const first = await page(0);
    const second = await page(first.frames.at(-1)!.arrival);
    expect([first.frames.length, first.more, second.frames.length, second.more]).toEqual([500, true, 3, false]);
    expect((await ask(runFrames.GET, { runId: run.id }, undefined, "?after=-1")).status).toBe(400);
    expect((await ask(runFrames.GET, { runId: nobody })).status).toBe(404);
    const detail = shotDetailReply.parse((await ask(shot.GET, { shotId })).json);
    expect(detail.runs[0]).toMatchObject({ frameCount: 503, lastFrame: { name: "502.jpg" } });

    const abort = new AbortController();
    const known = second.frames.at(-1)!.arrival;
    const follow = new Request(`http://127.0.0.1:3210/api/events?topic=run&id=${run.id}`, {
      headers: { host: "127.0.0.1:3210", "last-event-id": String(known) },
      signal: abort.signal,
    });
    const stream = (await runEvents.GET(follow, { params: Promise.resolve({}) })).body!.getReader();
    const next = async () => {
      const text = new TextDecoder().decode((await stream.read()).value);
      return runEvent.parse(JSON.parse(/^data: (.*)$/m.exec(text)![1]!));
    };
    const before = await next();
    expect([before.frameCount, before.frames.length < 20]).toEqual([503, true]);
    await add(503);
    const { changes } = await (globalThis as unknown as { aevumenApplication: Promise<{ changes: EventEmitter }> })
      .aevumenApplication;
    changes.emit("change", { topic: "run", id: run.id });
    expect((await next()).frames.at(-1)?.name).toBe("503.jpg");
    // The database was out of reach: what is followed is read anew.
    await add(504);
    changes.emit("gap");
    expect((await next()).frames.at(-1)?.name).toBe("504.jpg");
    abort.abort();
    expect((await stream.read()).done).toBe(true);
    expect([changes.listenerCount("change"), changes.listenerCount("gap")]).toEqual([0, 0]);
  });
});

describe("outings and sites", () => {
  it("begin with a site whose zone follows from its place, and a first shot", async () => {
    const { outing: created, shotId } = await begin("Quay");
    const detail = outingReply.parse((await ask(outing.GET, { outingId: created.id })).json);
    expect(detail.site).toMatchObject({ name: "Quay", zone: "Europe/London" });
    expect(detail.shots.map(({ id }) => id)).toEqual([shotId]);
    const all = outingListReply.parse((await ask(outings.GET, {})).json);
    expect(all.find(({ id }) => id === created.id)).toMatchObject({ siteName: "Quay", firstShotId: shotId });
  });

  it("refuse what is wrong in words, and do not find what is not there", async () => {
    const place = { name: "Pole", latitudeDeg: 91, longitudeDeg: 0 };
    const wrong = await ask(outings.POST, {}, { name: "x", date: "2026-11-25", site: place });
    expect([wrong.status, saysOf(wrong)]).toEqual([400, "Latitude goes from -90 to 90."]);
    expect((await ask(outings.POST, {}, { name: "x", date: "2026-11-25", site: null, siteId: nobody })).status).toBe(
      404,
    );
    for (const outingId of [nobody, "../../etc", ""]) {
      expect((await ask(outing.GET, { outingId })).status).toBe(404);
    }
    expect(saysOf(await ask(outing.GET, { outingId: nobody }))).toMatch(/no such outing/);
  });

  it("move to another night, and keep typed conditions", async () => {
    const { outing: created } = await begin("Moved");
    const overrides = {
      cloudPercent: 10,
      gustMps: null,
      temperatureC: null,
      dewPointC: null,
      vehiclesPerHour: null,
      tideMetres: null,
    };
    expect((await ask(outing.PATCH, { outingId: created.id }, { date: "2026-12-01", overrides })).status).toBe(200);
    const detail = outingReply.parse((await ask(outing.GET, { outingId: created.id })).json);
    expect(detail.outing).toMatchObject({ date: "2026-12-01", overrides: { cloudPercent: 10 } });
    expect((await ask(outing.PATCH, { outingId: created.id }, { date: "soon" })).status).toBe(400);
  });

  it("take sites from a file's places, moved ones with a new zone, deleted ones back", async () => {
    const made = await ask(sites.POST, {}, [{ name: "Pass", latitudeDeg: 48.2, longitudeDeg: 16.4 }]);
    const [pass] = siteReply.array().parse(made.json);
    expect(pass).toMatchObject({ zone: "Europe/Vienna", horizon: [] });
    const params = { siteId: pass!.id };
    const moved = await ask(site.PATCH, params, { latitudeDeg: 40.7, longitudeDeg: -74 });
    expect(moved.json).toMatchObject({ zone: "America/New_York" });
    const names = async () =>
      siteReply
        .array()
        .parse((await ask(sites.GET, {})).json)
        .map(({ name }) => name);
    await ask(site.PATCH, params, { deleted: true });
    expect(await names()).not.toContain("Pass");
    await ask(site.PATCH, params, { deleted: false });
    expect(await names()).toContain("Pass");
    expect((await ask(site.PATCH, { siteId: nobody }, { name: "x" })).status).toBe(404);
    expect((await ask(sites.POST, {}, [])).status).toBe(400);
  });
});

describe("shots", () => {
  const detailOf = async (shotId: string) => shotDetailReply.parse((await ask(shot.GET, { shotId })).json);

  it("keep their scene, aim and camera, and give none away half written", async () => {
    const { shotId } = await begin("Scene");
    const usual = saidOf(usualScene("light-trails"));
    const scene = { ...usual, sceneEv: 5.5 };
    const camera = { phone: "A", lens: "tele", fNumber: 2.4, fullSize: false, clipOn: null };
    const aim = { azimuthDeg: 200, tiltDeg: 10, rollDeg: 0, crop: "16:9", guides: "thirds", constellations: true };
    expect((await ask(shot.PATCH, { shotId }, { scene, camera, aim })).status).toBe(200);
    const saved = (await detailOf(shotId)).shot;
    expect(saved.scene?.sceneEv).toBe(5.5);
    expect([saved.camera, saved.aim]).toEqual([camera, aim]);
    const wrong = await ask(shot.PATCH, { shotId }, { scene: { ...scene, sceneEv: 99 } });
    expect([wrong.status, saysOf(wrong)]).toEqual([400, "Scene light goes from -14 to 18."]);
    expect((await detailOf(shotId)).shot.scene?.sceneEv).toBe(5.5);
    await ask(shot.PATCH, { shotId }, { scene: null, camera: null });
    expect((await detailOf(shotId)).shot).toMatchObject({ scene: null, camera: null, aim });
  });

  it("take recipes in their usual spelling, and say what was expected of others", async () => {
    const { shotId } = await begin("Recipe");
    const read = await ask(shotRecipe.PUT, { shotId }, { line: "4x2S|ISO50→lighten over  mean" });
    expect(read.json).toEqual({ line: "4 x 2s | iso 50 -> lighten over mean" });
    const wrong = await ask(shotRecipe.PUT, { shotId }, { line: "2s | iso fifty" });
    expect([wrong.status, problemReply.parse(wrong.json).code]).toEqual([400, "invalid-recipe"]);
    expect((await detailOf(shotId)).shot.recipeLine).toBe("4 x 2s | iso 50 -> lighten over mean");
    expect((await ask(shotRecipe.PUT, { shotId: nobody }, { line: "2s" })).status).toBe(404);
  });

  it("are added, placed, taken off the night and deleted", async () => {
    const { outing: created, shotId } = await begin("More");
    const added = await ask(outingShots.POST, { outingId: created.id }, { name: "Second", intent: "star-arcs" });
    expect(added.status).toBe(201);
    const beginsAt = "2026-11-25T18:00:00.000Z";
    await ask(shot.PATCH, { shotId }, { beginsAt, minutes: 12 });
    expect((await detailOf(shotId)).shot).toMatchObject({ beginsAt, minutes: 12 });
    await ask(shot.PATCH, { shotId }, { beginsAt: null });
    expect((await detailOf(shotId)).shot.beginsAt).toBeNull();
    await ask(shot.PATCH, { shotId }, { deleted: true });
    const left = outingReply.parse((await ask(outing.GET, { outingId: created.id })).json);
    expect(left.shots.map(({ name }) => name)).toEqual(["Second"]);
    expect((await ask(outingShots.POST, { outingId: nobody }, { name: "x" })).status).toBe(404);
  });
});

describe("changes of what another window has changed", () => {
  const elsewhere = { status: 409, json: { code: "changed-elsewhere" } };

  it("are refused field by field, with nothing of them kept", async () => {
    const { shotId, outing: begun } = await begin("Two windows");
    const now = async () => shotDetailReply.parse((await ask(shot.GET, { shotId })).json).shot;
    const { minutes, recipeLine } = await now();
    const first = await ask(shot.PATCH, { shotId }, { minutes: 7, was: { minutes } });
    expect(first.status).toBe(200);
    const late = await ask(shot.PATCH, { shotId }, { minutes: 9, walkMinutes: 3, was: { minutes, walkMinutes: 0 } });
    expect(late).toMatchObject(elsewhere);
    expect(saysOf(late)).toMatch(/another window/);
    const after = await now();
    expect([after.minutes, after.walkMinutes === 3]).toEqual([7, false]);
    const other = await ask(shot.PATCH, { shotId }, { setupMinutes: 4, was: { setupMinutes: after.setupMinutes } });
    expect(other.status).toBe(200);
    const over = await ask(shot.PATCH, { shotId }, { minutes: 9 });
    expect([over.status, (await now()).minutes]).toEqual([200, 9]);

    const line = await ask(shotRecipe.PUT, { shotId }, { line: "2s", was: { line: recipeLine } });
    expect(line.status).toBe(200);
    expect(await ask(shotRecipe.PUT, { shotId }, { line: "4s", was: { line: recipeLine } })).toMatchObject(elsewhere);
    expect((await now()).recipeLine).toBe("2s");

    const moved = { date: "2026-11-27", was: { date: "2026-11-26" } };
    expect(await ask(outing.PATCH, { outingId: begun.id }, moved)).toMatchObject(elsewhere);
    const lit = { lampEv: 2, was: { lampEv: 99 } };
    expect((await ask(site.PATCH, { siteId: begun.siteId }, lit)).status).toBe(400);
    expect(await ask(site.PATCH, { siteId: begun.siteId }, { lampEv: 2, was: { lampEv: 15 } })).toMatchObject(
      elsewhere,
    );
  });

  it("hold scenes by their whole, as they were read", async () => {
    const { shotId } = await begin("Scenes");
    const own = saidOf(usualScene("light-trails"));
    expect((await ask(shot.PATCH, { shotId }, { scene: own, was: { scene: null } })).status).toBe(200);
    const read = shotDetailReply.parse((await ask(shot.GET, { shotId })).json).shot.scene;
    const next = { ...own, gustMps: 9 };
    expect((await ask(shot.PATCH, { shotId }, { scene: next, was: { scene: read } })).status).toBe(200);
    expect(await ask(shot.PATCH, { shotId }, { scene: own, was: { scene: read } })).toMatchObject(elsewhere);
  });

  it("of the kit are held by the item of that name", async () => {
    const filter = { name: "Two windows", notation: "stops", value: 3 };
    expect((await ask(kitList.PUT, { list: "filters" }, filter)).status).toBe(200);
    const brighter = { ...filter, value: 2, was: filter };
    expect((await ask(kitList.PUT, { list: "filters" }, brighter)).status).toBe(200);
    expect(await ask(kitList.PUT, { list: "filters" }, brighter)).toMatchObject(elsewhere);
    const owned = kitReply.parse((await ask(kit.GET, {})).json).filters.find(({ name }) => name === filter.name)!;
    expect(owned.value).toBe(2);
    expect((await ask(kitItem.DELETE, { list: "filters", itemId: owned.id })).status).toBe(200);
  });
});

describe("a new shot", () => {
  const detailOf = async (shotId: string) => shotDetailReply.parse((await ask(shot.GET, { shotId })).json).shot;
  const second = async (outingId: string, intent: string) => {
    await ask(outingShots.POST, { outingId }, { name: "Second", intent });
    return outingReply.parse((await ask(outing.GET, { outingId })).json).shots.find(({ name }) => name === "Second")!;
  };

  it("leaves time to walk and set up between it and the others", async () => {
    const { outing: created, shotId } = await begin("Room");
    const first = await detailOf(shotId);
    const { beginsAt, minutes } = await second(created.id, "light-trails");
    const [one, other] = [Date.parse(first.beginsAt!), Date.parse(beginsAt!)];
    const [earlier, later] = one < other ? [one + first.minutes * 60_000, other] : [other + minutes * 60_000, one];
    expect(later - earlier).toBeGreaterThanOrEqual(8 * 60_000);
  });

  it("goes on from another intent with what nobody has set", async () => {
    const { outing: created } = await begin("Follow");
    const { id, minutes, recipeLine } = await second(created.id, "light-trails");
    await ask(shot.PATCH, { shotId: id }, { intent: "star-arcs" });
    const arcs = await detailOf(id);
    expect(arcs.minutes).toBe(intentOf("star-arcs").usualMinutes);
    expect(arcs.recipeLine).not.toBe(recipeLine);
    await ask(shotRecipe.PUT, { shotId: id }, { line: "2s | iso 100" });
    const beginsAt = "2026-11-25T23:30:00.000Z";
    await ask(shot.PATCH, { shotId: id }, { minutes: 41, beginsAt });
    await ask(shot.PATCH, { shotId: id }, { intent: "light-trails" });
    expect(minutes).not.toBe(41);
    expect(await detailOf(id)).toMatchObject({ minutes: 41, beginsAt, recipeLine: "2s | iso 100" });
  });
});

describe("the kit", () => {
  it("takes, replaces and lets go of each kind of thing", async () => {
    const read = async () => kitReply.parse((await ask(kit.GET, {})).json);
    const filter = { name: "ND", notation: "factor", value: 8 };
    await ask(kitList.PUT, { list: "filters" }, filter);
    await ask(kitList.PUT, { list: "filters" }, { ...filter, value: 64 });
    await ask(kitList.PUT, { list: "phones" }, GENERIC_PHONE);
    const before = await read();
    expect(before.filters.map(({ name, value }) => [name, value])).toEqual([["ND", 64]]);
    expect(before.phones[0]?.profile).toEqual(GENERIC_PHONE.profile);
    const params = { list: "filters", itemId: before.filters[0]!.id };
    expect((await ask(kitItem.DELETE, params)).status).toBe(200);
    expect((await ask(kitItem.DELETE, params)).status).toBe(404);
    expect((await read()).filters).toEqual([]);
  });

  it("refuses lists that it has not, and things that cannot be", async () => {
    for (const list of ["lenses", "__proto__", "toString"]) {
      expect((await ask(kitList.PUT, { list }, { name: "x" })).status).toBe(404);
      expect((await ask(kitItem.DELETE, { list, itemId: nobody })).status).toBe(404);
    }
    const wrong = await ask(kitList.PUT, { list: "filters" }, { name: "x", notation: "stops", value: -1 });
    expect([wrong.status, saysOf(wrong)]).toEqual([400, "A filter's strength is more than nothing."]);
    expect((await ask(kit.POST, {}, { phones: [], filters: "all" })).status).toBe(400);
  });
});

describe("pictures", () => {
  const grey = () =>
    sharp({ create: { width: 64, height: 48, channels: 3, background: "#5a5a5a" } })
      .jpeg({ quality: 100 })
      .toBuffer();

  it("are measured as they are sent, and nothing of them is kept", async () => {
    const { errors } = measureReply.parse((await ask(measure.POST, {}, await grey())).json);
    for (const error of Object.values(errors)) expect(Math.abs(error)).toBeLessThan(0.1);
    const text = await ask(measure.POST, {}, Buffer.from("no picture"));
    expect(text.status).toBe(422);
    expect(saysOf(text)).toMatch(/^This is not a picture.* The scene's light is as it was.$/);
    expect(saysOf(await ask(measure.POST, {}, Buffer.alloc(0)))).toBe("The file is empty.");
  });

  it("that are stored are measured and shown by their hash alone", async () => {
    const { hash } = await storeBytes(await grey());
    expect(measureReply.safeParse((await ask(measured.GET, { hash })).json).success).toBe(true);
    const view = pictureViewReply.parse((await ask(picture.GET, { hash }, undefined, "?as=view")).json);
    expect(view).toMatchObject({ width: 64, height: 48, clippedAny: 0, crushedAll: 0 });
    expect((await ask(picture.GET, { hash }, undefined, "?as=preview&edge=17")).status).toBe(400);
    expect((await ask(picture.GET, { hash })).status).toBe(400);
    for (const unknown of ["0".repeat(64), "../../etc/passwd", ""]) {
      expect((await ask(measured.GET, { hash: unknown })).status).toBe(404);
      expect((await ask(picture.GET, { hash: unknown }, undefined, "?as=view")).status).toBe(404);
    }
  });
});

describe("a stored picture's pixels", () => {
  /** Bright at the left, dark at the right, of 16 bits, with one white pixel. */
  const ramp = async () => {
    const [width, height] = [1300, 700];
    const samples = new Uint16Array(3 * width * height);
    for (let i = 0; i < samples.length; i++) samples[i] = 60_000 - 40 * (Math.floor(i / 3) % width);
    samples.fill(65_535, 3 * (600 * width + 1200), 3 * (600 * width + 1201));
    const raw = { width, height, channels: 3 } as const;
    const tiff = await sharp(samples, { raw }).toColourspace("rgb16").tiff({ compression: "none" }).toBuffer();
    return (await storeBytes(tiff)).hash;
  };
  const tile = (hash: string, query: string) => ask(picture.GET, { hash }, undefined, `?as=tile&${query}`);
  const pixelsOf = async ({ response }: Awaited<ReturnType<typeof tile>>) =>
    new Uint8Array(await response.arrayBuffer());

  it("come by tile in every size, with the mark of what clips in them", async () => {
    const hash = await ramp();
    const view = pictureViewReply.parse((await ask(picture.GET, { hash }, undefined, "?as=view")).json);
    expect(view.clippedAll * 1300 * 700).toBeCloseTo(1, 6);
    expect(view.light.luminance.reduce((sum, count) => sum + count, 0)).toBe(1300 * 700);
    const last = await pixelsOf(await tile(hash, "level=0&column=2&row=1"));
    expect(last.length).toBe(4 * (1300 - 1024) * (700 - 512));
    const first = await pixelsOf(await tile(hash, "level=0&column=0&row=0"));
    expect([...first.subarray(0, 4)]).toEqual([233, 233, 233, 0]);
    expect(first[4 * 500]).toBe(Math.round((60_000 - 40 * 500) / 257));
    const whole = await pixelsOf(await tile(hash, "level=2&column=0&row=0"));
    expect(whole.length).toBe(4 * 325 * 175);
    expect([...whole].filter((value, at) => at % 4 === 3 && value !== 0)).toEqual([3]);
  });

  it("are none where the picture has none, and of a damaged one it is said why", async () => {
    const hash = await ramp();
    for (const query of ["level=3&column=0&row=0", "level=0&column=3&row=0", "level=-1&column=0&row=0", "level=x", ""])
      expect((await tile(hash, query)).status).toBe(404);
    const damaged = await storeBytes(
      Buffer.concat([(await sharp(storedPath(hash)).jpeg().toBuffer()).subarray(0, 900)]),
    );
    const refused = await ask(picture.GET, { hash: damaged.hash }, undefined, "?as=view");
    expect([refused.status, saysOf(refused)]).toEqual([422, expect.stringMatching(/^The file breaks off/)]);
    expect((await tile(damaged.hash, "level=0&column=0&row=0")).status).toBe(422);
  });
});

describe("plans, log and stacks", () => {
  it("take the night along in three forms, and say which there are", async () => {
    const { outing: created } = await begin("Plan");
    const params = { outingId: created.id };
    const form = (format: string) => ask(plan.GET, params, undefined, `?format=${format}`);
    expect((await form("json")).json).toMatchObject({ outing: { date: "2026-11-25", name: "Plan" } });
    expect(await (await form("ics")).response.text()).toMatch(/^BEGIN:VCALENDAR/);
    const pdf = Buffer.from(await (await form("pdf")).response.arrayBuffer());
    expect(pdf.subarray(0, 5).toString()).toBe("%PDF-");
    expect(saysOf(await form("docx"))).toBe("Choose pdf, ics or json.");
    const loose = (await ask(outings.POST, {}, { name: "Loose", date: "2026-11-25", site: null })).json;
    const none = await ask(plan.GET, { outingId: loose.outing.id }, undefined, "?format=pdf");
    expect([none.status, saysOf(none)]).toEqual([409, "This outing has no site, so it has no night to plan."]);
  });

  it("keep notes and ratings, and bring entries back", async () => {
    const { outing: created, shotId } = await begin("Noted");
    await addLogEntry(database.db, {
      outingId: created.id,
      shotId,
      runId: null,
      stackId: null,
      kind: "run",
      recipeLine: "2s",
      phoneName: null,
      frameCount: 1,
      refusedCount: 0,
      thumbnailHash: null,
    });
    const mine = async () =>
      logReply.parse((await ask(log.GET, {})).json).filter(({ entry }) => entry.outingId === created.id);
    const entryId = (await mine())[0]!.entry.id;
    await ask(logEntry.PATCH, { entryId }, { note: "Too bright.", rating: 4 });
    expect((await mine())[0]!.entry).toMatchObject({ note: "Too bright.", rating: 4 });
    expect((await ask(logEntry.PATCH, { entryId }, { rating: 9 })).status).toBe(400);
    await ask(logEntry.PATCH, { entryId }, { deleted: true });
    expect(await mine()).toEqual([]);
    await ask(logEntry.PATCH, { entryId }, { deleted: false });
    expect(await mine()).toHaveLength(1);
  });

  it("make no stack of a run or of frames that are not there", async () => {
    const wanted = { runId: nobody, frameIds: [nobody], parameters: { method: "median" } };
    expect((await ask(stacks.POST, {}, wanted)).status).toBe(404);
    expect((await ask(stacks.POST, {}, { ...wanted, parameters: { method: "blend" } })).status).toBe(400);
    expect((await ask(stacks.POST, {}, { ...wanted, frameIds: [] })).status).toBe(400);
  });

  it("make a stack of raw copies where every frame has one", async () => {
    const { shotId } = await begin("Raw");
    const source = { shotId, source: "files", recipeLine: "", state: "done", framesWanted: 0 } as const;
    const run = await createRun(database.db, source);
    const add = async (name: string, raw: string | null) => {
      const rest = { thumbnailHash: "f".repeat(64), bytes: 1, width: 4, height: 3, depth: 8 as const };
      const hash = `${name}${raw ?? "0"}`.padStart(64, "0");
      const rawHash = raw?.padStart(64, "e") ?? null;
      const frame = await addFrame(database.db, {
        runId: run.id,
        name,
        hash,
        rawHash,
        rawBytes: raw ? 9 : null,
        ...rest,
      });
      return frame!.id;
    };
    const [one, two, bare] = [await add("1", "a"), await add("2", "b"), await add("3", null)];
    const asked = (frameIds: readonly string[]) =>
      ask(stacks.POST, {}, { runId: run.id, frameIds, parameters: { method: "mean", rawCopies: true } });
    const refused = await asked([one, two, bare]);
    expect([refused.status, refused.json]).toEqual([
      409,
      expect.objectContaining({ message: "1 frame of 3 has no raw copy: leave them out, or fuse the pictures." }),
    ]);
    expect((await asked([one, two])).status).toBe(201);
    const [made] = await listStacks(database.db, shotId);
    expect(made!.stack.inputs.map(({ hash }) => hash)).toEqual(["a".padStart(64, "e"), "b".padStart(64, "e")]);
  });
});
