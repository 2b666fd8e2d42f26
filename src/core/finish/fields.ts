import { leastSquares } from "../leastSquares";
import type { Matrix3 } from "../matrix3";
import { median } from "../median";
import type { LightPicture } from "./picture";
import type { TrailColours } from "./trailColours";

// What changes from place to place whatever is there: light that a lens loses towards the corners, and what lamps far away add to the sky.

/** What a lens loses: so many stops in the corners, nothing up to `rim` of the way there, and between them by the square of the way. */
export interface Vignette {
  readonly stops: number;
  /** 0 to below 1: nearly 0 for a lens of its own, 0.5 and more for one that is clipped on. */
  readonly rim: number;
}

/** Light of the sky's glow over its least, of each channel: numbers of a curved surface over shares of width and height. */
export interface SkyGlow {
  readonly surfaces: readonly [Surface, Surface, Surface];
}
/** Numbers of 1, x, y, x², xy and y². */
export type Surface = readonly number[];

const TERMS = 6;
/** A sky of fewer pixels tells nothing of its glow. */
const LEAST_SKY_PIXELS = 200;
/** What lies further from the surface than so many deviations is no sky: a star, a mast. */
const FAR_DEVIATIONS = 2.5;
/** The same by the middle of how far all lie from it: two deviations of a normal distribution. */
const FAR_MIDDLES = 3;
const ROUNDS = 4;
/** Pixels that are this much of the sky's part count. */
const SKY_PART = 0.8;
/** So many pixels of it tell as much as all. */
const MOST_PLACES = 3000;

const termsAt = (x: number, y: number): readonly number[] => [1, x, y, x * x, x * y, y * y];
const valueAt = (surface: Surface, terms: readonly number[]): number =>
  terms.reduce((sum, term, at) => sum + term * surface[at]!, 0);

/** The surface that fits values best at places, without those that lie far from it. */
function fitted(places: readonly (readonly number[])[], values: readonly number[]): Surface | null {
  let surface: Surface | null = null;
  let near = values.map((_, at) => at);
  for (let round = 0; round < ROUNDS; round++) {
    surface = leastSquares(
      near.map((at) => [...places[at]!, values[at]!]),
      TERMS,
    );
    if (surface === null) return null;
    const differs = places.map((terms, at) => Math.abs(values[at]! - valueAt(surface!, terms)));
    const squares = near.reduce((sum, at) => sum + differs[at]! ** 2, 0) / near.length;
    // To a first surface stars may have drawn it: what most lie within says more.
    const far = round === 0 ? FAR_MIDDLES * median(differs) : FAR_DEVIATIONS * Math.sqrt(squares);
    near = values.flatMap((_, at) => (differs[at]! <= far ? [at] : []));
  }
  return surface;
}

/**
 * Finds the glow of a sky: a curved surface through its light, less what it has at its darkest.
 *
 * @param picture A small copy.
 * @param sky Each pixel's part in the sky.
 * @returns null where there is too little sky to tell.
 */
export function skyGlow({ width, height, red, green, blue }: LightPicture, sky: Float32Array): SkyGlow | null {
  const inSky: number[] = [];
  for (let at = 0; at < sky.length; at++) if (sky[at]! > SKY_PART) inSky.push(at);
  if (inSky.length < LEAST_SKY_PIXELS) return null;
  const every = Math.ceil(inSky.length / MOST_PLACES);
  const looked = inSky.filter((_, index) => index % every === 0);
  const places = looked.map((at) => termsAt(((at % width) + 0.5) / width, (Math.floor(at / width) + 0.5) / height));
  const surfaces = [red, green, blue].map((plane) =>
    fitted(
      places,
      looked.map((at) => plane[at]!),
    ),
  );
  if (surfaces.some((surface) => surface === null)) return null;
  const lifted = (surfaces as Surface[]).map((surface) => {
    const least = Math.max(0, Math.min(...places.map((terms) => valueAt(surface, terms))));
    return [surface[0]! - least, ...surface.slice(1)];
  });
  return { surfaces: lifted as unknown as SkyGlow["surfaces"] };
}

/** What is done to rows by where they are. */
export interface Fields {
  readonly vignette: Vignette | null;
  /** The sky's glow, and which part of it is taken away, 0 to 1. */
  readonly glow: { readonly surfaces: SkyGlow["surfaces"]; readonly part: number } | null;
  /** What is done to trails whose light is known apart from what stands; null where nothing is, or where it is not. */
  readonly trails: MovedTrails | null;
  /** What colours trails have, and how much of them what is white of it is given, 0 to 1. */
  readonly recolour: { readonly colours: TrailColours; readonly part: number } | null;
}

/** What is done to the light of trails. */
export interface MovedTrails {
  readonly stops: number;
  /** What their surroundings' distance from their middle is multiplied by, less 1. */
  readonly range: number;
  readonly middle: number;
  /** Their colours' strength, -1 to 1. */
  readonly colour: number;
  /** How far what is white of them is spared where they are lowered, 0 to 1. */
  readonly spared: number;
  /** Their own balance, as far as it differs from that of the whole, which comes after. */
  readonly balance: Matrix3;
}

export const isPlainField = ({ vignette, glow, recolour, trails }: Fields): boolean =>
  !vignette && !glow && !recolour && !trails;
