import type { CapturePlan } from "../capture";
import type { SceneFacts } from "../facts";
import { blurDiscMm } from "../optics";

/** Lights far behind a near subject, out of focus. */
export interface DiscOutlook {
  readonly diameterPx: number;
  /** Of the picture's width. */
  readonly shareOfWidth: number;
}

/** Discs that lights in the background become when the focus lies on the subject; null where distances are not known. */
export function discOutlook({ lens }: CapturePlan, { subjectM, backgroundM }: SceneFacts): DiscOutlook | null {
  if (subjectM === null || backgroundM === null) return null;
  const { focalLengthMm, fNumber, pitchUm, widthPx } = lens;
  const disc = blurDiscMm({ focalLengthMm, fNumber, circleOfConfusionMm: pitchUm / 1000 }, subjectM, backgroundM);
  const diameterPx = (disc * 1000) / pitchUm;
  return { diameterPx, shareOfWidth: diameterPx / widthPx };
}
