import { z } from "zod";

const name = z.string().trim().min(1, "Give it a name.").max(80, "A name has at most 80 characters.");

const sensor = {
  name,
  focalLengthMm: z.number().positive(),
  widthPx: z.int().min(16).max(30_000),
  heightPx: z.int().min(16).max(30_000),
  pitchUm: z.number().positive(),
  baseIso: z.number().positive(),
  fullWellElectrons: z.number().positive(),
  readNoisePreElectrons: z.number().nonnegative(),
  readNoisePostElectrons: z.number().nonnegative(),
  darkElectronsPerSecond: z.number().nonnegative(),
  prnu: z.number().nonnegative(),
  bits: z.int().min(8).max(16),
};

/** A lens set to one f-number. */
export const lens = z.strictObject({ ...sensor, fNumber: z.number().positive() });

/** A lens of a phone. */
export const phoneLens = z.strictObject({
  ...sensor,
  fNumbers: z.array(z.number().positive()).min(1, "A lens has an f-number.").max(4, "A lens has at most 4 f-numbers."),
  binned: z.boolean(),
});

/** What a phone can do, as kept in the kit and as it tells over the protocol. */
export const phoneProfile = z.strictObject({
  lenses: z
    .array(phoneLens)
    .min(1, "A phone has at least one lens.")
    .max(8, "A phone has at most 8 lenses.")
    .refine((lenses) => new Set(lenses.map((each) => each.name)).size === lenses.length, "Two lenses have one name."),
  shutterLadder: z.array(z.number().positive()).min(1).max(200),
  isoLadder: z.array(z.number().positive()).min(1).max(200),
  measuredShutters: z.array(z.strictObject({ nominalSeconds: z.number(), deliveredSeconds: z.number() })).max(200),
  writeSeconds: z.number().nonnegative(),
  delaysSeconds: z.array(z.number().nonnegative()).max(20),
  shutterLagSeconds: z.number().nonnegative().max(10),
});

/** The camera chosen for a shot. */
export const shotCamera = z.strictObject({
  phone: name,
  lens: name,
  fNumber: z.number().positive(),
  fullSize: z.boolean(),
  clipOn: name.nullable(),
});
