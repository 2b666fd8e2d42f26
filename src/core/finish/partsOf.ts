import { type PictureLights, STAR_SOFT_STOPS } from "./findLights";
import { enlarger, type GuidedPlanes } from "./guided";
import type { FinishLightId } from "./lightIds";
import { rising } from "./memberships";
import { type LightPicture, stopsPlane } from "./picture";
import { wholePiece } from "./piece";

/** Which part of each pixel is which light's, and what lies about it. */
export interface PixelParts {
  /** Stops of each pixel's surroundings under white. */
  readonly surroundings: Float32Array;
  /** A plane for each of the picture's lights, in their order; they add up to one. */
  readonly parts: readonly Float32Array[];
}

/** Parts that were painted, from bytes. */
export const partsOfBytes = (painted: ReadonlyMap<FinishLightId, Uint8Array>): Map<FinishLightId, Float32Array> =>
  new Map([...painted].map(([id, bytes]) => [id, Float32Array.from(bytes, (value) => value / 255)]));

/**
 * Works out the parts of a picture's pixels from the lights found in a small copy of it. For whole pictures `developRows` does the
 * same row by row.
 */
export function partsOf(
  { lights, memberships, surroundings, starsFrom }: PictureLights,
  picture: LightPicture,
): PixelParts {
  const { width, height } = picture;
  const stops = stopsPlane(picture).values;
  const enlarged = enlarger(surroundings.slope, wholePiece(picture));
  const [slope, offset] = [new Float32Array(width), new Float32Array(width)];
  /** Values along the picture's stops. */
  const along = (planes: GuidedPlanes): Float32Array => {
    const out = new Float32Array(stops.length);
    for (let y = 0, at = 0; y < height; y++) {
      enlarged(planes.slope, y, slope);
      enlarged(planes.offset, y, offset);
      for (let x = 0; x < width; x++, at++) out[at] = slope[x]! * stops[at]! + offset[x]!;
    }
    return out;
  };
  const about = along(surroundings);
  const [sky, stars] = ["sky", "stars"].map((id) => lights.findIndex((light) => light.id === id)) as [number, number];
  // Where both are told, stars are taken out of the sky's part; by itself either has all of it.
  const isShared = sky >= 0 && stars >= 0 && starsFrom !== null;
  const parts = memberships.map((planes, index) =>
    isShared && index === stars ? new Float32Array(stops.length) : along(planes),
  );
  const sums = new Float32Array(stops.length);
  for (const part of parts)
    for (let at = 0; at < part.length; at++) {
      const own = part[at]!;
      part[at] = Math.max(0, Math.min(1, own));
      sums[at] = sums[at]! + part[at]!;
    }
  const first = parts[0]!;
  for (let at = 0; at < sums.length; at++) {
    if (sums[at]! > 0) continue;
    // A pixel that nobody reaches is the first light's.
    first[at] = 1;
    sums[at] = 1;
  }
  for (const part of parts) for (let at = 0; at < part.length; at++) part[at] = part[at]! / sums[at]!;
  if (isShared) {
    const [ofSky, ofStars] = [parts[sky]!, parts[stars]!];
    for (let at = 0; at < stops.length; at++) {
      const star = ofSky[at]! * rising(starsFrom, starsFrom + STAR_SOFT_STOPS, stops[at]! - about[at]!);
      ofStars[at] = star;
      ofSky[at] = ofSky[at]! - star;
    }
  }
  return { surroundings: about, parts };
}
