import { pgTable, text, timestamp, uuid } from "drizzle-orm/pg-core";

/** Looks that were saved. */
export const looks = pgTable("looks", {
  id: uuid("id").primaryKey().defaultRandom(),
  name: text("name").notNull().unique(),
  line: text("line").notNull(),
  createdAt: timestamp("created_at", { withTimezone: true }).notNull().defaultNow(),
});
