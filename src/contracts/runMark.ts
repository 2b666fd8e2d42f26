import { z } from "zod";

/** What spoils a frame, or else is said at an instant of a run. */
export const MARK_KINDS = ["car", "cloud", "bump", "note"] as const;
/** What spoils a frame, or a note. */
export type MarkKind = (typeof MARK_KINDS)[number];

/** Something that somebody said of a run while it went on. */
export const runMark = z.object({
  id: z.uuid(),
  kind: z.enum(MARK_KINDS),
  /** The frame that it is about, counted from 0. */
  frame: z.number(),
  text: z.string(),
  /** Whether it was spoken: its sound is kept. */
  isSpoken: z.boolean(),
  createdAt: z.string(),
});
/** What somebody said of a run's frame. */
export type RunMark = z.infer<typeof runMark>;

/** Says it. */
export const markRequest = z.strictObject({
  kind: z.enum(MARK_KINDS),
  frame: z.int().min(0).max(1e6),
  text: z.string().trim().max(500, "A note has at most 500 characters.").default(""),
});
/** What is said, before it has an id. */
export type MarkRequest = z.input<typeof markRequest>;

/** Whether a mark spoils its frame. */
export const spoils = ({ kind }: Pick<RunMark, "kind">): boolean => kind !== "note";

/** What a browser records is a few seconds of speech, and no more than this. */
export const MOST_SPOKEN_BYTES = 4e6;
/** Kinds of sound that are taken, as browsers record it. */
export const SPOKEN_TYPES = ["audio/webm", "audio/ogg", "audio/mp4"] as const;

/** A note that is spoken: the frame stands in the address, the sound is the body. */
export const spokenQuery = z.object({
  frame: z.coerce.number().int().min(0).max(1e6),
  seconds: z.coerce.number().min(0).max(600),
});
