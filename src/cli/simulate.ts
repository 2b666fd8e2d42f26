import { mkdir, readFile, writeFile } from "node:fs/promises";
import { join } from "node:path";
import { type Camera, chosenCamera } from "@/core/camera";
import { planCapture, SOME_TIME, shutterOf } from "@/core/capture";
import { INTENTS, type SolveCamera, type SolveRequest } from "@/core/intent";
import { meterStopsOf, outlookOf } from "@/core/outlook";
import { parseRecipe, printRecipe } from "@/core/recipe";
import { SCENES, sceneNamed } from "@/core/scene";
import { StandInPhone } from "@/engine/phone/standIn";
import { InputError, UsageError } from "./errors";
import { readOptions, required, showBar, wholeNumber } from "./options";
import { readableOutlook, readablePlan } from "./outlook";
import { readRequest } from "./solve";

/** A fixed evening, so that the same seed writes the same files. */
const TAKEN_FROM = new Date("2026-01-15T17:00:00Z");

function widthOf({ lens: { widthPx, heightPx } }: SolveCamera, size: string | undefined): number {
  if (size === undefined) return widthPx;
  const match = /^(\d+)x(\d+)$/i.exec(size);
  const width = Number(match?.[1]);
  if (!match || width < 16 || width > widthPx || Math.round((heightPx * width) / widthPx) !== Number(match[2])) {
    throw new UsageError(
      `--size must be WxH in the sensor's shape, such as ${widthPx}x${heightPx} or ${widthPx / 4}x${heightPx / 4}.`,
    );
  }
  return width;
}

/** `simulate --list`: scenes with the intents that they stand for. */
function listScenes(json: boolean): void {
  const scenes = SCENES.map(({ name, title }) => ({
    name,
    title,
    intents: INTENTS.filter(({ stage }) => stage === name).map(({ id }) => id),
    parameters: ["sceneEv", "skyEv", "sensorCelsius", "camera"],
  }));
  if (json) console.log(JSON.stringify({ scenes }));
  else for (const { name, title, intents } of scenes) console.log(`${name.padEnd(12)} ${title}: ${intents.join(", ")}`);
}

/** The shot that a file describes, as `solve` reads it; null without one. */
async function shotFrom(file: string | undefined): Promise<SolveRequest | null> {
  if (file === undefined) return null;
  const written = await readFile(file, "utf8").catch(() => {
    throw new InputError(`${file}: there is no such file.`);
  });
  return readRequest(file, written);
}

/** `simulate --scene NAME --recipe LINE [--shot FILE] -o DIR`: frames of a scene through the stand-in phone. */
export async function simulateCommand(args: readonly string[]): Promise<void> {
  const { values } = readOptions(args, {
    list: { type: "boolean", default: false },
    scene: { type: "string" },
    recipe: { type: "string" },
    shot: { type: "string" },
    seed: { type: "string", default: "1" },
    size: { type: "string" },
    output: { type: "string", short: "o" },
  });
  if (values.list) return listScenes(values.json === true);
  const sceneName = required(values.scene, "--scene NAME");
  const scene = sceneNamed(sceneName);
  if (!scene) throw new InputError(`scene ${sceneName}: there are ${SCENES.map(({ name }) => name).join(", ")}`);
  const { recipe, problems } = parseRecipe(required(values.recipe, '--recipe "LINE"'));
  const [first] = problems;
  if (first) throw new InputError(`recipe: ${JSON.stringify(first.found)}: expected ${first.expected}`);
  const folder = required(values.output, "-o DIR");
  const seed = wholeNumber(values.seed, "--seed", 0);
  const shot = await shotFrom(values.shot);
  const camera: Camera = { ...chosenCamera({ phones: [], clipOns: [] }, null), ...shot?.camera };
  const sensorCelsius = shot?.sensorCelsius ?? SOME_TIME.sensorCelsius;

  const widthPx = widthOf(camera, values.size);
  const phone = new StandInPhone(camera, { scene, light: shot, sensorCelsius }, [widthPx]);
  const armed = await phone.arm(recipe, { widthPx, pace: "quick", startsAt: TAKEN_FROM, seed });
  if (armed.kind === "refused")
    throw new InputError(`recipe: ${armed.problems.map(({ message }) => message).join(" ")}`);
  const plan = planCapture(recipe, camera, { pressedAtMs: TAKEN_FROM.getTime(), sensorCelsius, seed })!;
  await mkdir(folder, { recursive: true });
  const files = [];
  for await (const { index, name, jpeg, takenAt } of phone.capture()) {
    const file = join(folder, name);
    await writeFile(file, jpeg);
    // The EV that comes out at the meter's level: more of a filter, and it takes a brighter place.
    const middleGreyEv = -meterStopsOf(plan, 0, shutterOf(plan, index).deliveredSeconds);
    files.push({ file, takenAt: takenAt.toISOString(), middleGreyEv });
    showBar(index + 1, plan.frames);
  }
  const { middleGreyEv } = files[(files.length - 1) >> 1]!;
  if (!values.json) {
    console.log(`${files.length} frames in ${folder}; EV ${middleGreyEv.toFixed(1)} comes out as middle grey`);
    return;
  }
  const outlook = shot && readableOutlook(outlookOf(plan, shot));
  console.log(JSON.stringify({ line: printRecipe(recipe), frames: files, plan: readablePlan(plan), outlook }));
}
