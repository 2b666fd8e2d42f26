import { z } from "zod";
import { MAP_ACROSS, MAP_DOWN } from "@/core/inspect/sharpnessMap";

const share = z.number().min(0).max(1);
const direction = z.object({ directionDeg: z.number(), px: z.number() });

/** What was measured of a frame, or why it could not be. */
export const frameFigures = z.discriminatedUnion("kind", [
  z.object({
    kind: z.literal("measured"),
    exposureError: z.object({ centre: z.number(), matrix: z.number(), spot: z.number() }),
    clippedAny: share,
    clippedAll: share,
    crushedAll: share,
    noise: z.object({ red: z.number(), green: z.number(), blue: z.number(), level: z.number() }).nullable(),
    sharpPx: z.number().nullable(),
    edgeShake: direction.nullable(),
    /** Row by row from the top; see `sharpnessMap`. */
    sharpness: z
      .array(z.number())
      .length(MAP_ACROSS * MAP_DOWN)
      .readonly(),
    points: z.number(),
    smear: z
      .object({
        fwhmPx: z.number(),
        elongation: z.number(),
        directionDeg: z.number(),
        lengthPx: z.number(),
        agreement: z.number(),
      })
      .nullable(),
    hotPixels: z.number(),
    litShare: share.default(0),
    marks: z
      .array(z.object({ x: z.number(), y: z.number(), lengthPx: z.number(), directionDeg: z.number() }))
      .readonly()
      .default([]),
    /** From the run's first frame of its size, pixels to the right and down; null where nothing fits. */
    drift: z.object({ x: z.number(), y: z.number() }).nullable().default(null),
  }),
  z.object({ kind: z.literal("unreadable"), reason: z.string() }),
]);
/** What was measured of a frame, or why it could not be. */
export type FrameFigures = z.infer<typeof frameFigures>;

/** What the plan said of a frame as it was measured, in the same terms. */
export const plannedFrame = z.object({
  meterStops: z.number().nullable(),
  clippedShare: share,
  edgePx: z.number(),
  trailPx: z.number().nullable(),
});
/** What the plan said of a frame. */
export type PlannedFrame = z.infer<typeof plannedFrame>;

/** What somebody thinks of a frame: taken in, left out, the best of its like; null for what is proposed. */
export const FRAME_CHOICES = ["in", "out", "best"] as const;
export const frameChoice = z.enum(FRAME_CHOICES).nullable();
/** What somebody thinks of a frame. */
export type FrameChoice = z.infer<typeof frameChoice>;

const frameChoices = z
  .array(z.strictObject({ id: z.uuid(), choice: frameChoice }))
  .max(2000, "At most 2,000 frames at once.");

/** Frames and what is thought of them, and what was thought of them before, where that must still hold. */
export const choicesRequest = z.strictObject({
  choices: frameChoices.min(1, "Choose at least one frame."),
  was: z.strictObject({ choices: frameChoices }).optional(),
});

/** From where on figures are asked for; all of them without it. */
export const figuresQuery = z.strictObject({ since: z.iso.datetime().optional() });

/** A run's figures as far as they are measured, and how it goes on. */
export const figuresReply = z.object({
  figures: z.array(z.object({ id: z.uuid(), figures: frameFigures, planned: plannedFrame.nullable() })),
  /** Whether more are measured already than this answer holds. */
  more: z.boolean(),
  /** From where on to ask for more. */
  until: z.iso.datetime().nullable(),
  /** Frames that are still to be measured. */
  left: z.number(),
  secondsLeft: z.number().nullable(),
});
