import fc from "fast-check";
import { blendFrame, createFusion, fusedPicture, weighFrame } from "./exposureFusion";
import { medianInto } from "./median";
import { readFixture } from "./testing/fixtures";
import { countRises, layTrailsInPlace, medianRise, RISE_COUNTS } from "./trails";

describe("the median", () => {
  it.each([
    ["median.png", 9],
    ["median-first8.png", 8],
  ] as const)("gives %s exactly", async (name, count) => {
    const frames = await Promise.all(Array.from({ length: count }, (_, i) => readFixture(`frame_000${i + 1}.png`)));
    const wanted = await readFixture(name);
    const out = new Uint16Array(wanted.samples.length);
    medianInto(
      out,
      frames.map(({ samples }) => samples),
      true,
    );
    expect(out).toEqual(wanted.samples);
  });

  const stacks = fc
    .integer({ min: 1, max: 9 })
    .chain((count) =>
      fc.array(fc.uint16Array({ minLength: 12, maxLength: 12 }), { minLength: count, maxLength: count }),
    );

  it("is the middle of the sorted values, whatever the order of the frames", () => {
    fc.assert(
      fc.property(stacks, (frames) => {
        const out = new Uint16Array(12);
        medianInto(out, frames, true);
        const back = new Uint16Array(12);
        medianInto(back, [...frames].reverse(), true);
        expect(back).toEqual(out);
        out.forEach((median, sample) => {
          const sorted = frames.map((frame) => frame[sample]!).sort((a, b) => a - b);
          const [low, high] = [sorted[(sorted.length - 1) >> 1]!, sorted[sorted.length >> 1]!];
          expect(median).toBe(Math.floor((low + high + 1) / 2));
        });
      }),
    );
  });

  it("mixes the two middle values of an even number in linear light", () => {
    const out = new Uint16Array(3);
    medianInto(out, [new Uint16Array(3).fill(0), new Uint16Array(3).fill(65_535)], false);
    // Half of the light is code 188 of 255.
    expect(Math.round(out[0]! / 257)).toBe(188);
  });

  it("takes away what is in fewer than half of the frames, and says what it cannot use", () => {
    const street = new Uint16Array(6).fill(20_000);
    const walker = new Uint16Array(6).fill(20_000);
    walker.fill(60_000, 0, 3);
    const out = new Uint16Array(6);
    medianInto(out, [street, walker, street, walker, street], false);
    expect(out).toEqual(street);
    expect(() => medianInto(out, [], false)).toThrow(/at least one frame/);
    expect(() => medianInto(out, [new Uint16Array(3)], false)).toThrow(/3 samples, not 6/);
  });
});

describe("bracket fusion", () => {
  const fuse = (width: number, height: number, frames: readonly Uint16Array[]) => {
    const fusion = createFusion(width, height);
    for (const frame of frames) weighFrame(fusion, frame);
    for (const frame of frames) blendFrame(fusion, frame);
    return fusedPicture(fusion);
  };
  const textured = (width: number, height: number, level: (x: number, y: number) => number) =>
    Uint16Array.from({ length: 3 * width * height }, (_, i) => {
      const pixel = Math.floor(i / 3);
      const x = pixel % width;
      const y = Math.floor(pixel / width);
      const ripple = 1500 * Math.sin(x * 1.7 + y * 0.9 + (i % 3));
      return Math.max(0, Math.min(65_535, Math.round(level(x, y) + ripple)));
    });

  it("gives equal frames back, at any size", () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 33 }), fc.integer({ min: 1, max: 33 }), (width, height) => {
        const frame = textured(width, height, (x) => 20_000 + 500 * x);
        const fused = fuse(width, height, [frame, frame, frame]);
        expect(Math.max(...fused.map((code, i) => Math.abs(code - frame[i]!)))).toBeLessThanOrEqual(2);
      }),
      { numRuns: 25 },
    );
  });

  it("takes the lamp from the dark frame and the shadow from the bright one", () => {
    // Left half a bright wall, right half a dark one; eight times the light between the frames.
    const lit = textured(48, 32, (x) => (x < 24 ? 30_000 : 3000));
    const wall = (gain: number) => lit.map((code) => Math.min(65_535, code * gain));
    const fused = fuse(48, 32, [wall(1), wall(10)]);
    const mean = (from: number, to: number) => {
      const row = fused.slice(3 * 48 * 16 + 3 * from, 3 * 48 * 16 + 3 * to);
      return row.reduce((sum, code) => sum + code, 0) / row.length;
    };
    expect(mean(2, 16)).toBeGreaterThan(20_000);
    expect(mean(2, 16)).toBeLessThan(45_000);
    expect(mean(32, 46)).toBeGreaterThan(15_000);
  });

  it("does not depend on the order of the frames", () => {
    const [a, b, c] = [6000, 20_000, 50_000].map((level) => textured(20, 14, (x, y) => level + 300 * x - 200 * y));
    const forth = fuse(20, 14, [a!, b!, c!]);
    const back = fuse(20, 14, [c!, b!, a!]);
    expect(Math.max(...forth.map((code, i) => Math.abs(code - back[i]!)))).toBeLessThanOrEqual(1);
  });
});

describe("trails over the mean", () => {
  const usualRise = (low: Uint16Array, high: Uint16Array) => {
    const counts = new Uint32Array(RISE_COUNTS);
    countRises(counts, low, high);
    return medianRise(counts);
  };
  const noise = (seed: number) => Math.round(400 * Math.abs((Math.sin(seed * 12.9898) * 43_758.5453) % 1));
  const mean = Uint16Array.from({ length: 3000 }, () => 10_000);
  const brightest = Uint16Array.from(mean, (code, i) => code + noise(i) + (i < 300 ? 40_000 : 0));

  it("takes the rise that most pixels show for noise", () => {
    const rise = usualRise(mean, brightest);
    expect(rise).toBeGreaterThan(100);
    expect(rise).toBeLessThanOrEqual(400);
    expect(usualRise(mean, mean)).toBe(0);
  });

  it("keeps the mean where there is noise only, and the brightest where something passed", () => {
    const laid = mean.slice();
    layTrailsInPlace(laid, brightest, usualRise(mean, brightest));
    expect(laid.slice(300)).toEqual(mean.slice(300));
    expect(laid.slice(0, 300)).toEqual(brightest.slice(0, 300));
  });

  it("lies between the two everywhere", () => {
    const pictures = fc
      .integer({ min: 1, max: 20 })
      .chain((pixels) =>
        fc.tuple(
          fc.uint16Array({ minLength: 3 * pixels, maxLength: 3 * pixels }),
          fc.uint16Array({ minLength: 3 * pixels, maxLength: 3 * pixels }),
        ),
      );
    fc.assert(
      fc.property(pictures, fc.integer({ min: 0, max: 30_000 }), ([low, other], rise) => {
        const high = other.map((code, i) => Math.max(code, low[i]!));
        const laid = low.slice();
        layTrailsInPlace(laid, high, rise);
        laid.forEach((code, i) => {
          expect(code).toBeGreaterThanOrEqual(low[i]!);
          expect(code).toBeLessThanOrEqual(high[i]!);
        });
      }),
    );
  });
});
