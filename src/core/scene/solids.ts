import { DEG_PER_RAD } from "../units";
import { fractalNoise } from "./noise";
import type { Block, Board, Dial, Ellipsoid, Frustum, Solid } from "./scene";

/** What a ray has met: how far away, how it stands there, and where on it. */
export interface Hit {
  /** In lengths of the ray's direction; infinite where nothing was met. */
  t: number;
  nx: number;
  ny: number;
  nz: number;
  /** Along and up a front, or around and up a round body, metres. */
  u: number;
  v: number;
  /** Index of what was met, in its own list. */
  index: number;
  of: "nothing" | "solid" | "wall" | "strip" | "ridge" | "fall" | "water";
}

/** A hit to be filled: nothing met, infinitely far. */
export const newHit = (): Hit => ({ t: Infinity, nx: 0, ny: 0, nz: 0, u: 0, v: 0, index: -1, of: "nothing" });

/** A solid with its turn worked out and a ball around it. */
export interface PreparedSolid {
  readonly solid: Solid;
  readonly sin: number;
  readonly cos: number;
  readonly middle: readonly [number, number, number];
  readonly reach: number;
}

/** Works out the ball around a solid. */
export function prepareSolid(solid: Solid): PreparedSolid {
  const turn = "headingDeg" in solid ? solid.headingDeg / DEG_PER_RAD : 0;
  const base = { solid, sin: Math.sin(turn), cos: Math.cos(turn) };
  const [x, y, z] = solid.at;
  switch (solid.kind) {
    case "block": {
      const [w, h, d] = solid.sizeMetres;
      const high = h + solid.roofMetres;
      return { ...base, middle: [x, y + high / 2, z], reach: Math.hypot(w, high, d) / 2 };
    }
    case "frustum": {
      const wide = Math.max(solid.radiusMetres, solid.topRadiusMetres);
      return { ...base, middle: [x, y + solid.heightMetres / 2, z], reach: Math.hypot(wide, solid.heightMetres / 2) };
    }
    case "ellipsoid":
      return { ...base, middle: [x, y, z], reach: Math.max(...solid.radiiMetres) };
    case "board":
      return { ...base, middle: [x, y, z], reach: Math.hypot(...solid.sizeMetres) / 2 };
    case "dial":
      return { ...base, middle: [x, y, z], reach: solid.radiusMetres };
    default:
      return solid satisfies never;
  }
}

const NEAREST = 1e-3;

/** A slab's crossings with a ray: where it is entered and left, kept in scratch. */
let slabEnters = 0;
let slabLeaves = 0;
function crossSlab(o: number, d: number, low: number, high: number): boolean {
  if (Math.abs(d) < 1e-12) {
    slabEnters = -Infinity;
    slabLeaves = Infinity;
    return o >= low && o <= high;
  }
  const a = (low - o) / d;
  const b = (high - o) / d;
  slabEnters = Math.min(a, b);
  slabLeaves = Math.max(a, b);
  return true;
}

/** Box and gable, as the part that its planes leave; the ray in the block's own turn. */
function meetBlock(
  s: Block,
  ox: number,
  oy: number,
  oz: number,
  dx: number,
  dy: number,
  dz: number,
  hit: Hit,
): boolean {
  const [w, h, d] = s.sizeMetres;
  const roof = s.roofMetres;
  let face = 0;
  if (!crossSlab(ox, dx, -w / 2, w / 2)) return false;
  let enter = slabEnters;
  let leave = slabLeaves;
  if (!crossSlab(oz, dz, -d / 2, d / 2)) return false;
  if (slabEnters > enter) {
    enter = slabEnters;
    face = 1;
  }
  if (slabLeaves < leave) leave = slabLeaves;
  if (enter >= leave || enter >= hit.t) return false;
  if (!crossSlab(oy, dy, 0, h + roof)) return false;
  if (slabEnters > enter) {
    enter = slabEnters;
    face = 2;
  }
  if (slabLeaves < leave) leave = slabLeaves;
  const pitch = (2 * roof) / d;
  if (roof > 0) {
    for (let side = -1; side <= 1; side += 2) {
      // y + side·pitch·z <= h + roof
      const along = dy + side * pitch * dz;
      const room = h + roof - oy - side * pitch * oz;
      if (Math.abs(along) < 1e-12) {
        if (room < 0) return false;
        continue;
      }
      const t = room / along;
      if (along < 0) {
        if (t > enter) {
          enter = t;
          face = 3 + side;
        }
      } else if (t < leave) leave = t;
    }
  }
  if (enter >= leave || enter <= NEAREST || enter >= hit.t) return false;
  hit.t = enter;
  const px = ox + enter * dx;
  const pz = oz + enter * dz;
  hit.v = oy + enter * dy;
  hit.u = face === 0 ? pz + d / 2 : px + w / 2;
  const lean = 1 / Math.sqrt(1 + pitch * pitch);
  const onRoof = roof > 0 && face >= 2;
  hit.nx = face === 0 ? (dx > 0 ? -1 : 1) : 0;
  hit.ny = onRoof ? lean : face === 2 ? (dy > 0 ? -1 : 1) : 0;
  hit.nz = face === 1 ? (dz > 0 ? -1 : 1) : onRoof ? (face - 3) * pitch * lean : 0;
  return true;
}

function meetFrustum(
  s: Frustum,
  ox: number,
  oy: number,
  oz: number,
  dx: number,
  dy: number,
  dz: number,
  hit: Hit,
): boolean {
  const slope = (s.topRadiusMetres - s.radiusMetres) / s.heightMetres;
  const r0 = s.radiusMetres + slope * oy;
  const a = dx * dx + dz * dz - (slope * dy) ** 2;
  const b = ox * dx + oz * dz - r0 * slope * dy;
  const c = ox * ox + oz * oz - r0 * r0;
  let best = hit.t;
  let side = false;
  const root = b * b - a * c;
  if (root >= 0 && Math.abs(a) > 1e-12) {
    const t = (-b - Math.sqrt(root)) / a;
    const y = oy + t * dy;
    if (t > NEAREST && t < best && y >= 0 && y <= s.heightMetres) {
      best = t;
      side = true;
    }
  }
  if (dy < 0) {
    const t = (s.heightMetres - oy) / dy;
    if (t > NEAREST && t < best && (ox + t * dx) ** 2 + (oz + t * dz) ** 2 < s.topRadiusMetres ** 2) {
      best = t;
      side = false;
    }
  }
  if (best === hit.t) return false;
  hit.t = best;
  const px = ox + best * dx;
  const pz = oz + best * dz;
  hit.v = oy + best * dy;
  hit.u = Math.atan2(px, pz) * Math.max(s.radiusMetres, s.topRadiusMetres);
  if (!side) {
    hit.nx = 0;
    hit.ny = 1;
    hit.nz = 0;
    return true;
  }
  const size = Math.sqrt(px * px + pz * pz) || 1;
  const lean = 1 / Math.sqrt(1 + slope * slope);
  hit.nx = (px / size) * lean;
  hit.ny = -slope * lean;
  hit.nz = (pz / size) * lean;
  return true;
}

/** Sizes of the gaps between leaves, of the body's own size. */
const LEAVES_PER_RADIUS = 11;

function meetEllipsoid(
  s: Ellipsoid,
  ox: number,
  oy: number,
  oz: number,
  dx: number,
  dy: number,
  dz: number,
  hit: Hit,
): boolean {
  const [rx, ry, rz] = s.radiiMetres;
  const qx = ox / rx;
  const qy = oy / ry;
  const qz = oz / rz;
  const ex = dx / rx;
  const ey = dy / ry;
  const ez = dz / rz;
  const a = ex * ex + ey * ey + ez * ez;
  const b = qx * ex + qy * ey + qz * ez;
  const root = b * b - a * (qx * qx + qy * qy + qz * qz - 1);
  if (root < 0) return false;
  const half = Math.sqrt(root);
  for (let side = -1; side <= 1; side += 2) {
    const t = (-b + side * half) / a;
    if (t <= NEAREST || t >= hit.t) continue;
    const x = qx + t * ex;
    const y = qy + t * ey;
    const z = qz + t * ez;
    const rough =
      s.gaps > 0
        ? fractalNoise(
            LEAVES_PER_RADIUS * (x + 1.7 * z) + 31,
            LEAVES_PER_RADIUS * (y - 0.6 * z),
            Math.round(s.at[0] * 13 + s.at[2] * 7),
            4,
          )
        : 1;
    // The rim thins out, so that it does not end in a line.
    const rim = Math.min(1, Math.abs(x * ex + y * ey + z * ez) / Math.sqrt(a) / 0.55);
    if (s.gaps > 0 && rough < s.gaps * (1.35 - 0.75 * rim)) continue;
    hit.t = t;
    const wobble = s.gaps > 0 ? 0.9 * (rough - 0.5) : 0;
    const nx = x / rx + wobble;
    const ny = y / ry + wobble;
    const nz = z / rz - wobble;
    const size = Math.sqrt(nx * nx + ny * ny + nz * nz);
    hit.nx = nx / size;
    hit.ny = ny / size;
    hit.nz = nz / size;
    hit.u = Math.atan2(x, z) * rx;
    hit.v = y * ry;
    return true;
  }
  return false;
}

/** A dial faces its heading: in its own turn it lies in the plane z = 0. */
function meetDial(s: Dial, ox: number, oy: number, oz: number, dx: number, dy: number, dz: number, hit: Hit): boolean {
  if (Math.abs(dz) < 1e-12) return false;
  const t = -oz / dz;
  if (t <= NEAREST || t >= hit.t) return false;
  const x = ox + t * dx;
  const y = oy + t * dy;
  if (x * x + y * y > s.radiusMetres ** 2) return false;
  hit.t = t;
  hit.nx = 0;
  hit.ny = 0;
  hit.nz = 1;
  hit.u = x;
  hit.v = y;
  return true;
}

/** A board stands upright across its heading, turned in its own plane. */
function meetBoard(
  s: Board,
  ox: number,
  oy: number,
  oz: number,
  dx: number,
  dy: number,
  dz: number,
  hit: Hit,
): boolean {
  if (Math.abs(dz) < 1e-12) return false;
  const t = -oz / dz;
  if (t <= NEAREST || t >= hit.t) return false;
  const x = ox + t * dx;
  const y = oy + t * dy;
  const turn = s.turnDeg / DEG_PER_RAD;
  const along = x * Math.cos(turn) + y * Math.sin(turn);
  const across = y * Math.cos(turn) - x * Math.sin(turn);
  const [long, wide] = s.sizeMetres;
  if (Math.abs(along) > long / 2 || Math.abs(across) > wide / 2) return false;
  hit.t = t;
  hit.nx = 0;
  hit.ny = 0;
  hit.nz = dz > 0 ? -1 : 1;
  hit.u = along;
  hit.v = across;
  return true;
}

/**
 * Whether a ray meets a solid nearer than what it has met; if so the hit is the solid's, with its normal in the scene.
 *
 * @param dx of any length; `t` counts in it.
 */
export function meetSolid(
  { solid, sin, cos, middle, reach }: PreparedSolid,
  ox: number,
  oy: number,
  oz: number,
  dx: number,
  dy: number,
  dz: number,
  hit: Hit,
): boolean {
  // Far from the ball around it?
  const mx = middle[0] - ox;
  const my = middle[1] - oy;
  const mz = middle[2] - oz;
  const length = dx * dx + dy * dy + dz * dz;
  const along = (mx * dx + my * dy + mz * dz) / length;
  const off = mx * mx + my * my + mz * mz - along * along * length;
  if (off > reach * reach) return false;
  const [ax, ay, az] = solid.at;
  const east = ox - ax;
  const north = oz - az;
  const px = east * cos - north * sin;
  const pz = east * sin + north * cos;
  const qx = dx * cos - dz * sin;
  const qz = dx * sin + dz * cos;
  const py = oy - ay;
  const met =
    solid.kind === "block"
      ? meetBlock(solid, px, py, pz, qx, dy, qz, hit)
      : solid.kind === "frustum"
        ? meetFrustum(solid, px, py, pz, qx, dy, qz, hit)
        : solid.kind === "ellipsoid"
          ? meetEllipsoid(solid, px, py, pz, qx, dy, qz, hit)
          : solid.kind === "board"
            ? meetBoard(solid, px, py, pz, qx, dy, qz, hit)
            : meetDial(solid, px, py, pz, qx, dy, qz, hit);
  if (!met) return false;
  const { nx, nz } = hit;
  hit.nx = nx * cos + nz * sin;
  hit.nz = nz * cos - nx * sin;
  hit.of = "solid";
  return true;
}
