import { EventEmitter } from "node:events";
import { join } from "node:path";
import { type Database, openEmbedded, openServer } from "@/db/database";
import { type ChangeEvent, publish, subscribe } from "@/db/events";
import { closeLostRuns } from "@/db/runs";
import type { ActiveRun, RunsHost } from "./capturing";
import { applicationFolder, dataFolder, makeDataFolder } from "./folders";
import { workOnJobs } from "./jobs/work";
import { forgetOtherBuilds } from "./keptRehearsals";
import { holdFolder } from "./owner";
import { resumeRuns } from "./runs";
import { clearAbandoned, clearUnfinished } from "./store";

/** Everything that is open while the application runs; one for each process. */
export interface Application extends RunsHost {
  /** Emits `change` with a `ChangeEvent` for whatever any process publishes, and `gap` where some may have been missed. */
  readonly changes: EventEmitter<{ change: [ChangeEvent]; gap: [] }>;
  readonly capturing: Map<string, ActiveRun>;
  close(): Promise<void>;
}

interface OpenOptions {
  /** What this process is, for the message that a second one gets. */
  readonly purpose: string;
  /** Whether this process works on queued jobs itself. */
  readonly works: boolean;
}

/** Opens the database that the environment names: a server by `DATABASE_URL`, else the embedded one, held for us. */
export async function openDatabase(purpose: string): Promise<{ database: Database; release(): Promise<void> }> {
  const migrations = join(applicationFolder(), "src/db/migrations");
  const url = process.env.DATABASE_URL;
  if (url) {
    await makeDataFolder();
    const database = await openServer(url, migrations);
    await clearAbandoned(Date.now());
    return { database, release: () => database.close() };
  }
  await makeDataFolder();
  const hold = await holdFolder(dataFolder(), purpose);
  const database = await openEmbedded(dataFolder(), migrations);
  await clearUnfinished();
  await forgetOtherBuilds();
  return {
    database,
    release: async () => {
      await database.close();
      await hold.release();
    },
  };
}

const CLOSE_RUNS_EVERY_MS = 10_000;

/**
 * Goes on with the runs of killed processes where the phone still holds them, and ends the others, now and, where other processes
 * may die, ever after. @returns What stops it.
 */
async function careForLeftRuns(host: RunsHost): Promise<() => void> {
  const { db, kind } = host.database;
  const isAlone = kind === "embedded";
  await closeLostRuns(db, isAlone, await resumeRuns(host, isAlone));
  if (isAlone) return () => {};
  const closing = setInterval(async () => {
    try {
      const resumed = await resumeRuns(host, false);
      for (const id of await closeLostRuns(db, false, resumed)) await publish(db, { topic: "run", id });
    } catch {
      // The database is out of reach; it is asked again.
    }
  }, CLOSE_RUNS_EVERY_MS);
  closing.unref();
  return () => clearInterval(closing);
}

/** @throws FolderHeldError when another process holds the data folder. */
export async function openApplication({ purpose, works }: OpenOptions): Promise<Application> {
  const { database, release } = await openDatabase(purpose);
  const changes: Application["changes"] = new EventEmitter();
  changes.setMaxListeners(0);
  await subscribe(database, {
    onChange: (event) => changes.emit("change", event),
    onGap: () => changes.emit("gap"),
  });
  const capturing: Application["capturing"] = new Map();
  const stopClosing = await careForLeftRuns({ database, capturing });
  const stopWorking = works ? await workOnJobs(database) : async () => {};
  return {
    database,
    changes,
    capturing,
    close: async () => {
      stopClosing();
      for (const { stop } of capturing.values()) stop.abort();
      await stopWorking();
      await release();
    },
  };
}

const shared = globalThis as { aevumenApplication?: Promise<Application> };

/**
 * The server process's application, opened on first use and kept. With an embedded database the server works on jobs
 * itself; beside a database server it leaves them to `npm run worker` unless `AEVUMEN_WORKS=1`.
 */
export function application(): Promise<Application> {
  shared.aevumenApplication ??= openApplication({
    purpose: "the Aevumen server",
    works: !process.env.DATABASE_URL || process.env.AEVUMEN_WORKS === "1",
  });
  return shared.aevumenApplication;
}
