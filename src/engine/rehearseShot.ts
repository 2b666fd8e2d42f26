import { chosenCamera } from "@/core/camera";
import { plannedFrames } from "@/core/capture";
import { parseRecipe } from "@/core/recipe";
import { asFollowed, asTurned, REST_WIDTH_PX, type Rehearsal, rehearse, standInFor } from "@/core/rehearse";
import { setStage } from "@/core/scene";
import { rehearsalKey, rehearsedPlan, rehearsedShot, shotRequest } from "@/core/shot";
import { studyOf } from "@/core/solve";
import type { Db } from "@/db/database";
import { findKit } from "@/db/kit";
import { findOuting, type Shot } from "@/db/outings";
import { rehearsalName, writeRehearsal } from "./keptRehearsals";
import { nightOf } from "./plan/nightOf";

/** Rehearses a shot as its station does, and keeps the picture for whoever opens that; a line without a shutter time has none. */
export async function rehearseShot(db: Db, shot: Shot): Promise<void> {
  const [kit, outing] = [await findKit(db), await findOuting(db, shot.outingId)];
  const night = outing ? nightOf(outing) : null;
  const { request } = shotRequest(shot, chosenCamera(kit, shot.camera), kit, night);
  const study = studyOf(request, parseRecipe(shot.recipeLine).recipe);
  if (!study) return;
  const plan = rehearsedPlan(shot, study);
  const rehearsed = rehearsedShot(request, shot, night, plan);
  const { lens } = request.camera;
  const { intent } = shot;
  const place = setStage(standInFor(intent, asFollowed(intent, request), rehearsed.sky, lens), lens, REST_WIDTH_PX);
  const stage = asTurned(intent, request, place, plan);
  let whole: Rehearsal | null = null;
  for (const picture of rehearse(stage, plan, plannedFrames(plan), request)) whole = picture ?? whole;
  if (whole) await writeRehearsal(rehearsalName(rehearsalKey(rehearsed, REST_WIDTH_PX)), whole);
}
