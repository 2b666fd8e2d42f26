import { median } from "../median";
import type { PictureFigures } from "./inspectPicture";
import { MAP_ACROSS, MAP_DOWN } from "./sharpnessMap";

/** What of a picture's figures tells how sharp it is. */
export type SharpFigures = Pick<PictureFigures, "sharpPx" | "edgeShake" | "sharpness" | "smear">;

/** Why a frame is softer than those beside it. */
export type Softness =
  | { readonly kind: "shaken"; readonly px: number; readonly directionDeg: number }
  | { readonly kind: "defocused"; readonly px: number; readonly usualPx: number }
  /** Only some of its parts, as bits of the map from the left above. */
  | { readonly kind: "partly"; readonly parts: readonly number[] }
  | { readonly kind: "sharp" };

/** Images drawn out by so many pixels more than usual, and agreeing on the direction so far, were shaken. */
const SHAKEN_PX = 1.5;
const AGREEMENT = 0.6;
/** Images or edges so many times as wide as usual are out of focus. */
const WIDER_TIMES = 1.3;
/** A part with less than this share of its usual detail is soft, where it usually has so many times the noise's. */
const SOFT_SHARE = 0.4;
const HAS_DETAIL = 4;
/** So many soft parts are more than chance, and more than this share of all is the whole picture. */
const LEAST_PARTS = 3;
const MOST_SHARE = 0.6;

const middleOf = (values: readonly (number | null | undefined)[]): number | null => {
  const known = values.filter((value): value is number => value != null);
  return known.length > 0 ? median(known) : null;
};

/** Why a frame is soft, beside the others of its sequence. Stars that trail in all of them are no shake of one. */
export function whySoft(frame: SharpFigures, others: readonly SharpFigures[]): Softness {
  const usualLength = middleOf(others.map(({ smear }) => smear?.lengthPx)) ?? 0;
  const { smear, edgeShake, sharpPx } = frame;
  if (smear && smear.agreement > AGREEMENT) {
    const more = Math.sqrt(Math.max(0, smear.lengthPx ** 2 - usualLength ** 2));
    if (more > SHAKEN_PX) return { kind: "shaken", px: more, directionDeg: smear.directionDeg };
  }
  const usuallyShaken = others.filter((other) => other.edgeShake !== null).length > others.length / 2;
  if (edgeShake && !usuallyShaken) return { kind: "shaken", px: edgeShake.px, directionDeg: edgeShake.directionDeg };
  const usualWidth = middleOf(others.map((other) => other.smear?.fwhmPx));
  if (smear && usualWidth !== null && smear.fwhmPx > WIDER_TIMES * usualWidth)
    return { kind: "defocused", px: smear.fwhmPx, usualPx: usualWidth };
  const usualEdges = middleOf(others.map((other) => other.sharpPx));
  if (sharpPx !== null && usualEdges !== null && sharpPx > WIDER_TIMES * usualEdges && sharpPx - usualEdges > 1)
    return { kind: "defocused", px: sharpPx, usualPx: usualEdges };
  const parts = frame.sharpness.flatMap((detail, part) => {
    const usual = middleOf(others.map(({ sharpness }) => sharpness[part])) ?? 0;
    return usual > HAS_DETAIL && detail < SOFT_SHARE * usual ? [part] : [];
  });
  if (parts.length >= LEAST_PARTS && parts.length < MOST_SHARE * frame.sharpness.length)
    return { kind: "partly", parts };
  return { kind: "sharp" };
}

/** Where in a picture some parts of the map lie, in words. */
export function whereText(parts: readonly number[]): string {
  const across = median(parts.map((part) => ((part % MAP_ACROSS) + 0.5) / MAP_ACROSS));
  const down = median(parts.map((part) => (Math.floor(part / MAP_ACROSS) + 0.5) / MAP_DOWN));
  const side = across < 0.36 ? "left" : across > 0.64 ? "right" : "";
  const height = down < 0.36 ? "above" : down > 0.64 ? "below" : "";
  return [side && `at the ${side}`, height].filter(Boolean).join(", ") || "in the middle";
}

/** One sentence: why a frame is soft. */
export function softnessText(softness: Softness): string {
  switch (softness.kind) {
    case "shaken":
      return `Shaken: its points and edges are drawn out by ${softness.px.toFixed(1)} px at ${softness.directionDeg.toFixed(0)}°, those of the others are not.`;
    case "defocused":
      return `Out of focus: its images are ${softness.px.toFixed(1)} px wide all around, those of the others ${softness.usualPx.toFixed(1)} px.`;
    case "partly":
      return `Soft ${whereText(softness.parts)} only: something moved there, or the lens was wet or fogged.`;
    case "sharp":
      return "As sharp as the others.";
    default:
      return softness satisfies never;
  }
}
