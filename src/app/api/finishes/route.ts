import { z } from "zod";
import { answer, notFound, readJson, refusal, route } from "@/app/http";
import { applyRequest, finishRequest } from "@/contracts/finish";
import { finishReply } from "@/contracts/replies";
import { createFinishes } from "@/db/finishes";
import { application } from "@/engine/application";

/** Begins a version of a picture (`source`), or gives several pictures a look (`sources`): each gets a version of its own, or none does. */
export const POST = route(async (request) => {
  const asked = z.union([finishRequest, applyRequest]).safeParse(await readJson(request));
  if (!asked.success) return refusal(asked.error);
  const { name, line } = asked.data;
  const sources = "sources" in asked.data ? asked.data.sources : [asked.data.source];
  // What is painted on one picture is nowhere on another.
  const painted = "painted" in asked.data ? asked.data.painted : {};
  const made = await createFinishes((await application()).database.db, sources, { name, line, painted });
  return made ? answer(z.array(finishReply), made, 201) : notFound("picture");
});
