import { blackBodyRgb, type Rgb } from "../light";
import { moonDirectIlluminance } from "../sky";
import { DEG_PER_RAD } from "../units";
import type { PreparedLamp } from "./lampLight";
import type { SceneSky } from "./scene";

/** The moon as it lights a scene: its direction of unit length, and what a surface that faces it gets, lux by channel. */
export interface SceneMoon {
  readonly x: number;
  readonly y: number;
  readonly z: number;
  readonly lux: Rgb;
  /** Of the lit part of its disc, cd/m² by channel. */
  readonly luminance: Rgb;
  /** Towards the sun, across the line of sight: the bright limb's side, to the right and up. */
  readonly limb: readonly [right: number, up: number];
  /** Cosine of the phase angle: 1 full, -1 new. */
  readonly cosPhase: number;
}

/** Sunlight from grey rock, a little warmer than day. @see Ciocca & Wang, Physics Education 48 (2013), 360, for 4,100 K. */
const MOONLIGHT = blackBodyRgb(4100);
/** Half of the mean disc's 31 arcminutes. */
export const MOON_RADIUS_RAD = 15.5 / 60 / DEG_PER_RAD;
/** So far off nothing of a scene is beside it, metres. */
const FAR_M = 1e6;

const scaled = ([r, g, b]: Rgb, by: number): Rgb => [by * r, by * g, by * b];

/** The moon of a sky as a camera's scene has it; null while it gives no light. */
export function prepareMoon({ moon, sun }: SceneSky, cameraHeadingDeg: number): SceneMoon | null {
  const lux = moonDirectIlluminance({ ...moon, azimuthDeg: moon.awayDeg });
  if (lux <= 0) return null;
  const altitude = moon.altitudeDeg / DEG_PER_RAD;
  const heading = (cameraHeadingDeg + moon.awayDeg) / DEG_PER_RAD;
  const cosPhase = Math.cos(moon.phaseAngleDeg / DEG_PER_RAD);
  const litShare = Math.max(1e-3, (1 + cosPhase) / 2);
  const away = (sun.awayDeg - moon.awayDeg) / DEG_PER_RAD;
  const sunAltitude = sun.altitudeDeg / DEG_PER_RAD;
  const right = Math.cos(sunAltitude) * Math.sin(away);
  const up = Math.sin(sunAltitude) * Math.cos(altitude) - Math.cos(sunAltitude) * Math.sin(altitude) * Math.cos(away);
  const length = Math.hypot(right, up) || 1;
  return {
    x: Math.cos(altitude) * Math.sin(heading),
    y: Math.sin(altitude),
    z: Math.cos(altitude) * Math.cos(heading),
    lux: scaled(MOONLIGHT, lux),
    luminance: scaled(MOONLIGHT, lux / (Math.PI * MOON_RADIUS_RAD ** 2 * litShare)),
    limb: [right / length, up / length],
    cosPhase,
  };
}

/** The moon as water has it that glints of it: a lamp very far off. */
export const moonAsLamp = ({ x, y, z, lux }: SceneMoon): Pick<PreparedLamp, "x" | "y" | "z" | "rgb"> => ({
  x: FAR_M * x,
  y: FAR_M * y,
  z: FAR_M * z,
  rgb: scaled(lux, FAR_M ** 2),
});
