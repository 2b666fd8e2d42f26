import { z } from "zod";
import { isId, notFound, problem, refusal, route } from "@/app/http";
import { FILM_SECONDS, growsByFrames, methodSlug } from "@/core/stack";
import { findStack } from "@/db/stacks";
import { application } from "@/engine/application";
import { makeFilm } from "@/engine/film/makeFilm";
import { storedPath } from "@/engine/store";

const seconds = z.coerce.number().min(FILM_SECONDS.least).max(FILM_SECONDS.most);

/** A film of the picture growing frame by frame, `seconds` long, an MP4; it ends with the picture as it came out. */
export const GET = route<{ stackId: string }>(async (request, { stackId }) => {
  const wanted = seconds.safeParse(new URL(request.url).searchParams.get("seconds") ?? FILM_SECONDS.usual);
  if (!wanted.success) return refusal(wanted.error);
  const detail = isId(stackId) ? await findStack((await application()).database.db, stackId) : undefined;
  if (!detail?.stack.resultHash) return notFound("finished stack");
  const { inputs, parameters, resultHash, balancedHash } = detail.stack;
  if (!growsByFrames(parameters.method) || parameters.align !== "none")
    return problem(409, "does-not-grow", "Only frames that are folded as they lie can be seen growing.");
  const mp4 = await makeFilm({
    paths: inputs.map(({ hash }) => storedPath(hash)),
    method: parameters.method,
    settings: parameters,
    resultPath: storedPath(balancedHash ?? resultHash),
    seconds: wanted.data,
  });
  const name = `aevumen-${methodSlug(parameters.method)}-${inputs.length}.mp4`;
  return new Response(new Uint8Array(mp4), {
    headers: { "content-type": "video/mp4", "content-disposition": `attachment; filename="${name}"` },
  });
});
