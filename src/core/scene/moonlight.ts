import { meetStanding } from "./cast";
import { MOON_RADIUS_RAD } from "./moon";
import type { PreparedScene } from "./preparedScene";
import { newHit } from "./solids";

/** A shadow's ray begins so far off its surface, metres. */
const OFF_M = 0.03;
const shadow = newHit();

/** Adds the moon's light on a surface with the given unit normal, three channels in lux, where nothing stands before it. */
export function addMoonlight(
  scene: PreparedScene,
  x: number,
  y: number,
  z: number,
  nx: number,
  ny: number,
  nz: number,
  out: Float64Array,
  wrap = 0,
): void {
  const { moon } = scene;
  if (!moon) return;
  const facing = (nx * moon.x + ny * moon.y + nz * moon.z + wrap) / (1 + wrap);
  if (facing <= 0) return;
  shadow.t = Infinity;
  meetStanding(scene, null, x + OFF_M * nx, y + OFF_M * ny, z + OFF_M * nz, moon.x, moon.y, moon.z, shadow);
  if (shadow.of !== "nothing") return;
  for (let c = 0; c < 3; c++) out[c] = out[c]! + scene.skylightGain * facing * moon.lux[c]!;
}

/** Adds the moon's own disc to the sky's luminance in a direction of unit length. */
export function addMoonDisc({ moon }: PreparedScene, dx: number, dy: number, dz: number, out: Float64Array): void {
  if (!moon || dx * moon.x + dy * moon.y + dz * moon.z < Math.cos(MOON_RADIUS_RAD)) return;
  const flat = Math.hypot(moon.x, moon.z) || 1;
  const right = (dx * moon.z - dz * moon.x) / flat / MOON_RADIUS_RAD;
  const up = (dy * flat - (moon.y * (dx * moon.x + dz * moon.z)) / flat) / MOON_RADIUS_RAD;
  // The terminator is an ellipse about the disc's middle, across the way to the sun.
  const towards = right * moon.limb[0] + up * moon.limb[1];
  const across = right * moon.limb[1] - up * moon.limb[0];
  if (towards < -moon.cosPhase * Math.sqrt(Math.max(0, 1 - across ** 2))) return;
  for (let c = 0; c < 3; c++) out[c] = out[c]! + moon.luminance[c]!;
}
