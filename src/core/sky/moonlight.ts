import { DEG_PER_RAD } from "../units";
import type { HorizontalPosition } from "./place";

/** Where moonlight comes from, seen from behind the camera. */
export type Moonlight =
  | { readonly kind: "none" }
  | {
      readonly kind: "falls";
      /** Azimuth of the moon less that of the camera, -180 to 180 degrees: negative from the left. */
      readonly fromDeg: number;
      readonly altitudeDeg: number;
      /** Length of a shadow on level ground over the height of what throws it. */
      readonly shadowLength: number;
    };

/** Moonlight on a scene that the camera looks at; none while the moon is down. */
export function moonlightOn(moon: HorizontalPosition, cameraAzimuthDeg: number): Moonlight {
  if (moon.altitudeDeg <= 0) return { kind: "none" };
  const fromDeg = ((moon.azimuthDeg - cameraAzimuthDeg + 540) % 360) - 180;
  return {
    kind: "falls",
    fromDeg,
    altitudeDeg: moon.altitudeDeg,
    shadowLength: 1 / Math.tan(moon.altitudeDeg / DEG_PER_RAD),
  };
}

/** Declination of a direction, degrees: sin δ = sin φ sin h + cos φ cos h cos A, without refraction. */
export function declinationOf(
  latitudeDeg: number,
  { altitudeDeg, azimuthDeg }: Pick<HorizontalPosition, "altitudeDeg" | "azimuthDeg">,
): number {
  const latitude = latitudeDeg / DEG_PER_RAD;
  const altitude = altitudeDeg / DEG_PER_RAD;
  const sine =
    Math.sin(latitude) * Math.sin(altitude) +
    Math.cos(latitude) * Math.cos(altitude) * Math.cos(azimuthDeg / DEG_PER_RAD);
  return Math.asin(Math.max(-1, Math.min(1, sine))) * DEG_PER_RAD;
}
