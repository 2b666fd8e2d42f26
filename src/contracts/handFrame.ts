import { z } from "zod";

/** How a run by hand is timed: the phone's own timer takes the frames, or somebody presses for each. */
export const HAND_WAYS = ["timer", "press"] as const;
/** How a run by hand is timed. */
export type HandWay = (typeof HAND_WAYS)[number];

/** Whether a logged frame is to be used. */
export const HAND_STATES = ["good", "spoiled"] as const;

const instant = z.iso.datetime();
const note = z.string().trim().max(500, "A note has at most 500 characters.");
const shutterSeconds = z.number().positive("A shutter time is more than nothing.").max(1e5).nullable();
const iso = z.number().positive("An ISO is more than nothing.").max(1e7).nullable();
/** More frames than this nobody logs in a night. */
const MOST_HAND_FRAMES = 20_000;
const number = z.int().min(0).max(MOST_HAND_FRAMES);

/** A frame that somebody took with a phone that is not linked, as it was logged. */
export const handFrame = z.object({
  id: z.uuid(),
  /** Counts from 0; of a run that a timer takes its beat. */
  number,
  takenAt: instant,
  shutterSeconds,
  iso,
  state: z.enum(HAND_STATES),
  note: z.string(),
});
/** A logged frame. */
export type HandFrame = z.infer<typeof handFrame>;

/** Begins a run by hand, at the instant of the press. */
export const handRunRequest = z.strictObject({
  line: z.string().max(2000),
  way: z.enum(HAND_WAYS),
  startedAt: instant,
});
/** What begins a run by hand. */
export type HandRunRequest = z.input<typeof handRunRequest>;

const logged = z.strictObject({
  /** Made by whoever logs it: sent again it is still the same frame. */
  id: z.uuid(),
  /** Null for the next one. */
  number: number.nullable(),
  takenAt: instant,
  shutterSeconds,
  iso,
});
/** Logs frames; an id or a number that was logged before stays as it is. */
export const handFramesRequest = z.strictObject({ frames: z.array(logged).min(1).max(1000) });
/** Frames to be logged, each with an id of its own, so that none counts twice. */
export type HandFramesRequest = z.input<typeof handFramesRequest>;

/** A correction afterwards. */
export const handFrameChange = z.strictObject({
  takenAt: instant.optional(),
  shutterSeconds: shutterSeconds.optional(),
  iso: iso.optional(),
  state: z.enum(HAND_STATES).optional(),
  note: note.optional(),
});
/** A correction of a logged frame. */
export type HandFrameChange = z.input<typeof handFrameChange>;
