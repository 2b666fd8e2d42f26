import { doublePrecision, pgTable, text, timestamp, uuid } from "drizzle-orm/pg-core";
import { completedProfile } from "@/contracts/olderPhone";
import { phoneProfile } from "@/contracts/phone";
import { ASSUMPTION_IDS } from "@/core/assumed";
import { FILTER_NOTATIONS } from "@/core/light";
import { SUPPORT_KINDS } from "@/core/motion";
import { storedJson, storedWord } from "./stored";

const id = () => uuid("id").primaryKey().defaultRandom();
const createdAt = () => timestamp("created_at", { withTimezone: true }).notNull().defaultNow();

/** Phones of the kit. */
export const phones = pgTable("phones", {
  id: id(),
  name: text("name").notNull().unique(),
  profile: storedJson("profile", phoneProfile, { upgrade: completedProfile }).notNull(),
  createdAt: createdAt(),
});

/** Filters of the kit. */
export const filters = pgTable("filters", {
  id: id(),
  name: text("name").notNull(),
  notation: storedWord("notation", FILTER_NOTATIONS).notNull(),
  value: doublePrecision("value").notNull(),
  createdAt: createdAt(),
});

/** Lenses of the kit that clip on before a phone's own. */
export const clipOns = pgTable("clip_ons", {
  id: id(),
  name: text("name").notNull().unique(),
  focalFactor: doublePrecision("focal_factor").notNull(),
  lossStops: doublePrecision("loss_stops").notNull(),
  vignettingStops: doublePrecision("vignetting_stops").notNull(),
  createdAt: createdAt(),
});

/** What holds the phone. */
export const supports = pgTable("supports", {
  id: id(),
  name: text("name").notNull().unique(),
  kind: storedWord("kind", SUPPORT_KINDS).notNull(),
  settleSeconds: doublePrecision("settle_seconds").notNull(),
  gustPxPerMps: doublePrecision("gust_px_per_mps").notNull(),
  createdAt: createdAt(),
});

/** What a person has measured of what is assumed else. */
export const figures = pgTable("own_figures", {
  id: id(),
  name: storedWord("name", ASSUMPTION_IDS).notNull().unique(),
  value: doublePrecision("value").notNull(),
  createdAt: createdAt(),
});
