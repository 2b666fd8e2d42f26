import { z } from "zod";
import { ALIGNMENT_IDS } from "@/core/align/alignments";
import type { Recipe } from "@/core/recipe";
import { LAYER_IDS, LAYER_OFF_STOPS, MOST_LAYER_STOPS } from "@/core/stack/layerIds";
import { STACK_METHODS, USUAL_METHOD } from "@/core/stack/methodIds";
import { ITERATION_BOUNDS, KAPPA_BOUNDS, USUAL_SETTINGS } from "@/core/stack/settings";

/** More frames than this are never fused at once. */
const MOST_FRAMES = 2000;
const fadeFrames = z.int().min(0).max(MOST_FRAMES);

/** More than a hand paints in an evening. */
export const MOST_SHAPES = 300;
const MOST_POINTS = 2000;

/** A hand may go a little beyond the picture. */
const share = z.number().min(-0.5).max(1.5);

/** What is painted on a picture. */
export const paintedShape = z.strictObject({
  adds: z.boolean(),
  points: z
    .array(z.tuple([share, share]).readonly())
    .min(1)
    .max(MOST_POINTS)
    .readonly(),
  width: z.number().positive().max(1).nullable(),
});

const painted = z.array(paintedShape).min(1).max(MOST_SHAPES).readonly();

/** How frames are fused. */
export const stackParameters = z.strictObject({
  method: z.enum(STACK_METHODS),
  /** Average the codes as they are instead of linear light; this and what follows where the method takes it. */
  encoded: z.boolean().default(USUAL_SETTINGS.encoded),
  /** Frames over which it comes in and goes out; null for the method's own. */
  fade: z.strictObject({ in: fadeFrames, out: fadeFrames }).nullable().default(null),
  fillsGaps: z.boolean().default(USUAL_SETTINGS.fillsGaps),
  kappa: z.number().min(KAPPA_BOUNDS.least).max(KAPPA_BOUNDS.most).default(USUAL_SETTINGS.kappa),
  iterations: z.int().min(ITERATION_BOUNDS.least).max(ITERATION_BOUNDS.most).default(USUAL_SETTINGS.iterations),
  /** Pixels that shine by themselves in all frames are made of what lies about them. */
  repairsHot: z.boolean().default(false),
  /** What they are laid over each other by. */
  align: z.enum(ALIGNMENT_IDS).default("none"),
  /** The run whose frames were taken with the lens covered: their median is taken off; null for none. */
  darksOf: z.uuid().nullable().default(null),
  /** What of them is ground, which stays where it is when they are laid by their stars; null for nothing. */
  ground: painted.nullable().default(null),
  /** A frame that is kept as it is where it is painted: somebody stays on purpose. */
  keeps: z.strictObject({ frameId: z.uuid(), shapes: painted }).nullable().default(null),
  /** The parts of which the result is made are kept beside it, so that they can be weighed afterwards. */
  keepsLayers: z.boolean().default(true),
  /** The frames' raw copies are fused instead of the pictures. */
  rawCopies: z.boolean().default(false),
});

/** What stands where nobody has said otherwise. */
export const USUAL_PARAMETERS = stackParameters.parse({ method: USUAL_METHOD });

/** How frames are fused, parsed. */
export type StackParameters = Readonly<z.infer<typeof stackParameters>>;

/** How a recipe has its frames fused, as it stands where it says nothing. */
export const parametersOf = ({ stack, align }: Pick<Recipe, "stack" | "align">): StackParameters => ({
  ...USUAL_PARAMETERS,
  method: stack ?? USUAL_METHOD,
  align: align ?? "none",
});

/** A frame that went into a stack, by name and content. */
export const stackInput = z.object({ frameId: z.uuid(), name: z.string(), hash: z.string() });

/** A file that was not taken, and why. */
export const refusedFile = z.object({ name: z.string(), reason: z.string() });
/** A file that was not taken, parsed. */
export type RefusedFile = Readonly<z.infer<typeof refusedFile>>;

/** By how many stops a result's parts are raised; `-LAYER_OFF_STOPS` leaves one out. */
export const layerStops = z.partialRecord(z.enum(LAYER_IDS), z.number().min(-LAYER_OFF_STOPS).max(MOST_LAYER_STOPS));

/** Weighs a result's parts anew; `null` is as it was fused. */
export const balanceRequest = z.strictObject({
  balance: layerStops.nullable(),
  was: z.strictObject({ balance: layerStops.nullable() }).optional(),
});

/** Asks for a stack of some of a run's frames. */
export const stackRequest = z.strictObject({
  runId: z.uuid(),
  frameIds: z.array(z.uuid()).min(1).max(MOST_FRAMES),
  parameters: stackParameters,
});
