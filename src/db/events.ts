import { sql } from "drizzle-orm";
import { z } from "zod";
import type { Database, Db } from "./database";

const changeEvent = z.object({ topic: z.enum(["job", "run"]), id: z.uuid() });

/** Something changed that a page may be watching. */
export type ChangeEvent = Readonly<z.infer<typeof changeEvent>>;

/** Who wants to know of changes. */
export interface ChangeListener {
  readonly onChange: (event: ChangeEvent) => void;
  /** Changes may have been missed, for the database was out of reach: what is watched must be read anew. */
  readonly onGap: () => void;
}

const CHANNEL = "aevumen_changes";

/** Tells every process on this database that something changed. */
export async function publish(db: Db, event: ChangeEvent): Promise<void> {
  await db.execute(sql`select pg_notify(${CHANNEL}, ${JSON.stringify(event)})`);
}

/** A message as the change that it tells of; null for what this application did not write. */
function readEvent(payload: string): ChangeEvent | null {
  try {
    return changeEvent.parse(JSON.parse(payload));
  } catch {
    return null;
  }
}

/** Calls back for every change that any process publishes. */
export async function subscribe(database: Database, { onChange, onGap }: ChangeListener): Promise<void> {
  const onMessage = (payload: string) => {
    const event = readEvent(payload);
    if (event) onChange(event);
  };
  await database.listen(CHANNEL, { onMessage, onGap });
}
