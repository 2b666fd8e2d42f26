import { blackBodyRgb, type Rgb } from "../light";
import { clearSky, darkSkyLuminance, type HorizontalPosition, moonlitLuminance, separationDeg } from "../sky";
import { DEG_PER_RAD } from "../units";
import type { SceneSky } from "./scene";

/** The sky's light by direction, in a table: right of the camera's heading all around, and up with finer steps low down. */
export interface SkyLook {
  readonly table: Float32Array;
  /** Light on level ground, lux by channel. */
  readonly illuminance: Rgb;
  /** Just above the horizon straight ahead. */
  readonly horizon: Rgb;
  readonly cloud: number;
  readonly driftMps: number;
  readonly seed: number;
}

const ACROSS = 72;
const UP = 24;
/** Afterglow where the sun has gone down, and the pink above it; of luminance one. */
const AFTERGLOW: Rgb = [2.3, 0.72, 0.13];
const TOWN = blackBodyRgb(2400);
const AIRGLOW = blackBodyRgb(7600);
const MOONLIT = blackBodyRgb(8500);
/** How wide the afterglow is, degrees from the sun, and how high. */
const GLOW_WIDE_DEG = 52;
const GLOW_HIGH_DEG = 9;
/** The town's part of a dark sky lies low. */
const TOWN_HIGH_DEG = 14;
/** Zenith brightness of a sky without towns, cd/m². */
const NATURAL_MAG = 21.9;

/** Colour temperature of the twilight overhead: deepest blue in the blue hour, when ozone takes the red. */
const twilightKelvin = (sunAltitudeDeg: number): number =>
  Math.max(7500, Math.min(24_000, 9000 - 2600 * Math.min(0, sunAltitudeDeg + 0.5)));

const mixed = (a: Rgb, b: Rgb, share: number): Rgb => [
  a[0] + share * (b[0] - a[0]),
  a[1] + share * (b[1] - a[1]),
  a[2] + share * (b[2] - a[2]),
];

/** Colour and luminance of the clear sky in a direction: that of `clearSky`, split into what makes it. */
function colourAt(sky: SceneSky, whole: number, towards: HorizontalPosition): Rgb {
  const moon = { ...sky.moon, azimuthDeg: sky.moon.awayDeg };
  const sun = { altitudeDeg: sky.sun.altitudeDeg, azimuthDeg: sky.sun.awayDeg };
  const moonlit = moonlitLuminance(moon, towards);
  const dark = darkSkyLuminance(sky.darkSkyMagPerArcsec2, towards.altitudeDeg);
  const twilight = Math.max(0, whole - moonlit - dark);
  const natural = Math.min(1, darkSkyLuminance(NATURAL_MAG, towards.altitudeDeg) / dark);
  const low = Math.exp(-towards.altitudeDeg / TOWN_HIGH_DEG);
  const ofDark = mixed(AIRGLOW, TOWN, (1 - natural) * (0.35 + 0.5 * low));
  const near = Math.exp(-((separationDeg(sun, { ...towards, altitudeDeg: 0 }) / GLOW_WIDE_DEG) ** 2));
  const glow = near * Math.exp(-towards.altitudeDeg / GLOW_HIGH_DEG);
  const blue = blackBodyRgb(twilightKelvin(sky.sun.altitudeDeg));
  const pale = mixed(blue, [1.02, 1, 0.96], 0.6 * Math.exp(-towards.altitudeDeg / 16));
  const ofTwilight = mixed(pale, AFTERGLOW, Math.min(0.8, 0.95 * glow));
  return [0, 1, 2].map((c) => twilight * ofTwilight[c]! + moonlit * MOONLIT[c]! + dark * ofDark[c]!) as unknown as Rgb;
}

/** The altitude of a row of the table, degrees. */
const altitudeOf = (row: number): number => 90 * (row / (UP - 1)) ** 2;

/** Works out a sky's light in all directions. */
export function lookOf(sky: SceneSky, seed: number): SkyLook {
  const luminance = clearSky({
    sun: { altitudeDeg: sky.sun.altitudeDeg, azimuthDeg: sky.sun.awayDeg },
    moon: { ...sky.moon, azimuthDeg: sky.moon.awayDeg },
    darkSkyMagPerArcsec2: sky.darkSkyMagPerArcsec2,
  });
  const table = new Float32Array(3 * ACROSS * UP);
  const lux = [0, 0, 0];
  for (let row = 0; row < UP; row++) {
    const altitudeDeg = altitudeOf(row);
    const above = altitudeOf(Math.min(UP - 1, row + 0.5));
    const below = altitudeOf(Math.max(0, row - 0.5));
    // Light on level ground by this ring: cos of the zenith distance over its solid angle.
    const ring = (Math.PI / ACROSS) * (Math.sin(above / DEG_PER_RAD) ** 2 - Math.sin(below / DEG_PER_RAD) ** 2);
    for (let column = 0; column < ACROSS; column++) {
      const towards = { altitudeDeg, azimuthDeg: (360 * column) / ACROSS };
      const colour = colourAt(sky, luminance(towards), towards);
      for (let c = 0; c < 3; c++) {
        table[3 * (row * ACROSS + column) + c] = colour[c]!;
        lux[c] = lux[c]! + ring * colour[c]!;
      }
    }
  }
  const illuminance = lux as unknown as Rgb;
  const horizon: Rgb = [table[0]!, table[1]!, table[2]!];
  return { table, illuminance, horizon, cloud: sky.cloud, driftMps: sky.cloudDriftMps, seed };
}

/** Luminance of the clear sky in a direction of unit length that is given beside the camera's heading; three channels into `out`. */
export function clearTowards({ table }: SkyLook, right: number, up: number, ahead: number, out: Float64Array): void {
  const altitude = Math.asin(Math.max(0, Math.min(1, up))) * DEG_PER_RAD;
  const at = Math.min(UP - 1.001, Math.sqrt(altitude / 90) * (UP - 1));
  const row = at | 0;
  const fy = at - row;
  const turned = ((Math.atan2(right, ahead) * DEG_PER_RAD + 360) * ACROSS) / 360;
  const left = Math.floor(turned);
  const fx = turned - left;
  const a = 3 * (row * ACROSS + (left % ACROSS));
  const b = 3 * (row * ACROSS + ((left + 1) % ACROSS));
  const over = 3 * ACROSS;
  for (let c = 0; c < 3; c++) {
    const low = table[a + c]! + fx * (table[b + c]! - table[a + c]!);
    const high = table[a + over + c]! + fx * (table[b + over + c]! - table[a + over + c]!);
    out[c] = low + fy * (high - low);
  }
}
