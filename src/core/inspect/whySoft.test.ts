import { inspectPicture } from "./inspectPicture";
import { madeNight } from "./testing/nightSky";
import { softnessText, whySoft } from "./whySoft";

const figures = (part: Parameters<typeof madeNight>[0]) => inspectPicture(madeNight({ stars: 120, ...part }));
const others = [11, 12, 13, 14].map((seed) => figures({ seed }));

describe("why a frame is soft", () => {
  it("names a shake with its length and direction, and no frame that is like the others", () => {
    const shaken = whySoft(figures({ seed: 15, along: 2.4, directionDeg: 40 }), others);
    expect(shaken.kind).toBe("shaken");
    if (shaken.kind !== "shaken") return;
    expect(Math.abs(shaken.directionDeg - 40)).toBeLessThan(6);
    expect(Math.abs(shaken.px / Math.sqrt(12 * (2.4 ** 2 - 0.9 ** 2)) - 1)).toBeLessThan(0.15);
    for (const other of others) expect(whySoft(other, others)).toEqual({ kind: "sharp" });
  });

  it("tells a shake from defocus, and stars that trail in every frame from a shake of one", () => {
    expect(whySoft(figures({ seed: 15, along: 1.8, across: 1.8 }), others).kind).toBe("defocused");
    const trailing = [1, 2, 3].map((seed) => figures({ seed, along: 2.4, directionDeg: 40 }));
    expect(whySoft(trailing[0]!, trailing)).toEqual({ kind: "sharp" });
  });

  it("says where a picture is soft that is sharp elsewhere", () => {
    const made = (spread: number) => madeNight({ stars: 1500, along: spread, across: spread, seed: 4 });
    const [sharp, soft] = [made(0.8), made(3)];
    const samples = sharp.samples.slice();
    const from = Math.round(0.7 * sharp.width);
    for (let y = 0; y < sharp.height; y++)
      samples.set(
        soft.samples.subarray(3 * (y * sharp.width + from), 3 * (y + 1) * sharp.width),
        3 * (y * sharp.width + from),
      );
    const [whole, part] = [inspectPicture(sharp), inspectPicture({ ...sharp, samples })];
    const partly = whySoft(part, [whole, whole]);
    expect(partly.kind).toBe("partly");
    expect(softnessText(partly)).toBe("Soft at the right only: something moved there, or the lens was wet or fogged.");
  });
});
