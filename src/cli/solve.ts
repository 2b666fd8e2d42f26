import { readFile } from "node:fs/promises";
import { text } from "node:stream/consumers";
import { solveRequest } from "@/contracts/scene";
import { chosenCamera } from "@/core/camera";
import { readableDuration } from "@/core/recipe";
import { solve } from "@/core/solve";
import { InputError } from "./errors";
import { readOptions } from "./options";

/** `solve [--in FILE]`: a solver request as JSON to ranked recipes. */
export async function solveCommand(args: readonly string[]): Promise<void> {
  const { values } = readOptions(args, { in: { type: "string" } });
  const source = values.in ?? "standard input";
  const read = values.in === undefined ? text(process.stdin) : readFile(values.in, "utf8");
  const written = await read.catch(() => {
    throw new InputError(`${source}: there is no such file.`);
  });
  let data: unknown;
  try {
    data = JSON.parse(written);
  } catch {
    throw new InputError(`${source}: this is not JSON.`);
  }
  const request = solveRequest.safeParse(data);
  if (!request.success) {
    const [issue] = request.error.issues;
    throw new InputError(`${source}: ${issue?.path.join(".") || "request"}: ${issue?.message}`);
  }
  const { camera, ...rest } = request.data;
  const { recipes, edges, advice } = solve({
    ...rest,
    camera: camera ?? chosenCamera({ phones: [], clipOns: [] }, null),
  });
  if (values.json) {
    console.log(
      JSON.stringify({
        recipes: recipes.map(({ line, kind, verdict, score, reasons, better, predicted }) => ({
          ...{ line, kind, verdict, score, reasons, better, predicted },
        })),
        edges,
        advice,
      }),
    );
    return;
  }
  for (const { line, verdict, reasons, better, predicted } of recipes) {
    console.log(`${verdict.padEnd(10)} ${line}`);
    console.log(`           ${readableDuration(predicted.totalSeconds)}. ${reasons.join(" ")}`);
    if (better !== null) console.log(`           Better: ${better}`);
  }
  for (const sentence of advice) console.log(sentence);
}
