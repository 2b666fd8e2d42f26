import { type PictureLights, STAR_SOFT_STOPS } from "./findLights";
import { enlarger, type GuidedPlanes } from "./guided";
import { clamp, rising } from "./memberships";
import { type LightPicture, stopsPlane } from "./picture";

/** Which part of each pixel is which light's, and what lies about it. */
export interface PixelParts {
  /** Stops of each pixel's surroundings under white. */
  readonly surroundings: Float32Array;
  /** A plane for each of the picture's lights, in their order; they add up to one. */
  readonly parts: readonly Float32Array[];
}

/**
 * Works out the parts of a picture's pixels, or of some of its rows, from the lights found in a small copy of it.
 *
 * @param rows The picture, or a band of it.
 * @param whole The size of all of it, and the row with which the band begins.
 */
export function partsOf(
  { lights, memberships, surroundings, starsFrom }: PictureLights,
  rows: LightPicture,
  whole: { readonly height: number; readonly firstRow: number } = { height: rows.height, firstRow: 0 },
): PixelParts {
  const { width, height } = rows;
  const stops = stopsPlane(rows).values;
  const enlarged = enlarger(surroundings.slope, width, whole.height);
  const [slope, offset] = [new Float32Array(width), new Float32Array(width)];
  /** Values along the picture's stops for a row. */
  const along = (planes: GuidedPlanes, y: number, out: Float32Array) => {
    enlarged(planes.slope, whole.firstRow + y, slope);
    enlarged(planes.offset, whole.firstRow + y, offset);
    const from = y * width;
    for (let x = 0; x < width; x++) out[from + x] = slope[x]! * stops[from + x]! + offset[x]!;
  };
  const about = new Float32Array(stops.length);
  const parts = lights.map(() => new Float32Array(stops.length));
  const [sky, stars] = ["sky", "stars"].map((id) => lights.findIndex((light) => light.id === id)) as [number, number];
  // Where both are told, stars are taken out of the sky's part; by itself either has all of it.
  const shared = sky >= 0 && stars >= 0 ? stars : -1;
  for (let y = 0; y < height; y++) {
    along(surroundings, y, about);
    for (const [index, planes] of memberships.entries()) if (index !== shared) along(planes, y, parts[index]!);
  }
  for (let at = 0; at < stops.length; at++) {
    let sum = 0;
    for (const part of parts) sum += part[at] = clamp(part[at]!);
    const by = sum > 0 ? 1 / sum : 0;
    for (const part of parts) part[at] = by * part[at]!;
    // Nobody's pixel, which no light reaches: the first light's.
    if (sum === 0) parts[0]![at] = 1;
    if (shared < 0 || starsFrom === null) continue;
    const star = parts[sky]![at]! * rising(starsFrom, starsFrom + STAR_SOFT_STOPS, stops[at]! - about[at]!);
    parts[stars]![at] = star;
    parts[sky]![at] = parts[sky]![at]! - star;
  }
  return { surroundings: about, parts };
}
