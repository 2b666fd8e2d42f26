import { LAMP_CLASSES, type LampClassId, type Rgb } from "../light";
import type { BodyPart, CarriedLamp, Lane, Point3, Traffic } from "./scene";

/** What a mover carries: classes of lamps, and the first one's intensity where a person knows it. */
interface CarriedLights {
  readonly lamps: readonly LampClassId[];
  readonly lampIntensityCd: number | null;
}

const PAINT: Rgb = [0.9, 0.95, 1.1];
const CLOTH: Rgb = [1, 0.95, 1.05];
const SKIN: Rgb = [1.25, 1, 0.8];

const box = (offset: Point3, sizeMetres: Point3, reflectance: number, tint: Rgb): BodyPart => ({
  shape: "box",
  offset,
  sizeMetres,
  reflectance,
  tint,
});
const round = (offset: Point3, sizeMetres: Point3, reflectance: number, tint: Rgb): BodyPart => ({
  shape: "round",
  offset,
  sizeMetres,
  reflectance,
  tint,
});

/** Where each kind of mover carries its lamps: forward of its middle, up, and half the distance between two of a pair. */
const MOUNTS: Record<
  Lane["carries"],
  { readonly front: number; readonly back: number; readonly up: number; readonly pair: number }
> = {
  car: { front: 2, back: -2, up: 0.7, pair: 0.62 },
  tram: { front: 4.4, back: -4.4, up: 1, pair: 0.7 },
  skater: { front: 0.1, back: -0.1, up: 1.1, pair: 0 },
  lantern: { front: 0, back: 0, up: 0, pair: 0 },
};

/** Somebody who walks or stands, from the feet up. */
export const walkerParts = (coat: Rgb, heightM = 1.72): BodyPart[] => [
  box([0, 0.24 * heightM, 0], [0.24, 0.48 * heightM, 0.24], 0.08, [0.8, 0.85, 1.1]),
  round([0, 0.63 * heightM, 0], [0.34, 0.42 * heightM, 0.46], 0.16, coat),
  round([0, 0.92 * heightM, 0], [0.2, 0.15 * heightM, 0.18], 0.3, SKIN),
];

function bodyOf(carries: Lane["carries"]): BodyPart[] {
  switch (carries) {
    case "car":
      return [
        box([0, 0.62, 0], [4.2, 0.62, 1.75], 0.14, PAINT),
        box([-0.25, 1.16, 0], [2.1, 0.5, 1.5], 0.06, PAINT),
        round([1.3, 0.3, 0], [0.62, 0.62, 1.7], 0.03, PAINT),
        round([-1.3, 0.3, 0], [0.62, 0.62, 1.7], 0.03, PAINT),
      ];
    case "tram":
      return [
        box([0, 1.75, 0], [9.4, 2.9, 2.3], 0.2, [1.5, 0.75, 0.5]),
        box([0, 3.3, 0], [8.6, 0.25, 1.8], 0.1, PAINT),
      ];
    case "skater":
      return [
        box([0, 0.1, 0], [0.8, 0.06, 0.22], 0.12, CLOTH),
        round([0.02, 0.55, 0], [0.34, 0.85, 0.28], 0.1, [0.8, 0.9, 1.3]),
        round([0.1, 1.15, 0], [0.42, 0.66, 0.44], 0.3, [1.5, 0.8, 0.5]),
        round([0.2, 1.58, 0], [0.22, 0.26, 0.2], 0.3, SKIN),
      ];
    case "lantern":
      return [];
    default:
      return carries satisfies never;
  }
}

/**
 * A lane's mover with a person's own lamps. Seen from aside a pair of lamps shows as one; from before or behind as two.
 *
 * @param headingDeg From perpendicular.
 */
export function moverOf(
  carries: Lane["carries"],
  headingDeg: number,
  { lamps, lampIntensityCd }: CarriedLights,
): Pick<Traffic, "lamps" | "parts"> {
  const mount = MOUNTS[carries];
  const sides = Math.abs(headingDeg) < PAIR_FROM_DEG || mount.pair === 0 ? [0] : [-mount.pair, mount.pair];
  const carried: CarriedLamp[] = [];
  const parts = bodyOf(carries);
  lamps.forEach((id, order) => {
    const lamp = LAMP_CLASSES[id];
    if (lamp.kind === "panel") {
      const { luminanceCdM2, colour, lengthM, heightM } = lamp;
      parts.push({ ...box([0, 2.1, 0], [lengthM, heightM, 0.02], 0, colour), luminanceCdM2 });
      return;
    }
    const back = id === "tail-lamp" || id === "brake-lamp";
    const shines = carries !== "car" ? "around" : back ? "back" : "forward";
    const intensityCd = order === 0 && lampIntensityCd !== null ? lampIntensityCd : lamp.intensityCd;
    for (const side of sides) {
      const offset: Point3 = [back ? mount.back : mount.front, mount.up, side];
      carried.push({ offset, intensityCd, shines, diameterM: lamp.diameterM, colour: lamp.colour });
    }
  });
  return { lamps: carried, parts };
}

/** Heading from perpendicular from which the two lamps of a pair are seen apart, degrees. */
const PAIR_FROM_DEG = 35;

/** A spiral's rounds, and how far it opens, metres. */
const ROUNDS = 2.5;
const OPENS_M = 0.85;
const POINTS_A_ROUND = 40;

/** A figure drawn in the air about a point: a spiral that opens. */
export function spiralAbout([x, y, z]: Point3): Point3[] {
  return Array.from({ length: ROUNDS * POINTS_A_ROUND + 1 }, (_, n): Point3 => {
    const turn = (2 * Math.PI * n) / POINTS_A_ROUND;
    const radius = 0.06 + (OPENS_M * n) / (ROUNDS * POINTS_A_ROUND);
    return [x + radius * Math.sin(turn), y + radius * Math.cos(turn), z];
  });
}
