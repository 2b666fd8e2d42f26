import { z } from "zod";

const name = z.string().trim().min(1, "Give it a name.").max(120, "A name has at most 120 characters.");

/** Starts an outing; without a site it is a folder for loose files. */
export const outingRequest = z.strictObject({
  name,
  date: z.iso.date("Write the date as YYYY-MM-DD."),
  site: z
    .strictObject({
      name,
      latitudeDeg: z.number().min(-90, "Latitude goes from -90 to 90.").max(90, "Latitude goes from -90 to 90."),
      longitudeDeg: z
        .number()
        .min(-180, "Longitude goes from -180 to 180.")
        .max(180, "Longitude goes from -180 to 180."),
    })
    .nullable(),
});

export const shotRequest = z.strictObject({ name });

export const recipeRequest = z.strictObject({ line: z.string().max(2000) });

export const runRequest = z.strictObject({
  line: z.string().max(2000),
  widthPx: z.int().positive(),
  pace: z.enum(["recipe", "quick"]),
});

export const logChange = z.strictObject({
  note: z.string().max(4000, "A note has at most 4,000 characters.").optional(),
  rating: z.int().min(1).max(5).nullable().optional(),
  deleted: z.boolean().optional(),
});
