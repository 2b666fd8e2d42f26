import { inverted, type Matrix3, times } from "../matrix3";
import type { Crop, Look } from "./look";

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
  /** The place in the picture, pixels from its left upper corner, of a place in what comes out; null for one that is nowhere. */
  readonly source: (x: number, y: number) => readonly [number, number] | null;
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
    [-half, half].every((dx) => [-half, half].every((dy) => isWithin(x + dx, y + dy)));
  let best = { x: 0.5, y: 0.5, half: 0 };
  for (let row = 0; row <= MIDDLES; row++)
    for (let column = 0; column <= MIDDLES; column++) {
      const [x, y] = [0.25 + (0.5 * column) / MIDDLES, 0.25 + (0.5 * row) / MIDDLES];
      if (!fits(x, y, best.half)) continue;
      let [from, to] = [best.half, 0.5];
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
    const source = (x: number, y: number) => [x + left, y + top] as const;
    return { ...size, source, cut: { left, top }, crop: crop ?? WHOLE, hasEmpty: false };
  }
  const aspect = width / height;
  const matrix = toPicture(upright, aspect);
  /** Of shares of the upright picture, pixels of the picture. */
  const place = (across: number, down: number): readonly [number, number] | null => {
    const [x, y] = [(2 * across - 1) * aspect, 2 * down - 1];
    const w = matrix[6]! * x + matrix[7]! * y + matrix[8]!;
    if (w <= 1e-6) return null;
    const u = (matrix[0]! * x + matrix[1]! * y + matrix[2]!) / w;
    const v = (matrix[3]! * x + matrix[4]! * y + matrix[5]!) / w;
    return [((u / aspect + 1) * width) / 2, ((v + 1) * height) / 2];
  };
  const isWithin = (across: number, down: number): boolean => {
    const at = place(across, down);
    return at !== null && at[0] >= 0 && at[0] <= width && at[1] >= 0 && at[1] <= height;
  };
  const kept = crop ?? largestCrop(isWithin);
  const { left, top, ...size } = croppedArea(kept, { width, height });
  const corners = [0, 1].flatMap((x) => [0, 1].map((y) => [kept.left + x * kept.width, kept.top + y * kept.height]));
  return {
    ...size,
    source: (x, y) => place((x + left) / width, (y + top) / height),
    cut: null,
    crop: kept,
    hasEmpty: crop !== null && corners.some(([x, y]) => !isWithin(x!, y!)),
  };
}

/** Catmull and Rom's spline between four values. @see Keys (1981), Cubic convolution interpolation */
const between = (a: number, b: number, c: number, d: number, part: number): number =>
  b + 0.5 * part * (c - a + part * (2 * a - 5 * b + 4 * c - d + part * (3 * (b - c) + d - a)));

/**
 * Rows of what comes out, looked up in the picture as its codes are: between light instead, every lamp would have a dark ring. What rings is
 * held within the four pixels about a place; what lies beyond the picture's edges is black.
 *
 * @param samples The whole picture, interleaved codes.
 * @returns Rows `from` up to `to`.
 */
export function framedRows(
  { width, height, samples }: { readonly width: number; readonly height: number; readonly samples: Uint16Array },
  frame: PictureFrame,
  from: number,
  to: number,
): Uint16Array {
  const out = new Uint16Array(3 * frame.width * (to - from));
  if (frame.cut) {
    const { left, top } = frame.cut;
    for (let y = from; y < to; y++) {
      const begins = 3 * ((top + y) * width + left);
      out.set(samples.subarray(begins, begins + 3 * frame.width), 3 * frame.width * (y - from));
    }
    return out;
  }
  const columnAt = (x: number) => 3 * Math.max(0, Math.min(width - 1, x));
  const rowAt = (y: number) => 3 * width * Math.max(0, Math.min(height - 1, y));
  for (let y = from, at = 0; y < to; y++)
    for (let x = 0; x < frame.width; x++, at += 3) {
      const place = frame.source(x + 0.5, y + 0.5);
      if (!place || place[0] < 0 || place[0] > width || place[1] < 0 || place[1] > height) continue;
      const [u, v] = [place[0] - 0.5, place[1] - 0.5];
      const [column, row] = [Math.floor(u), Math.floor(v)];
      const [right, down] = [u - column, v - row];
      const [c0, c1, c2, c3] = [columnAt(column - 1), columnAt(column), columnAt(column + 1), columnAt(column + 2)];
      const [r0, r1, r2, r3] = [rowAt(row - 1), rowAt(row), rowAt(row + 1), rowAt(row + 2)];
      for (let channel = 0; channel < 3; channel++) {
        const along = (begins: number) =>
          between(
            samples[begins + c0 + channel]!,
            samples[begins + c1 + channel]!,
            samples[begins + c2 + channel]!,
            samples[begins + c3 + channel]!,
            right,
          );
        const value = between(along(r0), along(r1), along(r2), along(r3), down);
        const [a, b] = [samples[r1 + c1 + channel]!, samples[r1 + c2 + channel]!];
        const [c, d] = [samples[r2 + c1 + channel]!, samples[r2 + c2 + channel]!];
        out[at + channel] = Math.max(Math.min(a, b, c, d), Math.min(Math.max(a, b, c, d), value)) + 0.5;
      }
    }
  return out;
}

/** Dots an inch of a print that a sharp eye finds sharp at arm's length. */
export const PRINT_DPI = 240;
const CM_PER_INCH = 2.54;

/** The largest print of so many pixels, centimetres. */
export const largestPrint = ({ width, height }: { readonly width: number; readonly height: number }) => ({
  width: (width / PRINT_DPI) * CM_PER_INCH,
  height: (height / PRINT_DPI) * CM_PER_INCH,
});
