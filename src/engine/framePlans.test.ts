import { chosenCamera, GENERIC_PHONE } from "@/core/camera";
import { HELD_STILL } from "@/core/flaws";
import { inspectPicture, plannedAndGot } from "@/core/inspect";
import { type SolveRequest, usualScene } from "@/core/intent";
import { supportOf } from "@/core/motion";
import { parseRecipe } from "@/core/recipe";
import { standInFor } from "@/core/rehearse";
import { plannedFigures } from "@/core/solve";
import { decodePicture } from "./files/decode";
import { StandInPhone } from "./phone/standIn";

const camera = chosenCamera({ phones: [GENERIC_PHONE], clipOns: [] }, null);
const [WIDTH, HEIGHT] = [1020, 765];

/** A frame as a phone takes it and the sentences about it, by what was planned and what it was held by. */
async function planAndFrame(line: string, planned: Partial<SolveRequest>, held: Partial<SolveRequest> = {}) {
  const { recipe } = parseRecipe(line);
  const usual = { ...usualScene("still-view"), intent: "still-view" as const, camera, filterStops: [] };
  const request: SolveRequest = { ...usual, ...planned };
  const real: SolveRequest = { ...request, ...held };
  const { gustMps, release } = real;
  const scene = standInFor("still-view", real, null, camera.lens);
  const hold = { ...HELD_STILL, support: supportOf(real), isTouched: release === "touch", gustMps };
  const phone = new StandInPhone(camera, { scene, sensorCelsius: 15, hold });
  await phone.arm(recipe, { widthPx: WIDTH, pace: "quick", startsAt: new Date("2026-11-24T18:00:00Z"), seed: 3 });
  const { shutterSeconds } = recipe.sequence!;
  const wanted = plannedFigures(request, recipe, {
    shutterSeconds,
    iso: recipe.iso!,
    sincePressSeconds: 0,
    widthPx: WIDTH,
    heightPx: HEIGHT,
  })!;
  for await (const { jpeg } of phone.capture()) {
    const samples = (await decodePicture(Buffer.from(jpeg), 8)) as Uint8Array;
    const figures = inspectPicture({ width: WIDTH, height: HEIGHT, samples });
    return Object.fromEntries(plannedAndGot([{ figures, planned: wanted }]).map((row) => [row.of, row]));
  }
  throw new Error("no frame came");
}

test("a frame that was taken as planned came out as planned, and nothing is to be learned", async () => {
  const still = { release: "remote" as const, gustMps: 0 };
  for (const line of ["1s | iso 50 | wb 4000K", "1/4 | iso 100 | wb 4000K"]) {
    const { light, edges, trail } = await planAndFrame(line, still);
    expect(Math.abs(light!.got - light!.planned)).toBeLessThan(0.8);
    expect(edges!.got / edges!.planned).toBeGreaterThan(0.75);
    expect(edges!.got / edges!.planned).toBeLessThan(1.35);
    expect([light!.lesson, edges!.lesson, trail]).toEqual([null, null, undefined]);
  }
});

test("a press that was planned draws edges out as far as that", async () => {
  const { edges } = await planAndFrame("1/2 | iso 50 | wb 4000K", { release: "touch", support: "stand", gustMps: 0 });
  expect(edges!.planned).toBeGreaterThan(5);
  // A dark place has few edges, and not every one runs across the shake.
  expect(edges!.got / edges!.planned).toBeGreaterThan(0.45);
  expect(edges!.got / edges!.planned).toBeLessThan(1.4);
  expect(edges!.lesson).toBeNull();
});

test("a brighter place and an unsteadier support are found, by how much, and what to do", async () => {
  const planned = { release: "remote" as const, gustMps: 0, support: "tripod" as const, sceneEv: 1 };
  const brighter = await planAndFrame("1/2 | iso 50 | wb 4000K", planned, { sceneEv: 3.5 });
  expect(Math.abs(brighter.light!.got - brighter.light!.planned - 2.5)).toBeLessThan(0.8);
  expect(brighter.light!.lesson).toMatch(/^The place was about [23] stops brighter than the shot says/);
  const pressed = await planAndFrame("1/2 | iso 50 | wb 4000K", planned, { release: "touch", support: "stand" });
  expect(pressed.edges!.lesson).toMatch(/a longer delay, a steadier support/);
});
