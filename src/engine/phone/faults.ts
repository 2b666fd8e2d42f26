import { z } from "zod";

const frame = z.coerce.number().int().min(1).max(1e6);
/** What goes wrong with a stand-in, each at the frame that is named, counted from 1. */
const faults = z.strictObject({
  /** The frame is lost. */
  dropped: frame.optional(),
  /** After it the phone cannot be reached for some seconds. */
  disconnect: frame.optional(),
  /** It is exposed for a quarter of the time that it says. */
  wrong: frame.optional(),
  /** There is no room for it. */
  full: frame.optional(),
  /** Before it the battery is empty. */
  dead: frame.optional(),
});
export type PhoneFaults = z.infer<typeof faults>;
export const NO_FAULTS: PhoneFaults = {};
export const FAULT_NAMES = Object.keys(faults.shape);

/** Reads faults as the command line takes them: `dropped:3,full:12`. @returns null for anything else. */
export function readFaults(text: string): PhoneFaults | null {
  const parts = text.split(",").map((part) => part.split(":"));
  if (parts.some((part) => part.length !== 2)) return null;
  return faults.safeParse(Object.fromEntries(parts)).data ?? null;
}
