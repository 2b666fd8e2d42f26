import { z } from "zod";
import { LAMP_CLASS_IDS } from "../light/lamps";
import { SUPPORT_KINDS } from "../motion/shake";
import { GROUND_WETNESS } from "../scene/air";
import { SCENE_NAMES } from "../scene/names";
import { drawnWay } from "./drawnWay";

/** Values of a scene that night, site and aim give by themselves until a person types another. */
export const AUTOMATIC_FIELDS = [
  "sceneEv",
  "vehiclesPerHour",
  "gustMps",
  "sensorCelsius",
  "declinationDeg",
  "windowSeconds",
] as const;
/** A field of the scene that comes by itself until it is typed over. */
export type AutomaticField = (typeof AUTOMATIC_FIELDS)[number];

/** A number between two ends, both allowed; `name` begins what is said of any other. */
export const within = (name: string, least: number, most: number) =>
  z
    .number(`${name} must be a number.`)
    .min(least, `${name} goes from ${least} to ${most}.`)
    .max(most, `${name} goes from ${least} to ${most}.`);

const mover = z.strictObject({
  distanceM: within("Distance", 0.3, 20_000),
  speedMps: within("Speed", 0.01, 340),
  headingDegFromPerpendicular: within("Heading", -89, 89),
});

/** The named choices between practices that disagree. */
export const schools = z.strictObject({
  brightness: z.enum(["meter", "highlights"]),
  water: z.enum(["texture", "silk"]),
  stars: z.enum(["rule-500", "npf", "pixels"]),
  starFactor: within("The star factor", 0.5, 6),
  frames: z.enum(["one", "many"]),
  length: z.enum(["enough", "longest"]).default("enough"),
  isoCeiling: within("The ISO ceiling", 25, 102_400).nullable(),
  whiteBalance: z.enum(["fixed", "locked", "raw"]).default("fixed"),
  kelvin: within("The white balance", 1667, 25_000).default(4000),
  focus: z.enum(["lock", "distance", "infinity", "bright-first"]).default("lock"),
  metering: z.enum(["centre", "matrix", "spot"]).default("centre"),
  files: z.enum(["jpeg", "raw+jpeg"]).default("jpeg"),
  shutterAngleDeg: within("The shutter angle", 1, 360).default(180),
});

/** A support of the kit, as far as a shot needs it. */
export const ownSupport = z.strictObject({
  name: z.string().max(80),
  settleSeconds: within("Settling", 0, 20),
  gustPxPerMps: within("Sway", 0, 20),
});

/** What a test picture's meter made of the scene, EV at ISO 100 by each way of metering. */
const metered = z.strictObject({
  centreEv: within("The centre's EV", -20, 30),
  matrixEv: within("The matrix's EV", -20, 30),
  spotEv: within("The spot's EV", -20, 30),
});
/** EV at ISO 100 by each way of metering. */
export type MeteredScene = z.infer<typeof metered>;

/** What a person says of the scene before a shot, and the practices chosen for it. */
export const savedScene = z.strictObject({
  sceneEv: within("Scene light", -14, 18),
  highlightStops: within("Highlights", 0, 8),
  lampIntensityCd: within("The lamp", 0.1, 1e6).nullable(),
  lamps: z.array(z.enum(LAMP_CLASS_IDS)).max(LAMP_CLASS_IDS.length).readonly().default([]),
  mover: mover.nullable(),
  vehiclesPerHour: within("Traffic", 0, 20_000),
  water: z.enum(["rapids", "chop", "swell"]).nullable(),
  crowd: z
    .strictObject({ occupancy: within("The crowd", 0.001, 0.6), dwellSeconds: within("Dwelling", 0.1, 600) })
    .nullable(),
  declinationDeg: within("Declination", -90, 90),
  support: z.enum(SUPPORT_KINDS),
  ownSupport: ownSupport.nullable().default(null),
  release: z.enum(["touch", "remote"]).default("touch"),
  stabilisationStops: within("Stabilisation", 0, 6),
  gustMps: within("Gusts", 0, 60),
  sensorCelsius: within("Sensor temperature", -30, 70),
  /** Of something near, and of the lamps behind it. */
  subjectM: within("The subject's distance", 0.05, 20_000).nullable().default(null),
  backgroundM: within("The background's distance", 0.05, 100_000).nullable().default(null),
  windowSeconds: within("Time", 1, 86_400),
  framesPerSecond: within("Frames a second", 1, 960).default(25),
  freeMegabytes: within("Free storage", 0, 1e8).default(20_000),
  batteryPercent: within("Battery", 0, 100).default(100),
  /** The scene that stands in for the place; the intent's own until another is picked. */
  place: z.enum(SCENE_NAMES).nullable().default(null),
  /** How wet its ground is; as the scene has it until somebody says. */
  ground: z.enum(GROUND_WETNESS).nullable().default(null),
  /** A lantern's way, drawn over the rehearsed picture. */
  drawnWay: drawnWay.nullable().default(null),
  schools,
  metered: metered.nullable().default(null),
  /** Values that come by themselves but were typed; scenes of before that distinction were typed throughout. */
  own: z
    .array(z.enum(AUTOMATIC_FIELDS))
    .readonly()
    .default([...AUTOMATIC_FIELDS]),
});
/** The scene as it is stored with its shot. */
export type SavedScene = Readonly<z.infer<typeof savedScene>>;
