import { customType } from "drizzle-orm/pg-core";
import { z } from "zod";

/** Thrown where a column holds what its schema does not know: written by a later version, or by hand. */
export class StoredValueError extends Error {
  constructor(column: string, cause: z.ZodError) {
    super(`The database holds a value of ${column} that this version cannot read: ${z.prettifyError(cause)}`, {
      cause,
    });
  }
}

/**
 * A jsonb column that is parsed by a schema whenever it is read, never cast. Fields that came later have defaults in the
 * schema; shapes that were otherwise altogether are brought up to date first.
 *
 * @param upgrade Makes a value of today's shape of an older one; it gets every value that is read.
 * @throws StoredValueError on reading what fits neither.
 */
export function storedJson<Schema extends z.ZodType>(
  column: string,
  schema: Schema,
  upgrade: (stored: unknown) => unknown = (stored) => stored,
) {
  return customType<{ data: z.output<Schema>; driverData: unknown }>({
    dataType: () => "jsonb",
    toDriver: (value) => JSON.stringify(value),
    fromDriver: (stored) => {
      const value: unknown = typeof stored === "string" ? JSON.parse(stored) : stored;
      const parsed = schema.safeParse(upgrade(value));
      if (!parsed.success) throw new StoredValueError(column, parsed.error);
      return parsed.data;
    },
  })(column);
}
