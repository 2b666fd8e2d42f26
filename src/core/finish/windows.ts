// Lit windows among what is bright: a window ends sharply, where the light about a lamp fades away.

/** Bright places are looked for from so many stops under white on, the brightest first: a window beside a lamp stands by itself only there. */
const FROM_STOPS = [-0.7, -1.3, -2] as const;
/** The light of half of a window's edge falls at least so far within two pixels, stops: that about a lamp falls by a third of it. */
const EDGE_STOPS = 1;
/** Of the small picture: fewer pixels have no shape, and no window has so much of it. */
const LEAST_PIXELS = 10;
const MOST_SHARE = 0.01;
/** A window fills so much of the upright box about it; a window seen from the side is a slanted one. */
const LEAST_FILLED = 0.45;
/** Nothing that is lower than this part of its width is one: a strip of a wall under its eaves. */
const LEAST_UPRIGHT = 0.6;
/** So many of its pixels are within so many stops of its middle one: a lamp in water is bright in its middle alone. */
const EVEN_STOPS = 0.8;
const LEAST_EVEN = 0.6;

interface Picture {
  readonly width: number;
  /** Each pixel's stops under white. */
  readonly stops: Float32Array;
}

/** The middle one of some numbers. */
const middleOf = (values: readonly number[]): number => [...values].sort((a, b) => a - b)[values.length >> 1] ?? 0;

/** Whether pixels that hang together are a window; `own` is their mark in `marks`. */
function isWindow({ width, stops }: Picture, pixels: readonly number[], marks: Int32Array, own: number): boolean {
  if (pixels.length < LEAST_PIXELS || pixels.length > MOST_SHARE * stops.length) return false;
  let [left, right, top, bottom] = [width, -1, stops.length, -1];
  const falls: number[] = [];
  for (const pixel of pixels) {
    const [x, y] = [pixel % width, Math.floor(pixel / width)];
    [left, right, top, bottom] = [Math.min(left, x), Math.max(right, x), Math.min(top, y), Math.max(bottom, y)];
    for (const step of [-1, 1, -width, width]) {
      const [within, beyond] = [pixel - step, pixel + 2 * step];
      if (marks[pixel + step] === own || stops[within] === undefined || stops[beyond] === undefined) continue;
      falls.push(Math.max(stops[pixel]!, stops[within]!) - stops[beyond]!);
    }
  }
  const [across, high] = [right - left + 1, bottom - top + 1];
  if (high < LEAST_UPRIGHT * across || pixels.length < LEAST_FILLED * across * high) return false;
  const middle = middleOf(pixels.map((pixel) => stops[pixel]!));
  const even = pixels.filter((pixel) => Math.abs(stops[pixel]! - middle) < EVEN_STOPS).length;
  return even >= LEAST_EVEN * pixels.length && middleOf(falls) >= EDGE_STOPS;
}

/**
 * Finds lit windows.
 *
 * @param isLooked Whether a pixel may belong to one.
 * @returns Of each pixel, 1 for a window's and 0 for others.
 */
export function windowsIn(picture: Picture, isLooked: (pixel: number) => boolean): Float32Array {
  const { width, stops } = picture;
  const found = new Float32Array(stops.length);
  const marks = new Int32Array(stops.length);
  let mark = 0;
  for (const from of FROM_STOPS) {
    const begins = mark;
    for (let first = 0; first < stops.length; first++) {
      if (marks[first]! > begins || stops[first]! < from || !isLooked(first)) continue;
      mark++;
      marks[first] = mark;
      const pixels = [first];
      for (let at = 0; at < pixels.length; at++) {
        const pixel = pixels[at]!;
        const x = pixel % width;
        for (const next of [x > 0 ? pixel - 1 : -1, x < width - 1 ? pixel + 1 : -1, pixel - width, pixel + width]) {
          if (next < 0 || next >= stops.length || marks[next]! > begins) continue;
          if (stops[next]! < from || !isLooked(next)) continue;
          marks[next] = mark;
          pixels.push(next);
        }
      }
      if (isWindow(picture, pixels, marks, mark)) for (const pixel of pixels) found[pixel] = 1;
    }
  }
  return found;
}
