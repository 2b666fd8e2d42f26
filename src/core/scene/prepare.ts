import { ALL_ASSUMED } from "../assumed";
import { blackBodyRgb } from "../light";
import { DEG_PER_RAD } from "../units";
import { meetStanding } from "./cast";
import { prepareRidge } from "./hill";
import { lookAround, prepareLamp } from "./lampLight";
import { prepareMoon } from "./moon";
import type { Headed, PreparedScene } from "./preparedScene";
import type { Scene, Solid, Surface } from "./scene";
import { lookOf } from "./skyLook";
import { prepareSolid } from "./solids";

/** What of a scene does not depend on how bright anything is. */
type Shape = Pick<PreparedScene, "strips" | "walls" | "ridges" | "falls" | "solids" | "water"> & {
  /** How far every lamp sees around it; null where nothing stands. */
  readonly sees: readonly (Float32Array | null)[];
};

const preparedScenes = new WeakMap<Scene, PreparedScene>();
/** By a scene's surfaces: variants of it with other lights share them. */
const shapes = new WeakMap<readonly Surface[], { readonly lamps: Scene["lamps"]; readonly shape: Shape }>();
/** Farther from a lamp than this nothing throws a shadow that one would see, metres. */
const SHADOW_REACH_M = 14;
const FILL = blackBodyRgb(2700);
const SOLIDS: readonly Surface["kind"][] = ["block", "frustum", "ellipsoid", "dial", "board"];

/** A scene with what does not depend on the ray worked out, once for each scene. */
export function prepareScene(scene: Scene): PreparedScene {
  const known = preparedScenes.get(scene);
  if (known) return known;
  const { seed, figures = ALL_ASSUMED, lampGain, skylightGain, shineGain, subject, visibilityMetres } = scene;
  const { sees, ...shape } = shapeOf(scene);
  const lux = lampGain * scene.fillLux;
  const prepared: PreparedScene = {
    ...shape,
    lamps: {
      all: scene.lamps.map((lamp, index) => prepareLamp(lamp, lampGain, sees[index] ?? null)),
      cells: new Map(),
    },
    sky: lookOf(scene.sky, seed),
    moon: prepareMoon(scene.sky, scene.camera.headingDeg),
    sinHeading: Math.sin(scene.camera.headingDeg / DEG_PER_RAD),
    cosHeading: Math.cos(scene.camera.headingDeg / DEG_PER_RAD),
    fill: [lux * FILL[0], lux * FILL[1], lux * FILL[2]],
    skylightGain,
    lampGain,
    shineGain,
    subject,
    visibilityMetres,
    seed,
    figures,
  };
  preparedScenes.set(scene, prepared);
  return prepared;
}

/** Works out headings and tables, and what every lamp sees. */
function shapeOf({ surfaces, lamps, seed }: Scene): Shape {
  const known = shapes.get(surfaces);
  if (known?.lamps === lamps) return known.shape;
  const headed = <T extends { readonly headingDeg: number }>(part: T): T & Headed => ({
    ...part,
    ux: Math.sin(part.headingDeg / DEG_PER_RAD),
    uz: Math.cos(part.headingDeg / DEG_PER_RAD),
  });
  const standing = {
    walls: surfaces
      .filter((s) => s.kind === "wall")
      .map((s) => ({ ...headed(s), lit: blackBodyRgb(s.windows.kelvin) })),
    solids: surfaces.filter((s): s is Solid => SOLIDS.includes(s.kind)).map(prepareSolid),
    seed,
  };
  const isOpen = standing.walls.length + standing.solids.length === 0;
  const shape: Shape = {
    strips: surfaces.filter((s) => s.kind === "strip").map(headed),
    walls: standing.walls,
    ridges: surfaces.filter((s) => s.kind === "ridge").map((s) => prepareRidge(s, seed)),
    falls: surfaces.filter((s) => s.kind === "fall").map(headed),
    solids: standing.solids,
    water: surfaces.find((s) => s.kind === "water") ?? null,
    sees: lamps.map((lamp) => {
      if (isOpen) return null;
      const near = standing.solids.flatMap(({ middle, reach }, index) =>
        Math.hypot(middle[0] - lamp.at[0], middle[1] - lamp.at[1], middle[2] - lamp.at[2]) < SHADOW_REACH_M + reach
          ? [index]
          : [],
      );
      return lookAround(lamp.at, (ox, oy, oz, dx, dy, dz, hit) =>
        meetStanding(standing, near, ox, oy, oz, dx, dy, dz, hit),
      );
    }),
  };
  shapes.set(surfaces, { lamps, shape });
  return shape;
}
