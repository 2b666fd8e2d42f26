import { figureOf } from "../assumed";
import { type CapturePlan, openSpanSeconds, shutterOf } from "../capture";
import type { SceneFacts } from "../facts";
import { handHeldSeconds, shakeScale, supportOf, touchBlurPx, windBlurWithinPx } from "../motion";
import { blurDiscMm, equivalentFocalMm } from "../optics";

/** What makes still things unsharp, in pixels of the fused picture. */
export interface SoftnessOutlook {
  readonly handPx: number;
  /** Ringing after a press, rms over the first frame. */
  readonly touchPx: number;
  readonly gustPx: number;
  /** Blur disc of the subject; 0 where its distance or the focus is not known. */
  readonly focusPx: number;
  /** Frames that do not lie on each other. */
  readonly alignmentPx: number;
  /** All of them together, as they add: by their squares. */
  readonly totalPx: number;
}

/** Blur that passes for sharp on a screen: a 1,500th of the picture's diagonal. */
export const screenSharpPx = ({ lens }: CapturePlan): number => Math.hypot(lens.widthPx, lens.heightPx) / 1500;

function focusBlurPx({ focus, lens }: CapturePlan, subjectM: number | null): number {
  if (focus === null || focus.kind === "lock" || subjectM === null) return 0;
  const { focalLengthMm, fNumber, pitchUm } = lens;
  // At infinity the disc of a near point is f²/(N·D); a focus very far off gives the same.
  const focusM = focus.kind === "distance" ? focus.metres : 1e6;
  const disc = blurDiscMm({ focalLengthMm, fNumber, circleOfConfusionMm: pitchUm / 1000 }, focusM, subjectM);
  return (disc * 1000) / pitchUm;
}

/** How soft still things come out. */
export function softnessOutlook(plan: CapturePlan, facts: SceneFacts): SoftnessOutlook {
  const { support, stabilisationStops, gustMps, release, subjectM, figures } = facts;
  const held = supportOf(facts);
  const { lens, frames, stack, align } = plan;
  const longest = shutterOf(plan, plan.frames - 1).deliveredSeconds;
  const equivalent = equivalentFocalMm(lens);
  const inHand = handHeldSeconds(support, equivalent, stabilisationStops);
  const handPx = inHand === null ? 0 : (longest / inHand) * screenSharpPx(plan);
  const first = shutterOf(plan, 0).deliveredSeconds;
  const scale = shakeScale(lens);
  const touchPx = release === "remote" ? 0 : scale * touchBlurPx(held, plan.firstOpensSeconds, first);
  // Frames that are fused as they lie hold the sway of all of them, however short each is; what is laid over each other, of one.
  const swaySeconds = frames === 1 || stack === null || align !== null ? longest : openSpanSeconds(plan);
  const gustPx = scale * windBlurWithinPx(held, gustMps, swaySeconds);
  const focusPx = focusBlurPx(plan, subjectM);
  const perDegree = (lens.focalLengthMm * 1000 * Math.PI) / 180 / lens.pitchUm;
  const alignmentPx =
    inHand === null || frames === 1 || stack === null || align !== null
      ? 0
      : figureOf(figures, "hand-wander") * openSpanSeconds(plan) * perDegree;
  return {
    handPx,
    touchPx,
    gustPx,
    focusPx,
    alignmentPx,
    totalPx: Math.hypot(handPx, touchPx, gustPx, focusPx, alignmentPx),
  };
}
