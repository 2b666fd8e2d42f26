import { mkdir, readFile, writeFile } from "node:fs/promises";
import { join } from "node:path";
import { sceneFile } from "@/contracts/sceneFile";
import { type Camera, chosenCamera } from "@/core/camera";
import { planCapture, SOME_TIME, shutterOf } from "@/core/capture";
import { HELD_STILL } from "@/core/flaws";
import { INTENTS, type SolveCamera, type SolveRequest } from "@/core/intent";
import { meterStopsOf } from "@/core/outlook";
import { parseRecipe, printRecipe } from "@/core/recipe";
import { opensAs, placeForShot } from "@/core/rehearse";
import { SCENES, type Scene, type ShotSky, sceneNamed, underSky } from "@/core/scene";
import { skyAt } from "@/core/shot";
import { studyOf } from "@/core/solve";
import { StandInPhone } from "@/engine/phone/standIn";
import { InputError, UsageError } from "./errors";
import { numberWithin, readOptions, required, showBar, wholeNumber } from "./options";
import { readableOutlook, readablePlan } from "./outlook";
import { nightAt, PLACE, placeOf, readInstant, TOWN_SKY_MAG } from "./place";
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

/** What of a shot's file a scene answers. */
const PARAMETERS = [
  ...["sceneEv", "mover", "lamps", "lampIntensityCd", "vehiclesPerHour", "water", "crowd", "subjectM"],
  ...["ground", "air", "sensorCelsius", "camera"],
];

/** A scene that ships, or one that somebody wrote into a file. */
async function sceneFrom(nameOrFile: string): Promise<Scene> {
  const known = sceneNamed(nameOrFile);
  if (known) return known;
  const names = SCENES.map(({ name }) => name).join(", ");
  if (!nameOrFile.endsWith(".json"))
    throw new InputError(`scene ${nameOrFile}: there are ${names}, and files of .json`);
  const written = await readFile(nameOrFile, "utf8").catch(() => {
    throw new InputError(`${nameOrFile}: there is no such file.`);
  });
  let json: unknown;
  try {
    json = JSON.parse(written);
  } catch (problem) {
    throw new InputError(`${nameOrFile}: not JSON: ${(problem as Error).message}`);
  }
  const parsed = sceneFile.safeParse(json);
  if (parsed.success) return parsed.data;
  const [issue] = parsed.error.issues;
  throw new InputError(`${nameOrFile}: ${issue?.path.join(".") || "the scene"}: ${issue?.message ?? "not a scene"}`);
}

/** `simulate --list`: scenes with the intents that they stand for. */
function listScenes(json: boolean): void {
  const scenes = SCENES.map(({ name, title }) => ({
    name,
    title,
    intents: INTENTS.filter(({ stage, scene }) => stage(scene) === name).map(({ id }) => id),
    parameters: PARAMETERS,
  }));
  if (json) console.log(JSON.stringify({ scenes }));
  else for (const { name, title, intents } of scenes) console.log(`${name.padEnd(14)} ${title}: ${intents.join(", ")}`);
}

/** The sky of an instant towards an azimuth; null where no instant is said. @throws UsageError for half of it. */
function skyFrom(values: Partial<Record<"at" | "lat" | "lon" | "azimuth" | "tilt" | "sqm", string>>): ShotSky | null {
  if (values.at === undefined) return null;
  const place = placeOf(values);
  const atMs = readInstant(values.at);
  const azimuthDeg = numberWithin(values.azimuth, "--azimuth", 0, 360);
  const tiltDeg = values.tilt === undefined ? 0 : numberWithin(values.tilt, "--tilt", -90, 90);
  const dark = values.sqm === undefined ? TOWN_SKY_MAG : numberWithin(values.sqm, "--sqm", 14, 22.5);
  return skyAt(nightAt(place, atMs), dark, atMs, { azimuthDeg, tiltDeg });
}

/** The shot that a file describes, as `solve` reads it; null without one. */
async function shotFrom(file: string | undefined): Promise<SolveRequest | null> {
  if (file === undefined) return null;
  const written = await readFile(file, "utf8").catch(() => {
    throw new InputError(`${file}: there is no such file.`);
  });
  return readRequest(file, written);
}

/**
 * `simulate --scene NAME|FILE --recipe LINE [--shot FILE] [--at INSTANT --lat D --lon D --azimuth D] -o DIR`: frames of a scene
 * through the stand-in phone, under the sky of an instant.
 */
export async function simulateCommand(args: readonly string[]): Promise<void> {
  const { values } = readOptions(args, {
    list: { type: "boolean", default: false },
    scene: { type: "string" },
    recipe: { type: "string" },
    shot: { type: "string" },
    ...PLACE,
    at: { type: "string" },
    azimuth: { type: "string" },
    tilt: { type: "string" },
    sqm: { type: "string" },
    seed: { type: "string", default: "1" },
    size: { type: "string" },
    output: { type: "string", short: "o" },
  });
  if (values.list) return listScenes(values.json === true);
  const sceneName = required(values.scene, "--scene NAME");
  const place = await sceneFrom(sceneName);
  const { recipe, problems } = parseRecipe(required(values.recipe, '--recipe "LINE"'));
  const [first] = problems;
  if (first) throw new InputError(`recipe: ${JSON.stringify(first.found)}: expected ${first.expected}`);
  const folder = required(values.output, "-o DIR");
  const seed = wholeNumber(values.seed, "--seed", 0);
  const shot = await shotFrom(values.shot);
  const camera: Camera = { ...chosenCamera({ phones: [], clipOns: [] }, null), ...shot?.camera };
  const sensorCelsius = shot?.sensorCelsius ?? SOME_TIME.sensorCelsius;

  const widthPx = widthOf(camera, values.size);
  const sky = skyFrom(values);
  const startsAt = sky ? new Date(sky.stars.atMs) : TAKEN_FROM;
  const scene = shot
    ? placeForShot(place, shot, sky, camera.lens, opensAs(shot.intent))
    : sky
      ? underSky(place, sky)
      : place;
  const phone = new StandInPhone(camera, { scene, sensorCelsius, hold: HELD_STILL }, { widthsPx: [widthPx] });
  const armed = await phone.arm(recipe, { widthPx, pace: "quick", startsAt, seed });
  if (armed.kind === "refused")
    throw new InputError(`recipe: ${armed.problems.map(({ message }) => message).join(" ")}`);
  const plan = planCapture(recipe, camera, { pressedAtMs: startsAt.getTime(), sensorCelsius, seed })!;
  await mkdir(folder, { recursive: true });
  const files = [];
  for await (const { index, name, jpeg, raw, takenAt } of phone.capture()) {
    const file = join(folder, name);
    await writeFile(file, jpeg);
    if (raw) await writeFile(join(folder, name.replace(/jpg$/, "dng")), raw);
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
  const outlook = shot && readableOutlook(studyOf(shot, recipe)!.outlook);
  console.log(JSON.stringify({ line: printRecipe(recipe), frames: files, plan: readablePlan(plan), outlook }));
}
