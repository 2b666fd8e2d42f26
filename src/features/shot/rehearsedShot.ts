import type { CapturePlan } from "@/core/capture";
import type { SolveRequest } from "@/core/intent";
import type { NightPlan } from "@/core/night";
import { aimedSkyOf, beginMsOf, type Shot } from "@/core/shot";
import { type Study, takenAt } from "@/core/solve";
import type { Rehearsed } from "@/workers/rehearse.worker";

/** Fixes the noise of the rehearsed picture. */
const REHEARSAL_SEED = 11;

/** A study's frames as they are rehearsed: at the shot's own time, with the same noise again and again. */
export const rehearsedPlan = (shot: Shot, study: Study): CapturePlan =>
  takenAt(study.plan, { pressedAtMs: beginMsOf(shot) ?? 0, seed: REHEARSAL_SEED });

/** What is to be seen of a shot's frames before they are taken, in its stand-in scene. */
export const rehearsedShot = <Plan extends CapturePlan | null>(
  request: SolveRequest,
  shot: Shot,
  night: NightPlan | null,
  plan: Plan,
): Rehearsed & { readonly plan: Plan } => ({ request, sky: aimedSkyOf(shot, night), plan, own: null });
