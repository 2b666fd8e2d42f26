/** A point of a site's skyline: what stands there hides everything lower. */
export interface HorizonPoint {
  readonly azimuthDeg: number;
  readonly altitudeDeg: number;
}

/**
 * Altitude of the skyline in a direction, linear between its points and round the back from the last to the first.
 *
 * @param profile Sorted by azimuth, 0 to 360; empty for a level horizon at 0.
 */
export function horizonAltitude(profile: readonly HorizonPoint[], azimuthDeg: number): number {
  const first = profile[0];
  const last = profile.at(-1);
  if (first === undefined || last === undefined) return 0;
  const azimuth = ((azimuthDeg % 360) + 360) % 360;
  let before = { azimuthDeg: last.azimuthDeg - 360, altitudeDeg: last.altitudeDeg };
  for (const point of [...profile, { azimuthDeg: first.azimuthDeg + 360, altitudeDeg: first.altitudeDeg }]) {
    if (azimuth <= point.azimuthDeg) {
      const width = point.azimuthDeg - before.azimuthDeg;
      const share = width > 0 ? (azimuth - before.azimuthDeg) / width : 1;
      return before.altitudeDeg + (point.altitudeDeg - before.altitudeDeg) * share;
    }
    before = point;
  }
  return last.altitudeDeg;
}
