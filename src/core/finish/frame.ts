import { inverted, type Matrix3, times } from "../matrix3";
import type { Crop, Look } from "./look";
import type { CodedPicture } from "./picture";
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

/** A look framed as another one is, so that both can be laid over each other. */
export function framedLike(look: Look, other: Look): Look {
  const { straighten: _, upright: __, sideways: ___, ...values } = look.values;
  const framing = Object.fromEntries(Object.entries(uprightingOf(other)).filter(([, value]) => value !== 0));
  return { ...look, values: { ...values, ...framing }, crop: other.crop };
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

/** Weights of four values for a place between the middle two: Catmull and Rom's spline. @see Keys (1981), Cubic convolution interpolation */
function splineWeights(part: number, out: Float64Array): void {
  const [square, cube] = [part * part, part * part * part];
  out[0] = square - 0.5 * (part + cube);
  out[1] = 1 - 2.5 * square + 1.5 * cube;
  out[2] = 0.5 * part + 2 * square - 1.5 * cube;
  out[3] = 0.5 * (cube - square);
}

/**
 * An area of what comes out, looked up in the picture as its codes are: between light instead, every lamp would have a dark ring. What rings
 * is held within the four pixels about a place; what lies beyond the picture's edges is black.
 *
 * @param held Interleaved codes of an area of the picture that holds what is looked up.
 */
export function framedArea(
  held: { readonly codes: Uint16Array; readonly area: Area; readonly of: Piece["of"] },
  frame: PictureFrame,
  area: Area,
): Uint16Array {
  const { left, top, right, bottom } = held.area;
  const wide = right - left;
  const [width, rows] = [area.right - area.left, area.bottom - area.top];
  const out = new Uint16Array(3 * width * rows);
  const { codes, of } = held;
  if (frame.cut) {
    for (let row = 0; row < rows; row++) {
      const begins = 3 * ((frame.cut.top + area.top + row - top) * wide + frame.cut.left + area.left - left);
      out.set(codes.subarray(begins, begins + 3 * width), 3 * width * row);
    }
    return out;
  }
  const [across, down] = [new Float64Array(4), new Float64Array(4)];
  const [columns, lines] = [new Int32Array(4), new Int32Array(4)];
  for (let y = area.top, at = 0; y < area.bottom; y++)
    for (let x = area.left; x < area.right; x++, at += 3) {
      const place = frame.source(x + 0.5, y + 0.5);
      if (!place || place[0] < 0 || place[0] > of.width || place[1] < 0 || place[1] > of.height) continue;
      const [column, row] = [Math.floor(place[0] - 0.5), Math.floor(place[1] - 0.5)];
      splineWeights(place[0] - 0.5 - column, across);
      splineWeights(place[1] - 0.5 - row, down);
      for (let k = 0; k < 4; k++) {
        columns[k] = 3 * (Math.max(left, Math.min(right - 1, column + k - 1)) - left);
        lines[k] = 3 * wide * (Math.max(top, Math.min(bottom - 1, row + k - 1)) - top);
      }
      for (let channel = 0; channel < 3; channel++) {
        let value = 0;
        for (let k = 0; k < 4; k++) {
          const begins = lines[k]! + channel;
          value +=
            down[k]! *
            (across[0]! * codes[begins + columns[0]!]! +
              across[1]! * codes[begins + columns[1]!]! +
              across[2]! * codes[begins + columns[2]!]! +
              across[3]! * codes[begins + columns[3]!]!);
        }
        const [above, below] = [lines[1]! + channel, lines[2]! + channel];
        const [a, b] = [codes[above + columns[1]!]!, codes[above + columns[2]!]!];
        const [c, d] = [codes[below + columns[1]!]!, codes[below + columns[2]!]!];
        out[at + channel] = Math.max(Math.min(a, b, c, d), Math.min(Math.max(a, b, c, d), value)) + 0.5;
      }
    }
  return out;
}

/** Rows `from` to `to` of what comes out of a whole picture; see `framedArea`. */
export const framedRows = (
  { samples, width, height }: CodedPicture,
  frame: PictureFrame,
  from: number,
  to: number,
): Uint16Array =>
  framedArea(
    { codes: samples, area: { left: 0, top: 0, right: width, bottom: height }, of: { width, height } },
    frame,
    { left: 0, right: frame.width, top: from, bottom: to },
  );

/** Pixels about a place that its codes are worked out of. */
const SPLINE_REACH = 2;

/** The area of the picture that an area of what comes out is looked up in. */
export function areaBehind(frame: PictureFrame, area: Area, { width, height }: Piece["of"]): Area {
  const places = [area.left, area.right].flatMap((x) =>
    [area.top, area.bottom].flatMap((y) => {
      const place = frame.source(x, y);
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
