import type { FileChoice, Recipe, WhiteBalance } from "../recipe";

/** White balance that a phone picks by itself under street lamps, and that a raw file is developed with at first. */
export const AUTOMATIC_KELVIN = 3800;

/** The white balance that frames are developed with: the line's own, or the phone's automatic one. */
export const kelvinOf = (whiteBalance: WhiteBalance | null): number =>
  whiteBalance?.kind === "kelvin" ? whiteBalance.kelvin : AUTOMATIC_KELVIN;

/** The ISO of a line, or the phone's lowest where it names none. */
export const isoOf = ({ iso }: Pick<Recipe, "iso">, isoLadder: readonly number[]): number => iso ?? isoLadder[0]!;

/** What is written for each frame where the line names nothing. */
export const filesOf = ({ files }: Pick<Recipe, "files">): FileChoice => files ?? "jpeg";
