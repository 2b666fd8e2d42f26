import { LAMP_CLASSES } from "../light";
import type { Point3, Traffic, View } from "../scene";
import type { OwnPath } from "./ownPicture";

/** Nothing comes again within a night. */
const ONCE_SECONDS = 1e6;
/** A hand that rests moves at least so far, metres a second, or its lamp would stand for ever. */
const LEAST_MPS = 0.005;

/** A lamp that is drawn over a picture: in pieces, each as fast as the hand was there, at one distance. */
export function trafficAlong(
  { lamp: id, points }: OwnPath,
  view: View,
  distanceM: number,
  lampIntensityCd: number | null,
): Traffic[] {
  const lamp = LAMP_CLASSES[id];
  const placeOf = ([x, y]: readonly [number, number, number]): Point3 => [
    ((x - 0.5) * view.width * distanceM) / view.focalPx,
    ((0.5 - y) * view.height * distanceM) / view.focalPx,
    distanceM,
  ];
  const carried = {
    name: lamp.name,
    headwaySeconds: ONCE_SECONDS,
    unevenness: 0,
    lamps:
      lamp.kind === "point"
        ? [
            {
              offset: [0, 0, 0] as const,
              intensityCd: lampIntensityCd ?? lamp.intensityCd,
              shines: "around" as const,
              diameterM: lamp.diameterM,
              colour: lamp.colour,
            },
          ]
        : [],
    parts:
      lamp.kind === "panel"
        ? [
            {
              shape: "box" as const,
              offset: [0, 0, 0] as const,
              sizeMetres: [lamp.lengthM, lamp.heightM, 0.01] as const,
              reflectance: 0,
              tint: lamp.colour,
              luminanceCdM2: lamp.luminanceCdM2,
            },
          ]
        : [],
  };
  return points.slice(1).flatMap((point, i): Traffic[] => {
    const before = points[i]!;
    const [a, b] = [placeOf(before), placeOf(point)];
    const metres = Math.hypot(b[0] - a[0], b[1] - a[1]);
    const seconds = point[2] - before[2];
    if (metres === 0 || seconds <= 0) return [];
    return [{ ...carried, path: [a, b], speedMps: Math.max(LEAST_MPS, metres / seconds), firstSeconds: before[2] }];
  });
}
