import { answer, isId, notFound, route } from "@/app/http";
import { doneReply } from "@/contracts/replies";
import { deleteTable, findTable } from "@/db/colourTables";
import { application } from "@/engine/application";

/** The file of a table of colours, by the name that look lines have for it. */
export const GET = route<{ table: string }>(async (_request, { table }) => {
  const text = await findTable((await application()).database.db, table);
  if (text === undefined) return notFound("table of colours");
  return new Response(text, { headers: { "content-type": "text/plain; charset=utf-8" } });
});

/** Deletes a table by its id; looks that name it say that it is missing. */
export const DELETE = route<{ table: string }>(async (_request, { table }) => {
  const isGone = isId(table) && (await deleteTable((await application()).database.db, table));
  return isGone ? answer(doneReply, {}) : notFound("table of colours");
});
