import { answer, notFound, readJson, refusal, route } from "@/app/http";
import { tonightReply } from "@/contracts/replies";
import { tonightRequest } from "@/contracts/requests";
import { application } from "@/engine/application";
import { startTonight } from "@/engine/tonight";

/** Plans a shot for the next good window of its intent. */
export const POST = route(async (request) => {
  const wanted = tonightRequest.safeParse(await readJson(request));
  if (!wanted.success) return refusal(wanted.error);
  const { intent, siteId = null, site = null } = wanted.data;
  const started = await startTonight((await application()).database.db, { intent, siteId, site }, Date.now());
  return started ? answer(tonightReply, started, 201) : notFound("site");
});
