import { answer, refusal, route } from "@/app/http";
import { versionToMake } from "@/app/versionToMake";
import { makingAsked } from "@/contracts/finish";
import { makingReply } from "@/contracts/replies";
import { application } from "@/engine/application";
import { progressOf } from "@/engine/finish/making";

/** Begins to make a version's picture at full size, or says how far that is: whoever asks until it is done downloads it at once. */
export const POST = route<{ finishId: string }>(async (request, { finishId }) => {
  const asked = makingAsked.safeParse(Object.fromEntries(new URL(request.url).searchParams));
  if (!asked.success) return refusal(asked.error);
  const found = await versionToMake((await application()).database.db, finishId, asked.data.space);
  return found instanceof Response ? found : answer(makingReply, { part: await progressOf(found.version) });
});
