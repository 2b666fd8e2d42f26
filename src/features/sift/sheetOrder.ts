import type { FrameReply } from "@/contracts/replies";
import { MEASURES, type MeasureId, measuredValue } from "./measures";
import type { RunFigures } from "./useFigures";

/** How the sheet is laid out: as frames were taken, or by what was measured of them. */
export type SheetOrder = "taken" | MeasureId;

/** How the sheet's frames are sorted, and which of them are shown. */
export interface SheetChoice {
  readonly order: SheetOrder;
  /** Bounds of the measure as typed; empty where there is none. */
  readonly from: string;
  readonly to: string;
}

export const AS_TAKEN: SheetChoice = { order: "taken", from: "", to: "" };

/** A typed bound: a number, none where nothing was typed, or not to be read. */
export function boundOf(typed: string): number | null | "unread" {
  if (typed.trim() === "") return null;
  const value = Number(typed.trim().replace(",", ".").replace("−", "-"));
  return Number.isFinite(value) ? value : "unread";
}

/** A frame with its value of the measure in words; null where it is sorted by time. */
export interface SheetFrame {
  readonly frame: FrameReply;
  readonly said: string | null;
}

/**
 * The sheet's frames: as they came, or by a measure from the highest on and within its bounds. Frames that the measure tells nothing of
 * come last, and are not within any bounds.
 */
export function sheetFrames(
  frames: readonly FrameReply[],
  figures: Pick<RunFigures, "byId" | "planned">,
  { order, from, to }: SheetChoice,
): readonly SheetFrame[] {
  if (order === "taken") return frames.map((frame) => ({ frame, said: null }));
  const [least, most] = [boundOf(from), boundOf(to)].map((bound) => (bound === "unread" ? null : bound));
  const valued = frames.map((frame) => ({ frame, value: measuredValue(order, figures, frame.id) }));
  const isBound = least != null || most != null;
  return valued
    .filter(({ value }) =>
      value === null
        ? !isBound
        : value >= (least ?? Number.NEGATIVE_INFINITY) && value <= (most ?? Number.POSITIVE_INFINITY),
    )
    .sort((a, b) => (b.value ?? Number.NEGATIVE_INFINITY) - (a.value ?? Number.NEGATIVE_INFINITY))
    .map(({ frame, value }) => ({ frame, said: value === null ? "not told" : MEASURES[order].said(value) }));
}
