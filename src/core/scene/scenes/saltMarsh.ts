import type { Scene, Wall } from "../scene";

const WOOD = { reflectance: 0.1, tint: [1, 0.96, 0.9], texture: "plain", wetness: 0 } as const;
const DARK = { columnMetres: 3, rowMetres: 3, litShare: 0, luminanceCdM2: 0, kelvin: 2700 } as const;
/** Where the pump stands: metres to the right and ahead. */
const PUMP_AT = [6.5, 30] as const;
const TOWER_METRES = 9;
const TOWER_PIECES = 12;
const AXLE_METRES = 9.6;
const SAIL_METRES = 5;
const SAIL_PIECES = 14;

/** A board across the view, its middle so far to the right of the pump's. */
const board = (halfWidth: number, from: number, to: number, right = 0): Wall => ({
  kind: "wall",
  headingDeg: 90,
  lengthMetres: 2 * halfWidth,
  heightsMetres: [to],
  material: WOOD,
  windows: DARK,
  from: [PUMP_AT[0] + right - halfWidth, from, PUMP_AT[1]],
});

/** A tower that narrows upwards, with a cap. */
const tower = [
  ...Array.from({ length: TOWER_PIECES }, (_, piece) =>
    board(
      1.7 - (0.8 * piece) / TOWER_PIECES,
      (TOWER_METRES * piece) / TOWER_PIECES,
      (TOWER_METRES * (piece + 1)) / TOWER_PIECES,
    ),
  ),
  board(1.05, TOWER_METRES, TOWER_METRES + 0.9),
  board(0.6, TOWER_METRES + 0.9, TOWER_METRES + 1.4),
];

/** Four sails at rest, aslant, in short boards from the axle outwards. */
const sails = [-1, 1].flatMap((right) =>
  [-1, 1].flatMap((up) =>
    Array.from({ length: SAIL_PIECES }, (_, piece) => {
      const out = (SAIL_METRES * (piece + 0.5)) / SAIL_PIECES / Math.SQRT2;
      const half = SAIL_METRES / SAIL_PIECES / Math.SQRT2 / 2;
      return board(half + 0.18, AXLE_METRES + up * out - half, AXLE_METRES + up * out + half, right * out);
    }),
  ),
);

/**
 * The salt marsh by the quay, moonless and far from lamps, with a wind pump before the turning stars. A sky of magnitude
 * 21.6 overhead, brighter low down.
 */
export const SALT_MARSH: Scene = {
  name: "salt-marsh",
  title: "The wind pump on the salt marsh, under a dark sky",
  cameraHeightMetres: 1.2,
  cameraTiltDeg: 26,
  sky: {
    zenithCdM2: 2.5e-4,
    horizonCdM2: 6e-4,
    zenithKelvin: 7500,
    glowAzimuthDeg: 0,
    glowCdM2: 0,
    cloud: 0,
  },
  surfaces: [
    {
      kind: "strip",
      through: [0, 0, 0],
      headingDeg: 0,
      halfWidthMetres: 3000,
      material: { reflectance: 0.12, tint: [1, 1, 0.86], texture: "asphalt", wetness: 0 },
    },
    ...tower,
    ...sails,
    {
      kind: "ridge",
      distanceMetres: 1400,
      profile: [
        [-600, 22],
        [-150, 34],
        [120, 18],
        [600, 30],
      ],
      housesToMetres: 1e-6,
      material: { reflectance: 0.08, tint: [0.9, 1, 0.9], texture: "plain", wetness: 0 },
      windows: DARK,
    },
  ],
  lamps: [],
  stars: { latitudeDeg: 53.8, azimuthDeg: 10, siderealHours: 23 },
  traffic: [],
  seed: 7,
};
