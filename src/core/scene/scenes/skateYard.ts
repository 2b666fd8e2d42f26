import { SCENE_TITLES } from "../names";
import type { Scene, StreetLamp } from "../scene";
import { BRICK, block, CONCRETE, column, IRON, NO_WINDOWS, row, tree, USUAL_PLACE } from "./parts";

const flood = (x: number, z: number, headingDeg: number): StreetLamp => ({
  at: [x, 8.6, z],
  intensityCd: 24_000,
  kelvin: 4600,
  diameterMetres: 0.4,
  postMetres: 8.6,
  beam: { headingDeg, tiltDeg: -38, halfDeg: 36 },
});

/** A concrete yard with ramps under two floodlights. */
export const SKATE_YARD = {
  ...USUAL_PLACE,
  name: "skate-yard",
  title: SCENE_TITLES["skate-yard"],
  shows: "Blur at a sixtieth, noise at a thousandth, what a sweep makes of the background.",
  seed: 96,
  camera: { at: [0, 1.35, -10], headingDeg: 0, tiltDeg: 2 },
  sky: { ...USUAL_PLACE.sky, sun: { altitudeDeg: -8, awayDeg: 110 } },
  lane: {
    through: [0, 0, 0],
    headingDeg: 90,
    riseDeg: 0,
    reachMetres: 30,
    carries: "skater",
    usualDistanceMetres: 10,
    usualHeadingDeg: 0,
  },
  subject: "place",
  fillLux: 1,
  surfaces: [
    { kind: "strip", region: "place", through: [0, 0, 0], headingDeg: 0, halfWidthMetres: 400, material: CONCRETE },
    block([0, 0, 5.2], [9, 0.02, 4.6], CONCRETE, { roofMetres: 1.15 }),
    block([-9.5, 0, 7.5], [5, 1.4, 3], CONCRETE),
    block([-9.5, 0, 5.6], [5, 0.02, 3.4], CONCRETE, { roofMetres: 1.4 }),
    block([9.6, 0, 4], [3, 0.45, 6], { ...CONCRETE, reflectance: 0.26 }),
    block([6.2, 0, -0.5], [0.06, 0.06, 0.06], IRON),
    ...row(3, (n) => column([4.6 + 1.8 * n, 0, 2.4], 0.03, 0.5, IRON)),
    block([6.4, 0.5, 2.4], [4.4, 0.06, 0.06], IRON),
    {
      kind: "wall",
      style: "plain",
      from: [-26, 0, 15],
      headingDeg: 90,
      lengthMetres: 52,
      heightsMetres: [3.2],
      material: BRICK,
      windows: NO_WINDOWS,
    },
    {
      kind: "wall",
      style: "mill",
      from: [-30, 0, 24],
      headingDeg: 90,
      lengthMetres: 34,
      heightsMetres: [9],
      material: BRICK,
      windows: { columnMetres: 2.8, rowMetres: 3, litShare: 0.1, luminanceCdM2: 14, kelvin: 3000 },
    },
    ...row(27, (n) => column([-26 + 2 * n, 0, 13.4], 0.03, 2.2, IRON)),
    block([0, 2.15, 13.4], [52, 0.05, 0.05], IRON),
    block([0, 1.1, 13.4], [52, 0.04, 0.04], IRON),
    ...tree([9, 0, 18], 9, 4),
    ...tree([14, 0, 20], 10, 6),
    ...tree([20, 0, 19], 9, 9),
  ],
  lamps: [flood(-7.5, 11.5, 150), flood(8.5, 11.5, 206), { ...flood(-14, -4, 60), intensityCd: 9000 }],
  traffic: [
    {
      name: "cyclist along the fence",
      path: [
        [40, 0, 12],
        [-40, 0, 12],
      ],
      speedMps: 5,
      headwaySeconds: 19,
      unevenness: 0.4,
      firstSeconds: -6,
      lamps: [
        { offset: [0.7, 0.9, 0], intensityCd: 60, shines: "forward", diameterM: 0.04, colour: [0.9, 1, 1.3] },
        { offset: [-0.6, 0.75, 0], intensityCd: 8, shines: "back", diameterM: 0.04, colour: [3.9, 0.22, 0.18] },
      ],
      parts: [
        { shape: "round", offset: [0.5, 0.34, 0], sizeMetres: [0.66, 0.66, 0.06], reflectance: 0.08, tint: [1, 1, 1] },
        { shape: "round", offset: [-0.5, 0.34, 0], sizeMetres: [0.66, 0.66, 0.06], reflectance: 0.08, tint: [1, 1, 1] },
        {
          shape: "round",
          offset: [-0.05, 1.15, 0],
          sizeMetres: [0.42, 0.66, 0.4],
          reflectance: 0.3,
          tint: [1.3, 1, 0.5],
        },
        {
          shape: "round",
          offset: [0.1, 1.62, 0],
          sizeMetres: [0.24, 0.28, 0.22],
          reflectance: 0.25,
          tint: [1.1, 1, 0.9],
        },
      ],
    },
  ],
} as const satisfies Scene;
