import { z } from "zod";
import { KELVIN_BOUNDS, TINT_BOUNDS } from "./colour";
import { FINISH_LIGHT_IDS, type FinishLightId } from "./lightIds";

// A look: what is done to a picture from its fused light on, as data. What it does not name stays as it is.

/** What numbers of the whole picture are about, in the order in which they are done. */
export const VALUE_GROUPS = {
  lens: "Lens and sky",
  noise: "Noise and sharpness",
  tone: "The whole picture",
  frame: "Upright and level",
} as const;
export type ValueGroup = keyof typeof VALUE_GROUPS;

/** A number of the whole picture, as the line names it. */
interface ValueRow {
  readonly group: ValueGroup;
  readonly least: number;
  readonly most: number;
  /** Values are whole numbers of these. */
  readonly step: number;
  readonly unit: "stops" | "%" | "°";
  /** Where it stands that nobody moves; a value that is named is never without effect. */
  readonly rest: number;
  readonly does: string;
}

/** Numbers of the whole picture, in the order of the line. */
export const LOOK_VALUES = {
  vignette: {
    group: "lens",
    least: 0,
    most: 4,
    step: 0.01,
    unit: "stops",
    rest: 0,
    does: "gives back what the lens loses in the corners",
  },
  rim: {
    group: "lens",
    least: 0,
    most: 90,
    step: 1,
    unit: "%",
    rest: 0,
    does: "how far from the middle that begins: far out for a lens that is clipped on",
  },
  glow: {
    group: "lens",
    least: -100,
    most: 0,
    step: 1,
    unit: "%",
    rest: 0,
    does: "takes away how lamps brighten the sky towards the horizon",
  },
  grain: {
    group: "noise",
    least: -100,
    most: 0,
    step: 1,
    unit: "%",
    rest: 0,
    does: "takes out noise of brightness, as much as was measured",
  },
  speckle: {
    group: "noise",
    least: -100,
    most: 0,
    step: 1,
    unit: "%",
    rest: 0,
    does: "takes out noise of colour, as much as was measured",
  },
  sharpen: {
    group: "noise",
    least: 0,
    most: 100,
    step: 1,
    unit: "%",
    rest: 0,
    does: "sharpens small things, without rims",
  },
  exposure: { group: "tone", least: -6, most: 6, step: 0.01, unit: "stops", rest: 0, does: "raises all light alike" },
  white: { group: "tone", least: -6, most: 2, step: 0.01, unit: "stops", rest: 0, does: "what lies there is white" },
  black: {
    group: "tone",
    least: -14,
    most: -3,
    step: 0.01,
    unit: "stops",
    rest: -14,
    does: "what lies there is black",
  },
  highlights: {
    group: "tone",
    least: -4,
    most: 2,
    step: 0.01,
    unit: "stops",
    rest: 0,
    does: "moves what is nearly white",
  },
  contrast: {
    group: "tone",
    least: -100,
    most: 100,
    step: 1,
    unit: "%",
    rest: 0,
    does: "parts dark from bright about the middle",
  },
  colour: {
    group: "tone",
    least: -100,
    most: 100,
    step: 1,
    unit: "%",
    rest: 0,
    does: "strengthens colours, faint ones most",
  },
  straighten: {
    group: "frame",
    least: -15,
    most: 15,
    step: 0.1,
    unit: "°",
    rest: 0,
    does: "turns the picture clockwise",
  },
  upright: {
    group: "frame",
    least: -60,
    most: 60,
    step: 1,
    unit: "%",
    rest: 0,
    does: "widens the upper edge: walls that lean inwards stand upright",
  },
  sideways: { group: "frame", least: -60, most: 60, step: 1, unit: "%", rest: 0, does: "widens the right edge" },
} as const satisfies Record<string, ValueRow>;
export type LookValueId = keyof typeof LOOK_VALUES;
export const LOOK_VALUE_IDS = Object.keys(LOOK_VALUES) as LookValueId[];

/** Numbers of one light. */
export const LIGHT_VALUES = {
  stops: { least: -6, most: 6, step: 0.01 },
  range: { least: 0, most: 3, step: 0.01 },
  colour: { least: -100, most: 100, step: 1 },
  kelvin: { ...KELVIN_BOUNDS, step: 1 },
  size: { least: -80, most: 0, step: 1 },
  round: { least: 0, most: 100, step: 1 },
  recolour: { least: 0, most: 100, step: 1 },
} as const;

/** Numbers that only some lights have. */
export const VALUES_OF_LIGHTS: Readonly<Partial<Record<keyof typeof LIGHT_VALUES, readonly FinishLightId[]>>> = {
  size: ["stars"],
  round: ["stars"],
  recolour: ["trails"],
};
/** Whether a light has such a number. */
export const hasValue = (id: FinishLightId, value: keyof typeof LIGHT_VALUES): boolean =>
  VALUES_OF_LIGHTS[value]?.includes(id) ?? true;

/** Where a light can be moved to: what that takes depends on the picture. */
export const LIGHT_TARGETS = ["noise", "white"] as const;
export type LightTarget = (typeof LIGHT_TARGETS)[number];

interface Steps {
  readonly least: number;
  readonly most: number;
  readonly step: number;
}

/** A value on its row's steps, within its bounds. */
export function onSteps(value: number, { least, most, step }: Steps): number {
  const held = Math.max(least, Math.min(most, value));
  // Of decimal fractions, so that what is printed is what is kept.
  return Number((Math.round(held / step) * step).toFixed(2));
}

const stepped = (row: Steps) =>
  z
    .number()
    .min(row.least)
    .max(row.most)
    .transform((value) => onSteps(value, row));

const lightMove = z.strictObject({
  /** By how much the light is raised, or until where. */
  stops: z.union([stepped(LIGHT_VALUES.stops), z.enum(LIGHT_TARGETS)]).optional(),
  /** Its range about its middle is multiplied by this. */
  range: stepped(LIGHT_VALUES.range).optional(),
  /** Percent by which its colour is strengthened. */
  colour: stepped(LIGHT_VALUES.colour).optional(),
  /** What has this colour in it becomes neutral. */
  kelvin: stepped(LIGHT_VALUES.kelvin).optional(),
  /** Percent by which points are made smaller, and less long. */
  size: stepped(LIGHT_VALUES.size).optional(),
  round: stepped(LIGHT_VALUES.round).optional(),
  /** Percent of the colour of its edges that what is white of it is given. */
  recolour: stepped(LIGHT_VALUES.recolour).optional(),
});
/** What is done to one light. */
export type LightMove = Readonly<z.output<typeof lightMove>>;

/** Shares of the picture are told with so many digits. */
export const SHARE_DIGITS = 4;
const SHARE_STEP = 10 ** -SHARE_DIGITS;
const share = z
  .number()
  .min(0)
  .max(1)
  .transform((value) => Number(value.toFixed(SHARE_DIGITS)));
const cropped = z
  .strictObject({ left: share, top: share, width: share, height: share })
  .refine(
    ({ left, top, width, height }) =>
      width > 0 && height > 0 && left + width <= 1 + SHARE_STEP && top + height <= 1 + SHARE_STEP,
    {
      message: "The crop does not lie within the picture.",
    },
  );
/** A part of the picture, shares of its width and height. */
export type Crop = Readonly<z.output<typeof cropped>>;

const valueShape = Object.fromEntries(LOOK_VALUE_IDS.map((id) => [id, stepped(LOOK_VALUES[id]).optional()])) as Record<
  LookValueId,
  z.ZodOptional<ReturnType<typeof stepped>>
>;

/** Points of a tone curve at most. */
export const MOST_CURVE_POINTS = 12;
/** Stops under white between which a curve's points lie. */
export const CURVE_BOUNDS = { least: -14, most: 0, step: 0.01 } as const;
const curvePoint = z.tuple([stepped(CURVE_BOUNDS), stepped(CURVE_BOUNDS)]).readonly();
/** A point of a tone curve: stops under white, and the stops that they become. */
export type CurvePoint = z.output<typeof curvePoint>;
/** Whether a curve's points rise: brighter light stays brighter. */
export const rises = (points: readonly CurvePoint[]): boolean =>
  points.every(([from, to], at) => at === 0 || (from > points[at - 1]![0] && to >= points[at - 1]![1]));
const curve = z
  .array(curvePoint)
  .min(1)
  .max(MOST_CURVE_POINTS)
  .readonly()
  .refine(rises, "The points of a curve rise from dark to bright.");

/** Letters of a table's name, as the line has it. */
export const TABLE_NAME = /^[a-z0-9][a-z0-9-]{0,39}$/;
/** Which part of what a table does is done, percent. */
export const TABLE_PERCENT = { least: 1, most: 100, step: 1 } as const;
const lookTable = z.strictObject({ name: z.string().regex(TABLE_NAME), percent: stepped(TABLE_PERCENT) });
/** A table of colours that a look goes through at its end. */
export type LookTable = Readonly<z.output<typeof lookTable>>;

/** The newest shape of a look. */
export const LOOK_VERSION = 1;

/** A look as it is stored and sent. */
export const look = z.strictObject({
  version: z.literal(LOOK_VERSION),
  balance: z
    .strictObject({ kelvin: stepped(LIGHT_VALUES.kelvin), tint: stepped({ ...TINT_BOUNDS, step: 1 }) })
    .nullable(),
  values: z.strictObject(valueShape),
  curve: curve.nullable(),
  lights: z.partialRecord(z.enum(FINISH_LIGHT_IDS), lightMove),
  table: lookTable.nullable(),
  crop: cropped.nullable(),
});
export type Look = Readonly<z.output<typeof look>>;

/** The picture as it is. */
export const PLAIN_LOOK: Look = {
  version: LOOK_VERSION,
  balance: null,
  values: {},
  curve: null,
  lights: {},
  table: null,
  crop: null,
};
