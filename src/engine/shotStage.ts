import { type Camera, chosenCamera, framed, WHOLE_SENSOR } from "@/core/camera";
import { supportOf } from "@/core/motion";
import { standInFor } from "@/core/rehearse";
import { aimedSkyOf, sceneOf } from "@/core/shot";
import type { Db } from "@/db/database";
import { findKit } from "@/db/kit";
import { findOuting, type Shot } from "@/db/outings";
import type { StandInStage } from "./phone/stage";
import { nightOf } from "./plan/nightOf";

/** The camera of the kit that a shot is taken with, with the shot's crop. */
export const cameraOf = async (db: Db, shot: Shot): Promise<Camera> =>
  framed(chosenCamera(await findKit(db), shot.camera), shot.aim?.crop ?? WHOLE_SENSOR);

/** What a stand-in sees: the shot's own scene, under its light and sky, as warm and as windy as its night. */
export async function stageOf(db: Db, shot: Shot, camera: Camera, pressedAt: string | null): Promise<StandInStage> {
  const outing = await findOuting(db, shot.outingId);
  const night = outing ? nightOf(outing) : null;
  const facts = { ...sceneOf(shot, night), figures: camera.figures };
  const scene = standInFor(shot.intent, facts, aimedSkyOf(shot, night), camera.lens);
  const { sensorCelsius, release, gustMps } = facts;
  const hold = { support: supportOf(facts), isTouched: release === "touch", gustMps };
  return { camera, scene, sensorCelsius, hold, pressedAt };
}
