import { z } from "zod";
import { INTENT_IDS } from "@/core/intent";
import { phoneProfile } from "./phone";

const within = (name: string, least: number, most: number) =>
  z
    .number(`${name} must be a number.`)
    .min(least, `${name} goes from ${least} to ${most}.`)
    .max(most, `${name} goes from ${least} to ${most}.`);

const mover = z.strictObject({
  distanceM: within("Distance", 0.3, 20_000),
  speedMps: within("Speed", 0.01, 340),
  headingDegFromPerpendicular: within("Heading", -89, 89),
});

export const schools = z.strictObject({
  brightness: z.enum(["meter", "highlights"]),
  water: z.enum(["texture", "silk"]),
  stars: z.enum(["rule-500", "npf", "pixels"]),
  starFactor: within("The star factor", 0.5, 6),
  frames: z.enum(["one", "many"]),
  isoCeiling: within("The ISO ceiling", 25, 102_400).nullable(),
});

/** What a person says of the scene before a shot, and the practices chosen for it. */
export const shotScene = z.strictObject({
  sceneEv: within("Scene light", -10, 18),
  highlightStops: within("Highlights", 0, 8),
  lampIntensityCd: within("The lamp", 0.1, 1e6).nullable(),
  mover: mover.nullable(),
  vehiclesPerHour: within("Traffic", 0, 20_000),
  water: z.enum(["rapids", "chop", "swell"]).nullable(),
  crowd: z
    .strictObject({ occupancy: within("The crowd", 0.001, 0.6), dwellSeconds: within("Dwelling", 0.1, 600) })
    .nullable(),
  declinationDeg: within("Declination", -90, 90),
  support: z.enum(["hand", "braced", "tripod", "stand", "stick"]),
  stabilisationStops: within("Stabilisation", 0, 6),
  gustMps: within("Gusts", 0, 60),
  sensorCelsius: within("Sensor temperature", -30, 70),
  windowSeconds: within("Time", 1, 86_400),
  schools,
});
export type ShotScene = z.infer<typeof shotScene>;

/** Where a shot's camera looks, and the shape of its picture. */
export const shotAim = z.strictObject({
  azimuthDeg: within("Azimuth", 0, 360),
  tiltDeg: within("Tilt", -90, 90),
  rollDeg: within("Roll", -180, 180),
  crop: z.enum(["4:3", "3:2", "16:9", "1:1"]),
});
export type ShotAim = z.infer<typeof shotAim>;

/** A question to the solver as the command line takes it. */
export const solveRequest = shotScene.extend({
  intent: z.enum(INTENT_IDS),
  camera: phoneProfile.pick({ lens: true, shutterLadder: true, isoLadder: true, writeSeconds: true }).optional(),
  filterStops: z
    .array(within("A filter", 0.1, 30))
    .max(8)
    .default([]),
  framesPerSecond: within("Frames a second", 1, 960).default(25),
  freeMegabytes: within("Free storage", 0, 1e8).default(20_000),
});
