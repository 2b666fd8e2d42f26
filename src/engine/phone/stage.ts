import { z } from "zod";
import { lens, phoneProfile, shotCamera } from "@/contracts/phone";
import { sceneFile } from "@/contracts/sceneFile";
import { ASSUMPTION_IDS } from "@/core/assumed";
import { type Camera, chosenCamera } from "@/core/camera";
import { HELD_STILL } from "@/core/flaws";
import { sceneNamed } from "@/core/scene";
import type { PhoneStage } from "./standIn";

/** Longer than any scene that ships. */
export const MOST_STAGE_BYTES = 4e6;
export const STAGE_PATH = "/stand-in/stage";

const camera = phoneProfile.omit({ lenses: true }).extend({
  phone: z.string().max(80),
  lens,
  lossStops: z.number(),
  vignettingStops: z.number().min(0),
  bareFocalLengthMm: z.number().positive(),
  widthsPx: z.array(z.int().positive()).min(1).max(20),
  choice: shotCamera,
  figures: z.partialRecord(z.enum(ASSUMPTION_IDS), z.number()),
});

/** Where a stand-in stands and which camera of the kit it is. A real phone has no need of it: the protocol has no such address. */
export const stageRequest = z.strictObject({
  camera,
  scene: sceneFile,
  sensorCelsius: z.number().min(-50).max(100),
  /** What holds it, who touches it, and what blows; nothing moves it where that is left out. */
  hold: z
    .strictObject({
      support: z.strictObject({
        settleSeconds: z.number().min(0),
        touchPx: z.number().min(0),
        gustPxPerMps: z.number().min(0),
      }),
      isTouched: z.boolean(),
      gustMps: z.number().min(0).max(100),
    })
    .default(HELD_STILL),
  /** What its clock says when the release is pressed; null for the true time. */
  pressedAt: z.iso.datetime().nullable(),
});

/** A stand-in's camera before its place. */
export interface StandInStage extends PhoneStage {
  readonly camera: Camera;
  readonly pressedAt: string | null;
}

/** What a stand-in sees until it is told: a lit road, with the phone that there is without a kit. */
export const usualStage = (): StandInStage => ({
  camera: chosenCamera({ phones: [], clipOns: [] }, null),
  scene: sceneNamed("quay-road")!,
  sensorCelsius: 15,
  hold: HELD_STILL,
  pressedAt: null,
});
