import { customType } from "drizzle-orm/pg-core";
import { z } from "zod";

/** Thrown where a column holds what its schema does not know: written by a later version, or by hand. */
export class StoredValueError extends Error {
  constructor(column: string, why: string, cause?: unknown) {
    super(`The database holds a value of ${column} that this version cannot read: ${why}`, { cause });
  }
}

/** How a value lies in its column. */
const stored = z.strictObject({ version: z.int().positive(), value: z.unknown() });

interface Reading {
  /** Of the shape that is written; one more with every shape that older ones have to be turned into. */
  readonly version?: number;
  /** Makes a value of today's shape of one that was written as `version`; it gets every value that is read. */
  readonly upgrade?: (value: unknown, version: number) => unknown;
}

/**
 * A jsonb column that is parsed by a schema whenever it is read, never cast. Each value lies beside the version of its
 * shape. Fields that came later have defaults in the schema; shapes that were otherwise altogether are upgraded first.
 *
 * @throws StoredValueError on reading what a later version wrote, and what does not fit the schema.
 */
export function storedJson<Schema extends z.ZodType>(
  column: string,
  schema: Schema,
  { version = 1, upgrade = (value) => value }: Reading = {},
) {
  return customType<{ data: z.output<Schema>; driverData: unknown }>({
    dataType: () => "jsonb",
    toDriver: (value) => JSON.stringify({ version, value }),
    fromDriver: (driver) => {
      const found = stored.safeParse(typeof driver === "string" ? JSON.parse(driver) : driver);
      if (!found.success) throw new StoredValueError(column, z.prettifyError(found.error), found.error);
      if (found.data.version > version)
        throw new StoredValueError(
          column,
          `It is of version ${found.data.version}, and ${version} is the latest known.`,
        );
      const parsed = schema.safeParse(upgrade(found.data.value, found.data.version));
      if (!parsed.success) throw new StoredValueError(column, z.prettifyError(parsed.error), parsed.error);
      return parsed.data;
    },
  })(column);
}

/**
 * A text column of one of a few words, which is parsed whenever it is read.
 *
 * @throws StoredValueError on reading a word that this version does not know.
 */
export function storedWord<const Words extends readonly [string, ...string[]]>(column: string, words: Words) {
  const schema = z.enum(words);
  return customType<{ data: Words[number]; driverData: string }>({
    dataType: () => "text",
    fromDriver: (driver) => {
      const parsed = schema.safeParse(driver);
      if (!parsed.success) throw new StoredValueError(column, `It is ${JSON.stringify(driver)}.`, parsed.error);
      return parsed.data as Words[number];
    },
  })(column);
}
