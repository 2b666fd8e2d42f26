import { sql } from "drizzle-orm";
import type { Database, Db } from "./database";

/** Something changed that a page may be watching. */
export interface ChangeEvent {
  readonly topic: "job" | "run";
  readonly id: string;
}

const CHANNEL = "aevumen_changes";

/** Tells every process on this database that something changed. */
export async function publish(db: Db, event: ChangeEvent): Promise<void> {
  await db.execute(sql`select pg_notify(${CHANNEL}, ${JSON.stringify(event)})`);
}

/** Calls back for every change that any process publishes. */
export async function subscribe(database: Database, onChange: (event: ChangeEvent) => void): Promise<void> {
  await database.listen(CHANNEL, (payload) => onChange(JSON.parse(payload) as ChangeEvent));
}
