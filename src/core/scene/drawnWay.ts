import type { DrawnWay } from "../facts";
import { type Lens, sensorSizeMm } from "../optics";
import type { View } from "./camera";
import type { Point3, Traffic } from "./scene";

/** Nothing comes again within a night. */
const ONCE_SECONDS = 1e6;
/** A hand that rests moves at least so far, metres a second, or its lamp would stand for ever. */
const LEAST_MPS = 0.005;

/** The point of a scene that is seen at a place of its picture, so deep along the optical axis. */
export function pointSeen(view: View, x: number, y: number, depthMetres: number): Point3 {
  const right = ((x * view.width - view.centreX) * depthMetres) / view.focalPx;
  const over = ((view.centreY - y * view.height) * depthMetres) / view.focalPx;
  const ahead = depthMetres * view.cosTilt - over * view.sinTilt;
  const up = depthMetres * view.sinTilt + over * view.cosTilt;
  return [
    view.at[0] + right * view.cosHeading + ahead * view.sinHeading,
    view.at[1] + up,
    view.at[2] - right * view.sinHeading + ahead * view.cosHeading,
  ];
}

/** What goes along a drawn way: in pieces, each as fast as the hand was there, all of them at one depth. */
export function trafficOnWay(
  way: DrawnWay,
  view: View,
  depthMetres: number,
  carried: Pick<Traffic, "name" | "lamps" | "parts">,
): Traffic[] {
  return way.slice(1).flatMap(([x, y, at], i): Traffic[] => {
    const [beforeX, beforeY, beforeAt] = way[i]!;
    const [a, b] = [pointSeen(view, beforeX, beforeY, depthMetres), pointSeen(view, x, y, depthMetres)];
    const metres = Math.hypot(b[0] - a[0], b[1] - a[1], b[2] - a[2]);
    const seconds = at - beforeAt;
    if (metres === 0 || seconds <= 0) return [];
    const speedMps = Math.max(LEAST_MPS, metres / seconds);
    return [
      { ...carried, path: [a, b], speedMps, firstSeconds: beforeAt, headwaySeconds: ONCE_SECONDS, unevenness: 0 },
    ];
  });
}

/** Mean speed of a lamp that goes along a drawn way at a distance, m/s. */
export function drawnSpeedMps(way: DrawnWay, lens: Lens, distanceM: number): number {
  const { widthMm, heightMm } = sensorSizeMm(lens);
  const perMm = distanceM / lens.focalLengthMm;
  const metres = way.slice(1).reduce((sum, [x, y], i) => {
    const [beforeX, beforeY] = way[i]!;
    return sum + Math.hypot((x - beforeX) * widthMm, (y - beforeY) * heightMm) * perMm;
  }, 0);
  return Math.max(LEAST_MPS, metres / (way.at(-1)![2] - way[0]![2]));
}
