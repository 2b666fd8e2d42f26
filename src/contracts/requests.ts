import { z } from "zod";
import { INTENT_IDS } from "@/core/intent/ids";
import { from, latitudeDeg, longitudeDeg, nightDate, siteName } from "./site";

const name = z.string().trim().min(1, "Give it a name.").max(120, "A name has at most 120 characters.");

/** Starts an outing: at a site that is there, at a new one, or, without either, as a folder for loose files. */
export const outingRequest = z.strictObject({
  name,
  date: nightDate,
  siteId: z.uuid().optional(),
  site: z.strictObject({ name: siteName, latitudeDeg, longitudeDeg }).nullable(),
});

/** Plans a shot for the next good window of its intent: at a site that is there, or at a new one. */
export const tonightRequest = z
  .strictObject({
    intent: z.enum(INTENT_IDS),
    siteId: z.uuid().optional(),
    site: z.strictObject({ name: siteName, latitudeDeg, longitudeDeg }).optional(),
  })
  .refine(
    ({ siteId, site }) => (siteId === undefined) !== (site === undefined),
    "Name a site, or a new place; not both.",
  );

/** Adds a shot to an outing. */
export const shotRequest = z.strictObject({ name, intent: z.enum(INTENT_IDS).default("light-trails") });

const line = z.string().max(2000);
/** Gives a shot a line, where it still is what it was. */
export const recipeRequest = from(z.strictObject({ line }));

/** Begins a run on the linked phone. */
export const runRequest = z.strictObject({
  line,
  widthPx: z.int().positive(),
  pace: z.enum(["recipe", "quick"]),
});

/** Changes an entry of the log. */
export const logChange = from(
  z.strictObject({
    note: z.string().max(4000, "A note has at most 4,000 characters.").optional(),
    rating: z.int().min(1).max(5).nullable().optional(),
    deleted: z.boolean().optional(),
  }),
);

/** Frames that are sent at once. */
export const FRAMES_PER_PAGE = 500;

/** Which page of a run's frames: those that arrived after one. */
export const framesQuery = z.object({ after: z.coerce.number().int().nonnegative().default(0) });
