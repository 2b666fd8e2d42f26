import { memorySeconds, type WaterKind } from "../motion";
import { directionAt, type View } from "./camera";
import { meetScene } from "./cast";
import { FLOWS } from "./flows";
import type { PreparedScene } from "./preparedScene";
import { newHit } from "./solids";
import type { StillLight } from "./stillLight";
import { meanWaves, TILE_CELLS, TILE_METRES } from "./waves";

/** How much brighter than its mean foam is in its crests: root mean square of the shares. */
const FOAM_CONTRAST = 0.42;
/** Strands along the way down that stay: where stones part the water. */
const STRANDS = 0.16;
const KIND: WaterKind = "rapids";

/** The foam of one exposure: its pattern's mean, cell by cell of a tile. */
export const openFoam = (scene: PreparedScene, opensSeconds: number, shutterSeconds: number): Float32Array | null =>
  scene.falls.length > 0
    ? meanWaves(
        { kind: KIND, memorySeconds: memorySeconds(KIND, scene.figures), seed: scene.seed + 5 },
        opensSeconds,
        shutterSeconds,
      )
    : null;

/** Adds to a band of still light what the foam of one exposure makes of falling water. */
export function addFoam(
  scene: PreparedScene,
  { flows }: StillLight,
  view: View,
  firstRow: number,
  rows: number,
  foam: Float32Array,
  out: Float32Array,
): void {
  const direction = new Float64Array(3);
  const hit = newHit();
  const cellM = TILE_METRES[KIND] / TILE_CELLS;
  const [ox, oy, oz] = view.at;
  for (let row = 0; row < rows; row++) {
    for (let x = 0; x < view.width; x++) {
      if (flows[(firstRow + row) * view.width + x] !== FLOWS.fall) continue;
      directionAt(view, x + 0.5, firstRow + row + 0.5, direction);
      hit.t = Infinity;
      meetScene(scene, [], ox, oy, oz, direction[0]!, direction[1]!, direction[2]!, hit);
      if (hit.of !== "fall") continue;
      // Foam is drawn out along its way: three times as long as it is wide.
      const column = Math.floor(hit.u / cellM + 1000 * hit.index) & (TILE_CELLS - 1);
      const down = Math.floor(hit.v / (3 * cellM)) & (TILE_CELLS - 1);
      const strand = Math.sin(7.3 * hit.u + hit.index) * Math.sin(2.9 * hit.u + 1) + 0.5 * Math.sin(19 * hit.u);
      const factor = Math.max(0.05, 1 + FOAM_CONTRAST * foam[down * TILE_CELLS + column]! + STRANDS * strand);
      const index = 3 * (row * view.width + x);
      for (let c = 0; c < 3; c++) out[index + c] = out[index + c]! * factor;
    }
  }
}
