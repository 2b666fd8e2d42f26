import fc from "fast-check";
import { chosenCamera } from "../camera";
import { parseRecipe } from "../recipe";
import { planCapture, plannedFrames, pressedAtMs, runMoment, SOME_TIME } from ".";

const camera = chosenCamera({ phones: [], clipOns: [] }, null);
const framesOf = (line: string) => plannedFrames(planCapture(parseRecipe(line).recipe, camera, SOME_TIME)!);

describe("a run's clock", () => {
  const frames = framesOf("3 x 2s every 5s | iso 50 | delay 10s");
  const first = frames[0]!.opensSeconds;

  it("counts down to the first frame, through each, and between them", () => {
    expect(runMoment(frames, 0)).toEqual({ phase: "waits", frame: 0, leftSeconds: first });
    expect(runMoment(frames, first + 0.5)).toMatchObject({ phase: "open", frame: 0 });
    expect(runMoment(frames, first + 0.5).leftSeconds).toBeCloseTo(1.5, 9);
    expect(runMoment(frames, first + 3)).toMatchObject({ phase: "closed", frame: 1 });
    expect(runMoment(frames, first + 3).leftSeconds).toBeCloseTo(2, 9);
    expect(runMoment(frames, first + 12)).toEqual({ phase: "through", frame: 3, leftSeconds: 0 });
  });

  it("agrees with every frame of any plan, and what is left never grows within a phase", () => {
    const lines = ["24 x 2s every 2.5s", "1/4", "7 x 1/60", "3 x 1s | bracket 2 stops -> fuse"].map(framesOf);
    fc.assert(
      fc.property(fc.constantFrom(...lines), fc.double({ min: 0, max: 70, noNaN: true }), (planned, seconds) => {
        const { phase, frame, leftSeconds } = runMoment(planned, seconds);
        const open = planned.find((each) => each.opensSeconds <= seconds && seconds < each.closesSeconds);
        expect(phase === "open").toBe(open !== undefined);
        if (open) expect(frame).toBe(open.index);
        expect(leftSeconds).toBeGreaterThanOrEqual(0);
        if (phase === "open" || phase === "closed") {
          const later = runMoment(planned, seconds + leftSeconds / 2);
          expect(later.frame).toBe(frame);
          expect(later.leftSeconds).toBeCloseTo(leftSeconds / 2, 6);
        }
      }),
    );
  });

  it("goes by the frames as they came: a pause moves all that follows", () => {
    const late = 1_700_000_000_000;
    const taken = [
      { index: 0, takenAtMs: late + 1000 * first },
      { index: 1, takenAtMs: late + 1000 * (frames[1]!.opensSeconds + 30) },
    ];
    expect(pressedAtMs(frames, taken, 5)).toBeCloseTo(late + 30_000, 3);
    expect(pressedAtMs(frames, [], 5)).toBe(5);
    expect(pressedAtMs(frames, [{ index: 99, takenAtMs: late }], 5)).toBe(5);
  });
});
