import { hashUnit } from "../../random";
import { SCENE_TITLES } from "../names";
import type { Point3, Scene, Surface } from "../scene";
import { bareLamp, block, COBBLES, column, IRON, PLASTER, rounded, row, STONE, TIMBER, USUAL_PLACE } from "./parts";

const ARCADE = { columnMetres: 4.2, rowMetres: 3.2, litShare: 0.5, luminanceCdM2: 20, kelvin: 2650 };
/** Where the carousel turns, and its edge. */
const CAROUSEL: Point3 = [3.6, 0, 7];
const EDGE_M = 3.4;
/** One turn takes twelve seconds. */
const EDGE_MPS = (2 * Math.PI * 2.6) / 12;

const aboutCarousel = (radius: number, turns: number, y: number): Point3 => [
  CAROUSEL[0] + radius * Math.sin(2 * Math.PI * turns),
  y,
  CAROUSEL[2] + radius * Math.cos(2 * Math.PI * turns),
];

const COAT = { reflectance: 0.12, tint: [1, 0.95, 1.1], texture: "plain", wetness: 0 } as const;
const SKIN = { reflectance: 0.3, tint: [1.25, 1, 0.8], texture: "plain", wetness: 0 } as const;
/** Somebody who sits and stays. */
const sitter = (x: number, z: number, n: number): Surface[] => [
  rounded([x, 0.72, z], [0.23, 0.34, 0.17], { ...COAT, tint: n === 1 ? [1.6, 0.7, 0.6] : COAT.tint }),
  rounded([x, 1.19, z], [0.1, 0.13, 0.11], SKIN),
  rounded([x, 0.48, z - 0.26], [0.2, 0.1, 0.28], COAT),
  block([x, 0, z - 0.46], [0.26, 0.44, 0.14], COAT),
];

/** Bulbs on a string from one side of the square to the other. */
const string = (z: number, count: number) =>
  row(count, (n) => {
    const s = (n + 0.5) / count;
    return bareLamp([-11.8 + 23.6 * s, 6.2 - 4.6 * s * (1 - s), z + 1.5 * Math.sin(3 * s)], 9, 2450, 0.07);
  });

/** The market square: arcades on two sides, bulbs on strings, a carousel, people who pass and three who stay. */
export const MARKET_SQUARE = {
  ...USUAL_PLACE,
  name: "market-square",
  title: SCENE_TITLES["market-square"],
  shows: "A veil in a mean, ghosts in a frame, and what a median cannot take away: whoever sits.",
  seed: 63,
  camera: { at: [-1.2, 1.65, -11], headingDeg: 4, tiltDeg: 6 },
  sky: { ...USUAL_PLACE.sky, sun: { altitudeDeg: -9.2, awayDeg: -60 } },
  subject: "square",
  fillLux: 4,
  surfaces: [
    {
      kind: "strip",
      region: "square",
      through: [0, 0, 0],
      headingDeg: 0,
      halfWidthMetres: 400,
      material: { ...COBBLES, wetness: 0.22 },
    },
    {
      kind: "wall",
      style: "arcade",
      from: [-12, 0, -24],
      headingDeg: 0,
      lengthMetres: 60,
      heightsMetres: [12.2],
      material: { ...STONE, tint: [1.1, 1, 0.86] },
      windows: ARCADE,
    },
    {
      kind: "wall",
      style: "arcade",
      from: [13, 0, 36],
      headingDeg: 180,
      lengthMetres: 60,
      heightsMetres: [11.6],
      material: { ...STONE, tint: [1.06, 1, 0.9] },
      windows: ARCADE,
    },
    {
      kind: "wall",
      style: "houses",
      from: [-24, 0, 36],
      headingDeg: 90,
      lengthMetres: 48,
      heightsMetres: [12, 13.6, 10.8, 14.4, 12.6, 11.2],
      material: PLASTER,
      windows: { ...ARCADE, columnMetres: 2.5, litShare: 0.5 },
    },
    // The carousel: its floor, its post, its roof of two cones with a lit frieze between.
    column(CAROUSEL, EDGE_M, 0.35, { ...TIMBER, reflectance: 0.3 }),
    column([CAROUSEL[0], 0.35, CAROUSEL[2]], 0.75, 3.1, { ...PLASTER, tint: [1.4, 1, 0.6], reflectance: 0.5 }),
    {
      ...column([CAROUSEL[0], 3.4, CAROUSEL[2]], EDGE_M + 0.2, 0.5, PLASTER),
      shine: { luminanceCdM2: 16, kelvin: 2500 },
    },
    column(
      [CAROUSEL[0], 3.9, CAROUSEL[2]],
      EDGE_M + 0.3,
      1.5,
      { ...PLASTER, tint: [1.7, 0.55, 0.4], reflectance: 0.3 },
      0.35,
    ),
    column([CAROUSEL[0], 5.4, CAROUSEL[2]], 0.05, 0.9, IRON),
    // Three on a bench.
    block([-3.4, 0.4, -3.2], [1.9, 0.06, 0.45], TIMBER),
    block([-3.4, 0.5, -2.98], [1.9, 0.45, 0.05], TIMBER),
    block([-4.2, 0, -3.2], [0.08, 0.42, 0.4], IRON),
    block([-2.6, 0, -3.2], [0.08, 0.42, 0.4], IRON),
    ...[-0.6, 0.02, 0.58].flatMap((right, n) => sitter(-3.4 + right, -3.25, n)),
    // Stalls along the left.
    ...row(4, (n) => block([-9.8, 0, 2 + 6.5 * n], [2.2, 0.9, 3], { ...TIMBER, reflectance: 0.26 })),
    ...row(4, (n) =>
      block(
        [-9.8, 2.25, 2 + 6.5 * n],
        [2.7, 0.08, 3.5],
        { ...PLASTER, tint: n % 2 ? [1.5, 0.7, 0.6] : [0.8, 1.05, 0.85], reflectance: 0.4 },
        { roofMetres: 0.55 },
      ),
    ),
    ...row(8, (n) => column([-8.8, 0, 0.6 + 3.25 * n + (n % 2 ? -0.4 : 0)], 0.035, 2.3, IRON)),
  ],
  lamps: [
    ...row(18, (n) => bareLamp(aboutCarousel(EDGE_M + 0.35, n / 18, 3.42), 14, 2500, 0.08)),
    ...string(-3, 11),
    ...string(8, 11),
    ...string(19, 11),
    ...row(4, (n) => bareLamp([-9.6, 2.1, 2 + 6.5 * n], 45, 2800, 0.1)),
    ...row(4, (n) => bareLamp([12.6, 3.6, -2 + 9 * n], 120, 3000, 0.16)),
  ],
  traffic: row(2, (ring) => ({
    name: ring ? "outer horses" : "inner horses",
    path: row(49, (n) => aboutCarousel(2.6 - 0.8 * ring, n / 48, 0.35)),
    speedMps: (EDGE_MPS * (2.6 - 0.8 * ring)) / 2.6,
    headwaySeconds: 12 / (7 - 2 * ring),
    unevenness: 0,
    firstSeconds: ring * 0.8,
    lamps: [],
    parts: [
      {
        shape: "round",
        offset: [0, 0.95, 0],
        sizeMetres: [0.95, 0.42, 0.34],
        reflectance: 0.5,
        tint: ring ? [1.2, 0.8, 0.6] : [1.05, 1, 0.92],
      },
      { shape: "round", offset: [0.5, 1.3, 0], sizeMetres: [0.36, 0.5, 0.2], reflectance: 0.5, tint: [1.05, 1, 0.92] },
      {
        shape: "round",
        offset: [-0.05, 1.45, 0],
        sizeMetres: [0.34, 0.62, 0.34],
        reflectance: 0.2,
        tint: hashUnit(ring, 4) > 0.5 ? [1.5, 0.6, 0.5] : [0.6, 0.9, 1.4],
      },
      { shape: "round", offset: [-0.02, 1.9, 0], sizeMetres: [0.2, 0.25, 0.2], reflectance: 0.3, tint: [1.25, 1, 0.8] },
      { shape: "box", offset: [0, 1.6, 0.2], sizeMetres: [0.04, 3, 0.04], reflectance: 0.5, tint: [1.3, 1, 0.6] },
    ],
  })),
  walks: [
    { from: [-24, 0, -2], to: [24, 0, -2.6] },
    { from: [-24, 0, 0.5], to: [24, 0, 1.2] },
    { from: [-24, 0, 14], to: [24, 0, 13] },
    { from: [-24, 0, 22], to: [24, 0, 24] },
  ],
} as const satisfies Scene;
