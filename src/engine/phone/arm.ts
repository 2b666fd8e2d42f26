import type { Camera } from "@/core/camera";
import { isOnLadder, type Ladder, nearestRung } from "@/core/light";
import { frameShutters, type Recipe, readableDuration } from "@/core/recipe";
import type { ArmProblem, CaptureOptions } from "./protocol";

function offLadder(ladder: Ladder, value: number, write: (value: number) => string): string | null {
  if (isOnLadder(ladder, value)) return null;
  const least = ladder[0]!;
  const most = ladder.at(-1)!;
  if (value < least || value > most) return `It goes from ${write(least)} to ${write(most)}.`;
  return `It has ${write(nearestRung(ladder, value))}, not ${write(value)}.`;
}

/** Half a third of a stop beyond an end of the ladder the end itself still stands for a bracket's frame. */
const END_SLACK = 2 ** (1 / 6);

function withinLadder(ladder: Ladder, value: number): boolean {
  return value >= ladder[0]! / END_SLACK && value <= ladder.at(-1)! * END_SLACK;
}

/** What in a recipe this camera cannot do; empty when it can do all of it. */
export function armProblems(
  recipe: Recipe,
  camera: Camera,
  widthsPx: readonly number[],
  options: Pick<CaptureOptions, "widthPx">,
): ArmProblem[] {
  const problems: ArmProblem[] = [];
  const { sequence, iso, delaySeconds, files } = recipe;
  if (sequence === null)
    problems.push({ part: "shutter", message: "The recipe has no shutter time; write one, such as 2s." });
  else {
    const { shutterLadder } = camera;
    const wrong = offLadder(shutterLadder, sequence.shutterSeconds, readableDuration);
    if (wrong)
      problems.push({
        part: "shutter",
        message: `This phone cannot hold ${readableDuration(sequence.shutterSeconds)}. ${wrong}`,
      });
    const outside = frameShutters(recipe).find((seconds) => !withinLadder(shutterLadder, seconds));
    const goesOut = recipe.bracketStops !== null || recipe.rampStops !== null;
    if (goesOut && outside !== undefined)
      problems.push({
        part: "shutter",
        message: `The ${recipe.rampStops === null ? "bracket" : "ramp"} reaches ${readableDuration(outside)}, beyond what this phone holds: fewer frames, or smaller steps.`,
      });
  }
  if (iso !== null) {
    const wrong = offLadder(camera.isoLadder, iso, (value) => `ISO ${value}`);
    if (wrong) problems.push({ part: "iso", message: `This phone has no ISO ${iso}. ${wrong}` });
  }
  if (delaySeconds !== null && delaySeconds > 0 && !camera.delaysSeconds.includes(delaySeconds)) {
    const offered = camera.delaysSeconds.filter((delay) => delay > 0).join(", ");
    problems.push({ part: "delay", message: `This phone's delays are ${offered} s, not ${delaySeconds} s.` });
  }
  if (files === "raw")
    problems.push({ part: "files", message: "This phone sends JPEG files; write jpeg or raw+jpeg." });
  if (!widthsPx.includes(options.widthPx)) {
    problems.push({
      part: "size",
      message: `It writes pictures ${widthsPx.join(", ")} pixels wide, not ${options.widthPx}.`,
    });
  }
  return problems;
}
