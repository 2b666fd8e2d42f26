import { planCapture } from "../capture";
import { USUAL_SCHOOLS } from "../facts";
import { outlookOf } from "../outlook";
import { parseRecipe } from "../recipe";
import { studyOf, takenAt } from "./study";
import { stillStreet } from "./testing/requests";

const recipeOf = (line: string) => parseRecipe(line).recipe!;

describe("the study of a recipe", () => {
  it("is worked out once for a recipe under a request, and anew for another of either", () => {
    const recipe = recipeOf("1/4 | iso 100");
    const study = studyOf(stillStreet, recipe);
    expect(study).not.toBeNull();
    expect(studyOf(stillStreet, recipe)).toBe(study);
    expect(study!.judgement).toBe(study!.judgement);
    expect(study!.figures).toBe(study!.figures);
    expect(studyOf({ ...stillStreet }, recipe)).not.toBe(study);
    expect(studyOf(stillStreet, recipeOf("1/8 | iso 100"))).not.toBe(study);
  });

  it("a line that was typed before is the same recipe, and so the same study", () => {
    const line = "1/2 | iso 50 | wb 4000K";
    expect(parseRecipe(line)).toBe(parseRecipe(line));
    expect(studyOf(stillStreet, recipeOf(line))).toBe(studyOf(stillStreet, recipeOf(line)));
  });

  it("does not exist without a shutter time", () => {
    expect(studyOf(stillStreet, recipeOf("iso 100"))).toBeNull();
  });

  it("takes the kind of files from the person's practice where the line says nothing of it", () => {
    const schools = { ...USUAL_SCHOOLS, files: "raw+jpeg" } as const;
    expect(studyOf({ ...stillStreet, schools }, recipeOf("1/4"))!.plan.files).toBe("raw+jpeg");
    expect(studyOf({ ...stillStreet, schools }, recipeOf("1/4 | jpeg"))!.plan.files).toBe("jpeg");
  });

  it("has an outlook that no moment and no seed of noise changes", () => {
    const recipe = recipeOf("4 x 1/2 | iso 100 | jpeg");
    const conditions = { pressedAtMs: 1_790_000_000_000, seed: 99, sensorCelsius: stillStreet.sensorCelsius };
    const plan = planCapture(recipe, stillStreet.camera, conditions)!;
    const { outlook, plan: studied } = studyOf(stillStreet, recipe)!;
    expect(outlookOf(plan, stillStreet)).toEqual({ ...outlook, plan: expect.anything() });
    expect(takenAt(studied, conditions)).toEqual(plan);
  });
});
