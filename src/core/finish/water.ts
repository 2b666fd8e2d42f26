import { boxMean } from "./guided";

// Smoothed water among what lies low in a picture, where somebody says that there is water: a long exposure leaves it the streaks of what it
// mirrors, which stand upright, and nothing that changes from row to row.

/** Rows are compared over so many pixels of the small picture. */
const REACH_PX = 3;
/** Stops by which a pixel of water lies off the straight line between those above and below it, at most. */
const MOST_BEND = 0.1;
/** A row in which so much of the width changes by so many stops, or so far in colour, is an edge from side to side: water's, or a quay's. */
const EDGE = { share: 0.6, stops: 0.25, colour: 0.02 } as const;
/** Less of the picture is no water that anybody would tell. */
const LEAST_SHARE = 0.02;
/** Holes and rims of so many pixels belong to what lies around them. */
const CLOSED_PX = 3;

interface Picture {
  readonly width: number;
  /** Each pixel's stops under white, and two numbers of its colour whatever its brightness; of its surroundings, so that noise is little. */
  readonly stops: Float32Array;
  readonly colourAt: (pixel: number) => readonly [number, number];
}

/** Rows that are an edge from side to side, among the pixels that are looked at. */
function edgeRows({ width, stops, colourAt }: Picture, isLooked: (pixel: number) => boolean): Uint8Array {
  const height = stops.length / width;
  return Uint8Array.from({ length: height }, (_, y) => {
    let [looked, changed] = [0, 0];
    for (let x = 0; x < width; x++) {
      if (!isLooked(y * width + x)) continue;
      looked++;
      const above = Math.max(0, y - REACH_PX) * width + x;
      const below = Math.min(height - 1, y + REACH_PX) * width + x;
      if (Math.abs(stops[above]! - stops[below]!) > EDGE.stops) changed++;
      else {
        const [one, other] = [colourAt(above), colourAt(below)];
        if (Math.hypot(one[0] - other[0], one[1] - other[1]) > EDGE.colour) changed++;
      }
    }
    return changed > EDGE.share * looked ? 1 : 0;
  });
}

/** The largest place whose pixels hang together; empty where none is large enough. */
function largestPlace(width: number, isIn: Uint8Array): readonly number[] {
  const isSeen = new Uint8Array(isIn.length);
  let largest: readonly number[] = [];
  for (let first = 0; first < isIn.length; first++) {
    if (!isIn[first] || isSeen[first]) continue;
    isSeen[first] = 1;
    const pixels = [first];
    for (let at = 0; at < pixels.length; at++) {
      const pixel = pixels[at]!;
      const x = pixel % width;
      for (const next of [x > 0 ? pixel - 1 : -1, x < width - 1 ? pixel + 1 : -1, pixel - width, pixel + width]) {
        if (next < 0 || next >= isIn.length || !isIn[next] || isSeen[next]) continue;
        isSeen[next] = 1;
        pixels.push(next);
      }
    }
    if (pixels.length > largest.length) largest = pixels;
  }
  return largest.length >= LEAST_SHARE * isIn.length ? largest : [];
}

/**
 * Finds smoothed water.
 *
 * @param isLooked Whether a pixel may belong to it: what lies under the eye's level and is no sky.
 * @returns Of each pixel, which part of it is water's; mostly 0 or 1.
 */
export function waterIn(picture: Picture, isLooked: (pixel: number) => boolean): Float32Array {
  const { width, stops } = picture;
  const height = stops.length / width;
  const edges = edgeRows(picture, isLooked);
  const isIn = Uint8Array.from(stops, (stop, pixel) => {
    const y = Math.floor(pixel / width);
    if (edges[y] || !isLooked(pixel)) return 0;
    const [x, reach] = [pixel % width, Math.min(REACH_PX, y, height - 1 - y)];
    const bend = stops[(y - reach) * width + x]! - 2 * stop + stops[(y + reach) * width + x]!;
    return Math.abs(bend) < MOST_BEND ? 1 : 0;
  });
  const found = new Float32Array(stops.length);
  for (const pixel of largestPlace(width, isIn)) found[pixel] = 1;
  const near = boxMean({ width, height, values: found }, CLOSED_PX).values;
  return found.map((own, pixel) => (isLooked(pixel) && Math.max(own, near[pixel]!) > 0.5 ? 1 : 0));
}
