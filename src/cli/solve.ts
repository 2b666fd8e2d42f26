import { readFile } from "node:fs/promises";
import { text } from "node:stream/consumers";
import { solveRequest } from "@/contracts/scene";
import { chosenCamera } from "@/core/camera";
import { INTENT_IDS, type SolveRequest, usualScene } from "@/core/intent";
import { roughDuration } from "@/core/recipe";
import { advise, fieldEdges, solve } from "@/core/solve";
import { InputError } from "./errors";
import { readOptions } from "./options";
import { readableOutlook } from "./outlook";

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
  const generic = chosenCamera({ phones: [], clipOns: [] }, null);
  const { lens, shutterLadder, isoLadder, writeSeconds, measuredShutters, shutterLagSeconds } = generic;
  const camera = isParts(given.camera)
    ? { lens, shutterLadder, isoLadder, writeSeconds, measuredShutters, shutterLagSeconds }
    : undefined;
  return completed({ ...usualScene(intent), ...(camera ? { camera } : {}) }, given);
}

/** Reads a solver request as people write it: what it leaves out is the usual. @throws InputError naming every fault. */
export async function readRequest(source: string, written: string): Promise<SolveRequest> {
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
  const generic = chosenCamera({ phones: [], clipOns: [] }, null);
  if (!camera) return { ...rest, camera: { ...generic, figures: rest.figures } };
  const bareFocalLengthMm = camera.bareFocalLengthMm ?? camera.lens.focalLengthMm;
  return { ...rest, camera: { ...camera, bareFocalLengthMm, figures: rest.figures } };
}

/** `solve [--in FILE]`: a solver request as JSON to ranked recipes. */
export async function solveCommand(args: readonly string[]): Promise<void> {
  const { values } = readOptions(args, { in: { type: "string" } });
  const source = values.in ?? "standard input";
  const read = values.in === undefined ? text(process.stdin) : readFile(values.in, "utf8");
  const written = await read.catch(() => {
    throw new InputError(`${source}: there is no such file.`);
  });
  const request = await readRequest(source, written);
  const solution = solve(request);
  const advice = advise(request, solution);
  if (values.json) {
    console.log(
      JSON.stringify({
        asks: solution.asks,
        recipes: solution.recipes.map(({ line, shape, verdict, bestAt, demands, outlook }) => ({
          line,
          shape,
          verdict,
          bestAt,
          demands,
          outlook: readableOutlook(outlook),
        })),
        edges: solution.asks.length > 0 ? [] : fieldEdges(request, solution.recipes[0]?.recipe),
        advice,
      }),
    );
    return;
  }
  for (const ask of solution.asks) console.log(ask);
  for (const { line, verdict, bestAt, demands, outlook } of solution.recipes) {
    console.log(`${verdict.padEnd(10)} ${line}`);
    console.log(
      `           Best at: ${bestAt}; ${roughDuration(outlook.cost.seconds)}, ${Math.ceil(outlook.cost.megabytes)} MB.`,
    );
    // What is beyond reach is said once, with what it would take.
    const said = demands.filter(({ beyond }) => !beyond).map(({ sentence }) => sentence);
    console.log(`           ${said.join(" ")}`);
  }
  for (const sentence of advice) console.log(sentence);
}
