import { z } from "zod";
import { drawnWay, MOST_POINTS, share } from "@/core/facts/drawnWay";
import { LAMP_CLASS_IDS } from "@/core/light/lamps";
import { WATERS, type WaterKind } from "@/core/motion/water";

const MOST_MARKS = 40;

/** A place of the picture. */
const place = z.tuple([share, share]).readonly();

const drawnPath = z.strictObject({ kind: z.literal("path"), lamp: z.enum(LAMP_CLASS_IDS), points: drawnWay });

const outline = z.array(place).min(3).max(MOST_POINTS).readonly();
const region = z.discriminatedUnion("kind", [
  z.strictObject({
    kind: z.literal("water"),
    water: z.enum(Object.keys(WATERS) as [WaterKind, ...WaterKind[]]),
    outline,
  }),
  z.strictObject({ kind: z.literal("crowd"), outline }),
  z.strictObject({ kind: z.literal("sky"), outline }),
]);

/** A person's own picture of a shot's place, how it was taken, and what was drawn on it. */
export const ownPicture = z.strictObject({
  hash: z.string().regex(/^[0-9a-f]{64}$/, "That is no picture of the store."),
  name: z.string().max(200),
  width: z.int().positive(),
  height: z.int().positive(),
  shutterSeconds: z.number("Write its shutter time.").gt(0, "A shutter time is longer than 0.").max(3600),
  iso: z.number("Write its ISO.").min(1, "ISO goes from 1 to 1,000,000.").max(1e6),
  fNumber: z.number().min(0.5).max(64),
  filterStops: z.number().min(0).max(30),
  kelvin: z.number().min(1667).max(25_000),
  /** Which of its settings the file itself told. */
  told: z.boolean(),
  paths: z.array(drawnPath).max(MOST_MARKS).readonly(),
  regions: z.array(region).max(MOST_MARKS).readonly(),
});
/** A person's own picture with what was drawn on it. */
export type OwnPicture = z.infer<typeof ownPicture>;
