import { DEG_PER_RAD } from "../units";

/** Where a camera looks: azimuth from north through east, tilt above the horizon, roll clockwise, degrees. */
export interface CameraPose {
  readonly azimuthDeg: number;
  readonly tiltDeg: number;
  readonly rollDeg: number;
}

/** A direction in the picture: right and up of the middle, in focal lengths; null behind the camera. */
export interface PicturePoint {
  readonly right: number;
  readonly up: number;
}

/** Projects directions into the picture of a rectilinear lens (gnomonic). @see Snyder, USGS Prof. Paper 1395 (1987), section 22 */
export function pictureProjection(pose: CameraPose): (altitudeDeg: number, azimuthDeg: number) => PicturePoint | null {
  const sinT = Math.sin(pose.tiltDeg / DEG_PER_RAD);
  const cosT = Math.cos(pose.tiltDeg / DEG_PER_RAD);
  const sinR = Math.sin(pose.rollDeg / DEG_PER_RAD);
  const cosR = Math.cos(pose.rollDeg / DEG_PER_RAD);
  return (altitudeDeg, azimuthDeg) => {
    const altitude = altitudeDeg / DEG_PER_RAD;
    const away = (azimuthDeg - pose.azimuthDeg) / DEG_PER_RAD;
    const right = Math.cos(altitude) * Math.sin(away);
    const level = Math.cos(altitude) * Math.cos(away);
    const up = Math.sin(altitude);
    const depth = level * cosT + up * sinT;
    if (depth < 0.05) return null;
    const x = right / depth;
    const y = (up * cosT - level * sinT) / depth;
    return { right: x * cosR - y * sinR, up: x * sinR + y * cosR };
  };
}

/** Direction of a point of the picture; the inverse of `pictureProjection`. */
export function directionOf(
  pose: CameraPose,
  { right, up }: PicturePoint,
): { altitudeDeg: number; azimuthDeg: number } {
  const sinT = Math.sin(pose.tiltDeg / DEG_PER_RAD);
  const cosT = Math.cos(pose.tiltDeg / DEG_PER_RAD);
  const sinR = Math.sin(pose.rollDeg / DEG_PER_RAD);
  const cosR = Math.cos(pose.rollDeg / DEG_PER_RAD);
  const x = right * cosR + up * sinR;
  const y = -right * sinR + up * cosR;
  const level = cosT - y * sinT;
  const height = sinT + y * cosT;
  const azimuth = pose.azimuthDeg + Math.atan2(x, level) * DEG_PER_RAD;
  return {
    altitudeDeg: Math.atan2(height, Math.hypot(x, level)) * DEG_PER_RAD,
    azimuthDeg: ((azimuth % 360) + 360) % 360,
  };
}
