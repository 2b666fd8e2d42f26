import { hashUnit } from "../../random";
import { DEG_PER_RAD } from "../../units";
import { SCENE_TITLES } from "../names";
import type { Point3, Scene, Surface } from "../scene";
import { column, NO_WINDOWS, rounded, row, stripAlong, TIMBER, USUAL_PLACE } from "./parts";

const SEED = 7;
const WOOD = { ...TIMBER, reflectance: 0.12 };
const MARSH = { reflectance: 0.12, tint: [1, 1.02, 0.8], texture: "grass", wetness: 0 } as const;
/** Where the pump stands: metres to the right and ahead. */
const PUMP_AT = [7, 30] as const;
const AXLE_METRES = 9.6;
const SAIL_METRES = 5;
/** The creek, from the camera's feet to where it bends behind the reeds. */
const CREEK_FROM_X = -4.2;
const CREEK_TO_X = -0.4;

/** Four sails at rest, aslant, each a stock with its cloth. */
const sails = [45, 135, 225, 315].flatMap((turnDeg): Surface[] => {
  const [cos, sin] = [Math.cos(turnDeg / DEG_PER_RAD), Math.sin(turnDeg / DEG_PER_RAD)];
  const at = (out: number, aside: number): Point3 => [
    PUMP_AT[0] + out * cos - aside * sin,
    AXLE_METRES + out * sin + aside * cos,
    PUMP_AT[1] - 1.9,
  ];
  const board = (out: number, aside: number, long: number, wide: number): Surface => ({
    kind: "board",
    at: at(out, aside),
    headingDeg: 180,
    sizeMetres: [long, wide],
    turnDeg: -turnDeg,
    material: WOOD,
  });
  return [
    board(SAIL_METRES / 2, 0, SAIL_METRES, 0.16),
    board(0.62 * SAIL_METRES, 0.42, 0.7 * SAIL_METRES, 0.06),
    ...row(8, (n) => board(0.3 * SAIL_METRES + 0.48 * n, 0.25, 0.06, 0.4)),
  ];
});

/** Reed in clumps along the creek. */
const reeds = row(46, (n): Surface => {
  const hash = (k: number) => hashUnit(n, k, SEED);
  const left = n % 2 === 0;
  const z = 4 + 40 * hash(1) ** 1.5;
  const x = left ? CREEK_FROM_X - 0.3 - 3 * hash(2) : CREEK_TO_X + 0.3 + 2.5 * hash(2);
  const tall = 0.5 + 0.55 * hash(3);
  return rounded([x, 0.4 * tall, z], [0.5 + 0.6 * hash(4), tall, 0.5], { ...MARSH, texture: "leaves" }, 0.5);
});

/** The wind pump on the salt marsh by a still creek, far from lamps, under the sky that turns. */
export const SALT_MARSH = {
  ...USUAL_PLACE,
  name: "salt-marsh",
  title: SCENE_TITLES["salt-marsh"],
  shows: "Stars with tails, gaps between frames.",
  seed: SEED,
  camera: { at: [0, 1.2, 0], headingDeg: 0, tiltDeg: 24 },
  sky: {
    sun: { altitudeDeg: -40, awayDeg: 180 },
    moon: { altitudeDeg: -30, awayDeg: 180, phaseAngleDeg: 120 },
    darkSkyMagPerArcsec2: 21.2,
    cloud: 0,
    cloudDriftMps: 0,
  },
  subject: "land",
  fillLux: 0.002,
  surfaces: [
    { ...stripAlong(-3000, CREEK_FROM_X, MARSH), region: "land" },
    { ...stripAlong(CREEK_TO_X, 3000, MARSH), region: "land" },
    { ...stripAlong(-3000, 3000, MARSH), region: "land", headingDeg: 90, through: [0, 0, 560], halfWidthMetres: 500 },
    column([PUMP_AT[0], 0, PUMP_AT[1]], 1.7, 9, WOOD, 0.95),
    column([PUMP_AT[0], 9, PUMP_AT[1]], 1.1, 1.3, WOOD, 0.15),
    ...sails,
    ...reeds,
    {
      kind: "ridge",
      distanceMetres: 1400,
      roughness: 0.1,
      housesToMetres: 1e-6,
      windows: NO_WINDOWS,
      profile: [
        [-600, 22],
        [-150, 34],
        [120, 18],
        [600, 30],
      ],
      material: { reflectance: 0.08, tint: [0.9, 1, 0.9], texture: "plain", wetness: 0 },
    },
    { kind: "water", heightMetres: -0.25, slope: 0.012, waves: "chop" },
  ],
  stars: { latitudeDeg: 53.8, azimuthDeg: 10, siderealHours: 23, atMs: Date.UTC(2026, 10, 26) },
} as const satisfies Scene;
