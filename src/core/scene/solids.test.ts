import fc from "fast-check";
import type { Block, Ellipsoid, Frustum, Material, Point3 } from "./scene";
import { meetSolid, newHit, prepareSolid } from "./solids";

const material: Material = { reflectance: 0.3, tint: [1, 1, 1], texture: "plain", wetness: 0 };

type Inside = (x: number, y: number, z: number) => boolean;
/** Whether a point lies in a solid, by what the solid's words say, not by its ray code. */
const insideBlock =
  ({ at, sizeMetres: [w, h, d], roofMetres, headingDeg }: Block): Inside =>
  (x, y, z) => {
    const turn = (headingDeg * Math.PI) / 180;
    const [east, north, up] = [x - at[0], z - at[2], y - at[1]];
    // Along its width and its depth: its own axes stand turned clockwise by the heading.
    const across = east * Math.cos(turn) - north * Math.sin(turn);
    const deep = east * Math.sin(turn) + north * Math.cos(turn);
    const top = h + roofMetres * (1 - (2 * Math.abs(deep)) / d);
    return Math.abs(across) <= w / 2 && Math.abs(deep) <= d / 2 && up >= 0 && up <= top;
  };
const insideFrustum =
  ({ at, radiusMetres, topRadiusMetres, heightMetres }: Frustum): Inside =>
  (x, y, z) => {
    const up = (y - at[1]) / heightMetres;
    const radius = radiusMetres + (topRadiusMetres - radiusMetres) * up;
    return up >= 0 && up <= 1 && Math.hypot(x - at[0], z - at[2]) <= radius;
  };
const insideEllipsoid =
  ({ at, radiiMetres: [a, b, c] }: Ellipsoid): Inside =>
  (x, y, z) =>
    ((x - at[0]) / a) ** 2 + ((y - at[1]) / b) ** 2 + ((z - at[2]) / c) ** 2 <= 1;

const FAR_M = 40;
const STEP_M = 0.02;
/** How far along a ray one comes to be inside: marched in small steps, then halved; infinite where one never does. */
function marched(inside: Inside, [ox, oy, oz]: Point3, [dx, dy, dz]: Point3): number {
  const at = (t: number) => inside(ox + t * dx, oy + t * dy, oz + t * dz);
  for (let t = STEP_M; t < FAR_M; t += STEP_M) {
    if (!at(t)) continue;
    let [low, high] = [t - STEP_M, t];
    for (let step = 0; step < 30; step++) {
      const middle = (low + high) / 2;
      if (at(middle)) high = middle;
      else low = middle;
    }
    return high;
  }
  return Number.POSITIVE_INFINITY;
}

const metres = (min: number, max: number) => fc.double({ min, max, noNaN: true });
/** Never so that a ray that is level or straight ahead runs within a face, where it is neither in nor out. */
const place = fc
  .tuple(metres(-3, 3), metres(-2, 2), metres(6, 12))
  .map(([x, y, z]): Point3 => [x + 0.0131, y + 0.0137, z]);
const size = metres(0.5, 4);
/** Rays from the middle of the scene, into all that lies ahead. */
const ray = fc.tuple(metres(-1.2, 1.2), metres(-0.8, 0.8)).map(([right, up]): Point3 => {
  const length = Math.hypot(right, up, 1);
  return [right / length, up / length, 1 / length];
});
const FROM: Point3 = [0, 0, 0];
/** Grazing rays are met a little earlier or later, or not at all, by marching. */
const NEAR_M = 1e-4;

function agree(solid: Block | Frustum | Ellipsoid, inside: Inside, direction: Point3): void {
  const hit = newHit();
  meetSolid(prepareSolid(solid), ...FROM, ...direction, hit);
  const wanted = marched(inside, FROM, direction);
  const isThin = (t: number): boolean => {
    const [x, y, z] = direction.map((each) => each * (t + STEP_M));
    return !inside(x!, y!, z!);
  };
  const first = Math.min(hit.t, wanted);
  if (first === Number.POSITIVE_INFINITY) return;
  // What is thinner on the ray than a step is passed over by marching, and its edge is a matter of rounding.
  if (isThin(first)) return;
  expect(Math.abs(hit.t - wanted)).toBeLessThan(NEAR_M);
  // The normal has length one and stands towards whoever looks.
  expect(Math.hypot(hit.nx, hit.ny, hit.nz)).toBeCloseTo(1, 9);
  expect(hit.nx * direction[0] + hit.ny * direction[1] + hit.nz * direction[2]).toBeLessThan(1e-9);
  // A step to the outside of where it was met is outside.
  const out = 1e-3;
  const [x, y, z] = [0, 1, 2].map((axis) => direction[axis]! * hit.t + out * [hit.nx, hit.ny, hit.nz][axis]!);
  expect(inside(x!, y!, z!)).toBe(false);
}

/** The same rays every time: a grazing one among millions would be neither here nor there. */
const RUNS = { numRuns: 400, seed: 27 };

describe("a ray meets, as marching along it does,", () => {
  it("a box or a house with a gable, turned any way", () => {
    fc.assert(
      fc.property(
        place,
        fc.tuple(size, size, size),
        metres(0, 2),
        metres(-180, 180),
        ray,
        (at, sizes, roof, turn, to) => {
          const roofMetres = roof < 0.3 ? 0 : roof;
          const block: Block = { kind: "block", at, sizeMetres: sizes, headingDeg: turn, roofMetres, material };
          agree(block, insideBlock(block), to);
        },
      ),
      RUNS,
    );
  });

  it("a column or a cone that stands on the ground: nobody sees one from below", () => {
    fc.assert(
      fc.property(place, size, metres(0.05, 3), metres(14, 19), ray, (at, radius, top, heightMetres, to) => {
        const foot: Point3 = [at[0], -15, at[2]];
        const frustum: Frustum = {
          kind: "frustum",
          at: foot,
          radiusMetres: radius,
          topRadiusMetres: top,
          heightMetres,
          material,
        };
        agree(frustum, insideFrustum(frustum), to);
      }),
      RUNS,
    );
  });

  it("a rounded body", () => {
    fc.assert(
      fc.property(place, fc.tuple(size, size, size), ray, (at, radiiMetres, to) => {
        const ellipsoid: Ellipsoid = { kind: "ellipsoid", at, radiiMetres, gaps: 0, material };
        agree(ellipsoid, insideEllipsoid(ellipsoid), to);
      }),
      RUNS,
    );
  });

  it("nothing farther away than what it has met already", () => {
    const ball: Ellipsoid = { kind: "ellipsoid", at: [0, 0, 10], radiiMetres: [1, 1, 1], gaps: 0, material };
    const hit = newHit();
    hit.t = 5;
    expect(meetSolid(prepareSolid(ball), 0, 0, 0, 0, 0, 1, hit)).toBe(false);
    expect([hit.t, hit.of]).toEqual([5, "nothing"]);
  });
});
