import type { CapturePlan } from "../capture";
import { LINEAR } from "../picture";
import { type Stage, type StarWay, starWays } from "../scene";
import { lineMethodOf } from "../stack";
import { DEG_PER_RAD } from "../units";
import { GREEN } from "./cleanLevel";

/** A star's image is looked at so far about its way, pixels. */
const ABOUT_PX = 5;
/** Longer ways bend. */
const MOST_WAY_PX = 120;
/** Stars that are looked at, the brightest ones. */
const LOOKED_AT = 60;
const LEAST_STARS = 5;
/** A shorter length than this, pixels of the picture, cannot be told from an image's own width. */
const LEAST_WAY_PX = 2.5;
/** Farther from the axis, of the picture's height, a lens that keeps lines straight draws everything out. */
const NEAR_AXIS = 0.4;
/** Nearer to white a star has lost its shape. */
const WHITEST = 0.9;
/** A star tells its length where its light is so many times the noise about it. */
const LEAST_SIGNAL = 12;
/** So near to the pole the length says nothing of a rate. */
const LEAST_COSINE = 0.2;
/** Squared length of an even line against the variance along it. */
const PER_VARIANCE = 12;

/**
 * Square of the length of a star's image along its way beyond its width, by its second moments; by chance it may be under 0. Null
 * where it does not stand out, or is white.
 */
function squaredLength(stage: Stage, picture: Uint8Array, { x0, y0, x1, y1 }: StarWay): number | null {
  const { width, height } = stage.view;
  const way = Math.hypot(x1 - x0, y1 - y0);
  const [ux, uy] = way > 0 ? [(x1 - x0) / way, (y1 - y0) / way] : [1, 0];
  const [left, right] = [Math.min(x0, x1) - ABOUT_PX, Math.max(x0, x1) + ABOUT_PX];
  const [top, bottom] = [Math.min(y0, y1) - ABOUT_PX, Math.max(y0, y1) + ABOUT_PX];
  if (left < 0 || top < 0 || right >= width || bottom >= height) return null;
  const around: number[] = [];
  const pixels: [number, number, number][] = [];
  for (let y = Math.floor(top); y <= bottom; y++) {
    for (let x = Math.floor(left); x <= right; x++) {
      if (stage.still.depth[y * width + x] !== Infinity) return null;
      const level = LINEAR[picture[3 * (y * width + x) + GREEN]!]!;
      const [dx, dy] = [x + 0.5 - (x0 + x1) / 2, y + 0.5 - (y0 + y1) / 2];
      const [along, across] = [dx * ux + dy * uy, dx * uy - dy * ux];
      if (Math.abs(along) > way / 2 + ABOUT_PX || Math.abs(across) > ABOUT_PX) continue;
      if (Math.abs(across) > 0.6 * ABOUT_PX) around.push(level);
      pixels.push([along, across, level]);
    }
  }
  around.sort((a, b) => a - b);
  const behind = around[around.length >> 1]!;
  const noise = Math.sqrt(around.reduce((sum, level) => sum + (level - behind) ** 2, 0) / around.length);
  let [light, alongSquares, acrossSquares, most] = [0, 0, 0, 0];
  for (const [along, across, level] of pixels) {
    const over = level - behind;
    if (over < 2 * noise) continue;
    most = Math.max(most, over);
    light += over;
    alongSquares += over * along ** 2;
    acrossSquares += over * across ** 2;
  }
  if (most < LEAST_SIGNAL * noise || behind + most > WHITEST) return null;
  return (PER_VARIANCE * (alongSquares - acrossSquares)) / light;
}

/**
 * Length of stars' images beyond their width where the camera is aimed, pixels of the sensor: that of the brightest ones, each taken
 * to the aim's declination. Null where few stand out, where the picture is too small to tell, and near the pole.
 *
 * @param seconds From the first opening to the last closing of what is laid over each other as it is.
 */
export function starLength(
  stage: Stage,
  plan: CapturePlan,
  picture: Uint8Array,
  declinationDeg: number,
  opensSeconds: number,
  seconds: number,
): number | null {
  const { scene, view, lens } = stage;
  const aimed = Math.cos(declinationDeg / DEG_PER_RAD);
  if (aimed < LEAST_COSINE || (plan.stack !== null && lineMethodOf(plan.stack).law.stars === "arcs")) return null;
  const squares = starWays(scene, view, opensSeconds, seconds)
    .filter(({ x0, y0, x1, y1 }) => {
      const way = Math.hypot(x1 - x0, y1 - y0);
      const aside = Math.hypot(x0 - view.centreX, y0 - view.centreY);
      return way > LEAST_WAY_PX && way < MOST_WAY_PX && aside < NEAR_AXIS * view.height;
    })
    .slice(0, LOOKED_AT)
    .flatMap((way) => {
      const cosine = Math.cos(way.declinationDeg / DEG_PER_RAD);
      const squared = cosine < LEAST_COSINE ? null : squaredLength(stage, picture, way);
      return squared === null ? [] : [squared * (aimed / cosine) ** 2];
    })
    .sort((a, b) => a - b);
  if (squares.length < LEAST_STARS) return null;
  return (Math.sqrt(Math.max(0, squares[squares.length >> 1]!)) * view.pitchUm) / lens.pitchUm;
}
