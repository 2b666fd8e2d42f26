import { answer, isId, notFound, problem, readJson, refusal, route } from "@/app/http";
import { createdReply } from "@/contracts/replies";
import { runRequest } from "@/contracts/requests";
import { parseRecipe } from "@/core/recipe";
import { findShot } from "@/db/outings";
import { application } from "@/engine/application";
import { startRun } from "@/engine/runs";

/** Starts a run of a recipe on the phone that is linked. */
export const POST = route<{ shotId: string }>(async (request, { shotId }) => {
  const wanted = runRequest.safeParse(await readJson(request));
  if (!wanted.success) return refusal(wanted.error);
  const { line, widthPx, pace } = wanted.data;
  const { recipe, problems } = parseRecipe(line);
  if (problems.length > 0) {
    return problem(
      400,
      "invalid-recipe",
      "The recipe line has a part that cannot be read.",
      problems.map(({ expected }) => expected),
    );
  }
  const app = await application();
  if (!isId(shotId) || !(await findShot(app.database.db, shotId))) return notFound("shot");
  const options = { widthPx, pace, startsAt: null, seed: Date.now() % 2 ** 31 };
  const started = await startRun(app, { shotId, recipe, options });
  if (started.kind === "refused") return problem(422, "phone-refuses", started.problems.join(" "), started.problems);
  return answer(createdReply, { id: started.run.id }, 201);
});
