import { z } from "zod";
import { ASSUMPTION_IDS } from "@/core/assumed";
import { CROP_NAMES } from "@/core/camera/crop";
import { savedScene, within } from "@/core/facts/savedScene";
import { INTENT_IDS } from "@/core/intent/ids";
import { lens, phoneProfile } from "./phone";

/** Where a shot's camera looks, and the shape of its picture. */
export const shotAim = z.strictObject({
  azimuthDeg: within("Azimuth", 0, 360),
  tiltDeg: within("Tilt", -90, 90),
  rollDeg: within("Roll", -180, 180),
  crop: z.enum(CROP_NAMES),
  guides: z.enum(["none", "thirds", "diagonals", "middle"]).default("none"),
  constellations: z.boolean().default(false),
});
/** Where a shot looks, its shape and its guides. */
export type ShotAim = z.infer<typeof shotAim>;

/** A question to the solver as the command line takes it. */
export const solveRequest = savedScene.omit({ metered: true, own: true }).extend({
  intent: z.enum(INTENT_IDS),
  camera: phoneProfile
    .pick({ shutterLadder: true, isoLadder: true, writeSeconds: true })
    .extend({
      phone: z.string().max(80).default("a phone"),
      lens,
      measuredShutters: phoneProfile.shape.measuredShutters.default([]),
      shutterLagSeconds: phoneProfile.shape.shutterLagSeconds.default(0),
      vignettingStops: within("Vignetting", 0, 6).default(0),
      /** Of the phone's own lens; that of `lens` where nothing is clipped on. */
      bareFocalLengthMm: lens.shape.focalLengthMm.optional(),
      delaysSeconds: phoneProfile.shape.delaysSeconds.default([0, 2, 5, 10]),
      lossStops: within("Light loss", -2, 6).default(0),
    })
    .optional(),
  skyEv: within("The sky", -12, 20).nullable().default(null),
  air: z
    .strictObject({
      cloud: within("Cloud", 0, 1),
      cloudDriftMps: within("The cloud's drift", 0, 100),
      visibilityMetres: within("Visibility", 50, 1e9),
    })
    .nullable()
    .default(null),
  figures: z.partialRecord(z.enum(ASSUMPTION_IDS), z.number()).default({}),
  starAltitudeDeg: within("The stars' altitude", 0, 90).default(45),
  filterStops: z
    .array(within("A filter", 0.1, 30))
    .max(8)
    .default([]),
});
