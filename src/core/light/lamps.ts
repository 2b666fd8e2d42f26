import { blackBodyRgb, type Rgb } from "./colourTemperature";

/** A lamp as a point: what it sends towards the camera, and how large it is. */
export interface PointLamp {
  readonly kind: "point";
  readonly name: string;
  readonly plural: string;
  readonly intensityCd: number;
  readonly diameterM: number;
  /** Linear sRGB of luminance 1. */
  readonly colour: Rgb;
}

/** A lit surface that is carried along, such as a row of windows. */
export interface LampPanel {
  readonly kind: "panel";
  readonly name: string;
  readonly plural: string;
  readonly luminanceCdM2: number;
  /** Along the way it moves, and upright. */
  readonly lengthM: number;
  readonly heightM: number;
  readonly colour: Rgb;
}

/** A lamp that something carries: a point of some intensity, or a lit panel. */
export type MovingLamp = PointLamp | LampPanel;

/** A linear sRGB colour scaled to luminance 1 (Rec. 709 weights). */
function ofLuminanceOne([r, g, b]: Rgb): Rgb {
  const luminance = 0.2126 * r + 0.7152 * g + 0.0722 * b;
  return [r / luminance, g / luminance, b / luminance];
}

/** Signal red, as its filter glass shows in linear sRGB. */
const SIGNAL_RED = ofLuminanceOne([2.9, 0.12, 0.06]);

/**
 * Lamps that pass in a picture, each class with its usual intensity, size and colour. A headlamp is one seen from beside
 * its beam (100 to 800 cd); in the beam it has 5,000 to 20,000.
 */
export const LAMP_CLASSES = {
  headlamp: {
    kind: "point",
    name: "headlamp",
    plural: "headlamps",
    intensityCd: 300,
    diameterM: 0.14,
    colour: blackBodyRgb(4200),
  },
  "tail-lamp": {
    kind: "point",
    name: "tail lamp",
    plural: "tail lamps",
    intensityCd: 8,
    diameterM: 0.14,
    colour: SIGNAL_RED,
  },
  "brake-lamp": {
    kind: "point",
    name: "brake lamp",
    plural: "brake lamps",
    intensityCd: 120,
    diameterM: 0.14,
    colour: SIGNAL_RED,
  },
  "cycle-lamp": {
    kind: "point",
    name: "cycle lamp",
    plural: "cycle lamps",
    intensityCd: 60,
    diameterM: 0.04,
    colour: blackBodyRgb(5500),
  },
  "hand-lamp": {
    kind: "point",
    name: "hand lamp",
    plural: "hand lamps",
    intensityCd: 200,
    diameterM: 0.05,
    colour: blackBodyRgb(5000),
  },
  lantern: {
    kind: "point",
    name: "lantern",
    plural: "lanterns",
    intensityCd: 25,
    diameterM: 0.2,
    colour: blackBodyRgb(2000),
  },
  "lit-windows": {
    kind: "panel",
    name: "row of lit windows",
    plural: "lit windows",
    luminanceCdM2: 300,
    lengthM: 8,
    heightM: 1,
    colour: blackBodyRgb(3000),
  },
} as const satisfies Record<string, MovingLamp>;
/** A class of moving lamps. */
export type LampClassId = keyof typeof LAMP_CLASSES;
/** All classes. */
export const LAMP_CLASS_IDS = Object.keys(LAMP_CLASSES) as [LampClassId, ...LampClassId[]];

/** Illuminance by a star of magnitude 0 outside of the atmosphere, lux. @see Cox, Allen's Astrophysical Quantities (2000), 15.1 */
export const MAGNITUDE_ZERO_LUX = 2.54e-6;
