import { z } from "zod";
import { answer, notFound, readJson, refusal, route } from "@/app/http";
import { KIT_ITEMS, kitListNamed } from "@/contracts/kit";
import { doneReply } from "@/contracts/replies";
import { saveKitItem } from "@/db/kit";
import { application } from "@/engine/application";

/** Adds a phone, filter, clip-on or support, or replaces the one of that name. */
export const PUT = route<{ list: string }>(async (request, { list: written }) => {
  const list = kitListNamed(written);
  if (!list) return notFound("list of the kit");
  const { was: before, ...given } = z
    .looseObject({})
    .catch({})
    .parse(await readJson(request));
  const item = KIT_ITEMS[list].safeParse(given);
  if (!item.success) return refusal(item.error);
  const was = KIT_ITEMS[list].optional().safeParse(before);
  if (!was.success) return refusal(was.error);
  await saveKitItem((await application()).database.db, list, item.data, was.data);
  return answer(doneReply, {});
});
