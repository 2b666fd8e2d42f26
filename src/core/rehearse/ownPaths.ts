import { LAMP_CLASSES } from "../light";
import { type Traffic, trafficOnWay, type View } from "../scene";
import type { OwnPath } from "./ownMarks";

/** A lamp that is drawn over a picture: in pieces, each as fast as the hand was there, at one distance. */
export function trafficAlong(
  { lamp: id, points }: OwnPath,
  view: View,
  distanceM: number,
  lampIntensityCd: number | null,
): Traffic[] {
  const lamp = LAMP_CLASSES[id];
  const carried = {
    name: lamp.name,
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
  return trafficOnWay(points, view, distanceM, carried);
}
