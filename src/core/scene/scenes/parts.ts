import type {
  Block,
  Ellipsoid,
  Frustum,
  GroundStrip,
  Material,
  Point3,
  StreetLamp,
  Surface,
  WindowGrid,
} from "../scene";

// Materials and things that several places have.

/** Wet-worn stone setts of a quay. */
export const COBBLES: Material = { reflectance: 0.2, tint: [1.04, 1, 0.94], texture: "cobbles", wetness: 0.16 };
/** A road's surface. */
export const ASPHALT: Material = { reflectance: 0.12, tint: [1, 1, 1], texture: "asphalt", wetness: 0.3 };
/** Dressed stone of walls and steps. */
export const STONE: Material = { reflectance: 0.3, tint: [1.04, 1, 0.92], texture: "plaster", wetness: 0 };
/** Painted plaster of house fronts. */
export const PLASTER: Material = { reflectance: 0.36, tint: [1.1, 1, 0.88], texture: "plaster", wetness: 0 };
/** Brick of mills and chimneys. */
export const BRICK: Material = { reflectance: 0.22, tint: [1.35, 0.92, 0.72], texture: "brick", wetness: 0 };
/** Weathered boards and posts. */
export const TIMBER: Material = { reflectance: 0.2, tint: [1.12, 1, 0.84], texture: "timber", wetness: 0 };
/** Painted iron of posts, rails and lamps. */
export const IRON: Material = { reflectance: 0.05, tint: [1, 1, 1.05], texture: "plain", wetness: 0 };
/** Mown or grazed grass. */
export const GRASS: Material = { reflectance: 0.1, tint: [0.95, 1.1, 0.6], texture: "grass", wetness: 0 };
/** Leaves of trees and ivy. */
export const LEAVES: Material = { reflectance: 0.13, tint: [0.8, 1.15, 0.5], texture: "leaves", wetness: 0 };
/** Smooth cast concrete. */
export const CONCRETE: Material = { reflectance: 0.32, tint: [1, 1, 0.97], texture: "concrete", wetness: 0 };

/** A wall without windows. */
export const NO_WINDOWS: WindowGrid = { columnMetres: 3, rowMetres: 3, litShare: 0, luminanceCdM2: 0, kelvin: 2700 };

/** A strip of ground along z, from one x to another. */
export const stripAlong = (fromX: number, toX: number, material: Material, y = 0): GroundStrip => ({
  kind: "strip",
  through: [(fromX + toX) / 2, y, 0],
  headingDeg: 0,
  halfWidthMetres: Math.abs(toX - fromX) / 2,
  material,
});

/** A box that stands on the ground, metres. */
export const block = (at: Point3, sizeMetres: Point3, material: Material, more: Partial<Block> = {}): Block => ({
  kind: "block",
  at,
  sizeMetres,
  headingDeg: 0,
  roofMetres: 0,
  material,
  ...more,
});

/** An upright round body, metres. */
export const column = (
  at: Point3,
  radiusMetres: number,
  heightMetres: number,
  material: Material,
  topRadiusMetres = radiusMetres,
): Frustum => ({
  kind: "frustum",
  at,
  radiusMetres,
  topRadiusMetres,
  heightMetres,
  material,
});

/** A rounded body, metres. */
export const rounded = (at: Point3, radiiMetres: Point3, material: Material, gaps = 0): Ellipsoid => ({
  kind: "ellipsoid",
  at,
  radiiMetres,
  material,
  gaps,
});

/** A tree: a trunk and a crown of several leafy balls. */
export function tree([x, y, z]: Point3, heightM: number, seed: number): Surface[] {
  const crown = heightM * 0.36;
  const ball = (right: number, up: number, ahead: number, size: number) =>
    rounded(
      [x + right * crown, y + heightM - crown + up * crown, z + ahead * crown],
      [size * crown, size * crown * 0.9, size * crown],
      LEAVES,
      0.45,
    );
  const turn = (n: number) => Math.sin(seed * 12.9 + n * 4.1);
  return [
    column([x, y, z], 0.035 * heightM, heightM * 0.6, { ...TIMBER, reflectance: 0.1 }, 0.02 * heightM),
    ball(0, 0, 0, 0.85),
    ball(0.55 + 0.1 * turn(1), -0.15 + 0.2 * turn(2), 0.2 * turn(3), 0.6),
    ball(-0.55 + 0.1 * turn(4), -0.1 + 0.2 * turn(5), 0.2 * turn(6), 0.62),
    ball(0.15 * turn(7), 0.5, 0.2 * turn(8), 0.6),
    ball(0.2 * turn(9), -0.2, -0.5, 0.55),
  ];
}

/** A lamp on a post. */
export const postLamp = (at: Point3, intensityCd: number, kelvin: number, heightM = at[1]): StreetLamp => ({
  at,
  intensityCd,
  kelvin,
  diameterMetres: 0.16,
  postMetres: heightM,
});

/** A lamp on a wall or a string. */
export const bareLamp = (at: Point3, intensityCd: number, kelvin: number, diameterMetres = 0.12): StreetLamp => ({
  at,
  intensityCd,
  kelvin,
  diameterMetres,
  postMetres: 0,
});

/** So many of something, one after the other. */
export const row = <T>(count: number, make: (index: number) => T): T[] =>
  Array.from({ length: count }, (_, index) => make(index));

/** The place's own evening when nobody said which: deep in the blue hour, the afterglow a little to the right, no moon. */
const BLUE_HOUR = {
  sun: { altitudeDeg: -6.6, awayDeg: 24 },
  moon: { altitudeDeg: -30, awayDeg: 180, phaseAngleDeg: 120 },
  darkSkyMagPerArcsec2: 19.2,
  cloud: 0.35,
  cloudDriftMps: 5,
} as const;

/** What every place has until it says otherwise. */
export const USUAL_PLACE = {
  version: 1 as const,
  sky: BLUE_HOUR,
  lamps: [],
  fillLux: 0.25,
  visibilityMetres: 14_000,
  traffic: [],
  lane: null,
  walks: [],
  stars: null,
  focusMetres: null,
  subject: null,
  lampGain: 1,
  skylightGain: 1,
  shineGain: 1,
} as const;
