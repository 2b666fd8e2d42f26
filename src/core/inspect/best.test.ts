import { bestOf } from "./best";
import { inspectPicture } from "./inspectPicture";
import { madeNight } from "./testing/nightSky";

const frame = (id: string, part: Parameters<typeof madeNight>[0]) => ({
  id,
  figures: inspectPicture(madeNight({ stars: 80, ...part })),
});

describe("the best of some frames", () => {
  it("is the sharpest", () => {
    const found = bestOf([
      frame("shaken", { seed: 1, along: 2.5 }),
      frame("sharp", { seed: 2 }),
      frame("soft", { seed: 3, along: 1.5, across: 1.5 }),
    ])!;
    expect(found.id).toBe("sharp");
    expect(found.because).toMatch(/^its images are 2\.\d px wide, the others' 3\.\d/);
  });

  it("of frames that are as sharp is the one with least white, then with least noise", () => {
    const white = frame("white", { seed: 4 });
    const brighter = { ...white, figures: { ...white.figures, clippedAll: 0.03 } };
    expect(bestOf([brighter, frame("dark", { seed: 5 })])!.id).toBe("dark");
    expect(bestOf([frame("noisy", { seed: 6, noise: 4 }), frame("clean", { seed: 7 })])!.id).toBe("clean");
  });

  it("is nobody where nothing can be told", () => {
    expect(bestOf([])).toBeNull();
    expect(bestOf([frame("one", {})])).toBeNull();
    expect(
      bestOf([frame("black", { stars: 0, sky: 0, noise: 0 }), frame("too", { stars: 0, sky: 0, noise: 0 })]),
    ).toBeNull();
  });
});
