import { rm } from "node:fs/promises";
import type { FinishExport, LookHistory } from "@/contracts/finish";
import { parseLook } from "@/core/finish";
import { readHeader } from "../files/decode";
import { type ExportedPicture, exportPath } from "../files/exportPicture";
import { ensureRoom } from "../room";
import { resultBytes } from "../stack/diskNeed";
import { temporaryPath } from "../store";
import { writeFinished } from "./finishPicture";
import type { FinishSourceFile } from "./source";

/** A version of a picture as a file on its way. @throws NoRoomError when the disk is too full to make it. */
export async function exportFinish(
  { picture, notes }: FinishSourceFile,
  { lines, at }: LookHistory,
  options: FinishExport,
): Promise<ExportedPicture> {
  await ensureRoom("This picture", resultBytes(await readHeader(picture.path)));
  const path = await temporaryPath();
  try {
    const line = lines[at]!;
    await writeFinished(picture, parseLook(line).look, { path, notes: await notes(line) });
    return await exportPath(path, options, () => rm(path, { force: true }));
  } catch (error) {
    await rm(path, { force: true });
    throw error;
  }
}
