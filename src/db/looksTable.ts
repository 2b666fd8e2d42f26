import { pgTable, text, timestamp, uuid } from "drizzle-orm/pg-core";

/** Looks that were saved. */
export const looks = pgTable("looks", {
  id: uuid("id").primaryKey().defaultRandom(),
  name: text("name").notNull().unique(),
  line: text("line").notNull(),
  createdAt: timestamp("created_at", { withTimezone: true }).notNull().defaultNow(),
});

/** Tables of colours that were read from files. */
export const colourTables = pgTable("colour_tables", {
  id: uuid("id").primaryKey().defaultRandom(),
  /** As look lines name it. */
  name: text("name").notNull().unique(),
  /** The file, as it was read. */
  text: text("text").notNull(),
  createdAt: timestamp("created_at", { withTimezone: true }).notNull().defaultNow(),
});
