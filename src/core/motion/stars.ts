import type { Lens } from "../optics";
import { equivalentFocalMm, POINT_FWHM_PX } from "../optics";
import { DEG_PER_RAD } from "../units";

/** The sky's turning, arcseconds a second at the celestial equator. */
export const SIDEREAL_ARCSEC_PER_SECOND = 15.041;

/** Arcseconds on the sky that one pixel covers. */
export function plateScaleArcsec({ pitchUm, focalLengthMm }: Pick<Lens, "pitchUm" | "focalLengthMm">): number {
  return (206.265 * pitchUm) / focalLengthMm;
}

/** Apparent speed of a star, arcseconds a second. */
export function starRate(declinationDeg: number): number {
  return SIDEREAL_ARCSEC_PER_SECOND * Math.cos(declinationDeg / DEG_PER_RAD);
}

/** Length of a star's trail, pixels. */
export function starTrailPx(
  lens: Pick<Lens, "pitchUm" | "focalLengthMm">,
  declinationDeg: number,
  seconds: number,
): number {
  return (starRate(declinationDeg) * seconds) / plateScaleArcsec(lens);
}

/** The three schools of the longest shutter that keeps stars points. */
export type StarSchool = "rule-500" | "npf" | "pixels";

/**
 * Longest untrailed shutter, seconds, by a school; `k` is what NPF calls its factor and the pixel limit its pixels.
 *
 * @see Frédéric Michaud, the full NPF rule (2013), for the second.
 */
export function longestStarShutter(lens: Lens, declinationDeg: number, school: StarSchool, k: number): number {
  const cos = Math.cos(declinationDeg / DEG_PER_RAD);
  switch (school) {
    case "rule-500":
      return 500 / equivalentFocalMm(lens);
    case "npf":
      return (
        (k * (16.856 * lens.fNumber + 0.0997 * lens.focalLengthMm + 13.713 * lens.pitchUm)) / (lens.focalLengthMm * cos)
      );
    case "pixels":
      return (k * plateScaleArcsec(lens)) / starRate(declinationDeg);
    default:
      return school satisfies never;
  }
}

/** Angle that the sky turns in a span, degrees. */
export function arcDeg(spanSeconds: number): number {
  return (SIDEREAL_ARCSEC_PER_SECOND * spanSeconds) / 3600;
}

/** The longest pause between two frames in which a star's arc shows no gap, seconds: half of its image's width. */
export const mostStarGapSeconds = (lens: Pick<Lens, "pitchUm" | "focalLengthMm">, declinationDeg: number): number =>
  ((POINT_FWHM_PX / 2) * plateScaleArcsec(lens)) / starRate(declinationDeg);
