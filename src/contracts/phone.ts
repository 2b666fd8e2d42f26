import { z } from "zod";

/** What a phone can do, as kept in the kit and as it tells over the protocol. */
export const phoneProfile = z.strictObject({
  lens: z.strictObject({
    name: z.string(),
    focalLengthMm: z.number().positive(),
    fNumber: z.number().positive(),
    widthPx: z.int().positive(),
    heightPx: z.int().positive(),
    pitchUm: z.number().positive(),
    baseIso: z.number().positive(),
    fullWellElectrons: z.number().positive(),
    readNoisePreElectrons: z.number().nonnegative(),
    readNoisePostElectrons: z.number().nonnegative(),
    darkElectronsPerSecond: z.number().nonnegative(),
    prnu: z.number().nonnegative(),
    bits: z.int().min(8).max(16),
  }),
  /** Shutter times it offers, seconds, rising. */
  shutterLadder: z.array(z.number().positive()).min(1),
  isoLadder: z.array(z.number().positive()).min(1),
  /** Times that differ from what the phone says: nominal and delivered seconds. */
  measuredShutters: z.array(z.strictObject({ nominalSeconds: z.number(), deliveredSeconds: z.number() })),
  writeSeconds: z.number().nonnegative(),
  delaysSeconds: z.array(z.number().nonnegative()),
});
export type PhoneProfile = z.infer<typeof phoneProfile>;
