import type { Rgb } from "../../light";
import { SCENE_TITLES } from "../names";
import type { Scene } from "../scene";
import {
  bareLamp,
  block,
  CONCRETE,
  column,
  IRON,
  NO_WINDOWS,
  row,
  STONE,
  stripAlong,
  TIMBER,
  USUAL_PLACE,
} from "./parts";

/** Signal glasses, of luminance one. */
const RED: Rgb = [3.9, 0.22, 0.18];
const GREEN: Rgb = [0.05, 1.36, 0.25];
const GROUND_Y = 0.9;

/** The harbour's mouth in low swell, at the end of dusk: a mole with a red lamp, a pier with a green one. */
export const HARBOUR_SWELL = {
  ...USUAL_PLACE,
  name: "harbour-swell",
  title: SCENE_TITLES["harbour-swell"],
  shows: "Streaks at a second, fog at thirty, and why both are right.",
  seed: 57,
  camera: { at: [0.4, 2.6, -1.6], headingDeg: 0, tiltDeg: 0.5 },
  sky: { ...USUAL_PLACE.sky, sun: { altitudeDeg: -7.4, awayDeg: -14 }, cloud: 0.55 },
  subject: "water",
  fillLux: 2.6,
  surfaces: [
    {
      ...stripAlong(-60, 60, { ...CONCRETE, wetness: 0.5 }, GROUND_Y),
      headingDeg: 90,
      through: [0, GROUND_Y, -3.6],
      halfWidthMetres: 6,
    },
    {
      kind: "wall",
      style: "plain",
      from: [-60, -2, 2.4],
      headingDeg: 90,
      lengthMetres: 120,
      heightsMetres: [2 + GROUND_Y],
      material: { ...STONE, texture: "brick" },
      windows: NO_WINDOWS,
    },
    column([-1.55, GROUND_Y, 1.5], 0.24, 0.62, IRON, 0.19),
    column([-1.55, GROUND_Y + 0.56, 1.5], 0.3, 0.13, IRON, 0.3),
    column([1.85, GROUND_Y, 1.7], 0.24, 0.62, IRON, 0.19),
    column([1.85, GROUND_Y + 0.56, 1.7], 0.3, 0.13, IRON, 0.3),
    // The mole on the left, its lamp at the end.
    ...row(9, (n) => block([-30 + 1.6 * n, -3, 30 + 6 * n], [5, 4.4, 6.1], { ...CONCRETE, reflectance: 0.22 })),
    column([-17, 1.4, 80], 0.9, 5.4, { ...STONE, reflectance: 0.5 }, 0.65),
    column([-17, 6.8, 80], 0.9, 0.25, IRON),
    column([-17, 7.05, 80], 0.45, 0.9, { ...IRON, reflectance: 0.12 }, 0.45),
    // The pier on the right.
    ...row(14, (n) => column([13.6 + 0.4 * n, -3, 34 + 3.4 * n], 0.17, 4.4, TIMBER)),
    ...row(14, (n) => block([14.4 + 0.4 * n, 1.3, 34 + 3.4 * n], [1.8, 0.25, 3.5], TIMBER)),
    column([14, 1.5, 34], 0.08, 3, IRON),
    // A boat at its mooring.
    block(
      [-6.5, -0.35, 21],
      [1.9, 0.75, 5.4],
      { ...TIMBER, reflectance: 0.35, tint: [0.85, 1, 1.15] },
      { headingDeg: 62 },
    ),
    block([-6.3, 0.35, 21.2], [1.2, 0.85, 1.6], { ...TIMBER, reflectance: 0.45 }, { headingDeg: 62 }),
    column([-6.9, 0.3, 20.9], 0.05, 5.2, TIMBER, 0.03),
    {
      kind: "ridge",
      distanceMetres: 900,
      roughness: 0.1,
      housesToMetres: 26,
      profile: [
        [-600, 44],
        [-330, 22],
        [-120, 13],
        [60, 17],
        [260, 46],
        [600, 70],
      ],
      material: { reflectance: 0.08, tint: [0.9, 1, 0.95], texture: "plain", wetness: 0 },
      windows: { columnMetres: 7, rowMetres: 5, litShare: 0.5, luminanceCdM2: 34, kelvin: 2500 },
    },
    { kind: "water", region: "water", heightMetres: -0.5, slope: 0.05, waves: "swell" },
  ],
  lamps: [
    { ...bareLamp([-17, 7.5, 79.4], 160, 2700, 0.3), colour: RED },
    { ...bareLamp([14, 4.6, 34], 70, 2700, 0.25), colour: GREEN },
    ...row(9, (n) => bareLamp([-260 + 60 * n, 4, 880], 700, n % 3 === 0 ? 3600 : 2200, 0.4)),
    bareLamp([-27, 5.2, 38], 130, 2150, 0.2),
  ],
} as const satisfies Scene;
