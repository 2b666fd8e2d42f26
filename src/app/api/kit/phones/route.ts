import { readJson, refusal, route } from "@/app/http";
import { phoneRequest } from "@/contracts/kit";
import { savePhone } from "@/db/kit";
import { application } from "@/engine/application";

/** Adds a phone, or replaces the profile of the one with that name. */
export const PUT = route(async (request) => {
  const phone = phoneRequest.safeParse(await readJson(request));
  if (!phone.success) return refusal(phone.error);
  return Response.json(await savePhone((await application()).database.db, phone.data));
});
