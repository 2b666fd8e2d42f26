import type { ColourTable, Look, OutSpace } from "@/core/finish";

/** A look, the table of colours that it names (null where it names none), and the space in which it is to come out. */
export interface LookToWrite {
  readonly look: Look;
  readonly table: ColourTable | null;
  readonly space: OutSpace;
}
