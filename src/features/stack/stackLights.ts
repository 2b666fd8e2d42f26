import type { KitReply } from "@/contracts/kit";
import type { RunReply, ShotReply, StackReply } from "@/contracts/replies";
import type { Camera } from "@/core/camera";
import { groundOf } from "@/core/intent";
import type { NightPlan } from "@/core/night";
import { lightName, lightsOf } from "@/core/outlook";
import { parseRecipe } from "@/core/recipe";
import { studyOf } from "@/core/solve";
import type { ScaleMarks } from "@/features/picture/HistogramView";
import { shotRequest } from "@/features/shot/shotRequest";

/** A stack, with all that is known of how its frames came to be. */
export interface StackOrigin {
  readonly stack: StackReply["stack"];
  readonly run: RunReply["run"];
  readonly shot: ShotReply;
  readonly camera: Camera;
  readonly kit: KitReply;
  readonly plan: NightPlan | null;
}

/**
 * Where the lights of a shot's scene lie in a stack of its frames, and the noise of that stack; null where nobody knows
 * how the frames were taken.
 */
export function stackLights({ stack, run, shot, camera, kit, plan }: StackOrigin): ScaleMarks | null {
  const { recipe } = parseRecipe(run.recipeLine);
  if (run.source !== "phone" || recipe.sequence === null) return null;
  const { request } = shotRequest(shot, camera, kit, plan);
  const frames = stack.framesUsed ?? stack.inputs.length;
  const fused = { ...recipe, sequence: { ...recipe.sequence, frames }, stack: stack.parameters.method };
  const study = studyOf(request, fused);
  if (!study) return null;
  const { lights, noiseFloor } = lightsOf(study.outlook);
  const ground = groundOf(request);
  return {
    lights: lights.map((light) => ({ name: lightName(light, ground), underWhite: light.underWhite })),
    noiseFloor,
  };
}
