import type { KitReply } from "@/contracts/kit";
import type { RunReply, ShotReply, StackReply } from "@/contracts/replies";
import type { Camera } from "@/core/camera";
import type { NightPlan } from "@/core/night";
import { lightsOf } from "@/core/outlook";
import { parseRecipe } from "@/core/recipe";
import { shotRequest } from "@/core/shot";
import { type ShotLights, shotLights } from "@/core/solve";
import { lineMethod } from "@/core/stack";
import type { ScaleMarks } from "@/features/picture/HistogramView";

/** A stack, with all that is known of how its frames came to be. */
export interface StackOrigin {
  readonly stack: StackReply["stack"];
  readonly run: RunReply["run"];
  readonly shot: ShotReply;
  readonly camera: Camera;
  readonly kit: KitReply;
  readonly plan: NightPlan | null;
}

/** Where the lights of a shot's scene lie in a stack of its frames, what was asked of each, and the noise of that stack. */
export interface StackLights extends Omit<ShotLights, "study"> {
  readonly marks: ScaleMarks;
}

/** The lights of a stack; null where nobody knows how the frames were taken. */
export function stackLights({ stack, run, shot, camera, kit, plan }: StackOrigin): StackLights | null {
  const { recipe } = parseRecipe(run.recipeLine);
  if (run.source !== "phone" || recipe.sequence === null) return null;
  const { request } = shotRequest(shot, camera, kit, plan);
  const method = lineMethod(stack.parameters.method);
  // What no line can name nobody has promised anything of.
  if (method === null) return null;
  const frames = stack.framesUsed ?? stack.inputs.length;
  const fused = { ...recipe, sequence: { ...recipe.sequence, frames }, stack: method };
  const known = shotLights(request, fused);
  if (!known) return null;
  const { lights, noiseFloor } = lightsOf(known.study.outlook);
  const marks = { lights: lights.map(({ of, underWhite }) => ({ name: known.nameOf(of), underWhite })), noiseFloor };
  return { scale: known.scale, nameOf: known.nameOf, marks };
}
