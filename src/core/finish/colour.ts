import { type Chromaticity, planckianChromaticity, type Rgb } from "../light";
import { inverted, type Matrix3, times, UNIT_MATRIX } from "../matrix3";

// Colour in linear sRGB (IEC 61966-2-1, white D65): what a white balance does, which Kelvin a colour looks like, and how strong it is.

const XYZ_OF_RGB: Matrix3 = [
  0.4124564, 0.3575761, 0.1804375, 0.2126729, 0.7151522, 0.072175, 0.0193339, 0.119192, 0.9503041,
];
/** Cone responses of XYZ. @see Lam (1985), Metamerism and colour constancy: the Bradford transform */
const CONES_OF_XYZ: Matrix3 = [0.8951, 0.2664, -0.1614, -0.7502, 1.7135, 0.0367, 0.0389, -0.0685, 1.0296];

/** A matrix on a colour. */
export const applied = (m: Matrix3, [x, y, z]: Rgb): Rgb => [
  m[0]! * x + m[1]! * y + m[2]! * z,
  m[3]! * x + m[4]! * y + m[5]! * z,
  m[6]! * x + m[7]! * y + m[8]! * z,
];

const RGB_OF_XYZ = inverted(XYZ_OF_RGB);
const XYZ_OF_CONES = inverted(CONES_OF_XYZ);

/** The white of sRGB, a phase of daylight. @see CIE 15:2018 */
const D65: Chromaticity = { x: 0.3127, y: 0.329 };
/** Its correlated colour temperature. */
export const NEUTRAL_KELVIN = 6504;
/** Kelvin that a balance and a colour may have: what the formula of black bodies spans. */
export const KELVIN_BOUNDS = { least: 1667, most: 25_000 } as const;
/** Thousandths of the distance from the locus of black bodies, to green and to magenta. */
export const TINT_BOUNDS = { least: -40, most: 40 } as const;
/** Tint counts in so much of CIE 1960 uv. */
const PER_TINT = 1e-3;

type Uv = readonly [number, number];
/** CIE 1960 uv, in which distances from the locus of black bodies are told. @see CIE 15:2018, section 9.4 */
const uvOf = ({ x, y }: Chromaticity): Uv => {
  const sum = -2 * x + 12 * y + 3;
  return [(4 * x) / sum, (6 * y) / sum];
};
const xyOf = ([u, v]: Uv): Chromaticity => {
  const sum = 2 * u - 8 * v + 4;
  return { x: (3 * u) / sum, y: (2 * v) / sum };
};

const bodyUv = (kelvin: number): Uv => uvOf(planckianChromaticity(kelvin));
/** White lies a little off the locus; every body is moved as much, so that the neutral balance changes nothing. */
const OFFSET: Uv = [uvOf(D65)[0] - bodyUv(NEUTRAL_KELVIN)[0], uvOf(D65)[1] - bodyUv(NEUTRAL_KELVIN)[1]];

const held = (value: number, { least, most }: { readonly least: number; readonly most: number }): number =>
  Math.max(least, Math.min(most, value));

/** The locus at a temperature, and the direction across it, to the side of green. */
function locusAt(kelvin: number): { readonly at: Uv; readonly across: Uv } {
  const at = bodyUv(kelvin);
  const step = 1e-3 * kelvin;
  const [from, to] = [bodyUv(held(kelvin - step, KELVIN_BOUNDS)), bodyUv(held(kelvin + step, KELVIN_BOUNDS))];
  const [du, dv] = [to[0] - from[0], to[1] - from[1]];
  const length = Math.hypot(du, dv);
  // Hotter bodies go to lower u and v: green lies on the right of the way there, at higher v.
  return { at: [at[0] + OFFSET[0], at[1] + OFFSET[1]], across: [dv / length, -du / length] };
}

/**
 * What makes the light of a black body neutral, as it looks in a picture whose own white is D65.
 *
 * @param kelvin The light's, 1,667 to 25,000; 6,504 changes nothing.
 * @param tint How far the light lies off the locus to green, thousandths of uv.
 */
export function balanceMatrix(kelvin: number, tint = 0): Matrix3 {
  if (kelvin === NEUTRAL_KELVIN && tint === 0) return UNIT_MATRIX;
  const { at, across } = locusAt(kelvin);
  const source = xyOf([at[0] + tint * PER_TINT * across[0], at[1] + tint * PER_TINT * across[1]]);
  const whiteOf = ({ x, y }: Chromaticity): Rgb => applied(CONES_OF_XYZ, [x / y, 1, (1 - x - y) / y]);
  const [from, to] = [whiteOf(source), whiteOf(D65)];
  const gains: Matrix3 = [to[0] / from[0], 0, 0, 0, to[1] / from[1], 0, 0, 0, to[2] / from[2]];
  return times(RGB_OF_XYZ, times(XYZ_OF_CONES, times(gains, times(CONES_OF_XYZ, XYZ_OF_RGB))));
}

/** What a colour looks like. */
export interface LookOfColour {
  readonly kelvin: number;
  /** How far it lies off the locus of black bodies to green, thousandths of uv; below 0 to magenta. */
  readonly tint: number;
}

const MIRED = 1e6;
/** The locus is straight between bodies that are so many mired apart, to a thousandth of a tint. */
const STEP_MIRED = 4;
let locus: readonly { readonly mired: number; readonly u: number; readonly v: number }[] | undefined;

/** Bodies from the hottest to the coolest, as far from each other as their colours are. */
function locusOfBodies() {
  const first = MIRED / KELVIN_BOUNDS.most;
  const steps = Math.floor((MIRED / KELVIN_BOUNDS.least - first) / STEP_MIRED);
  locus ??= Array.from({ length: steps + 1 }, (_, step) => {
    const mired = first + step * STEP_MIRED;
    const [u, v] = bodyUv(held(MIRED / mired, KELVIN_BOUNDS));
    return { mired, u: u + OFFSET[0], v: v + OFFSET[1] };
  });
  return locus;
}

/** The black body that a colour of linear sRGB looks most like; null for black. */
export function lookOf(rgb: Rgb): LookOfColour | null {
  const [x, y, z] = applied(XYZ_OF_RGB, rgb);
  const sum = x + y + z;
  if (!(sum > 0)) return null;
  const [u, v] = uvOf({ x: x / sum, y: y / sum });
  const bodies = locusOfBodies();
  let nearest = { mired: bodies[0]!.mired, tint: 0, away: Number.POSITIVE_INFINITY };
  for (let at = 1; at < bodies.length; at++) {
    const [from, to] = [bodies[at - 1]!, bodies[at]!];
    const [du, dv] = [to.u - from.u, to.v - from.v];
    const square = du * du + dv * dv;
    const along = Math.max(0, Math.min(1, ((u - from.u) * du + (v - from.v) * dv) / square));
    const away = Math.hypot(u - from.u - along * du, v - from.v - along * dv);
    if (away >= nearest.away) continue;
    // Cooler bodies go to higher u and v: green lies on the left of the way there.
    const tint = ((v - from.v) * du - (u - from.u) * dv) / Math.sqrt(square) / PER_TINT;
    nearest = { mired: from.mired + along * STEP_MIRED, tint, away };
  }
  return { kelvin: MIRED / nearest.mired, tint: nearest.tint };
}

/** Luminance of linear sRGB. @see ITU-R BT.709 */
export const LUMINANCE: Rgb = [0.2126, 0.7152, 0.0722];
export const luminanceOf = ([r, g, b]: Rgb): number => LUMINANCE[0] * r + LUMINANCE[1] * g + LUMINANCE[2] * b;

/** Cones of linear sRGB, and lightness with two colours of their cube roots. @see Ottosson (2020), A perceptual color space for image processing */
export const OKLAB_CONES: Matrix3 = [
  0.4122214708, 0.5363325363, 0.0514459929, 0.2119034982, 0.6806995451, 0.1073969566, 0.0883024619, 0.2817188376,
  0.6299787005,
];
export const OKLAB_OF_ROOTS: Matrix3 = [
  0.2104542553, 0.793617785, -0.0040720468, 1.9779984951, -2.428592205, 0.4505937099, 0.0259040371, 0.7827717662,
  -0.808675766,
];
export const OKLAB_ROOTS = inverted(OKLAB_OF_ROOTS);
export const OKLAB_RGB = inverted(OKLAB_CONES);

/** OKLab of linear sRGB. */
export function oklabOf(rgb: Rgb): Rgb {
  const [l, m, s] = applied(OKLAB_CONES, rgb);
  return applied(OKLAB_OF_ROOTS, [Math.cbrt(l), Math.cbrt(m), Math.cbrt(s)]);
}

/** Linear sRGB of OKLab. */
export function rgbOfOklab(lab: Rgb): Rgb {
  const [l, m, s] = applied(OKLAB_ROOTS, lab);
  return applied(OKLAB_RGB, [l ** 3, m ** 3, s ** 3]);
}

/** A colour as strong as this, in OKLab, is strengthened by half of what a faint one is. */
export const STRONG_CHROMA = 0.12;

/**
 * What a colour's strength is multiplied by.
 *
 * @param strength -1 takes all colour away, 1 doubles that of faint colours; strong ones are spared.
 * @param chroma Of OKLab.
 */
export const chromaGain = (strength: number, chroma: number): number =>
  strength <= 0 ? 1 + strength : 1 + strength / (1 + (chroma / STRONG_CHROMA) ** 2);

/** Colour spaces in which a picture comes out. */
export const OUT_SPACES = ["srgb", "p3"] as const;
export type OutSpace = (typeof OUT_SPACES)[number];
/** From linear sRGB to each, under D65. @see W3C, CSS Color Module Level 4, sample code for color conversions */
export const TO_OUT_SPACE: Readonly<Record<OutSpace, Matrix3>> = {
  srgb: UNIT_MATRIX,
  p3: [0.8224619687, 0.1775380313, 0, 0.0331941989, 0.9668058011, 0, 0.0170826307, 0.0723974407, 0.9105199286],
};
