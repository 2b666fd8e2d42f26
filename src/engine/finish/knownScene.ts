import { skylineRows } from "@/core/align";
import type { CodedPicture } from "@/core/finish";
import type { CameraPose } from "@/core/optics";
import { sceneOf } from "@/core/shot";
import type { Db } from "@/db/database";
import { findShot } from "@/db/outings";
import type { Run } from "@/db/runs";
import { cameraOf } from "../shotStage";

/** What is known of what a picture shows beside itself. */
export interface KnownScene {
  /** How the camera was aimed, and its focal length, as so many times the picture's width; null where nobody knows. */
  readonly aimed: { readonly pose: CameraPose; readonly focalWidths: number } | null;
  /** Whether somebody says that there is water. */
  readonly hasWater: boolean;
}

export const NO_SCENE: KnownScene = { aimed: null, hasWater: false };

/** What a run's shot says of its pictures. Files of one's own need not have been aimed as the shot was. */
export async function sceneOfRun(db: Db, run: Pick<Run, "shotId" | "source">): Promise<KnownScene> {
  const shot = await findShot(db, run.shotId);
  if (!shot) return NO_SCENE;
  const { lens } = await cameraOf(db, shot);
  const { aim } = shot;
  return {
    aimed:
      aim && run.source === "phone"
        ? {
            pose: { azimuthDeg: aim.azimuthDeg, tiltDeg: aim.tiltDeg, rollDeg: aim.rollDeg },
            focalWidths: (lens.focalLengthMm * 1000) / lens.pitchUm / lens.widthPx,
          }
        : null,
    hasWater: sceneOf(shot, null).water !== null,
  };
}

const COLUMNS = 97;

/** Rows at which things are as high as the camera, in evenly spaced columns, shares of the height; null where nobody knows. */
export function eyeLevelOf({ aimed }: KnownScene, size: Pick<CodedPicture, "width" | "height">): number[] | null {
  if (!aimed) return null;
  const rows = skylineRows([], aimed.pose, size, aimed.focalWidths * size.width, COLUMNS);
  return rows.map((row) => row / size.height);
}
