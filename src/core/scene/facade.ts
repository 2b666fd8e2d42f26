import { blackBodyRgb, type Rgb } from "../light";
import { hashUnit } from "../random";
import { fractalNoise } from "./noise";
import type { Wall } from "./scene";

/** What a point of a front is: how it gives back light, and how it shines by itself. */
export interface FacadePoint {
  /** Diffuse reflectance by channel. */
  readonly reflectance: Rgb;
  /** Luminance of its own by channel, cd/m². */
  readonly shine: Rgb;
  /** Share of the sky before it that glass gives back. */
  readonly glass: number;
}

/** Paint, plaster and brick of houses, as factors of the wall's own reflectance. */
const COATS: readonly Rgb[] = [
  [1.12, 1.02, 0.86],
  [0.98, 0.98, 0.98],
  [1.05, 0.72, 0.56],
  [0.82, 0.86, 0.92],
  [1.1, 0.94, 0.66],
  [0.7, 0.72, 0.7],
];
/** Lamps behind windows, kelvin. */
const ROOM_KELVINS = [2300, 2600, 2800, 3200, 4000] as const;
const ROOMS = ROOM_KELVINS.map(blackBodyRgb);
const DARK: Rgb = [0, 0, 0];
const FRAME: Rgb = [0.55, 0.53, 0.5];
const STONE: Rgb = [0.42, 0.4, 0.37];
const SLATE: Rgb = [0.055, 0.06, 0.07];
const PIPE: Rgb = [0.08, 0.08, 0.08];
const GLASS: Rgb = [0.02, 0.02, 0.025];

/** Height of the storey on the street, with its doors and shops. */
const STREET_STOREY_M = 3.4;
/** How far under the eaves a roof that leans back is seen. */
const ROOF_M = 1.3;
const STRING_COURSE_M = 0.16;
const PIPE_M = 0.07;

const mixed = (a: Rgb, factor: number): Rgb => [a[0] * factor, a[1] * factor, a[2] * factor];
const plain = (reflectance: Rgb): FacadePoint => ({ reflectance, shine: DARK, glass: 0 });

/** A house of a row: which it is, how far into it a place is, and how wide it is, metres. */
function houseAt({ lengthMetres, heightsMetres }: Wall, along: number) {
  const widthM = lengthMetres / heightsMetres.length;
  const house = Math.max(0, Math.min(heightsMetres.length - 1, Math.floor(along / widthM)));
  return { house, into: along - house * widthM, widthM, eavesM: heightsMetres[house]! };
}

/** Every third house or so stands with its gable to the street. */
const hasGable = (house: number, seed: number): boolean => hashUnit(house, 41, seed) < 0.38;
/** Rise of a gable over half its width. */
const GABLE_RISE = 0.42;

/** Height at which a row of houses ends against the sky. */
export function rooflineM(wall: Wall, along: number, seed: number): number {
  const { house, into, widthM, eavesM } = houseAt(wall, along);
  if (!hasGable(house, seed)) return eavesM;
  return eavesM - 1 + GABLE_RISE * (widthM / 2 - Math.abs(into - widthM / 2));
}

/** The light of a lit room at a place of its window, 0 to 1 both ways: curtains at the sides, a lamp under the ceiling. */
function roomLight(across: number, up: number, hash: number): number {
  const drawn = 0.06 + 0.3 * hash;
  const curtain = across < drawn || across > 1 - drawn ? 0.45 + 0.08 * Math.sin(60 * across) : 1;
  const lamp = 1.5 * Math.exp(-((across - 0.3 - 0.4 * hash) ** 2) / 0.03 - (up - 0.8) ** 2 / 0.05);
  return curtain * (0.45 + 0.35 * up + lamp);
}

/** A window with its frame, bars, sill and what is behind it; null where the wall is. */
function windowPoint(
  wall: Wall,
  column: number,
  row: number,
  across: number,
  up: number,
  seed: number,
  wide: boolean,
): FacadePoint | null {
  const [left, right, low, high] = wide ? [0.08, 0.92, 0.12, 0.8] : [0.29, 0.71, 0.26, 0.8];
  if (up > low - 0.06 && up <= low && across > left - 0.04 && across < right + 0.04) return plain(STONE);
  if (across < left || across > right || up <= low || up > high) return null;
  const inside = (across - left) / (right - left);
  const above = (up - low) / (high - low);
  const bar = wide ? 0.012 : 0.035;
  const upright = wide ? Math.abs(((3 * inside) % 1) - 0.5) > 0.5 - 3 * bar : Math.abs(inside - 0.5) < bar;
  const framed = inside < bar || inside > 1 - bar || above < bar || above > 1 - bar;
  if (framed || upright || Math.abs(above - 0.62) < 0.7 * bar) return plain(FRAME);
  const hash = hashUnit(column, row, seed + 1);
  if (hashUnit(column, row, seed) > wall.windows.litShare) return { reflectance: GLASS, shine: DARK, glass: 0.05 };
  const room = ROOMS[Math.floor(hashUnit(column, row, seed + 2) * ROOMS.length)]!;
  const light = wall.windows.luminanceCdM2 * (0.25 + 0.75 * hash) * roomLight(inside, above, hash);
  return { reflectance: GLASS, shine: mixed(room, light), glass: 0.04 };
}

/** A point of a row of houses: its wall, its windows, its shops and doors, what leans back above the eaves. */
export function facadePoint(wall: Wall, along: number, up: number, seed: number): FacadePoint {
  const { house, into, widthM, eavesM } = houseAt(wall, along);
  if (!hasGable(house, seed)) {
    if (up > eavesM - ROOF_M) {
      const courses = 0.8 + 0.4 * hashUnit(Math.floor(into * 3.5), Math.floor((eavesM - up) * 6), seed + house);
      return plain(mixed(SLATE, courses));
    }
    if (up > eavesM - ROOF_M - 0.22) return plain(STONE);
  }
  if (into < PIPE_M) return plain(PIPE);
  if (Math.abs(up - STREET_STOREY_M) < STRING_COURSE_M / 2) return plain(STONE);
  const onStreet = up < STREET_STOREY_M;
  const isShop = hashUnit(house, 43, seed) < 0.45;
  const columns = onStreet && isShop ? 1 : Math.max(1, Math.floor(widthM / wall.windows.columnMetres));
  const columnM = widthM / columns;
  const column = Math.floor(into / columnM);
  const across = into / columnM - column;
  const row = onStreet ? 0 : 1 + Math.floor((up - STREET_STOREY_M) / wall.windows.rowMetres);
  const height = onStreet ? up / STREET_STOREY_M : (up - STREET_STOREY_M) / wall.windows.rowMetres - (row - 1);
  const fits = onStreet || STREET_STOREY_M + row * wall.windows.rowMetres < eavesM - 0.6;
  const window = fits
    ? windowPoint(wall, 37 * house + column, row, across, height, seed + 11, onStreet && isShop)
    : null;
  if (window) return window;
  const coat = COATS[Math.floor(hashUnit(house, 5, seed) * COATS.length)]!;
  const weather = 0.78 + 0.44 * fractalNoise(along * 0.6, up * 0.6, seed + house, 4);
  // Rain has washed the upper parts and splashed the lowest.
  const damp = up < 0.7 ? 0.7 : 1;
  return plain(mixed(coat, wall.material.reflectance * weather * damp));
}
