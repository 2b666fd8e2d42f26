import { mkdir, writeFile } from "node:fs/promises";
import { join } from "node:path";
import { chosenCamera } from "@/core/camera";
import { exposureValue, stackedFilterStops } from "@/core/light";
import { parseRecipe, printRecipe } from "@/core/recipe";
import { SCENES, sceneNamed } from "@/core/scene";
import { StandInPhone } from "@/engine/phone/standIn";
import { InputError, UsageError } from "./errors";
import { readOptions, required, showBar, wholeNumber } from "./options";

/** The phone where there is no kit. */
const CAMERA = chosenCamera({ phones: [], clipOns: [] }, null);
/** A fixed evening, so that the same seed writes the same files. */
const TAKEN_FROM = new Date("2026-01-15T17:00:00Z");

function widthOf(size: string | undefined): number {
  const { widthPx, heightPx } = CAMERA.lens;
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

/** `simulate --scene NAME --recipe LINE -o DIR`: frames of a scene through the stand-in phone. */
export async function simulateCommand(args: readonly string[]): Promise<void> {
  const { values } = readOptions(args, {
    scene: { type: "string" },
    recipe: { type: "string" },
    seed: { type: "string", default: "1" },
    size: { type: "string" },
    output: { type: "string", short: "o" },
  });
  const sceneName = required(values.scene, "--scene NAME");
  if (!sceneNamed(sceneName))
    throw new InputError(`scene ${sceneName}: there are ${SCENES.map(({ name }) => name).join(", ")}`);
  const { recipe, problems } = parseRecipe(required(values.recipe, '--recipe "LINE"'));
  const [first] = problems;
  if (first) throw new InputError(`recipe: ${JSON.stringify(first.found)}: expected ${first.expected}`);
  const folder = required(values.output, "-o DIR");
  const seed = wholeNumber(values.seed, "--seed", 0);

  const widthPx = widthOf(values.size);
  const phone = new StandInPhone(CAMERA, sceneName, [widthPx]);
  const armed = await phone.arm(recipe, { widthPx, pace: "quick", startsAt: TAKEN_FROM, seed });
  if (armed.kind === "refused")
    throw new InputError(`recipe: ${armed.problems.map(({ message }) => message).join(" ")}`);
  const sequence = recipe.sequence!;
  await mkdir(folder, { recursive: true });
  const settings = {
    fNumber: CAMERA.lens.fNumber,
    shutterSeconds: sequence.shutterSeconds,
    iso: recipe.iso ?? CAMERA.lens.baseIso,
  };
  const middleGreyEv = exposureValue(settings) - stackedFilterStops(recipe.filters);
  const frames = [];
  for await (const { index, name, jpeg, takenAt } of phone.capture()) {
    const file = join(folder, name);
    await writeFile(file, jpeg);
    frames.push({ file, takenAt: takenAt.toISOString(), middleGreyEv });
    showBar(index + 1, sequence.frames);
  }
  if (values.json) console.log(JSON.stringify({ line: printRecipe(recipe), frames }));
  else console.log(`${frames.length} frames in ${folder}; EV ${middleGreyEv.toFixed(1)} comes out as middle grey`);
}
