import { SCENE_TITLES } from "../names";
import type { Scene } from "../scene";
import {
  ASPHALT,
  block,
  COBBLES,
  column,
  IRON,
  NO_WINDOWS,
  PLASTER,
  postLamp,
  row,
  STONE,
  stripAlong,
  TIMBER,
  USUAL_PLACE,
} from "./parts";

const EDGE_X = 8.4;
const WATER_Y = -1.7;

/**
 * The quay road: houses on its left, the estuary on its right, from where one looks across or along it. Sodium lamps on the
 * water's side, warm ones at the houses, a hill with the town's lights where it ends.
 */
export const QUAY_ROAD = {
  ...USUAL_PLACE,
  name: "quay-road",
  title: SCENE_TITLES["quay-road"],
  shows: "White headlamp cores, red tails that keep their colour, trails that end too soon, and traffic upon traffic.",
  seed: 20,
  camera: { at: [3.8, 1.7, -16], headingDeg: -13, tiltDeg: 4 },
  lane: {
    through: [0, 0, 0],
    headingDeg: 0,
    riseDeg: 0,
    reachMetres: 400,
    carries: "car",
    usualDistanceMetres: 16,
    usualHeadingDeg: 77,
  },
  subject: "street",
  fillLux: 6,
  surfaces: [
    { ...stripAlong(-5.2, 1.8, ASPHALT), region: "street", dashMetres: [2, 4] },
    { ...stripAlong(-8.2, -5.2, COBBLES), region: "street" },
    { ...stripAlong(1.8, EDGE_X, COBBLES), region: "street" },
    {
      kind: "wall",
      style: "houses",
      from: [-8, 0, -70],
      headingDeg: 0,
      lengthMetres: 216,
      heightsMetres: [
        12.5, 11.2, 13.8, 12.4, 10.2, 14.5, 12.8, 11.4, 13.2, 12, 10.8, 13, 11.8, 14.2, 12.2, 11, 13.4, 12.6,
      ],
      material: PLASTER,
      windows: { columnMetres: 2.4, rowMetres: 3.1, litShare: 0.4, luminanceCdM2: 22, kelvin: 2700 },
    },
    // The edge of the quay, with its bollards and the low wall on it.
    {
      kind: "wall",
      style: "plain",
      from: [EDGE_X, WATER_Y, -90],
      headingDeg: 0,
      lengthMetres: 260,
      heightsMetres: [-WATER_Y],
      material: { ...STONE, reflectance: 0.2 },
      windows: NO_WINDOWS,
    },
    ...row(26, (n) => column([7.9, 0, -62 + 8 * n], 0.19, 0.75, IRON, 0.15)),
    ...row(5, (n) => block([6.4, 0, -44 + 33 * n], [0.5, 0.45, 1.9], TIMBER)),
    {
      kind: "ridge",
      distanceMetres: 240,
      roughness: 0.1,
      housesToMetres: 46,
      profile: [
        [-330, 40],
        [-140, 34],
        [-60, 18],
        [0, 22],
        [80, 42],
        [150, 66],
        [230, 74],
        [330, 52],
      ],
      material: { reflectance: 0.1, tint: [0.9, 1, 0.85], texture: "plain", wetness: 0 },
      windows: { columnMetres: 3.4, rowMetres: 3.2, litShare: 0.36, luminanceCdM2: 24, kelvin: 2600 },
    },
    { kind: "water", heightMetres: WATER_Y, slope: 0.055, waves: "chop" },
  ],
  lamps: [
    ...row(10, (n) => postLamp([5.4, 6.1, -52 + 22 * n], 520, 2100, 6)),
    ...row(10, (n) => ({ ...postLamp([-7.5, 4.6, -41 + 22 * n], 300, 3000), postMetres: 0 })),
    ...row(13, (n) => ({ ...postLamp([-60 + 22 * n, 3.5, 236], 240, n % 4 === 2 ? 4000 : 2200), postMetres: 0 })),
  ],
} as const satisfies Scene;
