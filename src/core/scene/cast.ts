import { frontTopM } from "./front";
import { ridgeHeight } from "./hill";
import type { PreparedScene } from "./preparedScene";
import { type Hit, meetSolid } from "./solids";

const NEAREST = 1e-3;

/**
 * Looks for the nearest thing along a ray.
 *
 * @param near Indices of the solids that may lie on it; null for all.
 * @param hit Its `t` on entry is how far to look; on return that of what was met, which `of` and `index` name.
 */
export function meetScene(
  scene: PreparedScene,
  near: ArrayLike<number> | null,
  ox: number,
  oy: number,
  oz: number,
  dx: number,
  dy: number,
  dz: number,
  hit: Hit,
): void {
  meetStanding(scene, near, ox, oy, oz, dx, dy, dz, hit);
  meetFalls(scene, ox, oy, oz, dx, dy, dz, hit);
  if (dy < 0) meetGround(scene, ox, oy, oz, dx, dy, dz, hit);
  meetRidges(scene, ox, oy, oz, dx, dy, dz, hit);
}

/** The part of a scene that stands and throws shadows. */
type StandingObjects = Pick<PreparedScene, "walls" | "solids" | "seed">;

/** Looks for the nearest wall or solid along a ray; else as `meetScene`. */
export function meetStanding(
  scene: StandingObjects,
  near: ArrayLike<number> | null,
  ox: number,
  oy: number,
  oz: number,
  dx: number,
  dy: number,
  dz: number,
  hit: Hit,
): void {
  hit.of = "nothing";
  const count = near ? near.length : scene.solids.length;
  for (let i = 0; i < count; i++) {
    const index = near ? near[i]! : i;
    if (meetSolid(scene.solids[index]!, ox, oy, oz, dx, dy, dz, hit)) hit.index = index;
  }
  meetWalls(scene, ox, oy, oz, dx, dy, dz, hit);
}

function meetWalls(
  scene: StandingObjects,
  ox: number,
  oy: number,
  oz: number,
  dx: number,
  dy: number,
  dz: number,
  hit: Hit,
): void {
  for (let i = 0; i < scene.walls.length; i++) {
    const wall = scene.walls[i]!;
    const across = dx * wall.uz - dz * wall.ux;
    if (Math.abs(across) < 1e-9) continue;
    const t = ((wall.from[0] - ox) * wall.uz - (wall.from[2] - oz) * wall.ux) / across;
    if (t < NEAREST || t >= hit.t) continue;
    const along = (ox + t * dx - wall.from[0]) * wall.ux + (oz + t * dz - wall.from[2]) * wall.uz;
    if (along < 0 || along >= wall.lengthMetres) continue;
    const up = oy + t * dy - wall.from[1];
    if (up < 0 || up > frontTopM(wall, along, scene.seed)) continue;
    hit.t = t;
    hit.of = "wall";
    hit.index = i;
    hit.u = along;
    hit.v = up;
    // It is seen from either side.
    const side = across > 0 ? -1 : 1;
    hit.nx = side * wall.uz;
    hit.ny = 0;
    hit.nz = -side * wall.ux;
  }
}

function meetFalls(
  scene: PreparedScene,
  ox: number,
  oy: number,
  oz: number,
  dx: number,
  dy: number,
  dz: number,
  hit: Hit,
): void {
  for (let i = 0; i < scene.falls.length; i++) {
    const fall = scene.falls[i]!;
    const { runMetres: run, dropMetres: drop, ux, uz } = fall;
    const size = Math.sqrt(run * run + drop * drop);
    // The plane through the upper edge: it falls by `drop` over `run`.
    const [nx, ny, nz] = [(ux * drop) / size, run / size, (uz * drop) / size];
    const along = nx * dx + ny * dy + nz * dz;
    if (along >= -1e-9) continue;
    const t = (nx * (fall.from[0] - ox) + ny * (fall.from[1] - oy) + nz * (fall.from[2] - oz)) / along;
    if (t < NEAREST || t >= hit.t) continue;
    const [x, z] = [ox + t * dx - fall.from[0], oz + t * dz - fall.from[2]];
    const down = fall.from[1] - (oy + t * dy);
    if (down < 0 || down > drop || Math.abs(x * uz - z * ux) > fall.widthMetres / 2) continue;
    hit.t = t;
    hit.of = "fall";
    hit.index = i;
    hit.u = x * uz - z * ux;
    hit.v = (down * size) / drop;
    hit.nx = nx;
    hit.ny = ny;
    hit.nz = nz;
  }
}

function meetGround(
  scene: PreparedScene,
  ox: number,
  oy: number,
  oz: number,
  dx: number,
  dy: number,
  dz: number,
  hit: Hit,
): void {
  for (let i = 0; i < scene.strips.length; i++) {
    const strip = scene.strips[i]!;
    const t = (strip.through[1] - oy) / dy;
    if (t < NEAREST || t >= hit.t) continue;
    const x = ox + t * dx - strip.through[0];
    const z = oz + t * dz - strip.through[2];
    const across = x * strip.uz - z * strip.ux;
    if (Math.abs(across) > strip.halfWidthMetres) continue;
    hit.t = t;
    hit.of = "strip";
    hit.index = i;
    hit.u = x * strip.ux + z * strip.uz;
    hit.v = across;
    hit.nx = 0;
    hit.ny = 1;
    hit.nz = 0;
  }
  const { water } = scene;
  if (!water) return;
  const t = (water.heightMetres - oy) / dy;
  if (t < NEAREST || t >= hit.t) return;
  hit.t = t;
  hit.of = "water";
  hit.nx = 0;
  hit.ny = 1;
  hit.nz = 0;
}

function meetRidges(
  scene: PreparedScene,
  ox: number,
  oy: number,
  oz: number,
  dx: number,
  dy: number,
  dz: number,
  hit: Hit,
): void {
  if (dz <= 1e-9) return;
  for (let i = 0; i < scene.ridges.length; i++) {
    const ridge = scene.ridges[i]!;
    const t = (ridge.distanceMetres - oz) / dz;
    if (t < NEAREST || t >= hit.t) continue;
    const x = ox + t * dx;
    const up = oy + t * dy;
    if (up < (scene.water?.heightMetres ?? -Infinity) || up > ridgeHeight(ridge, x)) continue;
    hit.t = t;
    hit.of = "ridge";
    hit.index = i;
    hit.u = x;
    hit.v = up;
    hit.nx = 0;
    hit.ny = 0.6;
    hit.nz = -0.8;
  }
}
