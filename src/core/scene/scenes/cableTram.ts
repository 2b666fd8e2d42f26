import { hashUnit } from "../../random";
import { DEG_PER_RAD } from "../../units";
import { SCENE_TITLES } from "../names";
import type { Ridge, Scene, Surface } from "../scene";
import {
  bareLamp,
  block,
  column,
  GRASS,
  IRON,
  NO_WINDOWS,
  PLASTER,
  row,
  STONE,
  stripAlong,
  tree,
  USUAL_PLACE,
} from "./parts";

const SEED = 31;
const RISE_DEG = 19;
const RISE = Math.tan(RISE_DEG / DEG_PER_RAD);
/** Height of the hillside: it rises to the right as the track does, and away from the town below. */
const groundAt = (x: number, z: number): number => 8 + RISE * x + 0.42 * z;

/** A terrace of the hillside, as a silhouette with gardens. */
const terrace = (z: number, lift = 0, roughness = 0.03): Ridge => ({
  kind: "ridge",
  region: "hillside",
  distanceMetres: z,
  roughness,
  housesToMetres: 1e-6,
  windows: NO_WINDOWS,
  profile: [
    [-180, groundAt(-180, z) + lift],
    [180, groundAt(180, z) + lift],
  ],
  material: { ...GRASS, reflectance: 0.08 },
});

/** Houses on the hillside: none on the track, none before it. */
const houses = [-42, -31, -22, -14, 11, 22, 34, 48, 64].flatMap((z, line) =>
  row(14, (n): Surface => {
    const hash = (k: number) => hashUnit(line * 31 + n, k, SEED);
    const x = -86 + 12.6 * n + 4.5 * (hash(1) - 0.5) + (line % 2) * 5;
    const eaves = 5.6 + 2.8 * hash(2);
    return block(
      [x, groundAt(x, z) - 5, z + 2 * hash(3)],
      [7.5 + 3 * hash(4), eaves + 1.4, 7.5],
      { ...PLASTER, reflectance: 0.22 + 0.2 * hash(5), tint: [1.1, 0.86 + 0.14 * hash(6), 0.66 + 0.3 * hash(6)] },
      {
        region: "hillside",
        headingDeg: 14 * (hash(7) - 0.5),
        roofMetres: 2.4 + hash(8),
        windows: { columnMetres: 2.3, rowMetres: 2.7, litShare: 0.42, luminanceCdM2: 24, kelvin: 2650 },
      },
    );
  }),
);

/** The cable tram's track up the terraced hill, seen across the roofs of the town. */
export const CABLE_TRAM = {
  ...USUAL_PLACE,
  name: "cable-tram",
  title: SCENE_TITLES["cable-tram"],
  shows: "A band of light instead of a line, and a crossing that was too short for it.",
  seed: SEED,
  camera: { at: [0, 9.5, -60], headingDeg: 0, tiltDeg: 7 },
  lane: {
    through: [0, 9.6, 0],
    headingDeg: 90,
    riseDeg: RISE_DEG,
    reachMetres: 120,
    carries: "tram",
    usualDistanceMetres: 60,
    usualHeadingDeg: 0,
  },
  subject: "hillside",
  fillLux: 10,
  surfaces: [
    stripAlong(-400, 400, { ...GRASS, reflectance: 0.05 }, -24),
    ...[-48, -36, -26].map((z) => terrace(z, -1)),
    terrace(3.4, 1.2),
    ...[9, 20, 32, 46, 62, 90].map((z) => terrace(z)),
    ...houses,
    // The track's bed, and the wall of the stairs beside it.
    { ...terrace(-1.3, 0.45, 0), material: { ...STONE, reflectance: 0.14 } },
    { ...terrace(1.9, 0.5, 0), material: STONE },
    ...row(25, (n) => column([-98 + 8 * n, groundAt(-98 + 8 * n, 0) - 0.6, -2.1], 0.06, 4, IRON)),
    // The stop halfway up.
    block([30, groundAt(30, 0) + 0.2, 3], [7, 0.6, 3], STONE),
    block([30, groundAt(30, 0) + 3.4, 3.4], [7.4, 0.22, 3], IRON),
    ...[0, 1, 2, 3].flatMap((n) => tree([-52 + 34 * n, groundAt(-52 + 34 * n, 6), 6], 7, n + 3)),
  ],
  lamps: [
    ...row(25, (n) => bareLamp([-98 + 8 * n, groundAt(-98 + 8 * n, 0) + 3.6, -2.2], 110, 2700, 0.2)),
    ...[-2, 0, 2].map((x) => bareLamp([30 + x, groundAt(30, 0) + 3.2, 2.6], 90, 3800, 0.2)),
    ...row(14, (n) =>
      bareLamp([-84 + 13 * n, groundAt(-84 + 13 * n, -30) + 4.5, -30], 160, n % 3 === 1 ? 3000 : 2150, 0.2),
    ),
    ...row(12, (n) =>
      bareLamp([-80 + 15 * n, groundAt(-80 + 15 * n, 28) + 4.5, 28], 160, n % 4 === 1 ? 3500 : 2150, 0.2),
    ),
  ],
} as const satisfies Scene;
