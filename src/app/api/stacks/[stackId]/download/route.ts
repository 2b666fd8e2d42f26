import { z } from "zod";
import { isId, notFound, problem, route } from "@/app/http";
import { EXPORT_FORMAT_IDS } from "@/core/formats";
import { methodSlug } from "@/core/stack";
import { findStack } from "@/db/stacks";
import { application } from "@/engine/application";
import { exportPicture } from "@/engine/files/exportPicture";

const format = z.enum(EXPORT_FORMAT_IDS);
const part = z.enum(["result", "fused", "layers"]).default("result");

/**
 * The result as a file: 16-bit TIFF or PNG, or JPEG with metadata, or the linear light. `of=fused` as it was fused, whatever its parts
 * weigh by now; `of=layers` its parts, the pages of a TIFF.
 */
export const GET = route<{ stackId: string }>(async (request, { stackId }) => {
  const query = new URL(request.url).searchParams;
  const wanted = format.safeParse(query.get("format"));
  if (!wanted.success) return problem(400, "invalid-format", `Choose one of ${EXPORT_FORMAT_IDS.join(", ")}.`);
  const detail = isId(stackId) ? await findStack((await application()).database.db, stackId) : undefined;
  if (!detail?.stack.resultHash) return notFound("finished stack");
  const of = part.safeParse(query.get("of") ?? undefined);
  if (!of.success) return problem(400, "invalid-part", "Choose of=result, of=fused or of=layers.");
  const { resultHash, balancedHash, layersHash, parameters, framesUsed } = detail.stack;
  const hashes = { result: balancedHash ?? resultHash, fused: resultHash, layers: layersHash };
  const hash = hashes[of.data];
  if (hash === null) return notFound("stack with parts");
  if (of.data === "layers" && wanted.data !== "tiff")
    return problem(400, "invalid-format", "Parts are the pages of a TIFF: choose format=tiff.");
  const { body, mediaType, ending } = await exportPicture(hash, wanted.data);
  const suffix = of.data === "layers" ? "-parts" : of.data === "result" && balancedHash ? "-balanced" : "";
  const name = `aevumen-${methodSlug(parameters.method)}-${framesUsed}${suffix}${ending}`;
  return new Response(body, {
    headers: { "content-type": mediaType, "content-disposition": `attachment; filename="${name}"` },
  });
});
