import { z } from "zod";

const name = z.string().trim().min(1, "Give it a name.").max(80, "A name has at most 80 characters.");

const number = z.number("Write a number.");
const positive = number.positive("It is more than 0.");
const notNegative = number.nonnegative("It is not less than 0.");
const side = z.int("Write a whole number.").min(16, "At least 16 px.").max(30_000, "At most 30,000 px.");

const sensor = {
  name,
  focalLengthMm: positive,
  widthPx: side,
  heightPx: side,
  pitchUm: positive,
  baseIso: positive,
  fullWellElectrons: positive,
  readNoisePreElectrons: notNegative,
  readNoisePostElectrons: notNegative,
  darkElectronsPerSecond: notNegative,
  prnu: notNegative,
  bits: z.int("Write a whole number.").min(8, "From 8 to 16 bits.").max(16, "From 8 to 16 bits."),
};

/** A lens set to one f-number. */
export const lens = z.strictObject({ ...sensor, fNumber: positive });

/** A lens of a phone. */
export const phoneLens = z.strictObject({
  ...sensor,
  fNumbers: z.array(positive).min(1, "A lens has an f-number.").max(4, "A lens has at most 4 f-numbers."),
  binned: z.boolean(),
});

/** What a phone can do, as kept in the kit and as it tells over the protocol. */
export const phoneProfile = z.strictObject({
  lenses: z
    .array(phoneLens)
    .min(1, "A phone has at least one lens.")
    .max(8, "A phone has at most 8 lenses.")
    .refine((lenses) => new Set(lenses.map((each) => each.name)).size === lenses.length, "Two lenses have one name."),
  shutterLadder: z.array(positive).min(1, "Write at least one.").max(200, "At most 200."),
  isoLadder: z.array(positive).min(1, "Write at least one.").max(200, "At most 200."),
  measuredShutters: z.array(z.strictObject({ nominalSeconds: number, deliveredSeconds: number })).max(200),
  writeSeconds: notNegative,
  delaysSeconds: z.array(notNegative).max(20),
  shutterLagSeconds: notNegative.max(10, "At most 10 s."),
  /** Fields that it was kept without and that the generic phone's values stand for, until somebody saves it anew. */
  assumed: z.array(z.string().max(80)).max(200).optional(),
});

/** The camera chosen for a shot. */
export const shotCamera = z.strictObject({
  phone: name,
  lens: name,
  fNumber: positive,
  fullSize: z.boolean(),
  clipOn: name.nullable(),
});
