import { readJson, refusal, route } from "@/app/http";
import { filterRequest } from "@/contracts/kit";
import { saveFilter } from "@/db/kit";
import { application } from "@/engine/application";

/** Adds a filter. */
export const POST = route(async (request) => {
  const filter = filterRequest.safeParse(await readJson(request));
  if (!filter.success) return refusal(filter.error);
  return Response.json(await saveFilter((await application()).database.db, filter.data), { status: 201 });
});
