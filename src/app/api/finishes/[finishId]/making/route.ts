import { answer, route } from "@/app/http";
import { versionToMake } from "@/app/versionToMake";
import { makingReply } from "@/contracts/replies";
import { application } from "@/engine/application";
import { progressOf } from "@/engine/finish/making";

/** Begins to make a version's picture at full size, or says how far that is: whoever asks until it is done downloads it at once. */
export const POST = route<{ finishId: string }>(async (_request, { finishId }) => {
  const found = await versionToMake((await application()).database.db, finishId);
  return found instanceof Response ? found : answer(makingReply, { part: await progressOf(found.version) });
});
