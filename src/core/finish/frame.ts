import { inverted, type Matrix3, times } from "../matrix3";
import type { Crop, Look } from "./look";
import type { Area, Piece } from "./piece";

// How a picture is set upright and cut: each pixel of what comes out is looked up where it lies in the picture.

/** Turns and leans of a picture. */
export interface Uprighting {
  /** Degrees by which it is turned, clockwise. */
  readonly straighten: number;
  /** Percent by which the upper edge is widened against the lower one, and the right one against the left. */
  readonly upright: number;
  readonly sideways: number;
}

/** Where what comes out lies in the picture. */
export interface PictureFrame {
  /** Size of what comes out, pixels. */
  readonly width: number;
  readonly height: number;
  /** From places in what comes out to places in the picture, pixels from their left upper corners, as a homography. */
  readonly matrix: Matrix3;
  /** Whether pixels are only cut, not moved: then so many columns and rows from the left and the top. */
  readonly cut: { readonly left: number; readonly top: number } | null;
  /** The crop, by hand or the largest that has no empty corners, shares of the picture. */
  readonly crop: Crop;
  /** Whether some of what comes out lies beyond the picture's edges. */
  readonly hasEmpty: boolean;
}

/** How a look sets a picture upright. */
export const uprightingOf = ({
  values: { straighten = 0, upright = 0, sideways = 0 },
}: Pick<Look, "values">): Uprighting => ({
  straighten,
  upright,
  sideways,
});

/** A look framed as another one is, so that both can be laid over each other. */
export function framedLike(look: Look, other: Look): Look {
  const { straighten: _, upright: __, sideways: ___, ...values } = look.values;
  const framing = Object.fromEntries(Object.entries(uprightingOf(other)).filter(([, value]) => value !== 0));
  return { ...look, values: { ...values, ...framing }, crop: other.crop };
}

/** What lies no further before the eye than this part of the picture's middle is nowhere. */
const LEAST_DEPTH = 1e-6;

/** The place that a homography gives a place; null for one that is nowhere. */
export function placeUnder(matrix: Matrix3, x: number, y: number): readonly [number, number] | null {
  const w = matrix[6]! * x + matrix[7]! * y + matrix[8]!;
  if (w <= LEAST_DEPTH) return null;
  return [(matrix[0]! * x + matrix[1]! * y + matrix[2]!) / w, (matrix[3]! * x + matrix[4]! * y + matrix[5]!) / w];
}

const isPlain = ({ straighten, upright, sideways }: Uprighting): boolean =>
  straighten === 0 && upright === 0 && sideways === 0;

/** From places in the upright picture, measured from its middle in halves of its height, to places in the picture. */
function toPicture({ straighten, upright, sideways }: Uprighting, aspect: number): Matrix3 {
  const angle = (straighten * Math.PI) / 180;
  const turned = [Math.cos(angle), Math.sin(angle), 0, -Math.sin(angle), Math.cos(angle), 0, 0, 0, 1];
  // A plane that leans back: what lies farther up, or to the right, is divided by less, so that it comes out wider.
  const leaned = [1, 0, 0, 0, 1, 0, -sideways / 200 / aspect, upright / 200, 1];
  return times(inverted(leaned), turned);
}

/** Pixels of a crop in a picture of some size. */
export function croppedArea(crop: Crop | null, { width, height }: { width: number; height: number }) {
  if (!crop) return { left: 0, top: 0, width, height };
  const left = Math.min(width - 1, Math.round(crop.left * width));
  const top = Math.min(height - 1, Math.round(crop.top * height));
  const right = Math.min(width, Math.max(left + 1, Math.round((crop.left + crop.width) * width)));
  const bottom = Math.min(height, Math.max(top + 1, Math.round((crop.top + crop.height) * height)));
  return { left, top, width: right - left, height: bottom - top };
}

const WHOLE: Crop = { left: 0, top: 0, width: 1, height: 1 };
/** The largest crop is looked for about so many middles each way, and halved so often. */
const MIDDLES = 24;
const HALVINGS = 16;

/** The largest part of the picture's own shape whose corners all lie within it. */
function largestCrop(isWithin: (x: number, y: number) => boolean): Crop {
  const fits = (x: number, y: number, half: number): boolean =>
    x - half >= 0 &&
    x + half <= 1 &&
    y - half >= 0 &&
    y + half <= 1 &&
    isWithin(x - half, y - half) &&
    isWithin(x + half, y - half) &&
    isWithin(x - half, y + half) &&
    isWithin(x + half, y + half);
  let best = { x: 0.5, y: 0.5, half: 0 };
  for (let row = 0; row <= MIDDLES; row++)
    for (let column = 0; column <= MIDDLES; column++) {
      const [x, y] = [0.25 + (0.5 * column) / MIDDLES, 0.25 + (0.5 * row) / MIDDLES];
      if (!fits(x, y, best.half)) continue;
      // No further than its nearest edge.
      let [from, to] = [best.half, Math.min(x, 1 - x, y, 1 - y)];
      for (let step = 0; step < HALVINGS; step++) {
        const half = (from + to) / 2;
        if (fits(x, y, half)) from = half;
        else to = half;
      }
      if (from > best.half) best = { x, y, half: from };
    }
  const { x, y, half } = best;
  return { left: x - half, top: y - half, width: 2 * half, height: 2 * half };
}

/** How a picture of some size is set upright and cut. Without a crop by hand, so that no corner is empty. */
export function frameOf(
  upright: Uprighting,
  crop: Crop | null,
  { width, height }: { readonly width: number; readonly height: number },
): PictureFrame {
  if (isPlain(upright)) {
    const { left, top, ...size } = croppedArea(crop, { width, height });
    const matrix = [1, 0, left, 0, 1, top, 0, 0, 1];
    return { ...size, matrix, cut: { left, top }, crop: crop ?? WHOLE, hasEmpty: false };
  }
  const aspect = width / height;
  // Shares of the upright picture as `toPicture` measures them, and what that measures as pixels of the picture.
  const measured = [2 * aspect, 0, -aspect, 0, 2, -1, 0, 0, 1];
  const pixels = [width / (2 * aspect), 0, width / 2, 0, height / 2, height / 2, 0, 0, 1];
  const ofShares = times(pixels, times(toPicture(upright, aspect), measured));
  const isWithin = (across: number, down: number): boolean => {
    const at = placeUnder(ofShares, across, down);
    return at !== null && at[0] >= 0 && at[0] <= width && at[1] >= 0 && at[1] <= height;
  };
  const kept = crop ?? largestCrop(isWithin);
  const { left, top, ...size } = croppedArea(kept, { width, height });
  const corners = [0, 1].flatMap((x) => [0, 1].map((y) => [kept.left + x * kept.width, kept.top + y * kept.height]));
  return {
    ...size,
    matrix: times(ofShares, [1 / width, 0, left / width, 0, 1 / height, top / height, 0, 0, 1]),
    cut: null,
    crop: kept,
    hasEmpty: crop !== null && corners.some(([x, y]) => !isWithin(x!, y!)),
  };
}

/** Pixels about a place that its codes are worked out of. */
const SPLINE_REACH = 2;

/** The area of the picture that an area of what comes out is looked up in. */
export function areaBehind(frame: PictureFrame, area: Area, { width, height }: Piece["of"]): Area {
  const places = [area.left, area.right].flatMap((x) =>
    [area.top, area.bottom].flatMap((y) => {
      const place = placeUnder(frame.matrix, x, y);
      return place ? [place] : [];
    }),
  );
  const within = (value: number, most: number) => Math.max(0, Math.min(most, value));
  const [across, down] = [places.map(([x]) => x), places.map(([, y]) => y)];
  const reach = frame.cut ? 0 : SPLINE_REACH;
  const left = within(Math.floor(Math.min(...across)) - reach, width - 1);
  const top = within(Math.floor(Math.min(...down)) - reach, height - 1);
  return {
    left,
    top,
    right: Math.max(left + 1, within(Math.ceil(Math.max(...across)) + reach, width)),
    bottom: Math.max(top + 1, within(Math.ceil(Math.max(...down)) + reach, height)),
  };
}

/** Dots an inch of a print that a sharp eye finds sharp at arm's length. */
export const PRINT_DPI = 240;
const CM_PER_INCH = 2.54;

/** The largest print of so many pixels, centimetres. */
export const largestPrint = ({ width, height }: { readonly width: number; readonly height: number }) => ({
  width: (width / PRINT_DPI) * CM_PER_INCH,
  height: (height / PRINT_DPI) * CM_PER_INCH,
});
