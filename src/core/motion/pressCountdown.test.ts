import fc from "fast-check";
import { chosenCamera } from "../camera";
import { planCapture, plannedFrames } from "../capture";
import { passingStage, SMALL_LENS } from "../outlook/testing/simulated";
import { parseRecipe } from "../recipe";
import { simulateFrame } from "../scene";
import { nearestLandmarkM, type PressWish, pressAfterSeconds } from ".";

const camera = { ...chosenCamera({ phones: [], clipOns: [] }, null), lens: SMALL_LENS, shutterLagSeconds: 0.18 };
const frame = {
  focalLengthMm: SMALL_LENS.focalLengthMm,
  sensorWidthMm: (SMALL_LENS.widthPx * SMALL_LENS.pitchUm) / 1000,
};
const DARK = { sceneEv: -6, lamps: ["tail-lamp"] as const, lampIntensityCd: null };

/** Where the lamp's trail lies in a frame that is pressed so long after the mover passed a landmark, as parts of the width: its ends. */
function trailOf(
  line: string,
  mover: Parameters<typeof pressAfterSeconds>[1],
  pressedAfter: number,
  landmarkM: number,
) {
  const plan = planCapture(parseRecipe(line).recipe, camera, { pressedAtMs: 0, sensorCelsius: 10, seed: 4 })!;
  const stage = passingStage(plan, { ...DARK, lamps: [...DARK.lamps], mover });
  const [planned] = plannedFrames(plan);
  // The scene's second 0 has the mover at the frame's edge: it passed the landmark that much before.
  const pressedAt = pressedAfter - landmarkM / mover.speedMps;
  const opensSeconds = pressedAt + plan.firstOpensSeconds + plan.firstOpensSeconds;
  const { data, width, height } = simulateFrame(stage, plan, { ...planned!, opensSeconds });
  const columns = Array.from({ length: width }, (_, x) => {
    let most = 0;
    for (let y = 0; y < height; y++) most = Math.max(most, data[3 * (y * width + x)]!);
    return most;
  });
  const bright = Math.max(...columns) / 2;
  const lit = columns.flatMap((most, x) => (most > bright ? [x] : []));
  return { from: lit[0]! / width, to: lit.at(-1)! / width };
}

test("pressed when it says, the mover is within 5 % of the picture's width of where it was wanted", () => {
  fc.assert(
    fc.property(
      fc.double({ min: 0.1, max: 0.85, noNaN: true }),
      fc.double({ min: 12, max: 40, noNaN: true }),
      fc.double({ min: 2, max: 14, noNaN: true }),
      fc.double({ min: -35, max: 50, noNaN: true }),
      fc.double({ min: 30, max: 120, noNaN: true }),
      fc.constantFrom("delay 2s | ", ""),
      (part, distanceM, speedMps, headingDegFromPerpendicular, landmarkM, delay) => {
        const mover = { distanceM, speedMps, headingDegFromPerpendicular };
        const wish = { part, moment: "opens", landmarkM } as const;
        const timing = { firstOpensSeconds: (delay ? 2 : 0) + 0.18, shutterSeconds: 1 / 250, spanSeconds: 1 / 250 };
        const after = pressAfterSeconds(frame, mover, wish, timing);
        const { from, to } = trailOf(`1 x 1/250 | iso 100 | ${delay}jpeg`, mover, after, landmarkM);
        expect(Math.abs((from + to) / 2 - part)).toBeLessThan(0.05);
      },
    ),
    { numRuns: 40 },
  );
});

test("wanted in the middle of the exposure, the trail lies around that place", () => {
  const mover = { distanceM: 25, speedMps: 4, headingDegFromPerpendicular: 0 };
  const wish: PressWish = { part: 0.5, moment: "middle", landmarkM: 20 };
  const after = pressAfterSeconds(frame, mover, wish, {
    firstOpensSeconds: 2.18,
    shutterSeconds: 0.5,
    spanSeconds: 0.5,
  });
  const { from, to } = trailOf("1 x 0.5s | iso 50 | delay 2s | jpeg", mover, after, 20);
  expect(to - from).toBeGreaterThan(0.2);
  expect((from + to) / 2).toBeCloseTo(0.5, 1);
});

test("a landmark that is too near is told by how far away it has to be", () => {
  const mover = { distanceM: 20, speedMps: 10, headingDegFromPerpendicular: 0 };
  const timing = { firstOpensSeconds: 2.12, shutterSeconds: 1, spanSeconds: 1 };
  const wish = { part: 0, moment: "opens" } as const;
  expect(pressAfterSeconds(frame, mover, { ...wish, landmarkM: 5 }, timing)).toBeCloseTo(0.5 - 2.12, 6);
  const nearest = nearestLandmarkM(frame, mover, wish, timing, 1);
  expect(nearest).toBeCloseTo(31.2, 6);
  expect(pressAfterSeconds(frame, mover, { ...wish, landmarkM: nearest }, timing)).toBeCloseTo(1, 6);
});

test("a road that comes from its vanishing point, or goes there, still has a first and a last place", () => {
  for (const headingDegFromPerpendicular of [-80, 80])
    for (const part of [0, 0.5, 1]) {
      const mover = { distanceM: 8, speedMps: 12, headingDegFromPerpendicular };
      const timing = { firstOpensSeconds: 0.1, shutterSeconds: 1, spanSeconds: 1 };
      const after = pressAfterSeconds(frame, mover, { part, moment: "opens", landmarkM: 30 }, timing);
      expect(Number.isFinite(after)).toBe(true);
    }
});
