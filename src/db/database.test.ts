import { createHash, randomUUID } from "node:crypto";
import { cpSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { eq } from "drizzle-orm";
import pg from "pg";
import { phoneRequest } from "@/contracts/kit";
import { stackParameters } from "@/contracts/stack";
import { GENERIC_PHONE } from "@/core/camera";
import { type Database, openEmbedded, openServer } from "./database";
import { publish, subscribe } from "./events";
import { deleteKitItem, findKit, saveKitItem } from "./kit";
import { addLogEntry, listLog, updateLogEntry } from "./log";
import { createOuting, createShot, findOuting, findShot, listOutings, updateOuting, updateShot } from "./outings";
import {
  addFrame,
  addRefusal,
  beatRun,
  closeLostRuns,
  createRun,
  findFirstFrame,
  findFrames,
  findRun,
  findRunSummary,
  findTwin,
  finishRun,
  listFrames,
  listRuns,
  runSize,
} from "./runs";
import { runs } from "./schema";
import { createSite, findSite, listSites, updateSite } from "./sites";
import {
  cancelJob,
  claimNextJob,
  createStackJob,
  findJob,
  findStack,
  findUnfinishedStacks,
  listStacks,
  updateOwnJob,
  updateStack,
} from "./stacks";
import { ChangedElsewhereError } from "./unchanged";

const MIGRATIONS = join(process.cwd(), "src/db/migrations");
const SERVER_URL = process.env.TEST_DATABASE_URL;

/** A fresh, empty database on the test server, dropped when it is closed. */
async function openScratch(url: string): Promise<Database> {
  const name = `scratch_${randomUUID().replaceAll("-", "")}`;
  const admin = new pg.Client({ connectionString: url });
  await admin.connect();
  await admin.query(`create database ${name}`);
  const database = await openServer(url.replace(/\/[^/]*$/, `/${name}`), MIGRATIONS);
  return {
    ...database,
    close: async () => {
      await database.close();
      await admin.query(`drop database ${name}`);
      await admin.end();
    },
  };
}

const KINDS: [string, () => Promise<Database>][] = [["embedded", () => openEmbedded(null, MIGRATIONS)]];
if (SERVER_URL) KINDS.push(["server", () => openScratch(SERVER_URL)]);

describe.each(KINDS)("the %s database", (_kind, open) => {
  let database: Database;
  let shotId: string;
  let outingId: string;
  beforeAll(async () => {
    database = await open();
    const site = await createSite(database.db, {
      name: "Weir",
      latitudeDeg: 53.9,
      longitudeDeg: -3.4,
      zone: "Europe/London",
      darkSkyMagPerArcsec2: 20,
    });
    const created = await createOuting(database.db, {
      name: "Mill weir",
      date: "2026-11-24",
      siteId: site.id,
      shot: { name: "Silk", recipeLine: "2s" },
    });
    shotId = created.shotId;
    outingId = created.outing.id;
  });
  afterAll(() => database.close());

  const frame = (runId: string, name: string, takenAt: Date | null) => ({
    runId,
    name,
    takenAt,
    hash: createHash("sha256").update(name).digest("hex"),
    thumbnailHash: "b".repeat(64),
    bytes: 5e9,
    width: 4080,
    height: 3060,
    depth: 8 as const,
  });

  it("keeps an outing with its site and shots, in order", async () => {
    await createShot(database.db, { outingId, name: "Second", recipeLine: "1s" });
    const detail = await findOuting(database.db, outingId);
    expect(detail?.site?.name).toBe("Weir");
    expect(detail?.shots.map(({ name, recipeLine }) => [name, recipeLine])).toEqual([
      ["Silk", "2s"],
      ["Second", "1s"],
    ]);
    expect((await listOutings(database.db)).map(({ firstShotId, siteName }) => [firstShotId, siteName])).toEqual([
      [shotId, "Weir"],
    ]);
    expect(await findOuting(database.db, randomUUID())).toBeUndefined();
  });

  it("keeps a deleted site for its old nights and brings it back", async () => {
    const { db } = database;
    const site = await createSite(db, {
      name: "Marsh",
      latitudeDeg: 53,
      longitudeDeg: -3,
      zone: "UTC",
      darkSkyMagPerArcsec2: 21.4,
      horizon: [{ azimuthDeg: 180, altitudeDeg: 12 }],
    });
    expect([site.lampEv, site.road, site.series.tideRows]).toEqual([4, "street", []]);
    await updateSite(db, site.id, { deletedAt: new Date(), lampEv: 2 });
    expect((await listSites(db)).map(({ name }) => name)).toEqual(["Weir"]);
    expect((await findSite(db, site.id))?.horizon).toEqual([{ azimuthDeg: 180, altitudeDeg: 12 }]);
    await updateSite(db, site.id, { deletedAt: null });
    expect((await listSites(db)).map(({ name }) => name)).toEqual(["Marsh", "Weir"]);
  });

  it("places a shot on the night, hides a deleted one, and keeps what was typed over", async () => {
    const { db } = database;
    const beginsAt = new Date("2026-11-24T17:00:00Z");
    const id = await createShot(db, { outingId, name: "Stars", recipeLine: "10s", intent: "star-points" });
    await updateShot(db, id, { beginsAt, minutes: 25 });
    expect(await findShot(db, id)).toMatchObject({ beginsAt, minutes: 25, intent: "star-points" });
    await updateShot(db, id, { deletedAt: new Date() });
    expect((await findOuting(db, outingId))?.shots.some((shot) => shot.id === id)).toBe(false);
    const overrides = {
      cloudPercent: 20,
      gustMps: null,
      temperatureC: null,
      dewPointC: null,
      vehiclesPerHour: null,
      tideMetres: null,
    };
    expect((await updateOuting(db, outingId, { overrides }))?.overrides).toEqual(overrides);
    expect(await updateOuting(db, randomUUID(), { name: "x" })).toBeUndefined();
  });

  it("changes a shot's line only while it still is what somebody saw", async () => {
    const { db } = database;
    const seen = (await findShot(db, shotId))!.recipeLine;
    await updateShot(db, shotId, { recipeLine: "4s | iso 50" }, { recipeLine: seen });
    const late = updateShot(db, shotId, { recipeLine: "8s" }, { recipeLine: seen });
    await expect(late).rejects.toThrow(ChangedElsewhereError);
    expect((await findShot(db, shotId))?.recipeLine).toBe("4s | iso 50");
  });

  it("refuses a word that this version does not know, by the name of its column", async () => {
    const { db, sql } = database;
    const outing = await createOuting(db, {
      name: "x",
      date: "2026-11-24",
      siteId: null,
      shot: { name: "x", recipeLine: "" },
    });
    await sql("update shots set intent = 'aurora' where id = $1", [outing.shotId]);
    await expect(findShot(db, outing.shotId)).rejects.toThrow(/intent.*"aurora"/);
    await sql("delete from outings where id = $1", [outing.outing.id]);
  });

  it("starts an outing with its shot, or neither", async () => {
    const { db } = database;
    const before = (await listOutings(db)).length;
    const shot = { name: null as unknown as string, recipeLine: "" };
    await expect(createOuting(db, { name: "x", date: "2026-11-24", siteId: null, shot })).rejects.toThrow();
    expect(await listOutings(db)).toHaveLength(before);
  });

  const newRun = (source: "files" | "phone") =>
    createRun(database.db, { shotId, source, recipeLine: "2s", state: "running", framesWanted: 3 });

  it("gives a run's frames by arrival page by page, chosen ones by capture time, and counts them", async () => {
    const { db } = database;
    const run = await newRun("files");
    const other = await newRun("files");
    const added = [
      await addFrame(db, frame(run.id, "no-time.jpg", null)),
      await addFrame(db, frame(run.id, "late.jpg", new Date("2026-11-24T18:00:02Z"))),
      await addFrame(db, frame(run.id, "early.jpg", new Date("2026-11-24T18:00:01Z"))),
    ];
    await addRefusal(db, run.id, { name: "it's.txt", reason: 'Not a "picture".' });
    await finishRun(db, run.id, "done");
    const names = (rows: readonly { name: string }[]) => rows.map(({ name }) => name);
    const page = await listFrames(db, run.id, 0, 2);
    expect(names(page)).toEqual(["no-time.jpg", "late.jpg"]);
    expect(names(await listFrames(db, run.id, page[1]!.arrival, 2))).toEqual(["early.jpg"]);
    const ids = [...added.map((each) => each!.id), randomUUID()];
    expect(names(await findFrames(db, run.id, ids))).toEqual(["early.jpg", "late.jpg", "no-time.jpg"]);
    expect(await findFrames(db, other.id, ids)).toEqual([]);
    expect((await findFirstFrame(db, run.id))?.name).toBe("early.jpg");
    expect(await runSize(db, run.id)).toEqual({ count: 3, bytes: 15e9 });
    expect(await findRunSummary(db, run.id)).toMatchObject({ frameCount: 3, lastFrame: { name: "early.jpg" } });
    expect((await listRuns(db, shotId)).find((each) => each.run.id === other.id)).toMatchObject({
      frameCount: 0,
      lastFrame: null,
    });
    expect((await findRun(db, run.id))?.refused).toEqual([{ name: "it's.txt", reason: 'Not a "picture".' }]);
  });

  it("keeps the same bytes once in a run, however many bring them at once", async () => {
    const { db } = database;
    const run = await newRun("files");
    const twins = Array.from({ length: 20 }, (_, i) => ({ ...frame(run.id, "same.jpg", null), name: `${i}.jpg` }));
    const added = await Promise.all(twins.map((twin) => addFrame(db, twin)));
    expect(added.filter(Boolean)).toHaveLength(1);
    expect((await runSize(db, run.id)).count).toBe(1);
    expect((await findTwin(db, run.id, twins[0]!.hash))?.id).toBe(added.find(Boolean)!.id);
  });

  it("closes the runs that a killed process left open and no others", async () => {
    const { db } = database;
    const [lost, alive, batch] = [await newRun("phone"), await newRun("phone"), await newRun("files")];
    const silentFor = (id: string, minutes: number) =>
      db
        .update(runs)
        .set({ beatAt: new Date(Date.now() - 60_000 * minutes) })
        .where(eq(runs.id, id));
    await silentFor(lost.id, 2);
    await silentFor(batch.id, 2);
    await silentFor(alive.id, 2);
    await beatRun(db, alive.id);
    expect(await closeLostRuns(db, false)).toEqual([lost.id]);
    expect(await findRun(db, lost.id)).toMatchObject({ state: "aborted", problem: expect.stringMatching(/stopped/) });
    expect((await findRun(db, alive.id))?.state).toBe("running");
    // After a start on an embedded database nobody else can be at work.
    const closed = await closeLostRuns(db, true);
    expect(closed).toEqual(expect.arrayContaining([alive.id, batch.id]));
  });

  it("gives a job to one worker, and lets nobody else change it, nor anybody once it is cancelled", async () => {
    const { db } = database;
    const run = await newRun("phone");
    const { stack, job } = await createStackJob(db, {
      shotId,
      runId: run.id,
      parameters: stackParameters.parse({ method: "mean" }),
      inputs: [],
      version: "1",
    });
    const [first, second] = [randomUUID(), randomUUID()];
    expect(await findUnfinishedStacks(db)).toContain(stack.id);
    expect((await claimNextJob(db, first))?.id).toBe(job.id);
    expect(await updateOwnJob(db, job.id, first, { done: 2 })).toBe(true);
    // The first one was frozen; the second takes over.
    await database.sql("update jobs set beat_at = now() - interval '1 minute' where id = $1", [job.id]);
    expect((await claimNextJob(db, second))?.id).toBe(job.id);
    expect(await updateOwnJob(db, job.id, first, { done: 9, state: "done" })).toBe(false);
    expect(await findJob(db, job.id)).toMatchObject({ state: "running", done: 2, worker: second });
    expect(await cancelJob(db, job.id)).toBe(true);
    expect(await updateOwnJob(db, job.id, second, { done: 3 })).toBe(false);
    expect(await claimNextJob(db, second)).toBeUndefined();
    expect(await cancelJob(db, job.id)).toBe(false);
    expect((await findJob(db, job.id))?.state).toBe("cancelled");
    expect(await findUnfinishedStacks(db)).not.toContain(stack.id);
  });

  it("adds a stack and its job together or not at all", async () => {
    const before = (await listStacks(database.db, shotId)).length;
    const run = await newRun("phone");
    const wanted = {
      shotId,
      runId: run.id,
      parameters: stackParameters.parse({ method: "mean" }),
      version: "1",
    } as const;
    // A job cannot have no total: the second insert fails.
    const inputs = { length: null } as unknown as [];
    await expect(createStackJob(database.db, { ...wanted, inputs })).rejects.toThrow();
    expect(await listStacks(database.db, shotId)).toHaveLength(before);
  });

  it("keeps a stack with its job and provenance", async () => {
    const run = await createRun(database.db, {
      shotId,
      source: "phone",
      recipeLine: "2s",
      state: "done",
      framesWanted: 1,
    });
    const inputs = [{ frameId: randomUUID(), name: "a.jpg", hash: "c".repeat(64) }];
    const { stack, job } = await createStackJob(database.db, {
      shotId,
      runId: run.id,
      parameters: stackParameters.parse({ method: "mean" }),
      inputs,
      version: "1",
    });
    const worker = randomUUID();
    expect((await claimNextJob(database.db, worker))?.id).toBe(job.id);
    await updateOwnJob(database.db, job.id, worker, { done: 1, framesPerSecond: 7.5 });
    await updateStack(database.db, stack.id, { resultHash: "d".repeat(64), framesUsed: 1 });
    const detail = await findStack(database.db, stack.id);
    expect(detail?.stack.inputs).toEqual(inputs);
    expect(detail?.stack.resultHash).toBe("d".repeat(64));
    expect((await findJob(database.db, job.id))?.framesPerSecond).toBe(7.5);
    expect((await listStacks(database.db, shotId))[0]?.job?.id).toBe(job.id);
    expect((await listOutings(database.db))[0]?.pictureHash).toBe("d".repeat(64));
  });

  it("hides a deleted log entry and brings it back", async () => {
    const entry = await addLogEntry(database.db, { outingId, shotId, kind: "run", recipeLine: "2s", frameCount: 3 });
    await updateLogEntry(database.db, entry.id, { note: "too bright by 1.3", rating: 4 });
    await updateLogEntry(database.db, entry.id, { deletedAt: new Date() });
    expect(await listLog(database.db, outingId)).toEqual([]);
    await updateLogEntry(database.db, entry.id, { deletedAt: null });
    const [row] = await listLog(database.db);
    expect([row?.entry.note, row?.entry.rating, row?.shotName, row?.outingName]).toEqual([
      "too bright by 1.3",
      4,
      "Silk",
      "Mill weir",
    ]);
  });

  it("replaces what has a name of the kit, keeps filters by strength, and takes pieces out once", async () => {
    const { db } = database;
    const { name, profile } = GENERIC_PHONE;
    const kept = phoneRequest.parse({ name, profile });
    await saveKitItem(db, "phones", kept);
    await saveKitItem(db, "phones", { ...kept, profile: { ...kept.profile, writeSeconds: 0.9 } });
    await saveKitItem(db, "filters", { name: "strong", notation: "factor", value: 64 });
    await saveKitItem(db, "filters", { name: "weak", notation: "factor", value: 8 });
    await saveKitItem(db, "clipOns", { name: "tele", focalFactor: 2, lossStops: 0.3, vignettingStops: 1 });
    await saveKitItem(db, "supports", { name: "shoe", kind: "tripod", settleSeconds: 0.2, gustPxPerMps: 0.02 });
    const kit = await findKit(db);
    expect(kit.phones.map(({ profile: { writeSeconds } }) => writeSeconds)).toEqual([0.9]);
    expect(kit.filters.map(({ name: called }) => called)).toEqual(["weak", "strong"]);
    expect([kit.clipOns.length, kit.supports[0]?.kind]).toEqual([1, "tripod"]);
    expect(await deleteKitItem(db, "filters", kit.filters[0]!.id)).toBe(true);
    expect(await deleteKitItem(db, "filters", kit.filters[0]!.id)).toBe(false);
    expect((await findKit(db)).filters.length).toBe(1);
  });

  it("opens a phone of before a later field with the generic one's value, and names what it cannot read", async () => {
    const { db } = database;
    const { name, profile } = GENERIC_PHONE;
    await saveKitItem(db, "phones", phoneRequest.parse({ name: "Pocket Old", profile }));
    const change = (json: string) => database.sql(`update phones set profile = ${json} where name = 'Pocket Old'`);
    await change("profile #- '{value,shutterLagSeconds}' #- '{value,lenses,1,bits}'");
    const old = (await findKit(db)).phones.find((phone) => phone.name === "Pocket Old")!;
    expect(old.profile).toEqual({ ...profile, assumed: ["shutterLagSeconds", "lenses.1.bits"] });
    await saveKitItem(db, "phones", phoneRequest.parse({ name: "Pocket Old", profile }), old);
    expect((await findKit(db)).phones.find((phone) => phone.name === "Pocket Old")!.profile).toEqual(profile);
    await change("jsonb_set(profile, '{value,isoLadder}', '\"fast\"')");
    await expect(findKit(db)).rejects.toThrow(/value of profile that this version cannot read.*isoLadder/s);
    await change("jsonb_set(profile, '{version}', '7')");
    await expect(findKit(db)).rejects.toThrow(/It is of version 7, and 1 is the latest known/);
    await deleteKitItem(db, "phones", old.id);
    expect((await findKit(db)).phones.some((phone) => phone.name === name)).toBe(true);
  });

  it("tells listeners what was published", async () => {
    const id = randomUUID();
    const heard = new Promise((onChange) => {
      void subscribe(database, { onChange, onGap: () => {} }).then(async () => {
        await database.sql("select pg_notify('aevumen_changes', 'no event of ours')");
        await publish(database.db, { topic: "job", id });
      });
    });
    expect(await heard).toEqual({ topic: "job", id });
  });

  it("goes on hearing when the server ends its connections, and says that it may have missed something", async () => {
    if (database.kind === "embedded") return;
    const id = randomUUID();
    const heard: string[] = [];
    const gap = new Promise<void>((onGap) => {
      void subscribe(database, { onChange: (event) => heard.push(event.id), onGap }).then(() =>
        database.sql(
          "select pg_terminate_backend(pid) from pg_stat_activity where datname = current_database() and query like 'LISTEN%'",
        ),
      );
    });
    await gap;
    while (!heard.includes(id)) {
      await publish(database.db, { topic: "run", id });
      await new Promise((resolve) => setTimeout(resolve, 20));
    }
  });

  it("runs several statements without values in one text", async () => {
    const { rows } = await database.sql(
      "create temporary table t (n int); insert into t values (1), (2); select sum(n)::int as n from t",
    );
    expect(rows).toEqual([{ n: 3 }]);
  });
});

describe("a database of an earlier version", () => {
  /** The migrations up to the one named, in a folder of their own. */
  function migrationsUntil(last: string): string {
    const folder = mkdtempSync(join(tmpdir(), "aevumen-migrations-"));
    cpSync(MIGRATIONS, folder, { recursive: true });
    const path = join(folder, "meta/_journal.json");
    const journal = JSON.parse(readFileSync(path, "utf8")) as { entries: { tag: string }[] };
    const end = journal.entries.findIndex(({ tag }) => tag === last) + 1;
    expect(end).toBeGreaterThan(0);
    writeFileSync(path, JSON.stringify({ ...journal, entries: journal.entries.slice(0, end) }));
    return folder;
  }

  it("from before values had versions keeps them all", async () => {
    const folder = mkdtempSync(join(tmpdir(), "aevumen-older-"));
    const migrations = migrationsUntil("0005_firm");
    const older = await openEmbedded(folder, migrations);
    await older.sql(
      `insert into sites (name, latitude_deg, longitude_deg, zone, dark_sky_mag_per_arcsec2, horizon)
       values ('Weir', 53.9, -3.4, 'Europe/London', 20, '[{"azimuthDeg":0,"altitudeDeg":4}]')`,
    );
    await older.sql("insert into outings (name, date) values ('Mill weir', '2026-11-24')");
    await older.sql(`insert into phones (name, profile) values ('Own', '${JSON.stringify(GENERIC_PHONE.profile)}')`);
    await older.close();
    const database = await openEmbedded(folder, MIGRATIONS);
    try {
      const [site] = await listSites(database.db);
      expect(site).toMatchObject({ horizon: [{ azimuthDeg: 0, altitudeDeg: 4 }], series: { tideRows: [] } });
      const [outing] = await listOutings(database.db);
      expect(outing).toMatchObject({ name: "Mill weir", overrides: null });
      expect((await findKit(database.db)).phones[0]!.profile).toEqual(GENERIC_PHONE.profile);
    } finally {
      await database.close();
      for (const each of [folder, migrations]) rmSync(each, { recursive: true, force: true });
    }
  });
});
