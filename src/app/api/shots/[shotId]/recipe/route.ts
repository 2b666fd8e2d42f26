import { answer, isId, notFound, problem, readJson, refusal, route } from "@/app/http";
import { recipeReply } from "@/contracts/replies";
import { recipeRequest } from "@/contracts/requests";
import { parseRecipe, printRecipe } from "@/core/recipe";
import { updateShot } from "@/db/outings";
import { application } from "@/engine/application";

/** Gives a shot a new recipe, in its canonical spelling. */
export const PUT = route<{ shotId: string }>(async (request, { shotId }) => {
  const wanted = recipeRequest.safeParse(await readJson(request));
  if (!wanted.success) return refusal(wanted.error);
  const { recipe, problems } = parseRecipe(wanted.data.line);
  if (problems.length > 0) {
    return problem(
      400,
      "invalid-recipe",
      "The recipe line has a part that cannot be read.",
      problems.map(({ expected }) => expected),
    );
  }
  const { db } = (await application()).database;
  const line = printRecipe(recipe);
  const was = wanted.data.was && { recipeLine: wanted.data.was.line };
  const shot = isId(shotId) ? await updateShot(db, shotId, { recipeLine: line }, was) : undefined;
  if (!shot) return notFound("shot");
  return answer(recipeReply, { line });
});
