import { isId, notFound, problem, readJson, refusal, route } from "@/app/http";
import { runRequest } from "@/contracts/requests";
import { parseRecipe } from "@/core/recipe";
import { findShot } from "@/db/outings";
import { application } from "@/engine/application";
import { startRun } from "@/engine/runs";

/** Starts a run of a recipe on the stand-in phone. */
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
  if (app.capturing.size > 0)
    return problem(409, "phone-busy", "The phone is in the middle of another run. Wait for it, or abort it.");
  const startsAt = new Date();
  const started = await startRun(app, {
    shotId,
    recipe,
    options: { widthPx, pace, startsAt, seed: startsAt.getTime() % 2 ** 31 },
  });
  if (started.kind === "refused") {
    const messages = started.problems.map(({ message }) => message);
    return problem(422, "phone-refuses", messages.join(" "), messages);
  }
  return Response.json({ id: started.run.id }, { status: 201 });
});
