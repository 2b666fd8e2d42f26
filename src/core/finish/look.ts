import { z } from "zod";
import { KELVIN_BOUNDS, TINT_BOUNDS } from "./colour";
import { FINISH_LIGHT_IDS } from "./lightIds";

// A look: what is done to a picture from its fused light on, as data. What it does not name stays as it is.

/** A number of the whole picture, as the line names it. */
interface ValueRow {
  readonly least: number;
  readonly most: number;
  /** Values are whole numbers of these. */
  readonly step: number;
  readonly unit: "stops" | "%";
  readonly does: string;
}

/** Numbers of the whole picture, in the order of the line. */
export const LOOK_VALUES = {
  exposure: { least: -6, most: 6, step: 0.01, unit: "stops", does: "raises all light alike" },
  white: { least: -6, most: 2, step: 0.01, unit: "stops", does: "what lies there is white" },
  black: { least: -14, most: -3, step: 0.01, unit: "stops", does: "what lies there is black" },
  highlights: { least: -4, most: 2, step: 0.01, unit: "stops", does: "moves what is nearly white" },
  contrast: {
    least: -100,
    most: 100,
    step: 1,
    unit: "%",
    does: "parts dark from bright about the middle",
  },
  colour: { least: -100, most: 100, step: 1, unit: "%", does: "strengthens colours, faint ones most" },
} as const satisfies Record<string, ValueRow>;
export type LookValueId = keyof typeof LOOK_VALUES;
export const LOOK_VALUE_IDS = Object.keys(LOOK_VALUES) as LookValueId[];

/** Numbers of one light. */
export const LIGHT_VALUES = {
  stops: { least: -6, most: 6, step: 0.01 },
  range: { least: 0, most: 3, step: 0.01 },
  colour: { least: -100, most: 100, step: 1 },
  kelvin: { ...KELVIN_BOUNDS, step: 1 },
} as const;

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

/** The newest shape of a look. */
export const LOOK_VERSION = 1;

/** A look as it is stored and sent. */
export const look = z.strictObject({
  version: z.literal(LOOK_VERSION),
  balance: z
    .strictObject({ kelvin: stepped(LIGHT_VALUES.kelvin), tint: stepped({ ...TINT_BOUNDS, step: 1 }) })
    .nullable(),
  values: z.strictObject(valueShape),
  lights: z.partialRecord(z.enum(FINISH_LIGHT_IDS), lightMove),
  crop: cropped.nullable(),
});
export type Look = Readonly<z.output<typeof look>>;

/** The picture as it is. */
export const PLAIN_LOOK: Look = { version: LOOK_VERSION, balance: null, values: {}, lights: {}, crop: null };
