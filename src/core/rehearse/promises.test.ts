import { chosenCamera } from "../camera";
import { planCapture, plannedFrames } from "../capture";
import type { SceneFacts } from "../facts";
import { type IntentId, usualScene } from "../intent";
import { outlookOf } from "../outlook";
import { parseRecipe } from "../recipe";
import { partOf, type Stage, setPart, viewOf } from "../scene";
import { rehearse, standInFor } from ".";

const camera = chosenCamera({ phones: [], clipOns: [] }, null);
const WIDTH = 960;
/** A part of the picture: left, top, width and height, pixels. */
type Part = readonly [number, number, number, number];

const stages = new Map<string, Stage>();
function stageOf(intent: IntentId, facts: SceneFacts, part: Part): Stage {
  const key = JSON.stringify([intent, facts.water, facts.skyEv, part]);
  const known = stages.get(key);
  if (known) return known;
  const scene = standInFor(intent, facts, null, camera.lens);
  const stage = setPart(scene, camera.lens, partOf(viewOf(scene, camera.lens, WIDTH), ...part));
  stages.set(key, stage);
  return stage;
}

/** What is promised of a shot's picture, and what a part of it, as large as the station shows it, lets one read off. */
function read(intent: IntentId, more: Partial<SceneFacts>, line: string, part: Part) {
  const facts = { ...usualScene(intent), ...more };
  const plan = planCapture(parseRecipe(line).recipe, camera, { pressedAtMs: 0, sensorCelsius: 15, seed: 3 })!;
  const stage = stageOf(intent, facts, part);
  const pictures = [...rehearse(stage, plan, plannedFrames(plan), facts)];
  const measured = pictures.findLast((picture) => picture !== null)!.measured!;
  return { promised: outlookOf(plan, facts), measured, kept: measured.kept };
}

describe("read off a rehearsed picture", () => {
  it.each(["1/15 | iso 200", "1/4 | iso 100", "1s | iso 50 | nd 4"])("its noise is as promised, of %s", (line) => {
    const { promised, kept } = read("still-view", {}, line, [240, 280, 480, 160]);
    expect(Math.abs(kept.midTone! / promised.noise.midTone - 1)).toBeLessThan(0.15);
  });

  it.each(["1/2 | iso 50", "1s | iso 50", "8 x 1/2 | iso 50 -> lighten"])(
    "the way that lamps have drawn is as promised, of %s",
    (line) => {
      const { promised, kept } = read("light-trails", {}, line, [0, 400, 960, 60]);
      // Head and tail lamps are four metres apart, and each lies in the other's gaps.
      const near = line.includes("8 x") ? 0.08 : 0.05;
      expect(Math.abs(kept.wayDrawn! - promised.mover!.coverage)).toBeLessThan(near);
    },
  );

  it.each(["1/2 | iso 50", "2s | iso 50 | nd 4", "8s | iso 50 | nd 16"])(
    "what is left of the water\u2019s pattern is as promised, of %s",
    (line) => {
      // One exposure's water is a matter of luck: that of several, opened at different times.
      const reads = ["", " | delay 2s", " | delay 5s", " | delay 10s"].map((delay) =>
        read("smoothed-water", { water: "swell" }, `${line}${delay}`, [20, 430, 900, 120]),
      );
      const left = Math.sqrt(reads.reduce((sum, { kept }) => sum + kept.waterLeft! ** 2, 0) / reads.length);
      expect(Math.abs(left - reads[0]!.promised.water!.contrastLeft)).toBeLessThan(0.1);
    },
  );

  it("stars are as long as promised where the picture is large enough to tell", () => {
    const sky: Part = [320, 90, 320, 240];
    const { promised, kept } = read("star-points", {}, "8 x 20s | iso 800 -> mean", sky);
    expect(Math.abs(kept.starLengthPx! / promised.stars.trailPx - 1)).toBeLessThan(0.15);
    expect(read("star-points", {}, "8s | iso 1600", sky).kept.starLengthPx).toBeNull();
  });

  it("a suburban sky under which nothing aims yet is as bright as promised", () => {
    const { promised, measured } = read("star-points", { skyEv: -5.4 }, "8s | iso 800", [300, 290, 200, 140]);
    expect(Math.abs(measured.skyStops! - promised.sky!.meterStops)).toBeLessThan(0.35);
  });

  it("the place is what it is beside a lantern\u2019s light, not with it", () => {
    const { promised, measured } = read("light-drawing", {}, "3s | iso 50", [380, 420, 200, 120]);
    expect(Math.abs(measured.placeStops! - promised.base.meterStops)).toBeLessThan(0.35);
  });

  it("nothing is told of what adds up over frames that were left out, of brackets, and of pictures too small for it", () => {
    const nothing = { midTone: null, wayDrawn: null, waterLeft: null, starLengthPx: null };
    const part: Part = [300, 300, 60, 40];
    expect(read("still-view", {}, "40 x 1/4 | iso 100 -> mean", part).kept).toEqual(nothing);
    expect(read("still-view", {}, "3 x 1/4 | bracket 2 stops | iso 100 -> fuse", part).kept).toEqual(nothing);
  });
});
