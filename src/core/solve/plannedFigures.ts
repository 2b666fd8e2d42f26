import { isOfStars, type SolveRequest } from "../intent";
import { SHARP_EDGE_PX, shakenEdgePx } from "../picture";
import type { Recipe } from "../recipe";
import { studyOf } from "./study";

/** What a plan says of one frame, in the terms in which a frame is measured. */
export interface PlannedFigures {
  /** Subject, or of a picture of stars the sky, over (+) or under (-) the meter's level, stops; null of a sky that nobody knows. */
  readonly meterStops: number | null;
  /** Share of its surfaces that clip, 0 to 1. */
  readonly clippedShare: number;
  /** Width of its widest-drawn edges, pixels of the frame. */
  readonly edgePx: number;
  /** How far a star is drawn out, pixels of the frame; null where the picture is not of stars. */
  readonly trailPx: number | null;
}

/** How a frame was taken. */
export interface TakenFrame {
  readonly shutterSeconds: number;
  readonly iso: number;
  /** From the press to its opening, seconds. */
  readonly sincePressSeconds: number;
  readonly widthPx: number;
  readonly heightPx: number;
}

/** A recipe for a frame alone, with the settings it was taken with. */
const alone = (recipe: Recipe, { shutterSeconds, iso, sincePressSeconds }: TakenFrame): Recipe => ({
  ...recipe,
  sequence: { frames: 1, shutterSeconds, periodSeconds: null },
  bracketStops: null,
  rampStops: null,
  iso,
  delaySeconds: Math.max(recipe.delaySeconds ?? 0, sincePressSeconds),
  stack: null,
});

/** What was to be expected of a frame of a shot, by the settings that it says it was taken with; null where they are none. */
export function plannedFigures(request: SolveRequest, recipe: Recipe, frame: TakenFrame): PlannedFigures | null {
  const study = studyOf(request, alone(recipe, frame));
  if (!study) return null;
  const { base, sky, softness, stars } = study.outlook;
  const { lens } = request.camera;
  // A phone held upright turns its picture.
  const scale = Math.max(frame.widthPx, frame.heightPx) / Math.max(lens.widthPx, lens.heightPx);
  return {
    meterStops: isOfStars(request.intent) ? (sky?.meterStops ?? null) : base.meterStops,
    clippedShare: base.clippedShare,
    edgePx: Math.hypot(SHARP_EDGE_PX, shakenEdgePx(scale * softness.totalPx)),
    trailPx: isOfStars(request.intent) ? scale * stars.trailPx : null,
  };
}
