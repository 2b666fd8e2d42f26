import { MILKY_WAY_RINGS } from "../chart";
import { blackBodyRgb } from "../light";
import { airmass, EXTINCTION_MAG } from "../sky";
import { DEG_PER_RAD } from "../units";
import type { View } from "./camera";
import { fractalNoise } from "./noise";
import type { StarSky } from "./scene";
import { HOURS_PER_RAD, TURNING } from "./stars";

/** Cells of the map: right ascension by declination. */
const ACROSS = 240;
const DOWN = 120;
/**
 * What each outline adds to those around it, cd/m²: to 21.4 magnitudes with the sky in the outer parts, to 20.4 in the
 * brightest clouds.
 *
 * @see Leinert et al., Astron. Astrophys. Suppl. 127 (1998), 1-99, section 10.
 */
const LEVELS_CD_M2 = [1e-4, 1.6e-4, 2.4e-4] as const;
const COLOUR = blackBodyRgb(4900);
/** Cells over which an outline is soft. */
const SOFT_CELLS = 2;

let map: Float32Array | undefined;

/** Declinations at which rings cross a meridian, degrees. */
function crossingsOf(rings: readonly Float64Array[], raDeg: number): number[] {
  const found: number[] = [];
  for (const ring of rings) {
    const count = ring.length / 3;
    for (let i = 0; i < count; i++) {
      const [a, b] = [3 * i, 3 * ((i + 1) % count)];
      const raOf = (at: number) => {
        const away = Math.atan2(ring[at + 1]!, ring[at]!) * DEG_PER_RAD - raDeg;
        return away - 360 * Math.round(away / 360);
      };
      const [from, to] = [raOf(a), raOf(b)];
      if (from > 0 === to > 0 || Math.abs(to - from) > 180) continue;
      const [fromDec, toDec] = [a, b].map((at) => Math.asin(ring[at + 2]!) * DEG_PER_RAD) as [number, number];
      found.push(fromDec + ((toDec - fromDec) * -from) / (to - from));
    }
  }
  return found;
}

/** Surface brightness by right ascension and declination: inside so many outlines, with clouds and dust of its own. */
function brightness(): Float32Array {
  if (map) return map;
  const hard = new Float32Array(ACROSS * DOWN);
  for (const [level, rings] of MILKY_WAY_RINGS.entries()) {
    for (let column = 0; column < ACROSS; column++) {
      const crossings = crossingsOf(rings, (360 * (column + 0.5)) / ACROSS);
      for (let row = 0; row < DOWN; row++) {
        const dec = 90 - (180 * (row + 0.5)) / DOWN;
        // The celestial pole lies outside of all of them.
        const inside = crossings.filter((each) => each > dec).length % 2 === 1;
        if (inside) hard[row * ACROSS + column] = hard[row * ACROSS + column]! + (LEVELS_CD_M2[level] ?? 0);
      }
    }
  }
  map = new Float32Array(hard.length);
  for (let row = 0; row < DOWN; row++) {
    for (let column = 0; column < ACROSS; column++) {
      let sum = 0;
      let count = 0;
      for (let y = Math.max(0, row - SOFT_CELLS); y <= Math.min(DOWN - 1, row + SOFT_CELLS); y++)
        for (let x = column - SOFT_CELLS; x <= column + SOFT_CELLS; x++, count++)
          sum += hard[y * ACROSS + ((x + ACROSS) % ACROSS)]!;
      map[row * ACROSS + column] = sum / count;
    }
  }
  return map;
}

/** Pixels between two places at which it is looked at: it has nothing finer. */
const STEP_PX = 8;

/**
 * Adds the Milky Way to the sky in a band of rows, cd/m², as it stands at an instant.
 *
 * @param depth Of the band: infinite where the sky is.
 */
export function addMilkyWay(
  stars: StarSky,
  view: View,
  seconds: number,
  firstRow: number,
  rows: number,
  depth: Float32Array,
  out: Float32Array,
): void {
  const values = brightness();
  const sidereal = stars.siderealHours / HOURS_PER_RAD + TURNING * seconds;
  const [sinPhi, cosPhi] = [Math.sin(stars.latitudeDeg / DEG_PER_RAD), Math.cos(stars.latitudeDeg / DEG_PER_RAD)];
  const [sinA, cosA] = [Math.sin(stars.azimuthDeg / DEG_PER_RAD), Math.cos(stars.azimuthDeg / DEG_PER_RAD)];
  const [sinT, cosT] = [Math.sin(sidereal), Math.cos(sidereal)];
  const at = (px: number, py: number): number => {
    const across = (view.centreY - py) / view.focalPx;
    const right = (px - view.centreX) / view.focalPx;
    const [ahead, up] = [view.cosTilt - across * view.sinTilt, across * view.cosTilt + view.sinTilt];
    const length = Math.hypot(right, ahead, up);
    const high = up / length;
    if (high <= 0.01) return 0;
    const west = (-right * cosA - ahead * sinA) / length;
    const north = (ahead * cosA - right * sinA) / length;
    const meridian = high * cosPhi - north * sinPhi;
    const dec = Math.asin(Math.max(-1, Math.min(1, high * sinPhi + north * cosPhi))) * DEG_PER_RAD;
    const ra = Math.atan2(meridian * sinT - west * cosT, meridian * cosT + west * sinT) * DEG_PER_RAD;
    const column = ((ra + 360) / 360) * ACROSS - 0.5;
    const row = Math.max(0, Math.min(DOWN - 1.001, ((90 - dec) / 180) * DOWN - 0.5));
    const [x0, y0] = [Math.floor(column), Math.floor(row)];
    const [fx, fy] = [column - x0, row - y0];
    const value = (x: number, y: number) => values[y * ACROSS + (((x % ACROSS) + ACROSS) % ACROSS)]!;
    const upper = value(x0, y0) * (1 - fx) + value(x0 + 1, y0) * fx;
    const lower = value(x0, y0 + 1) * (1 - fx) + value(x0 + 1, y0 + 1) * fx;
    const clouds = 0.45 + 1.1 * fractalNoise(ra * 0.16, dec * 0.2, 5, 4);
    const air = 10 ** (-0.4 * EXTINCTION_MAG * airmass(Math.asin(high) * DEG_PER_RAD));
    return (upper * (1 - fy) + lower * fy) * clouds * air;
  };
  const columns = Math.ceil(view.width / STEP_PX) + 1;
  const line = (y: number) => Float64Array.from({ length: columns }, (_, x) => at(x * STEP_PX, y));
  let upperY = firstRow - (firstRow % STEP_PX);
  let [upper, lower] = [line(upperY), line(upperY + STEP_PX)];
  for (let y = firstRow; y < firstRow + rows; y++) {
    if (y >= upperY + STEP_PX) {
      upperY += STEP_PX;
      upper = lower;
      lower = line(upperY + STEP_PX);
    }
    const fy = (y + 0.5 - upperY) / STEP_PX;
    for (let x = 0; x < view.width; x++) {
      const pixel = (y - firstRow) * view.width + x;
      if (depth[pixel] !== Infinity) continue;
      const column = Math.floor(x / STEP_PX);
      const fx = (x + 0.5) / STEP_PX - column;
      const above = upper[column]! + fx * (upper[column + 1]! - upper[column]!);
      const below = lower[column]! + fx * (lower[column + 1]! - lower[column]!);
      const value = above + fy * (below - above);
      for (let c = 0; c < 3; c++) out[3 * pixel + c] = out[3 * pixel + c]! + value * COLOUR[c]!;
    }
  }
}
