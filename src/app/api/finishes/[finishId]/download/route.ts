import { fileNameOf, isId, notFound, refusal, route } from "@/app/http";
import { finishExport } from "@/contracts/finish";
import { findFinish } from "@/db/finishes";
import { application } from "@/engine/application";
import { exportFinish } from "@/engine/finish/making";
import { sourceOf } from "@/engine/finish/source";

/** A version as a file, at full size or smaller: its look applied to every pixel, its look line among the file's metadata. */
export const GET = route<{ finishId: string }>(async (request, { finishId }) => {
  const asked = finishExport.safeParse(Object.fromEntries(new URL(request.url).searchParams));
  if (!asked.success) return refusal(asked.error);
  const { db } = (await application()).database;
  const finish = isId(finishId) ? await findFinish(db, finishId) : undefined;
  const source = finish && (await sourceOf(db, finish));
  if (!source) return notFound("picture to finish");
  const { body, mediaType, ending } = await exportFinish(source, finish.history.lines[finish.history.at]!, asked.data);
  const plain = fileNameOf(finish.name, "picture");
  return new Response(body, {
    headers: { "content-type": mediaType, "content-disposition": `attachment; filename="aevumen-${plain}${ending}"` },
  });
});
