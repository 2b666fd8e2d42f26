import { z } from "zod";
import { answer, problem, readBytes, refusal, route } from "@/app/http";
import { tableAsked } from "@/contracts/finish";
import { tableReply } from "@/contracts/replies";
import { MOST_TABLE_LETTERS, readColourTable } from "@/core/finish";
import { listTables, saveTable } from "@/db/colourTables";
import { application } from "@/engine/application";

/** All tables of colours, by name. */
export const GET = route(async () => answer(z.array(tableReply), await listTables((await application()).database.db)));

/** Keeps a `.cube` file, the request's body, under a name; the table that has it already is replaced. */
export const POST = route(async (request) => {
  const asked = tableAsked.safeParse(Object.fromEntries(new URL(request.url).searchParams));
  if (!asked.success) return refusal(asked.error);
  const text = new TextDecoder().decode(await readBytes(request, MOST_TABLE_LETTERS));
  const read = readColourTable(text);
  if (read.table === null) return problem(422, "no-table", `${read.problem} Nothing was kept.`);
  return answer(tableReply, await saveTable((await application()).database.db, { name: asked.data.name, text }));
});
