/** The ways to fuse frames by their words in the recipe line, in the order in which they are offered; `methods.ts` has a module for each. */
export const STACK_METHODS = ["mean", "lighten over mean", "lighten", "median", "fuse"] as const;
/** A way to fuse frames, by its word in the recipe line. */
export type StackMethod = (typeof STACK_METHODS)[number];

/** What frames are fused by where nobody has said. */
export const USUAL_METHOD = "mean" satisfies StackMethod;
