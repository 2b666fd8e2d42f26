import { z } from "zod";
import { STACK_METHODS } from "@/core/stack/methodIds";

/** How frames are fused. */
export const stackParameters = z.strictObject({
  method: z.enum(STACK_METHODS),
  /** Mean only: average the codes as they are instead of linear light. */
  encoded: z.boolean().default(false),
  /** The frames' raw copies are fused instead of the pictures. */
  rawCopies: z.boolean().default(false),
});

/** A frame that went into a stack, by name and content. */
export const stackInput = z.object({ frameId: z.uuid(), name: z.string(), hash: z.string() });

/** A file that was not taken, and why. */
export const refusedFile = z.object({ name: z.string(), reason: z.string() });
/** A file that was not taken, parsed. */
export type RefusedFile = Readonly<z.infer<typeof refusedFile>>;

/** Asks for a stack of some of a run's frames. */
export const stackRequest = z.strictObject({
  runId: z.uuid(),
  frameIds: z.array(z.uuid()).min(1).max(2000),
  parameters: stackParameters,
});
