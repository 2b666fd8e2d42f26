import { SCENE_TITLES } from "../names";
import type { Scene } from "../scene";
import { bareLamp, block, COBBLES, GRASS, IRON, postLamp, row, STONE, stripAlong, tree, USUAL_PLACE } from "./parts";

const FRONT_Z = 27;
const HEIGHT_M = 12.6;
const FLOOD = 2600;

/** A floodlit hall of pale stone with a white clock, trees in deep shadow, seen from the middle of its gate. */
export const CLOCK_FACADE = {
  ...USUAL_PLACE,
  name: "clock-facade",
  title: SCENE_TITLES["clock-facade"],
  shows: "The clock that burns, the darkest picture that still looks good, what three frames save.",
  seed: 72,
  camera: { at: [0, 1.6, -9], headingDeg: 0, tiltDeg: 9 },
  sky: { ...USUAL_PLACE.sky, sun: { altitudeDeg: -8.6, awayDeg: 70 }, cloud: 0.5 },
  subject: "facade",
  fillLux: 0.9,
  surfaces: [
    stripAlong(-2.2, 2.2, { ...COBBLES, wetness: 0.25 }),
    stripAlong(-60, -2.2, GRASS),
    stripAlong(2.2, 60, GRASS),
    {
      kind: "wall",
      region: "facade",
      style: "hall",
      from: [-16, 0, FRONT_Z],
      headingDeg: 90,
      lengthMetres: 32,
      heightsMetres: [HEIGHT_M],
      material: { ...STONE, reflectance: 0.5, tint: [1.06, 1, 0.9] },
      windows: { columnMetres: 3.2, rowMetres: 6, litShare: 0.35, luminanceCdM2: 9, kelvin: 2600 },
    },
    {
      kind: "dial",
      at: [0, HEIGHT_M + 1.1, FRONT_Z - 0.12],
      headingDeg: 180,
      radiusMetres: 1.35,
      material: { ...STONE, reflectance: 0.7 },
      shine: { luminanceCdM2: 190, kelvin: 4600 },
    },
    // A turret on the ridge, the steps before the gate.
    block([0, HEIGHT_M + 2, FRONT_Z + 2], [1.6, 3.4, 1.6], STONE, { roofMetres: 2.6 }),
    block([0, 0, FRONT_Z - 0.9], [7, 0.18, 1.8], STONE),
    block([0, 0.18, FRONT_Z - 0.6], [6, 0.18, 1.2], STONE),
    ...[-1, 1].flatMap((side) => [
      ...tree([side * 9.2, 0, 9], 8.6, 3 + side),
      ...tree([side * 13.5, 0, 15], 10, 7 + side),
      ...tree([side * 10.8, 0, 2], 7.4, 12 + side),
      block([side * 2.5, 0, 8], [0.35, 0.55, 30], { ...GRASS, texture: "leaves", reflectance: 0.08 }),
      block([side * 2.9, 0, -3.4], [0.7, 2.2, 0.7], STONE),
      block([side * 2.9, 2.2, -3.4], [0.9, 0.15, 0.9], STONE, { roofMetres: 0.3 }),
      ...row(9, (n) => block([side * (3.6 + 0.22 * n), 0, -3.4], [0.03, 1.7, 0.03], IRON)),
    ]),
  ],
  lamps: [
    ...[-12.6, -6.2, 6.2, 12.6].map((x) => ({
      ...bareLamp([x, 0.35, FRONT_Z - 5.5], FLOOD, 2900, 0.25),
      beam: { headingDeg: 0, tiltDeg: 48, halfDeg: 34 },
    })),
    ...[-1, 1].map((side) => bareLamp([side * 2.6, 3.4, FRONT_Z - 0.5], 70, 2400, 0.2)),
    ...[-1, 1].map((side) => postLamp([side * 3.9, 3.2, 3], 60, 2300)),
  ],
} as const satisfies Scene;
