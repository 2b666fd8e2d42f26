import { z } from "zod";
import { filterStops } from "@/core/light";
import { phoneProfile } from "./phone";

const name = z.string().trim().min(1, "Give it a name.").max(80, "A name has at most 80 characters.");

/** A filter as its owner writes it. */
export const filterRequest = z
  .strictObject({
    name,
    notation: z.enum(["factor", "stops", "density"]),
    value: z.number("Write the strength as a number.").positive("A filter's strength is more than nothing."),
  })
  .refine(({ notation, value }) => notation !== "factor" || value >= 1, "A filter's factor is 1 or more.")
  .refine(
    ({ notation, value }) => (notation === "factor" && value < 1) || filterStops({ notation, value }) <= 30,
    "No filter takes more than 30 stops.",
  );
export type FilterRequest = z.infer<typeof filterRequest>;

const rising = (values: readonly number[]): boolean => values.every((value, i) => i === 0 || value > values[i - 1]!);

/** A phone with its profile; ladders rise. */
export const phoneRequest = z.strictObject({
  name,
  profile: phoneProfile
    .refine(({ shutterLadder }) => rising(shutterLadder), "Shutter times must rise from the shortest to the longest.")
    .refine(({ isoLadder }) => rising(isoLadder), "ISO values must rise."),
});
export type PhoneRequest = z.infer<typeof phoneRequest>;

/** A kit as it travels between machines. */
export const kitFile = z.strictObject({
  phones: z.array(phoneRequest).max(50),
  filters: z.array(filterRequest).max(200),
});

/** The kit as the application answers. */
export const kitReply = z.object({
  phones: z.array(phoneRequest.extend({ id: z.uuid() }).strip()),
  filters: z.array(
    z.object({ id: z.uuid(), name: z.string(), notation: z.enum(["factor", "stops", "density"]), value: z.number() }),
  ),
});
export type KitReply = z.infer<typeof kitReply>;
