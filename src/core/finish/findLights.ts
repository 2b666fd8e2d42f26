import { median } from "../median";
import { type SkyGlow, skyGlow } from "./fields";
import { type GuidedPlanes, guidedBy, type Plane } from "./guided";
import { FINISH_LIGHT_IDS, type FinishLightId } from "./lightIds";
import { type LightMeasure, measureLight } from "./measureLight";
import { type KnownOfPicture, membershipsOf, rising } from "./memberships";
import { type LightPicture, stopsPlane } from "./picture";
import { type TrailColours, trailColours } from "./trailColours";

// The lights of a picture, found in a small copy of it. What part of a pixel is whose follows the picture's edges when it is used on a
// larger copy.

/** One light of a picture, as it was found. */
export interface FoundLight extends LightMeasure {
  readonly id: FinishLightId;
}

/** What a picture is taken apart into, and how. */
export interface PictureLights {
  readonly lights: readonly FoundLight[];
  /** By the picture's own stops, for each of them in the same order: which part of a pixel is its. Stars share the sky's. */
  readonly memberships: readonly GuidedPlanes[];
  /** By the picture's own stops: those of a pixel's surroundings, without what is small in it. */
  readonly surroundings: GuidedPlanes;
  /** A pixel of the sky begins to be a star that lies so many stops over its surroundings; null without sky. */
  readonly starsFrom: number | null;
  /** How lamps far away brighten the sky; null where there is too little of it to tell. */
  readonly glow: SkyGlow | null;
  /** What colours trails have; null without them. */
  readonly trailColours: TrailColours | null;
  /** Whether the light of trails is known apart from what stands, as a stack has kept it, and nobody has painted where they are. */
  readonly hasTrailsApart: boolean;
}

/** Membership follows the picture's edges within so much of its longer side. */
const RADIUS_SHARE = 1 / 64;
/** Variance under which a place is even, stops squared: a step of a tenth of a stop is an edge. */
const EVENNESS = 4e-4;
/** Surroundings go on through what is less uneven than this: half a stop. */
const SURROUNDINGS_EVENNESS = 0.25;
/** A light with less of the picture than this is not told. */
const leastShare = (id: FinishLightId): number => (id === "stars" ? 2e-5 : 0.002);
/** Stars are so far over the sky about them, and so many times as far as noise goes. */
const LEAST_STAR_STOPS = 0.7;
const STAR_SIGMAS = 5;
/** From `starsFrom` to so much more a pixel turns from sky to star. */
export const STAR_SOFT_STOPS = 0.5;
/** Every so many-th pixel of a sky tells its noise as well as all. */
const NOISE_EVERY = 7;
/** Values along a guide. */
export const alongGuide = ({ slope, offset }: GuidedPlanes, guide: Plane): Float32Array =>
  guide.values.map((value, at) => slope.values[at]! * value + offset.values[at]!);

/** How unevenly a sky's stops lie about their surroundings, by the middle of their absolute differences: noise, for stars are few. */
function skyNoise(stops: Float32Array, surroundings: Float32Array, sky: Float32Array): number {
  const differs: number[] = [];
  for (let at = 0; at < sky.length; at += NOISE_EVERY)
    if (sky[at]! > 0.9) differs.push(Math.abs(stops[at]! - surroundings[at]!));
  // Deviation of a normal distribution by the middle of its absolute values.
  return differs.length === 0 ? 0 : 1.4826 * median(differs);
}

/**
 * Finds the lights of a picture.
 *
 * @param picture A small copy, some hundreds of pixels wide.
 * @param painted Lights that somebody has painted, a part of each pixel; they come before what is found.
 */
export function findLights(
  picture: LightPicture,
  known: KnownOfPicture,
  painted: ReadonlyMap<FinishLightId, Float32Array> = new Map(),
): PictureLights {
  const stops = stopsPlane(picture);
  const radius = Math.max(2, Math.round(RADIUS_SHARE * Math.max(picture.width, picture.height)));
  const surroundings = guidedBy(stops, radius, SURROUNDINGS_EVENNESS)(stops);
  const about = alongGuide(surroundings, stops);
  const raw = membershipsOf(picture, about, known, painted);
  const follow = guidedBy(stops, radius, EVENNESS);
  const sky = raw.get("sky")!;
  const starsFrom = sky.some((part) => part > 0.5)
    ? Math.max(LEAST_STAR_STOPS, STAR_SIGMAS * skyNoise(stops.values, about, sky))
    : null;
  const isStar = (at: number): number =>
    starsFrom === null ? 0 : rising(starsFrom, starsFrom + STAR_SOFT_STOPS, stops.values[at]! - about[at]!);
  const own = new Map(raw);
  own.set(
    "sky",
    sky.map((part, at) => part * (1 - isStar(at))),
  );
  own.set(
    "stars",
    sky.map((part, at) => part * isStar(at)),
  );
  const lights = FINISH_LIGHT_IDS.flatMap((id) => {
    const part = own.get(id);
    const measure = part && measureLight(picture, stops.values, part);
    return measure && measure.share >= leastShare(id) ? [{ id, ...measure }] : [];
  });
  const told = new Set(lights.map(({ id }) => id));
  const untold = [...raw].filter(([id]) => !told.has(id)).map(([, part]) => part);
  const largest = lights.reduce((best, light) => (light.share > best.share ? light : best)).id;
  const planesOf = (id: FinishLightId): GuidedPlanes => {
    const part = raw.get(id)!.slice();
    // What is too small to be told goes along with the largest, so that parts still add up to one.
    if (id === largest)
      for (const more of untold) for (let at = 0; at < part.length; at++) part[at] = part[at]! + more[at]!;
    return follow({ ...stops, values: part });
  };
  const memberships = lights.map(({ id }) => planesOf(id === "stars" ? "sky" : id));
  return {
    lights,
    memberships,
    surroundings,
    starsFrom: told.has("stars") ? starsFrom : null,
    glow: told.has("sky") ? skyGlow(picture, own.get("sky")!) : null,
    hasTrailsApart: told.has("trails") && known.moving !== null && !painted.has("trails"),
    trailColours: told.has("trails") ? trailColours(picture, own.get("trails")!) : null,
  };
}
