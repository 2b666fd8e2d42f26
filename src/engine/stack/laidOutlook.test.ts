import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import sharp from "sharp";
import { chosenCamera } from "@/core/camera";
import { planCapture, plannedFrames } from "@/core/capture";
import { inspectPicture } from "@/core/inspect";
import { usualScene } from "@/core/intent";
import { outlookOf } from "@/core/outlook";
import { parseRecipe } from "@/core/recipe";
import { sceneNamed, setStage, simulateFrame } from "@/core/scene";
import { runStack } from "./runStack";
import { PLAIN_REQUEST } from "./testing/plainRequest";

const folder = mkdtempSync(join(tmpdir(), "aevumen-laid-"));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

const camera = chosenCamera({ phones: [], clipOns: [] }, null);
const WIDTH = 1360;
const PITCHES = camera.lens.widthPx / WIDTH;
const conditions = { pressedAtMs: 0, sensorCelsius: 12, seed: 5 };

const stage = setStage(sceneNamed("salt-marsh")!, camera.lens, WIDTH);

/** What a line promises, and what its simulated frames come to when files of them are fused as it says. */
async function promisedAndFused(line: string) {
  const { recipe } = parseRecipe(line);
  const plan = planCapture(recipe, camera, conditions)!;
  const request = { ...usualScene("star-points"), intent: "star-points" as const, camera, filterStops: [] };
  const files = await Promise.all(
    plannedFrames(plan).map(async (frame, index) => {
      const { data, width, height } = simulateFrame(stage, plan, frame);
      const path = join(folder, `${index}.png`);
      await sharp(data, { raw: { width, height, channels: 3 } })
        .png({ compressionLevel: 1 })
        .toFile(path);
      return { name: `${index}.png`, path };
    }),
  );
  const outputPath = join(folder, "out.tif");
  const outcome = await runStack({
    files,
    method: plan.stack ?? "mean",
    ...PLAIN_REQUEST,
    align: plan.align ?? "none",
    ground: [
      {
        adds: true,
        points: [
          [0, 0.86],
          [1, 0.86],
          [1, 1],
          [0, 1],
        ],
        width: null,
      },
    ],
    keeps: null,
    outputPath,
    layersPath: null,
    notes: { software: "test" },
  });
  const { data, info } = await sharp(outputPath).toColourspace("srgb").raw().toBuffer({ resolveWithObject: true });
  const figures = inspectPicture({ width: info.width, height: info.height, samples: new Uint8Array(data) });
  return { outcome, figures, stars: outlookOf(plan, request).stars };
}

describe("stars of frames that are laid by them, promised and fused", () => {
  const settings = "10s | iso 2000 | wb 4000K | focus inf";

  it("stay as long as in one frame, and fainter ones stand out, as the outlook says; as they lie they run on", async () => {
    const one = await promisedAndFused(`1 x ${settings}`);
    const laid = await promisedAndFused(`5 x ${settings} -> mean by stars`);
    const asTheyLie = await promisedAndFused(`5 x ${settings} -> mean`);
    expect(laid.outcome).toMatchObject({ kind: "done", refused: [] });
    expect(laid.stars.trailPx).toBe(one.stars.trailPx);
    // In pixels of the small frames, beyond what a star's own image is wide.
    expect(Math.abs(laid.figures.smear!.fwhmPx - one.figures.smear!.fwhmPx)).toBeLessThan(0.35);
    expect(laid.figures.smear!.elongation).toBeLessThan(one.figures.smear!.elongation + 0.15);
    expect(asTheyLie.stars.trailPx / PITCHES).toBeGreaterThan(2);
    expect(asTheyLie.figures.smear!.lengthPx).toBeGreaterThan(2.5 * laid.figures.smear!.lengthPx);
    // A star stands out by the noise about it: what the outlook promises in magnitudes is what noise has fallen by.
    const fell = 2.5 * Math.log10(one.figures.noise!.green / laid.figures.noise!.green);
    expect(Math.abs(laid.stars.faintestMagnitude! - one.stars.faintestMagnitude! - fell)).toBeLessThan(0.25);
    expect(laid.figures.points).toBeGreaterThan(one.figures.points);
  });
});

describe("frames that a hand has taken, laid over each other by shift and turn", () => {
  const SMALL = 816;
  const line = "3 x 1/60 every 1s | iso 800 | wb 4000K";
  const scene = sceneNamed("clock-facade")!;
  /** Where the hand looks beside where it was meant to, degrees. */
  const WANDERS = [
    [0.21, -0.12],
    [-0.33, 0.17],
    [0.12, 0.31],
  ] as const;

  it("come out as sharp as one of them, as the outlook says; as they lie they do not", async () => {
    const plan = planCapture(parseRecipe(`${line} -> mean`).recipe, camera, conditions)!;
    const files = await Promise.all(
      plannedFrames(plan).map(async (frame, index) => {
        const [across, up] = WANDERS[index]!;
        const { at, headingDeg, tiltDeg } = scene.camera;
        const held = { ...scene, camera: { at, headingDeg: headingDeg + across, tiltDeg: tiltDeg + up } };
        const { data, width, height } = simulateFrame(setStage(held, camera.lens, SMALL), plan, frame);
        const path = join(folder, `hand-${index}.png`);
        await sharp(data, { raw: { width, height, channels: 3 } })
          .png({ compressionLevel: 1 })
          .toFile(path);
        return { name: `hand-${index}.png`, path };
      }),
    );
    const sharpOf = async (some: typeof files, align: "none" | "turn") => {
      const outputPath = join(folder, "hand.tif");
      const outcome = await runStack({ ...PLAIN_REQUEST, files: some, method: "mean", align, outputPath });
      expect(outcome).toMatchObject({ kind: "done", refused: [] });
      const { data, info } = await sharp(outputPath).toColourspace("srgb").raw().toBuffer({ resolveWithObject: true });
      return inspectPicture({ width: info.width, height: info.height, samples: new Uint8Array(data) }).sharpPx!;
    };
    const one = await sharpOf(files.slice(1, 2), "none");
    expect((await sharpOf(files, "turn")) / one).toBeLessThan(1.15);
    expect((await sharpOf(files, "none")) / one).toBeGreaterThan(1.5);

    const request = { ...usualScene("still-view"), intent: "still-view" as const, camera, filterStops: [] };
    const softness = (text: string) =>
      outlookOf(planCapture(parseRecipe(text).recipe, camera, conditions)!, { ...request, support: "hand" }).softness;
    expect(softness(`${line} -> mean by turn`).totalPx).toBeCloseTo(softness("1 x 1/60 | iso 800").totalPx, 6);
    expect(softness(`${line} -> mean`).alignmentPx).toBeGreaterThan(10);
  });
});
