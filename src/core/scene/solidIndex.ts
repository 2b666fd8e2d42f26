import { fromCamera, type View } from "./camera";
import type { PreparedLamp } from "./lampLight";
import type { PreparedScene } from "./preparedScene";

const TILE_PX = 16;
const NONE: readonly number[] = [];
const NO_LAMPS: readonly PreparedLamp[] = [];

/** Which solids a ray through a part of the picture may meet, and which one that leaves a surface there, mirrored. */
export interface SolidIndex {
  /** Through a pixel, from the camera. */
  at(x: number, y: number): readonly number[];
  /** In the upright plane through the camera and a column of the picture. */
  towards(x: number): readonly number[];
  /** Lamps that wet ground in that plane may mirror. */
  lampsTowards(x: number): readonly PreparedLamp[];
}

/** Wet ground mirrors a lamp to so far from its own column, radians. */
const GLINT_RAD = 0.3;

/** Sorts a scene's solids into the tiles of a picture, by the balls around them. */
export function indexSolids({ solids, lamps }: PreparedScene, view: View): SolidIndex {
  const across = Math.ceil(view.width / TILE_PX) + 1;
  const down = Math.ceil(view.height / TILE_PX) + 1;
  const tiles: number[][] = Array.from({ length: across * down }, () => []);
  const columns: number[][] = Array.from({ length: across }, () => []);
  solids.forEach(({ middle, reach }, index) => {
    const [right, up, ahead] = fromCamera(view, middle);
    const depth = ahead * view.cosTilt + up * view.sinTilt;
    if (depth < -reach) return;
    let [left, top, rightmost, bottom] = [0, 0, across - 1, down - 1];
    if (depth > 1.2 * reach + 0.2) {
      const raised = up * view.cosTilt - ahead * view.sinTilt;
      // The ball's image is a little larger than its radius over its depth.
      const wide =
        (view.focalPx * reach) / Math.sqrt(Math.max(1e-6, depth * depth - reach * reach)) +
        (view.focalPx * reach * Math.hypot(right, raised)) / depth ** 2 +
        2;
      const x = view.centreX + (view.focalPx * right) / depth;
      const y = view.centreY - (view.focalPx * raised) / depth;
      left = Math.max(0, Math.floor((x - wide) / TILE_PX));
      rightmost = Math.min(across - 1, Math.floor((x + wide) / TILE_PX));
      top = Math.max(0, Math.floor((y - wide) / TILE_PX));
      bottom = Math.min(down - 1, Math.floor((y + wide) / TILE_PX));
    }
    for (let column = left; column <= rightmost; column++) {
      for (let row = top; row <= bottom; row++) tiles[row * across + column]!.push(index);
    }
    // A mirrored ray stays in its column only where the camera looks level; with a tilt it wanders by a tile or two.
    for (let column = Math.max(0, left - 2); column <= Math.min(across - 1, rightmost + 2); column++)
      columns[column]!.push(index);
  });
  const glints: PreparedLamp[][] = Array.from({ length: across }, () => []);
  for (const lamp of lamps.all) {
    const [right, , ahead] = fromCamera(view, [lamp.x, lamp.y, lamp.z]);
    const azimuth = Math.atan2(right, ahead);
    const columnOf = (turn: number) =>
      Math.floor((view.centreX + view.focalPx * Math.tan(Math.max(-1.5, Math.min(1.5, turn)))) / TILE_PX);
    const from = Math.max(0, columnOf(azimuth - GLINT_RAD));
    for (let column = from; column <= Math.min(across - 1, columnOf(azimuth + GLINT_RAD)); column++)
      glints[column]!.push(lamp);
  }
  const inside = (value: number, most: number) => Math.max(0, Math.min(most - 1, Math.floor(value / TILE_PX)));
  return {
    at: (x, y) => tiles[inside(y, down) * across + inside(x, across)] ?? NONE,
    towards: (x) => columns[inside(x, across)] ?? NONE,
    lampsTowards: (x) => glints[inside(x, across)] ?? NO_LAMPS,
  };
}
