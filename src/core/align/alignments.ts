/** What frames are laid over each other by: everything that the application knows of a way to align. */
interface AlignmentRow {
  readonly name: string;
  readonly does: string;
}

/** The ways to align frames before they are fused, by their words on the command line. */
export const ALIGNMENTS = {
  none: { name: "As they lie", does: "The tripod held still: every pixel stays where it is." },
  shift: { name: "By shift", does: "The tripod gave way a little: each frame is moved back, to a part of a pixel." },
  turn: {
    name: "By shift and turn",
    does: "The tripod slipped, or the phone was held by hand: each frame is moved and turned back.",
  },
  stars: {
    name: "By stars",
    does: "The sky turned while the frames were taken: each is laid by its stars, the ground may be held still by a mask.",
  },
} as const satisfies Record<string, AlignmentRow>;

/** A way to align. */
export type Alignment = keyof typeof ALIGNMENTS;
/** One that a recipe line may name after the way to fuse. */
export type LineAlignment = Exclude<Alignment, "none">;
/** All of them, in the order in which they are offered. */
export const ALIGNMENT_IDS = Object.keys(ALIGNMENTS) as [Alignment, ...Alignment[]];
