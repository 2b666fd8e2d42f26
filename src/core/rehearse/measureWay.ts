import { type CapturePlan, openSpanSeconds, type PlannedFrame } from "../capture";
import { LINEAR } from "../picture";
import { lampWay, OWN_MOVER, type Stage, type Streak } from "../scene";
import { lawOf } from "../stack";
import { GREEN, greenWhite } from "./cleanLevel";

/** A trail shows where it adds so much of white to what lies behind it, and so much of that. */
const SHOWS = 0.006;
const SHOWS_OVER = 0.08;
/** Where the ground alone is brighter than this, of white, no trail can be told from it. */
const BRIGHTEST = 0.7;
/** Less way than this in the picture tells nothing, pixels. */
const LEAST_WAY_PX = 40;
/** So much of a way must be told for the rest to be like it. */
const MOSTLY = 0.85;
/** Peak of a Gaussian's profile whose 1/e lies at 1. */
const PEAK = 1 / Math.sqrt(Math.PI);

/**
 * How much of its way through the picture the shot's own mover has drawn with its lamps, 0 to 1, by looking along that way for more
 * light than stands there without it. Null where nothing with lamps passes, where more than one passes in the run, and where much of
 * the trail would not stand out anyway.
 *
 * @param clean See `cleanLevel`.
 * @param frames Those that were taken.
 */
export function wayDrawn(
  stage: Stage,
  plan: CapturePlan,
  clean: Float32Array,
  picture: Uint8Array,
  frames: readonly PlannedFrame[],
): number | null {
  const { view, scene, still } = stage;
  const [first, last] = [frames[0]!, frames.at(-1)!];
  const own = scene.traffic.filter(({ name }) => name === OWN_MOVER);
  const begins = first.opensSeconds - plan.firstOpensSeconds;
  const ends = last.opensSeconds - plan.firstOpensSeconds + last.deliveredSeconds;
  const way = lampWay({ ...scene, traffic: own }, view, begins, ends, openSpanSeconds(plan));
  if (way === null) return null;
  // In a mean a trail is white only at so many times what makes it white in the frame that it crosses.
  const left = lawOf(plan.stack, plan.frames)?.crossedOnce(plan.frames, 1, 0) ?? 1;
  const white = greenWhite(plan) / left;
  /** Whether a lamp's image is in the picture; null where it would not stand out from what lies behind it. */
  const isDrawn = ({ x0, y0, x1, y1, radius, light, colour, depthMetres }: Streak): boolean | null => {
    const lengthPx = Math.hypot(x1 - x0, y1 - y0);
    const [x, y] = [Math.floor((x0 + x1) / 2), Math.floor((y0 + y1) / 2)];
    if (x < 0 || y < 0 || x >= view.width || y >= view.height) return null;
    const pixel = y * view.width + x;
    const behind = clean[pixel]!;
    const adds = (light * colour[GREEN] * PEAK) / (lengthPx * radius) / white;
    const least = Math.max(SHOWS, SHOWS_OVER * behind);
    if (still.depth[pixel]! < depthMetres || behind > BRIGHTEST || !(adds > 2 * least)) return null;
    return brightestAbout(picture, view.width, view.height, x, y) - behind > least;
  };
  let [drawn, visible, whole] = [0, 0, 0];
  for (const { lengthPx, lamps } of way) {
    const seen = lamps.map(isDrawn).filter((each) => each !== null);
    whole += lengthPx;
    if (seen.length > 0) visible += lengthPx;
    if (seen.some((each) => each)) drawn += lengthPx;
  }
  return whole < LEAST_WAY_PX || visible < MOSTLY * whole ? null : drawn / visible;
}

/** Brightest green of a pixel and those above, below and beside it. */
function brightestAbout(picture: Uint8Array, width: number, height: number, x: number, y: number): number {
  let most = 0;
  for (let dy = -1; dy <= 1; dy++)
    for (let dx = -1; dx <= 1; dx++) {
      const [px, py] = [x + dx, y + dy];
      if (px >= 0 && py >= 0 && px < width && py < height)
        most = Math.max(most, picture[3 * (py * width + px) + GREEN]!);
    }
  return LINEAR[most]!;
}
