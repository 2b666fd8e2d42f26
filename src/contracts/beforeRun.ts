import { z } from "zod";

/** What somebody has ticked of the list before a run, and when: it holds for an evening. */
export const beforeRun = z.strictObject({
  at: z.iso.datetime(),
  ticked: z.array(z.string().min(1).max(40)).max(60),
});
/** What was ticked before a run, and on which evening. */
export type BeforeRun = z.infer<typeof beforeRun>;

/** Ticks of a list are of one evening: after so long they are made anew, milliseconds. */
const EVENING_MS = 12 * 3_600_000;

/** The ticks that still hold. */
export const ticksAt = (saved: BeforeRun | null, nowMs: number): readonly string[] =>
  saved === null || nowMs - Date.parse(saved.at) > EVENING_MS ? [] : saved.ticked;
