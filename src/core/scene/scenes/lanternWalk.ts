import { hashUnit } from "../../random";
import { SCENE_TITLES } from "../names";
import type { Scene, Surface } from "../scene";
import {
  bareLamp,
  block,
  COBBLES,
  column,
  IRON,
  LEAVES,
  NO_WINDOWS,
  rounded,
  row,
  STONE,
  stripAlong,
  TIMBER,
  USUAL_PLACE,
} from "./parts";

const BRONZE = { reflectance: 0.16, tint: [1.5, 1.05, 0.6], texture: "plain", wetness: 0 } as const;
const WALL_Z = 8.4;

const ivy = row(110, (n): Surface => {
  const hash = (k: number) => hashUnit(n, k, 91);
  const x = 0.2 + 11 * hash(1);
  return rounded(
    [x, 0.3 + 3.1 * hash(2) ** 1.4 * (0.55 + 0.45 * Math.sin(1.3 * x)), WALL_Z - 0.1],
    [0.3 + 0.35 * hash(3), 0.3 + 0.4 * hash(4), 0.14],
    LEAVES,
    0.5,
  );
});

/** Sits on its plinth, a step away. */
const OTTER: readonly Surface[] = [
  rounded([-0.38, 1.17, 1.42], [0.11, 0.13, 0.1], BRONZE),
  rounded([-0.34, 1.31, 1.41], [0.075, 0.11, 0.07], BRONZE),
  rounded([-0.3, 1.43, 1.4], [0.066, 0.056, 0.06], BRONZE),
  rounded([-0.24, 1.42, 1.39], [0.04, 0.03, 0.035], BRONZE),
  rounded([-0.33, 1.485, 1.41], [0.016, 0.02, 0.014], BRONZE),
  rounded([-0.5, 1.1, 1.44], [0.09, 0.035, 0.04], BRONZE),
  rounded([-0.29, 1.22, 1.35], [0.03, 0.075, 0.03], BRONZE),
];

/** A walk by the water: a wall under ivy with a bench, a bronze otter on its plinth, the quay's lamps far behind. */
export const LANTERN_WALK = {
  ...USUAL_PLACE,
  name: "lantern-walk",
  title: SCENE_TITLES["lantern-walk"],
  shows: "A figure that overlaps itself, the ghost of whoever draws it, discs by focus and distance.",
  seed: 85,
  camera: { at: [0, 1.5, 0], headingDeg: 0, tiltDeg: 0 },
  sky: { ...USUAL_PLACE.sky, sun: { altitudeDeg: -10.5, awayDeg: -40 } },
  lane: {
    through: [0.1, 1.35, 6],
    headingDeg: 90,
    riseDeg: 0,
    reachMetres: 5,
    carries: "lantern",
    usualDistanceMetres: 6,
    usualHeadingDeg: 0,
  },
  subject: "place",
  fillLux: 0.1,
  surfaces: [
    { ...stripAlong(-3.4, 30, { ...COBBLES, wetness: 0.2 }), region: "place" },
    {
      kind: "wall",
      region: "place",
      style: "plain",
      from: [0.4, 0, WALL_Z],
      headingDeg: 90,
      lengthMetres: 16,
      heightsMetres: [3.4],
      material: { ...STONE, texture: "brick", tint: [1.2, 0.98, 0.8] },
      windows: NO_WINDOWS,
    },
    {
      kind: "wall",
      region: "place",
      style: "plain",
      from: [0.4, 0, WALL_Z],
      headingDeg: 0,
      lengthMetres: 14,
      heightsMetres: [3.4],
      material: { ...STONE, texture: "brick", tint: [1.2, 0.98, 0.8] },
      windows: NO_WINDOWS,
    },
    ...ivy,
    block([3.4, 0.42, WALL_Z - 0.7], [1.9, 0.06, 0.45], TIMBER),
    block([2.6, 0, WALL_Z - 0.7], [0.1, 0.42, 0.4], IRON),
    block([4.2, 0, WALL_Z - 0.7], [0.1, 0.42, 0.4], IRON),
    // The otter on its plinth, a step away.
    block([-0.36, 0, 1.42], [0.34, 1.02, 0.34], STONE),
    block([-0.36, 1.02, 1.42], [0.4, 0.05, 0.4], STONE),
    ...OTTER.map((part) => ({ ...part, region: "figure" as const })),
    {
      kind: "wall",
      style: "plain",
      from: [-3.4, -2, -10],
      headingDeg: 0,
      lengthMetres: 90,
      heightsMetres: [2],
      material: STONE,
      windows: NO_WINDOWS,
    },
    ...row(14, (n) => column([-3.2, 0, 1.5 + 2.4 * n], 0.03, 1, IRON)),
    block([-3.2, 0.95, 20], [0.05, 0.06, 40], IRON),
    block([-3.2, 0.5, 20], [0.03, 0.04, 40], IRON),
    {
      kind: "ridge",
      distanceMetres: 90,
      roughness: 0.1,
      housesToMetres: 16,
      profile: [
        [-160, 10],
        [-60, 14],
        [0, 11],
        [120, 22],
      ],
      material: { reflectance: 0.1, tint: [1, 1, 0.95], texture: "plain", wetness: 0 },
      windows: { columnMetres: 3, rowMetres: 3, litShare: 0.35, luminanceCdM2: 22, kelvin: 2600 },
    },
    { kind: "water", heightMetres: -1.4, slope: 0.05, waves: "chop" },
  ],
  lamps: [
    ...row(16, (n) =>
      bareLamp([-40 + 4 * n, 3.2 + 0.5 * (n % 3), 60 + 2 * (n % 4)], 55, [2150, 2700, 2200, 4000, 2300][n % 5]!, 0.2),
    ),
    bareLamp([6.8, 3.1, WALL_Z - 0.5], 60, 2300, 0.16),
    { ...bareLamp([-1.6, 3.2, -1.2], 26, 2700, 0.16), postMetres: 0 },
  ],
} as const satisfies Scene;
