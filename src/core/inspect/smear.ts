import { median } from "../median";
import { FWHM_PER_SIGMA } from "../optics";
import type { PointImage } from "./pointImages";

/** The usual shape of a picture's point images, and the direction that they share. */
export interface Smear {
  /** Full width at half of the peak, of a round image as large, pixels. */
  readonly fwhmPx: number;
  /** Longer over shorter axis of the usual image: 1 where it is round. */
  readonly elongation: number;
  /** Direction of the longer axis, counterclockwise from the picture's right, 0 to 180. */
  readonly directionDeg: number;
  /** Length of an even line that would draw a round point out so far, pixels. */
  readonly lengthPx: number;
  /** How far the images agree on the direction, 0 to 1. */
  readonly agreement: number;
}

/** Fewer images than this share nothing. */
const LEAST_IMAGES = 5;
/** An even line of length L has a variance of L²/12. */
const LINE_VARIANCE = 12;

/** A point image as it is shown: where it lies, and how it is drawn out. */
export interface PointMark {
  readonly x: number;
  readonly y: number;
  /** Length of an even line that would draw a round point out so far, pixels. */
  readonly lengthPx: number;
  /** Counterclockwise from the picture's right, 0 to 180. */
  readonly directionDeg: number;
}

/** How long the ellipse of a covariance is over its width, as an even line, and where it points. */
function drawnOut({ xx, yy, xy }: Pick<PointImage, "xx" | "yy" | "xy">) {
  const apart = Math.hypot((xx - yy) / 2, xy);
  // Rows go down: a picture's angle is counted the other way round.
  const turned = (-Math.atan2(2 * xy, xx - yy) * 90) / Math.PI;
  return {
    lengthPx: Math.sqrt(LINE_VARIANCE * 2 * apart),
    directionDeg: ((turned % 180) + 180) % 180,
  };
}

/** The brightest point images, to be shown. */
export const marksOf = (images: readonly PointImage[], most: number): readonly PointMark[] =>
  images.slice(0, most).map((image) => ({ x: image.x, y: image.y, ...drawnOut(image) }));

/**
 * What point images have in common; null where there are too few. A shake or a drift draws them all out in one direction, stars
 * that trail likewise within a part of the sky; defocus leaves them round.
 */
export function smearOf(images: readonly PointImage[]): Smear | null {
  if (images.length < LEAST_IMAGES) return null;
  const middle = (of: (image: PointImage) => number) => median(images.map(of));
  const [xx, yy, xy] = [middle((i) => i.xx), middle((i) => i.yy), middle((i) => i.xy)];
  const [half, apart] = [(xx + yy) / 2, Math.hypot((xx - yy) / 2, xy)];
  const [long, short] = [half + apart, Math.max(1e-6, half - apart)];
  const shapes = images.map((i) => ({ one: (i.xx - i.yy) / (i.xx + i.yy), two: (2 * i.xy) / (i.xx + i.yy) }));
  const mean = (of: (shape: (typeof shapes)[number]) => number) =>
    shapes.reduce((sum, shape) => sum + of(shape), 0) / shapes.length;
  const together = Math.hypot(
    mean(({ one }) => one),
    mean(({ two }) => two),
  );
  return {
    fwhmPx: FWHM_PER_SIGMA * Math.sqrt(Math.sqrt(long * short)),
    elongation: Math.sqrt(long / short),
    ...drawnOut({ xx, yy, xy }),
    agreement:
      together /
      Math.max(
        1e-6,
        mean(({ one, two }) => Math.hypot(one, two)),
      ),
  };
}
