/** The ways to fuse frames that a recipe line may name after its arrow, in the order in which they are offered: the outlook judges them. */
export const LINE_METHODS = ["mean", "lighten over mean", "lighten", "median", "clip mean", "fuse"] as const;
/** A way to fuse frames, by its word in the recipe line. */
export type LineMethod = (typeof LINE_METHODS)[number];

/** All ways to fuse frames by their words, in the order in which they are offered; `methods.ts` has a module for each. */
export const STACK_METHODS = [...LINE_METHODS, "comet", "sum", "darken"] as const;
/** A way to fuse frames that are there. */
export type StackMethod = (typeof STACK_METHODS)[number];

/** What frames are fused by where nobody has said. */
export const USUAL_METHOD = "mean" satisfies LineMethod;
