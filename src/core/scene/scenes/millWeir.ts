import { SCENE_TITLES } from "../names";
import type { Point3, Scene, Surface } from "../scene";
import { BRICK, bareLamp, block, GRASS, NO_WINDOWS, rounded, row, STONE, stripAlong, tree, USUAL_PLACE } from "./parts";

const WET_STONE = { ...STONE, reflectance: 0.14 };
/** A step of the weir: where it begins, how far it falls and runs. */
const step = (y: number, z: number, dropMetres: number, runMetres: number): Surface => ({
  kind: "fall",
  region: "falls",
  from: [0, y, z],
  headingDeg: 180,
  widthMetres: 8,
  dropMetres,
  runMetres,
  reflectance: 0.62,
});
const boulder = (at: Point3, size: number): Surface => rounded(at, [size, 0.55 * size, 0.8 * size], WET_STONE);

/** A stepped weir before a brick mill, under one cool floodlight. */
export const MILL_WEIR = {
  ...USUAL_PLACE,
  name: "mill-weir",
  title: SCENE_TITLES["mill-weir"],
  shows: "Texture at half a second, silk at four, and foam that clips before anything else.",
  seed: 44,
  camera: { at: [-1.2, 1.55, -8.5], headingDeg: 8, tiltDeg: 3 },
  subject: "falls",
  fillLux: 0.9,
  surfaces: [
    step(2.5, 5, 0.95, 0.5),
    step(1.5, 3.1, 0.8, 0.45),
    step(0.66, 1.3, 0.7, 0.5),
    // The treads between them, and the pool above.
    {
      ...stripAlong(-4, 4, { reflectance: 0.05, tint: [0.8, 1, 1], texture: "plain", wetness: 0.9 }, 2.5),
      headingDeg: 90,
      through: [0, 2.5, 25],
      halfWidthMetres: 20,
    },
    block([0, -0.2, 4.55], [8, 1.72, 1.2], WET_STONE),
    block([0, -0.2, 2.65], [8, 0.88, 1.2], WET_STONE),
    block([-6.4, -0.5, 4], [4.8, 3.9, 9], { ...STONE, texture: "brick" }),
    block([4.55, -0.5, 1.6], [1.1, 3.6, 4], { ...STONE, texture: "brick" }),
    {
      kind: "wall",
      style: "mill",
      from: [4.2, 0, 5.4],
      headingDeg: 90,
      lengthMetres: 20,
      heightsMetres: [12.5],
      material: BRICK,
      windows: { columnMetres: 2.7, rowMetres: 3.1, litShare: 0.16, luminanceCdM2: 38, kelvin: 2700 },
    },
    {
      kind: "wall",
      style: "mill",
      from: [4.2, 0, 5.4],
      headingDeg: 0,
      lengthMetres: 12,
      heightsMetres: [12.5],
      material: BRICK,
      windows: NO_WINDOWS,
    },
    stripAlong(-90, -4.2, { ...GRASS, reflectance: 0.08 }, 3.2),
    block([-9, 3.2, 9], [5, 0.9, 0.5], STONE),
    ...tree([-8.5, 3.2, 13], 9, 2),
    ...tree([-13, 3.2, 19], 11, 5),
    ...tree([-3, 2.4, 34], 12, 8),
    ...tree([3, 2.4, 42], 13, 9),
    boulder([-2.6, 0.05, -3.2], 0.8),
    boulder([-1.4, 0, -2.2], 0.5),
    boulder([1.9, 0, -3.6], 0.65),
    boulder([2.9, 0.05, -2.4], 0.9),
    boulder([0.4, -0.05, -4.6], 0.42),
    boulder([-3.6, 0.05, -1.2], 0.9),
    ...row(7, (n) => boulder([-2.9 + 0.95 * n, -0.02, 0.2 - 0.25 * (n % 3)], 0.34 + 0.06 * (n % 2))),
    { kind: "water", heightMetres: 0, slope: 0.05, waves: "chop" },
  ],
  lamps: [
    { ...bareLamp([5.4, 4.6, 1.2], 700, 4300, 0.3), beam: { headingDeg: -62, tiltDeg: -32, halfDeg: 40 } },
    bareLamp([9, 3.2, 5], 50, 2500, 0.2),
    bareLamp([-7.4, 5.6, 8], 30, 2150, 0.2),
  ],
} as const satisfies Scene;
