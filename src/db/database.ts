import { mkdirSync } from "node:fs";
import { join } from "node:path";
import { PGlite } from "@electric-sql/pglite";
import { drizzle as drizzleNode } from "drizzle-orm/node-postgres";
import { migrate as migrateNode } from "drizzle-orm/node-postgres/migrator";
import type { PgDatabase, PgQueryResultHKT } from "drizzle-orm/pg-core";
import { drizzle as drizzlePglite } from "drizzle-orm/pglite";
import { migrate as migratePglite } from "drizzle-orm/pglite/migrator";
import pg from "pg";
import { listenOn, type MessageListener } from "./listen";
import * as schema from "./schema";

/** Queries through Drizzle, whichever kind of database is behind them. */
export type Db = PgDatabase<PgQueryResultHKT, typeof schema>;

/** One statement's rows, as the job queue wants them. */
export interface SqlResult {
  readonly rows: Record<string, unknown>[];
}

/** An open database of either kind. */
export interface Database {
  readonly kind: "embedded" | "server";
  readonly db: Db;
  /** Runs SQL text as it is; several statements only without values. */
  sql(text: string, values?: unknown[]): Promise<SqlResult>;
  /** Calls back for every message on a channel, from any process on the same database, until it is closed. */
  listen(channel: string, listener: MessageListener): Promise<void>;
  close(): Promise<void>;
}

/** Opens a PostgreSQL server's database and brings its schema up to date. */
export async function openServer(url: string, migrationsFolder: string): Promise<Database> {
  const pool = new pg.Pool({ connectionString: url, max: 8 });
  pool.on("error", () => {});
  const db = drizzleNode(pool, { schema });
  await migrateNode(db, { migrationsFolder });
  const ends: (() => Promise<void>)[] = [];
  return {
    kind: "server",
    db,
    sql: async (text, values) => {
      const result: pg.QueryResult | pg.QueryResult[] = await pool.query(text, values);
      return Array.isArray(result) ? (result.at(-1) ?? { rows: [] }) : result;
    },
    listen: async (channel, listener) => {
      ends.push(await listenOn(url, channel, listener));
    },
    close: async () => {
      await Promise.all(ends.map((end) => end()));
      await pool.end();
    },
  };
}

async function openIn(folder: string): Promise<PGlite> {
  try {
    return await PGlite.create(folder);
  } catch (cause) {
    // The database's own words are those of a program that broke off.
    throw new Error(
      `The database in ${folder} could not be opened. If the disk is full, free some room and start again; otherwise put a copy of your data folder in its place. Nothing in it was changed.`,
      { cause },
    );
  }
}

/**
 * Opens the embedded database in a folder, or in memory when the folder is null, and brings its schema up to date. The
 * caller must hold the folder: an embedded database has room for one process.
 */
export async function openEmbedded(folder: string | null, migrationsFolder: string): Promise<Database> {
  if (folder !== null) mkdirSync(folder, { recursive: true });
  const client = folder === null ? await PGlite.create() : await openIn(join(folder, "database"));
  const db = drizzlePglite(client, { schema });
  await migratePglite(db, { migrationsFolder });
  return {
    kind: "embedded",
    db,
    sql: async (text, values) => {
      if (values && values.length > 0) return client.query<Record<string, unknown>>(text, values);
      const results = await client.exec(text);
      return (results.at(-1) as SqlResult | undefined) ?? { rows: [] };
    },
    listen: async (channel, { onMessage }) => {
      await client.listen(channel, onMessage);
    },
    close: () => client.close(),
  };
}
