import type { PictureNotes } from "@/core/formats";
import { parseRecipe, recipeXmp } from "@/core/recipe";
import { type LayerStops, lineMethod } from "@/core/stack";
import type { Db } from "@/db/database";
import { findFrames, findRun } from "@/db/runs";
import type { Stack } from "@/db/stacks";
import { exifDate } from "../files/exif";

/** What is written into a result's own metadata: how its parts are weighed, and the look that it was given. */
export async function resultNotes(
  db: Db,
  stack: Stack,
  { balance = null, look }: { readonly balance?: LayerStops | null; readonly look?: string } = {},
): Promise<PictureNotes> {
  const run = await findRun(db, stack.runId);
  const [first] = await findFrames(
    db,
    stack.runId,
    stack.inputs.slice(0, 1).map(({ frameId }) => frameId),
  );
  const { recipe } = parseRecipe(run?.recipeLine ?? "");
  return {
    software: "Aevumen",
    ...(first?.camera ? { camera: first.camera } : {}),
    ...(first?.takenAt ? { takenAt: exifDate(first.takenAt) } : {}),
    ...(first?.shutterSeconds ? { exposureSeconds: first.shutterSeconds } : {}),
    ...(first?.fNumber ? { fNumber: first.fNumber } : {}),
    ...(first?.iso ? { iso: first.iso } : {}),
    xmp: recipeXmp(
      { ...recipe, stack: lineMethod(stack.parameters.method) },
      {
        frames: stack.inputs.length,
        fused: stack.parameters.method,
        ...(balance && { balance }),
        ...(look !== undefined && { look }),
      },
    ),
  };
}
