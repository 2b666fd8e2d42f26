import { z } from "zod";
import { OUT_SPACES } from "@/core/finish/colour";
import { FINISH_LIGHT_IDS } from "@/core/finish/lightIds";
import { TABLE_NAME } from "@/core/finish/look";
import { MOST_LOOK_LETTERS, parseLook } from "@/core/finish/lookLine";
import { EXPORT_FORMAT_IDS } from "@/core/formats/exportFormats";
import { from } from "./site";
import { MOST_SHAPES, paintedShape } from "./stack";

/** Steps of a picture that is finished that can be taken back. */
export const MOST_STEPS = 300;

const name = z.string().trim().min(1, "Give it a name.").max(80, "A name has at most 80 characters.");

/** A look line that can be read from end to end. */
export const lookLine = z
  .string()
  .max(MOST_LOOK_LETTERS)
  .superRefine((line, context) => {
    const [problem] = parseLook(line).problems;
    if (problem)
      context.addIssue({
        code: "custom",
        message: `“${problem.found}” is no part of a look: expected ${problem.expected}.`,
      });
  });

/** The lines that a picture has had, one after the other, and which of them it has now. */
export const lookHistory = z
  .strictObject({ lines: z.array(lookLine).min(1).max(MOST_STEPS).readonly(), at: z.int().min(0) })
  .refine(({ lines, at }) => at < lines.length, "There is no such step.");
export type LookHistory = Readonly<z.output<typeof lookHistory>>;

/** What somebody has painted of a picture's lights, where they were found wrong or not at all. */
export const paintedLights = z.partialRecord(
  z.enum(FINISH_LIGHT_IDS),
  z.array(paintedShape).max(MOST_SHAPES).readonly(),
);
export type PaintedLights = Readonly<z.output<typeof paintedLights>>;

/** What is finished: a stack's result, or a single frame. */
export const finishSource = z.union([z.strictObject({ stackId: z.uuid() }), z.strictObject({ frameId: z.uuid() })]);
export type FinishSource = Readonly<z.output<typeof finishSource>>;

/** Begins a version of a picture. */
export const finishRequest = z.strictObject({
  source: finishSource,
  name,
  line: lookLine.default(""),
  painted: paintedLights.default({}),
});

/** Changes a version: what it is called, or how it looks. */
export const finishChange = from(
  z.strictObject({ name: name.optional(), history: lookHistory.optional(), painted: paintedLights.optional() }),
);

/** Saves a look under a name; the one that has it already is replaced. */
export const lookRequest = z.strictObject({ name, line: lookLine });

/** A saved look as a file. */
export const lookFileAsked = z.strictObject({ format: z.enum(["line", "cube", "qr", "pdf"]) });

/** The name under which a table of colours is kept, as look lines have it. */
export const tableAsked = z.object({
  name: z.string().regex(TABLE_NAME, "A table's name has small letters, digits and dashes."),
});

/** Pictures that are given a look at once, at most. */
export const MOST_SOURCES = 200;
/** Gives several pictures a look, each as a version of its own. */
export const applyRequest = z.strictObject({
  name,
  line: lookLine,
  sources: z.array(finishSource).min(1).max(MOST_SOURCES),
});

const size = z.object({ width: z.int().positive(), height: z.int().positive() });
const channelNoise = z.object({ flat: z.number().min(0), slope: z.number().min(0) });

/** The head of what a page needs to finish a picture; codes of its copies follow. */
export const finishLight = size.extend({
  shown: size,
  small: size,
  hasMoving: z.boolean(),
  /** Lights that somebody has painted, whose parts follow. */
  painted: z.array(z.enum(FINISH_LIGHT_IDS)),
  noise: z.tuple([channelNoise, channelNoise, channelNoise]),
  grains: z.object({ brightness: z.array(z.number().min(0)), colour: z.array(z.number().min(0)) }),
  depth: z.union([z.literal(8), z.literal(16)]),
  balancedFor: z.number().nullable(),
  /** Rows as high as the camera in evenly spaced columns, shares of the height; null where nobody knows. */
  eyeLevel: z.array(z.number()).nullable(),
  hasWater: z.boolean(),
});

const place = z.coerce.number().int().min(0).max(200_000);
/** Pixels of a piece at most: more than any screen shows at once. */
export const MOST_PIECE_PIXELS = 6_000_000;
/** A piece of a picture at its full size. */
export const finishPiece = z
  .object({
    left: place,
    top: place,
    right: place,
    bottom: place,
    drift: z.enum(["0", "1"]).default("0"),
    moving: z.enum(["0", "1"]).default("0"),
  })
  .refine(({ left, right, top, bottom }) => left < right && top < bottom, "A piece has pixels.")
  .refine(({ left, right, top, bottom }) => (right - left) * (bottom - top) <= MOST_PIECE_PIXELS, {
    message: "That piece has too many pixels.",
  });

/** The head of a piece: how long the picture's stars are; its codes follow. */
export const finishPieceHead = z.object({ drift: z.object({ x: z.number(), y: z.number() }).nullable() });

/** In which space a version's picture is made. */
export const makingAsked = z.object({ space: z.enum(OUT_SPACES).default("srgb") });

/** How a finished picture is taken away. */
export const finishExport = z.object({
  format: z.enum(EXPORT_FORMAT_IDS),
  /** Longest edge, pixels; all of them without it. */
  edge: z.coerce.number().int().min(16).max(65_000).optional(),
  /** Of a JPEG, a WebP or an AVIF, 1 to 100. */
  quality: z.coerce.number().int().min(1).max(100).default(92),
  space: z.enum(OUT_SPACES).default("srgb"),
  /** Whether the file says where the picture was taken. */
  place: z.enum(["0", "1"]).default("0"),
});
