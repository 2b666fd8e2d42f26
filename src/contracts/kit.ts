import { z } from "zod";
import { ASSUMED, ASSUMPTION_IDS } from "@/core/assumed";
import { FILTER_NOTATIONS, filterStops } from "@/core/light/filter";
import { SUPPORT_KINDS } from "@/core/motion/shake";
import { completedProfile } from "./olderPhone";
import { phoneProfile } from "./phone";

const name = z.string().trim().min(1, "Give it a name.").max(80, "A name has at most 80 characters.");
const within = (what: string, least: number, most: number) =>
  z
    .number(`${what} must be a number.`)
    .min(least, `${what} goes from ${least} to ${most}.`)
    .max(most, `${what} goes from ${least} to ${most}.`);

/** A filter as its owner writes it. */
export const filterRequest = z
  .strictObject({
    name,
    notation: z.enum(FILTER_NOTATIONS),
    value: z.number("Write the strength as a number.").positive("A filter's strength is more than nothing."),
  })
  // Checks after the first still run where it failed: each leaves alone what another has refused.
  .refine(({ notation, value }) => notation !== "factor" || value <= 0 || value >= 1, "A filter's factor is 1 or more.")
  .refine(
    ({ notation, value }) => value < (notation === "factor" ? 1 : 0) || filterStops({ notation, value }) <= 30,
    "No filter takes more than 30 stops.",
  );

const rising = (values: readonly number[]): boolean => values.every((value, i) => i === 0 || value > values[i - 1]!);

/** A phone with its profile; ladders rise. */
export const phoneRequest = z.strictObject({
  name,
  profile: phoneProfile
    .refine(({ shutterLadder }) => rising(shutterLadder), {
      path: ["shutterLadder"],
      error: "Shutter times must rise from the shortest to the longest.",
    })
    .refine(({ isoLadder }) => rising(isoLadder), { path: ["isoLadder"], error: "ISO values must rise." }),
});
/** A phone of the kit as it is saved. */
export type PhoneRequest = z.infer<typeof phoneRequest>;

/** A lens that clips on. */
export const clipOnRequest = z.strictObject({
  name,
  focalFactor: within("The focal factor", 0.05, 30),
  lossStops: within("Light loss", -2, 6),
  vignettingStops: within("Vignetting", 0, 6),
});

/** Something that holds the phone, with how it was found to ring and sway. */
export const supportRequest = z.strictObject({
  name,
  kind: z.enum(SUPPORT_KINDS),
  settleSeconds: within("Settling", 0, 20),
  gustPxPerMps: within("Sway", 0, 20),
});

/** What a person has measured of what is assumed else. */
export const figureRequest = z
  .strictObject({ name: z.enum(ASSUMPTION_IDS), value: z.number("Write a number.") })
  .superRefine(({ name, value }, context) => {
    const {
      name: label,
      unit,
      within: [least, most],
      measure,
    } = ASSUMED[name];
    if (measure === null) context.addIssue({ code: "custom", message: `${label} is of the simulated phone alone.` });
    else if (value < least || value > most)
      context.addIssue({ code: "custom", message: `${label} goes from ${least} to ${most} ${unit}.` });
  });

const olderPhone = (phone: unknown): unknown =>
  typeof phone === "object" && phone !== null && "profile" in phone
    ? { ...phone, profile: completedProfile(phone.profile) }
    : phone;

/** A kit as it travels between machines; older files lack some lists, and phones in them some fields. */
export const kitFile = z.strictObject({
  phones: z.array(z.preprocess(olderPhone, phoneRequest)).max(50),
  filters: z.array(filterRequest).max(200),
  clipOns: z.array(clipOnRequest).max(50).default([]),
  supports: z.array(supportRequest).max(50).default([]),
  figures: z.array(figureRequest).max(ASSUMPTION_IDS.length).default([]),
});

/** What each list of the kit holds. */
export const KIT_ITEMS = {
  phones: phoneRequest,
  filters: filterRequest,
  clipOns: clipOnRequest,
  supports: supportRequest,
  figures: figureRequest,
} as const;
/** A list of the kit. */
export type KitList = keyof typeof KIT_ITEMS;
/** Something of a list. */
export type KitItem<List extends KitList> = z.infer<(typeof KIT_ITEMS)[List]>;

/** The list of that name, or undefined. */
export function kitListNamed(name: string): KitList | undefined {
  return Object.hasOwn(KIT_ITEMS, name) ? (name as KitList) : undefined;
}

const kept = { id: z.uuid() };

/** The kit as the application answers. */
export const kitReply = z.object({
  phones: z.array(phoneRequest.extend(kept).strip()),
  filters: z.array(z.object({ ...kept, name: z.string(), notation: z.enum(FILTER_NOTATIONS), value: z.number() })),
  clipOns: z.array(clipOnRequest.extend(kept).strip()),
  supports: z.array(supportRequest.extend(kept).strip()),
  figures: z.array(z.object({ ...kept, name: z.enum(ASSUMPTION_IDS), value: z.number() })),
});
/** The whole kit. */
export type KitReply = z.infer<typeof kitReply>;
