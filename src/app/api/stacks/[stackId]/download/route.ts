import { z } from "zod";
import { isId, notFound, problem, route } from "@/app/http";
import { EXPORT_FORMAT_IDS } from "@/core/formats";
import { methodSlug } from "@/core/stack";
import { findStack } from "@/db/stacks";
import { application } from "@/engine/application";
import { exportPicture } from "@/engine/files/exportPicture";

const format = z.enum(EXPORT_FORMAT_IDS);

/** The result as a file: 16-bit TIFF or PNG, or JPEG with metadata. */
export const GET = route<{ stackId: string }>(async (request, { stackId }) => {
  const wanted = format.safeParse(new URL(request.url).searchParams.get("format"));
  if (!wanted.success) return problem(400, "invalid-format", `Choose one of ${EXPORT_FORMAT_IDS.join(", ")}.`);
  const detail = isId(stackId) ? await findStack((await application()).database.db, stackId) : undefined;
  if (!detail?.stack.resultHash) return notFound("finished stack");
  const { body, mediaType, ending } = await exportPicture(detail.stack.resultHash, wanted.data);
  const name = `aevumen-${methodSlug(detail.stack.parameters.method)}-${detail.stack.framesUsed}${ending}`;
  return new Response(body, {
    headers: { "content-type": mediaType, "content-disposition": `attachment; filename="${name}"` },
  });
});
