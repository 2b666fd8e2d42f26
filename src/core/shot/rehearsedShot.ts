import type { CapturePlan } from "../capture";
import type { SolveRequest } from "../intent";
import type { NightPlan } from "../night";
import type { ShotSky } from "../scene";
import { type Study, takenAt } from "../solve";
import { aimedSkyOf, beginMsOf, type Shot } from "./scene";

/** Fixes the noise of the rehearsed picture. */
const REHEARSAL_SEED = 11;

/** A shot's frames in its stand-in scene, before they are taken. */
export interface RehearsedShot {
  readonly request: SolveRequest;
  /** Null without an aim. */
  readonly sky: ShotSky | null;
  /** Null without a shutter time. */
  readonly plan: CapturePlan | null;
}

/** A study's frames as they are rehearsed: at the shot's own time, with the same noise again and again. */
export const rehearsedPlan = (shot: Shot, study: Study): CapturePlan =>
  takenAt(study.plan, { pressedAtMs: beginMsOf(shot) ?? 0, seed: REHEARSAL_SEED });

/** What is to be seen of a shot's frames before they are taken. */
export const rehearsedShot = <Plan extends CapturePlan | null>(
  request: SolveRequest,
  shot: Shot,
  night: NightPlan | null,
  plan: Plan,
): RehearsedShot & { readonly plan: Plan } => ({ request, sky: aimedSkyOf(shot, night), plan });

/** Digits by which two rehearsals are told apart: what differs by less looks alike. */
const KEY_DIGITS = 7;

/** A text that two rehearsals share when their pictures are the same. */
export const rehearsalKey = (rehearsed: RehearsedShot, widthPx: number): string =>
  JSON.stringify([widthPx, rehearsed.request, rehearsed.sky, rehearsed.plan], (_key, value: unknown) =>
    typeof value === "number" && Number.isFinite(value) ? Number(value.toPrecision(KEY_DIGITS)) : value,
  );
