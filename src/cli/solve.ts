import { readFile } from "node:fs/promises";
import { text } from "node:stream/consumers";
import { solveRequest } from "@/contracts/scene";
import { chosenCamera } from "@/core/camera";
import { INTENT_IDS } from "@/core/intent";
import { readableDuration } from "@/core/recipe";
import { solve, usualScene } from "@/core/solve";
import { InputError } from "./errors";
import { readOptions } from "./options";

type Parts = Readonly<Record<string, unknown>>;
const isParts = (value: unknown): value is Parts =>
  typeof value === "object" && value !== null && !Array.isArray(value);

/** What was given, with what it leaves out taken from the usual; parts of parts likewise. */
function completed(usual: Parts, given: Parts): Parts {
  const merged = Object.entries(given).map(([name, value]) => {
    const known = usual[name];
    return [name, isParts(known) && isParts(value) ? completed(known, value) : value];
  });
  return { ...usual, ...Object.fromEntries(merged) };
}

/** A request completed by its intent's usual scene and, where it says something of a camera, by the generic one. */
function completedRequest(given: unknown): unknown {
  if (!isParts(given)) return given;
  const intent = INTENT_IDS.find((id) => id === given.intent) ?? "still-view";
  const { lens, shutterLadder, isoLadder, writeSeconds } = chosenCamera({ phones: [], clipOns: [] }, null);
  const camera = isParts(given.camera) ? { lens, shutterLadder, isoLadder, writeSeconds } : undefined;
  return completed({ ...usualScene(intent), ...(camera ? { camera } : {}) }, given);
}

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
  const request = solveRequest.safeParse(completedRequest(data));
  if (!request.success) {
    const issues = request.error.issues.map(
      ({ path, message }) => `${source}: ${path.join(".") || "request"}: ${message}`,
    );
    throw new InputError(issues.join("\n"));
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
