import { lumaOf } from "../picture";
import type { StackMethod } from "./methodIds";
import { methodOf } from "./methods";
import type { FusingSettings } from "./settings";

// Who remains in a picture that was to be emptied. At each place of small frames the brightness falls into what stands there and what stood
// before it; of the two, what stands joins its surroundings without an edge. Where more frames show the other one than the method can
// leave out, it remains, and how many frames without it are wanted is asked of the method itself.

/** Small frames of one size, sRGB of 8 bits, interleaved. */
export interface SmallFrames {
  readonly width: number;
  readonly height: number;
  readonly frames: readonly Uint8Array[];
}

/** A place where somebody remains. */
export interface Ghost {
  /** Of the box about it, shares of the picture's width and height. */
  readonly left: number;
  readonly top: number;
  readonly width: number;
  readonly height: number;
  /** The share of the picture that it covers. */
  readonly share: number;
  /** In so many of all frames somebody stands there. */
  readonly frames: number;
  /** So many frames more without anybody would clear it; null where none of so many would. */
  readonly framesMore: number | null;
}

/** Who remains of frames that are fused. */
export interface Ghosts {
  readonly width: number;
  readonly height: number;
  /** A byte a pixel: in how many frames of 255ths somebody stands who remains there; 0 where nobody does. */
  readonly map: Uint8Array;
  /** The largest first. */
  readonly ghosts: readonly Ghost[];
}

/** Two codes of brightness lie as far apart where they are two things: more than noise, less than a coat before a wall. */
const LEAST_GAP = 14;
/** Fewer frames than this part of all are noise or one who passed. */
const LEAST_SHARE = 0.12;
/** What most frames show stands, unless what the others show joins its surroundings so many times better, and as often as they are fewer. */
const CLEARLY_BETTER = 2;
/** Less than this of somebody is not seen. */
const SEEN_PART = 0.06;
/** Smaller places are nobody, pixels. */
const LEAST_PIXELS = 6;
/** More frames than so many times those that are there nobody takes. */
const MOST_TIMES = 20;

/** The part of somebody who stands in `occupied` of `frames` frames that a method's result shows, 0 to 1. */
export function shownOf(method: StackMethod, settings: FusingSettings, occupied: number, frames: number): number {
  const small = methodOf(method).small({ width: 1, height: 1 }, { ...settings, encoded: true });
  for (let frame = 0; frame < frames; frame++) small.add(new Uint8Array(3).fill(frame < occupied ? 255 : 0));
  return small.picture()[0]! / 65_535;
}

/** How many frames more, in which nobody stands, clear a place; null where more than `MOST_TIMES` as many do not. */
export function framesToClear(
  method: StackMethod,
  settings: FusingSettings,
  occupied: number,
  frames: number,
): number | null {
  const clears = (more: number) => shownOf(method, settings, occupied, frames + more) < SEEN_PART;
  let most = 1;
  while (!clears(most)) {
    most *= 2;
    if (most > MOST_TIMES * frames) return null;
  }
  let least = Math.floor(most / 2);
  while (most - least > 1) {
    const middle = (least + most) >> 1;
    if (clears(middle)) most = middle;
    else least = middle;
  }
  return most;
}

interface Parted {
  /** Of the two things at a pixel the darker and the brighter one's middle brightness; the same where there is one alone. */
  readonly dark: Float32Array;
  readonly bright: Float32Array;
  /** In how many frames the brighter one is seen; 0 where there is one alone. */
  readonly brightIn: Uint16Array;
}

/** Parts the brightness of each pixel over all frames at its widest gap, where that is one between two things. */
function partPixels({ width, height, frames }: SmallFrames): Parted {
  const pixels = width * height;
  const parted = {
    dark: new Float32Array(pixels),
    bright: new Float32Array(pixels),
    brightIn: new Uint16Array(pixels),
  };
  const lumas = frames.map((samples) => lumaOf({ width, height, samples }).luma);
  const values = new Uint8Array(frames.length);
  const least = Math.max(1, Math.ceil(LEAST_SHARE * frames.length));
  for (let pixel = 0; pixel < pixels; pixel++) {
    for (let at = 0; at < values.length; at++) values[at] = lumas[at]![pixel]!;
    values.sort();
    let [split, widest] = [0, 0];
    for (let at = least; at <= values.length - least; at++) {
      const gap = values[at]! - values[at - 1]!;
      if (gap > widest) [split, widest] = [at, gap];
    }
    const isTwo = widest >= LEAST_GAP;
    const end = values.length;
    parted.dark[pixel] = values[isTwo ? split >> 1 : end >> 1]!;
    parted.bright[pixel] = isTwo ? values[(split + end) >> 1]! : parted.dark[pixel]!;
    parted.brightIn[pixel] = isTwo ? end - split : 0;
  }
  return parted;
}

/** The pixels beside one, some beyond the picture's top and bottom. */
function besides(pixel: number, width: number): number[] {
  const x = pixel % width;
  const across = [...(x > 0 ? [pixel - 1] : []), ...(x < width - 1 ? [pixel + 1] : [])];
  return [...across, pixel - width, pixel + width];
}

/** Places that touch each other, each a list of pixels. */
function placesOf(isIn: (pixel: number) => boolean, width: number, height: number): number[][] {
  const seen = new Uint8Array(width * height);
  const places: number[][] = [];
  for (let first = 0; first < seen.length; first++) {
    if (seen[first] || !isIn(first)) continue;
    const place = [first];
    seen[first] = 1;
    for (let next = 0; next < place.length; next++) {
      for (const other of besides(place[next]!, width)) {
        if (seen[other] !== 0 || !isIn(other)) continue;
        seen[other] = 1;
        place.push(other);
      }
    }
    places.push(place);
  }
  return places;
}

/** Whether what stands at a place is the brighter of the two things there: it joins what lies about the place without an edge. */
function isBrightStanding(
  place: readonly number[],
  { dark, bright, brightIn }: Parted,
  width: number,
  frames: number,
): boolean {
  let [ofDark, ofBright, seenBright] = [0, 0, 0];
  for (const pixel of place) {
    seenBright += brightIn[pixel]!;
    for (const other of besides(pixel, width)) {
      // Beyond the picture, or of the place too.
      if (brightIn[other] !== 0) continue;
      ofDark += Math.abs(dark[pixel]! - dark[other]!);
      ofBright += Math.abs(bright[pixel]! - dark[other]!);
    }
  }
  const share = seenBright / (place.length * frames);
  const better = Math.max(CLEARLY_BETTER, share / (1 - share), (1 - share) / share);
  return share > 0.5 ? ofBright < better * ofDark : better * ofBright < ofDark;
}

/** Who remains when small frames are fused by a method. */
export function findGhosts(small: SmallFrames, method: StackMethod, settings: FusingSettings): Ghosts {
  const { width, height, frames } = small;
  const map = new Uint8Array(width * height);
  const parted = partPixels(small);
  const ghosts: Ghost[] = [];
  const remains = new Map<number, boolean>();
  const doesRemain = (occupied: number): boolean => {
    const known = remains.get(occupied) ?? shownOf(method, settings, occupied, frames.length) >= SEEN_PART;
    remains.set(occupied, known);
    return known;
  };
  for (const place of placesOf((pixel) => parted.brightIn[pixel]! > 0, width, height)) {
    if (place.length < LEAST_PIXELS) continue;
    const standsBright = isBrightStanding(place, parted, width, frames.length);
    const occupiedAt = (pixel: number) =>
      standsBright ? frames.length - parted.brightIn[pixel]! : parted.brightIn[pixel]!;
    const left = new Set(place.filter((pixel) => doesRemain(occupiedAt(pixel))));
    for (const ghost of placesOf((pixel) => left.has(pixel), width, height)) {
      if (ghost.length < LEAST_PIXELS) continue;
      for (const pixel of ghost) map[pixel] = Math.max(1, Math.round((255 * occupiedAt(pixel)) / frames.length));
      ghosts.push(ghostOf(ghost, ghost.map(occupiedAt), { method, settings, ...small }));
    }
  }
  return { width, height, map, ghosts: ghosts.sort((a, b) => b.share - a.share) };
}

/** Nearly all of a place has to be cleared: its rim is nobody's. */
const NEARLY_ALL = 0.9;

function ghostOf(
  pixels: readonly number[],
  occupied: readonly number[],
  { width, height, frames, method, settings }: SmallFrames & { method: StackMethod; settings: FusingSettings },
): Ghost {
  const xs = pixels.map((pixel) => pixel % width);
  const ys = pixels.map((pixel) => Math.floor(pixel / width));
  const [left, top] = [Math.min(...xs), Math.min(...ys)];
  const most = occupied.toSorted((a, b) => a - b)[Math.floor(NEARLY_ALL * (occupied.length - 1))]!;
  return {
    left: left / width,
    top: top / height,
    width: (Math.max(...xs) + 1 - left) / width,
    height: (Math.max(...ys) + 1 - top) / height,
    share: pixels.length / (width * height),
    frames: most,
    framesMore: framesToClear(method, settings, most, frames.length),
  };
}
