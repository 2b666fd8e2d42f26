import type { PictureNotes } from "@/core/formats";
import { parseRecipe, recipeXmp } from "@/core/recipe";
import { layerGain } from "@/core/stack";
import type { Db } from "@/db/database";
import type { Finish } from "@/db/finishes";
import { findFrame, findRun } from "@/db/runs";
import { findStack } from "@/db/stacks";
import { layersFileOf } from "../balanceStack";
import { exifDate } from "../files/exif";
import { resultNotes } from "../jobs/resultNotes";
import { storedPath } from "../store";
import { NO_SCENE, sceneOfRun } from "./knownScene";
import type { FinishedPicture } from "./survey";

/** The picture of a version, and how what is made of it is called. */
export interface FinishSourceFile {
  readonly picture: FinishedPicture;
  /** Of the picture in the store. */
  readonly hash: string;
  /** What is written into a file under a look. */
  readonly notes: (look: string) => Promise<PictureNotes>;
}

const balancedFor = (line: string): number | null => {
  const { whiteBalance } = parseRecipe(line).recipe;
  return whiteBalance?.kind === "kelvin" ? whiteBalance.kelvin : null;
};

/** Of what a version is; null where that picture is not there yet, or no longer. */
export async function sourceOf(
  db: Db,
  { stackId, frameId, painted }: Pick<Finish, "stackId" | "frameId" | "painted">,
): Promise<FinishSourceFile | null> {
  if (stackId !== null) {
    const stack = (await findStack(db, stackId))?.stack;
    const hash = stack?.balancedHash ?? stack?.resultHash;
    if (!stack || !hash) return null;
    const run = await findRun(db, stack.runId);
    const file = layersFileOf(stack);
    const page = file ? file.layers.indexOf("moving") : -1;
    const picture = {
      path: storedPath(hash),
      painted,
      balancedFor: balancedFor(run?.recipeLine ?? ""),
      scene: run ? await sceneOfRun(db, run) : NO_SCENE,
      moving:
        file && page >= 0
          ? {
              path: file.path,
              page,
              gain: layerGain("moving", (hash === stack.balancedHash ? stack.balance : null) ?? {}),
            }
          : null,
    };
    return { picture, hash, notes: (look) => resultNotes(db, stack, { balance: stack.balance, look }) };
  }
  const frame = frameId === null ? undefined : await findFrame(db, frameId);
  if (!frame) return null;
  const run = await findRun(db, frame.runId);
  const line = frame.recipeLine ?? run?.recipeLine ?? "";
  const notes: Omit<PictureNotes, "xmp"> = {
    software: "Aevumen",
    ...(frame.camera && { camera: frame.camera }),
    ...(frame.takenAt && { takenAt: exifDate(frame.takenAt) }),
    ...(frame.shutterSeconds && { exposureSeconds: frame.shutterSeconds }),
    ...(frame.fNumber && { fNumber: frame.fNumber }),
    ...(frame.iso && { iso: frame.iso }),
  };
  return {
    picture: {
      path: storedPath(frame.hash),
      painted,
      balancedFor: balancedFor(line),
      scene: run ? await sceneOfRun(db, run) : NO_SCENE,
      moving: null,
    },
    hash: frame.hash,
    notes: async (look) => ({ ...notes, xmp: recipeXmp(parseRecipe(line).recipe, { look }) }),
  };
}
