import { ASSUMED } from "../assumed";

/** What of a lens decides how its light falls off towards the corners. */
export interface FallingLens {
  /** As it works, with what is clipped on. */
  readonly lens: { readonly widthPx: number; readonly heightPx: number; readonly pitchUm: number };
  /** Of the phone's own lens, whatever is clipped on before it. */
  readonly bareFocalLengthMm: number;
  /** What the clip-on takes in the corners of the whole picture, stops. */
  readonly vignettingStops: number;
}

/** How light falls off in a view, tabled by the square of the distance from the axis. */
export interface LightFall {
  /** Pixels² between two entries. */
  readonly step: number;
  /** Share of the axis's light that comes to the sensor. */
  readonly fallen: Float32Array;
  /** What the phone multiplies it by as it develops. */
  readonly lift: Float32Array;
}

/** Where a picture's pixels lie about its axis. */
interface Placed {
  readonly width: number;
  readonly centreX: number;
  readonly centreY: number;
  readonly pitchUm: number;
}

/** Steps of the tables: fine enough that lines between them are within 1e-6 of the law. */
const STEPS = 2048;

/**
 * The fall of light of a lens in a view: by cos⁴ of the angle from its axis, and by 2^(-stops·r²) of what is clipped on before
 * it, r in half diagonals. A phone lifts its own lens's part again as it develops, but not all of it.
 *
 * @param height Of the view, pixels.
 * @see Reiss (1945), The cos⁴ law of illumination
 */
export function lightFallOf(of: FallingLens, view: Placed & { readonly height: number }): LightFall {
  const { lens, bareFocalLengthMm, vignettingStops } = of;
  const furthest =
    Math.max(view.centreX, view.width - view.centreX) ** 2 + Math.max(view.centreY, view.height - view.centreY) ** 2;
  const step = furthest / STEPS;
  const focalSquared = ((1000 * bareFocalLengthMm) / view.pitchUm) ** 2;
  const halfDiagonalSquared = ((lens.widthPx / 2) ** 2 + (lens.heightPx / 2) ** 2) * (lens.pitchUm / view.pitchUm) ** 2;
  const fallen = new Float32Array(STEPS + 2);
  const lift = new Float32Array(STEPS + 2);
  for (let at = 0; at < fallen.length; at++) {
    const square = at * step;
    const natural = (1 + square / focalSquared) ** -2;
    fallen[at] = natural * 2 ** ((-vignettingStops * square) / halfDiagonalSquared);
    lift[at] = natural ** -ASSUMED["corner-lift"].value;
  }
  return { step, fallen, lift };
}

/** A table's value for each pixel of some rows of a picture. */
function byPixel(table: Float32Array, step: number, view: Placed, firstRow: number, rows: number): Float32Array {
  const { width, centreX, centreY } = view;
  const out = new Float32Array(width * rows);
  for (let row = 0; row < rows; row++) {
    const down = (firstRow + row + 0.5 - centreY) ** 2;
    for (let column = 0; column < width; column++) {
      const at = (down + (column + 0.5 - centreX) ** 2) / step;
      const below = Math.floor(at);
      const low = table[below]!;
      out[row * width + column] = low + (at - below) * (table[below + 1]! - low);
    }
  }
  return out;
}

/** What a phone multiplies each pixel of some rows by as it develops. */
export const liftOf = (fall: LightFall, view: Placed, firstRow: number, rows: number): Float32Array =>
  byPixel(fall.lift, fall.step, view, firstRow, rows);

/** Darkens some rows of an interleaved RGB picture as they come to the sensor, in place. */
export function fallInPlace(light: Float32Array, fall: LightFall, view: Placed, firstRow: number, rows: number): void {
  const fallen = byPixel(fall.fallen, fall.step, view, firstRow, rows);
  for (let pixel = 0, at = 0; pixel < fallen.length; pixel++, at += 3) {
    const share = fallen[pixel]!;
    light[at] = light[at]! * share;
    light[at + 1] = light[at + 1]! * share;
    light[at + 2] = light[at + 2]! * share;
  }
}

/** By pixel of a whole view: how bright a surface comes out in the developed picture, as a share of what it does on the axis. */
export function shownShare(of: FallingLens, view: Placed & { readonly height: number }): Float32Array {
  const fall = lightFallOf(of, view);
  const shown = fall.fallen.map((each, at) => each * fall.lift[at]!);
  return byPixel(shown, fall.step, view, 0, view.height);
}
