import { chosenCamera } from "@/core/camera";
import { parseRecipe } from "@/core/recipe";
import { shotRequest } from "@/core/shot";
import { type PlannedFigures, plannedFigures } from "@/core/solve";
import type { Db } from "@/db/database";
import { firstTakenAt } from "@/db/figures";
import { findKit } from "@/db/kit";
import { findOuting, findShot } from "@/db/outings";
import { type Frame, findRun } from "@/db/runs";
import { nightOf } from "./plan/nightOf";

type SettingsOfFrame = Pick<Frame, "width" | "height" | "takenAt" | "shutterSeconds" | "iso">;

/** What a run's shot, as it stands now, says of frames of that run by their settings; null of those that say none, and of files that nobody planned. */
export async function framePlans(db: Db, runId: string): Promise<(frame: SettingsOfFrame) => PlannedFigures | null> {
  const run = await findRun(db, runId);
  const shot = run && (await findShot(db, run.shotId));
  // Loose files were planned by nobody.
  if (!run || !shot || run.recipeLine === "") return () => null;
  const [kit, outing, beganAt] = [
    await findKit(db),
    await findOuting(db, shot.outingId),
    await firstTakenAt(db, runId),
  ];
  const { request } = shotRequest(shot, chosenCamera(kit, shot.camera), kit, outing ? nightOf(outing) : null);
  const { recipe } = parseRecipe(run.recipeLine);
  return ({ width, height, takenAt, shutterSeconds, iso }) => {
    if (shutterSeconds === null || iso === null) return null;
    const sincePressSeconds = takenAt && beganAt ? (takenAt.getTime() - beganAt.getTime()) / 1000 : 0;
    return plannedFigures(request, recipe, {
      shutterSeconds,
      iso,
      sincePressSeconds,
      widthPx: width,
      heightPx: height,
    });
  };
}
