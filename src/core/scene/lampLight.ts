import { blackBodyRgb, type Rgb } from "../light";
import { DEG_PER_RAD } from "../units";
import type { StreetLamp } from "./scene";
import { type Hit, newHit } from "./solids";

/** Looks for the nearest solid along a ray of unit length, up to the hit's own distance. */
type Blocks = (ox: number, oy: number, oz: number, dx: number, dy: number, dz: number, hit: Hit) => void;

/** A lamp prepared for lighting: its place, its intensity by channel, its beam, and how far it sees in every direction. */
export interface PreparedLamp {
  readonly x: number;
  readonly y: number;
  readonly z: number;
  readonly rgb: Rgb;
  readonly reachSquared: number;
  readonly beam: { readonly x: number; readonly y: number; readonly z: number; readonly power: number } | null;
  /** Distances at which something stands, around and from straight down upwards; null where nothing stands near. */
  readonly sees: Float32Array | null;
}

/**
 * Directions in which a lamp looks for what stands before it: an octahedron unfolded into a square, straight down in its middle.
 *
 * @see Cigolle et al., Journal of Computer Graphics Techniques 3(2) (2014), 1-30.
 */
const LOOKS = 72;
/** Between two of them, radians: by so much of its distance, the more the more it leans, a surface may differ from itself. */
const LOOK_RAD = 3 / LOOKS;
/** Light under which a lamp is passed over, lux, and the farthest that any is followed, metres. */
const LEAST_LUX = 0.1;
const FARTHEST_M = 70;
/** Less than this of a beam's light is dark, per square metre. */
const LEAST_PER_CANDELA = 1e-6;
/** Something so close is the lamp's own mount; a surface so close to what was seen is that itself. */
const OWN_MOUNT_M = 0.35;
const SAME_M = 0.35;

/** How far a lamp sees in every direction: every point then knows whether it is in its shadow. */
export function lookAround([x, y, z]: StreetLamp["at"], blocks: Blocks): Float32Array {
  const hit = newHit();
  const sees = new Float32Array(LOOKS * LOOKS);
  for (let row = 0; row < LOOKS; row++) {
    for (let column = 0; column < LOOKS; column++) {
      let u = (2 * column) / (LOOKS - 1) - 1;
      let v = (2 * row) / (LOOKS - 1) - 1;
      const down = 1 - Math.abs(u) - Math.abs(v);
      if (down < 0) [u, v] = [(1 - Math.abs(v)) * Math.sign(u), (1 - Math.abs(u)) * Math.sign(v)];
      const size = Math.hypot(u, down, v);
      const [dx, dy, dz] = [u / size, -down / size, v / size];
      hit.t = FARTHEST_M;
      blocks(x + OWN_MOUNT_M * dx, y + OWN_MOUNT_M * dy, z + OWN_MOUNT_M * dz, dx, dy, dz, hit);
      sees[row * LOOKS + column] = hit.t + OWN_MOUNT_M;
    }
  }
  return sees;
}

/** Prepares a lamp for lighting. */
export function prepareLamp(lamp: StreetLamp, gain: number, sees: Float32Array | null): PreparedLamp {
  const [x, y, z] = lamp.at;
  const [r, g, b] = lamp.colour ?? blackBodyRgb(lamp.kelvin);
  const candela = gain * lamp.intensityCd;
  // A dim place is looked at by longer exposures: what matters does not depend on the gain.
  const reach = Math.min(FARTHEST_M, Math.sqrt(lamp.intensityCd / LEAST_LUX));
  let beam: PreparedLamp["beam"] = null;
  if (lamp.beam) {
    const heading = lamp.beam.headingDeg / DEG_PER_RAD;
    const tilt = lamp.beam.tiltDeg / DEG_PER_RAD;
    const power = Math.log(0.5) / Math.log(Math.cos(lamp.beam.halfDeg / DEG_PER_RAD));
    beam = { x: Math.sin(heading) * Math.cos(tilt), y: Math.sin(tilt), z: Math.cos(heading) * Math.cos(tilt), power };
  }
  return { x, y, z, rgb: [r * candela, g * candela, b * candela], reachSquared: reach * reach, beam, sees };
}

/** How much of a lamp a point sees, 0 to 1, by the four directions about its own: a shadow's edge is as soft as they are wide. */
function seen(sees: Float32Array, dx: number, dy: number, dz: number, distance: number, steep: number): number {
  const sum = Math.abs(dx) + Math.abs(dy) + Math.abs(dz);
  let u = dx / sum;
  let v = dz / sum;
  if (dy > 0) {
    const folded = (1 - Math.abs(v)) * (u < 0 ? -1 : 1);
    v = (1 - Math.abs(u)) * (v < 0 ? -1 : 1);
    u = folded;
  }
  const column = (u + 1) * 0.5 * (LOOKS - 1.001);
  const row = (v + 1) * 0.5 * (LOOKS - 1.001);
  const c0 = column | 0;
  const r0 = row | 0;
  const fx = column - c0;
  const fy = row - r0;
  const at = r0 * LOOKS + c0;
  const far = distance - SAME_M - LOOK_RAD * distance * steep;
  const a = sees[at]! >= far ? 1 - fx : 0;
  const b = sees[at + 1]! >= far ? fx : 0;
  const c = sees[at + LOOKS]! >= far ? 1 - fx : 0;
  const d = sees[at + LOOKS + 1]! >= far ? fx : 0;
  return (a + b) * (1 - fy) + (c + d) * fy;
}

/** Nearer to a lamp than half a metre, on its own mount, its light is that of half a metre. */
const LEAST_SQUARED = 0.25;

/** Lamps sorted by where they matter. */
export interface LampField {
  readonly all: readonly PreparedLamp[];
  /** By cell of the ground, found when first asked for. */
  readonly cells: Map<number, readonly PreparedLamp[]>;
}

/** Cells of the ground for which the lamps that matter are the same, metres. */
const CELL_M = 6;
/** Of a cell's lamps those that give it less than this part of the strongest's light are left out, and all beyond so many. */
const LEAST_PART = 0.03;
const MOST_LAMPS = 7;

function lampsAt({ all, cells }: LampField, x: number, y: number, z: number): readonly PreparedLamp[] {
  const [column, floor, row] = [Math.floor(x / CELL_M), Math.floor(y / CELL_M), Math.floor(z / CELL_M)];
  const key = (column + 512) * 1_048_576 + (row + 512) * 1024 + floor + 64;
  const known = cells.get(key);
  if (known) return known;
  const [mx, my, mz] = [(column + 0.5) * CELL_M, (floor + 0.5) * CELL_M, (row + 0.5) * CELL_M];
  const near = all
    .map((lamp) => {
      const squared = (lamp.x - mx) ** 2 + (lamp.y - my) ** 2 + (lamp.z - mz) ** 2;
      const nearest = Math.max(0, Math.sqrt(squared) - 0.87 * CELL_M);
      return {
        lamp,
        within: nearest ** 2 < lamp.reachSquared,
        light: lamp.rgb[1] / Math.max(CELL_M ** 2 / 4, squared),
      };
    })
    .filter(({ within }) => within)
    .sort((a, b) => b.light - a.light);
  const strongest = near[0]?.light ?? 0;
  const found = near.filter(({ light }, i) => i < MOST_LAMPS && light > LEAST_PART * strongest).map(({ lamp }) => lamp);
  cells.set(key, found);
  return found;
}

/**
 * Adds the lamps' illuminance at a point with the given unit normal to `out` (three channels, lux): E = I · cos θ / d², as
 * far as the beam shines there and nothing stands between.
 *
 * @param wrap 0 for a hard surface; leaves and reeds also take light from behind, up to 1.
 */
export function addLampIlluminance(
  field: LampField,
  x: number,
  y: number,
  z: number,
  nx: number,
  ny: number,
  nz: number,
  out: Float64Array,
  wrap = 0,
): void {
  for (const lamp of lampsAt(field, x, y, z)) {
    const dx = lamp.x - x;
    const dy = lamp.y - y;
    const dz = lamp.z - z;
    const squared = dx * dx + dy * dy + dz * dz;
    if (squared > lamp.reachSquared) continue;
    const distance = Math.sqrt(squared);
    const cosine = (dx * nx + dy * ny + dz * nz) / distance;
    const facing = (cosine + wrap) / (1 + wrap);
    if (facing <= 0) continue;
    let perCandela = facing / Math.max(squared, LEAST_SQUARED);
    const { beam, sees } = lamp;
    if (beam) {
      const along = -(dx * beam.x + dy * beam.y + dz * beam.z) / distance;
      if (along <= 0) continue;
      perCandela *= along ** beam.power;
    }
    if (perCandela < LEAST_PER_CANDELA) continue;
    if (sees) perCandela *= seen(sees, -dx, -dy, -dz, distance, 1 / Math.max(0.12, Math.abs(cosine)));
    out[0] = out[0]! + lamp.rgb[0] * perCandela;
    out[1] = out[1]! + lamp.rgb[1] * perCandela;
    out[2] = out[2]! + lamp.rgb[2] * perCandela;
  }
}
