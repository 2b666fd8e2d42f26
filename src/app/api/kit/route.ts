import { answer, readJson, refusal, route } from "@/app/http";
import { KIT_ITEMS, type KitList, kitFile, kitReply } from "@/contracts/kit";
import { doneReply } from "@/contracts/replies";
import { findKit, saveKitItem } from "@/db/kit";
import { application } from "@/engine/application";

/** Phones, filters, clip-ons and supports. */
export const GET = route(async () => answer(kitReply, await findKit((await application()).database.db)));

/** Takes a kit from a file: whatever has the name of something that is there replaces it. */
export const POST = route(async (request) => {
  const kit = kitFile.safeParse(await readJson(request));
  if (!kit.success) return refusal(kit.error);
  const { db } = (await application()).database;
  await db.transaction(async (within) => {
    for (const list of Object.keys(KIT_ITEMS) as KitList[]) {
      for (const item of kit.data[list]) await saveKitItem(within, list, item);
    }
  });
  return answer(doneReply, {}, 201);
});
