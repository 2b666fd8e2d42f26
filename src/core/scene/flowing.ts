import { addFoam, openFoam } from "./falls";
import { FLOWS } from "./flows";
import { addWaves, mostWater, openWater } from "./openWater";
import { prepareScene } from "./prepare";
import type { Stage } from "./simulateFrame";

/** So long an exposure leaves nothing of any water's pattern, seconds. */
const FOREVER_SECONDS = 1e6;

/** Luminance of a stage with its water and falls as an exposure has them, without anything that passes; cd/m², interleaved. */
export function flowingLight(
  { scene, view, still }: Stage,
  opensSeconds: number,
  shutterSeconds = FOREVER_SECONDS,
): Float32Array {
  const light = still.light.slice();
  const prepared = prepareScene(scene);
  const waves = openWater(still.water, opensSeconds, shutterSeconds);
  const foam = openFoam(prepared, opensSeconds, shutterSeconds);
  if (waves) addWaves(still, view, 0, view.height, waves, light);
  if (foam) addFoam(prepared, still, view, 0, view.height, foam, light);
  return light;
}

/** Foam's brightest crests against falling water at rest, as good as never passed. */
const MOST_FOAM = 3;

/**
 * The most that what flows in a pixel can show in a channel, in any instant, against what it shows at rest.
 *
 * @param rest See `flowingLight`, without an end.
 */
export function mostFlowing({ view, still }: Stage, pixel: number, channel: number, rest: Float32Array): number {
  if (still.flows[pixel] !== FLOWS.water || !still.water) return MOST_FOAM;
  const [x, y] = [pixel % view.width, Math.floor(pixel / view.width)];
  return mostWater(still.water, x + 0.5, y + 0.5, channel) / rest[3 * pixel + channel]!;
}
