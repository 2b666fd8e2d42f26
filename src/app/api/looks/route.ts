import { z } from "zod";
import { answer, readJson, refusal, route } from "@/app/http";
import { lookRequest } from "@/contracts/finish";
import { lookReply } from "@/contracts/replies";
import { listLooks, saveLook } from "@/db/finishes";
import { application } from "@/engine/application";

/** All saved looks, by name. */
export const GET = route(async () => answer(z.array(lookReply), await listLooks((await application()).database.db)));

/** Saves a look under a name. */
export const PUT = route(async (request) => {
  const asked = lookRequest.safeParse(await readJson(request));
  if (!asked.success) return refusal(asked.error);
  return answer(lookReply, await saveLook((await application()).database.db, asked.data));
});
