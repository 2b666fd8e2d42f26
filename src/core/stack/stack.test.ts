import { readFileSync } from "node:fs";
import { join } from "node:path";
import fc from "fast-check";
import { decodeSrgb, encodeSrgb } from "../picture";
import {
  bandBytes,
  bindKernels,
  createFrameBand,
  createStack,
  type FusingSettings,
  foldFrame,
  frameSamples,
  readResult,
  resultChunkSamples,
  type Samples,
  type StackPlan,
  USUAL_SETTINGS,
  weighFrames,
} from ".";
import type { AccumulatorId } from "./accumulators";
import { clipMeanInto } from "./clipMean";
import { clipMeanOfBand } from "./clipMeanBand";
import { medianInto } from "./median";
import { medianOfBand } from "./medianBand";
import { readFixture } from "./testing/fixtures";
import { fusePlainly } from "./testing/plainKernels";

const module_ = new WebAssembly.Module(readFileSync(join(process.cwd(), "dist/kernels.wasm")));

/** Fuses whole frames through the compiled kernels, in the given order and in two ranges a frame. */
async function fuse(
  frames: readonly (Uint8Array | Uint16Array)[],
  plan: Omit<StackPlan, "threads" | "weighted" | "hasDark" | "moves">,
  weights: readonly number[] | null = null,
): Promise<Uint16Array> {
  const state = createStack({ ...plan, weighted: weights !== null, hasDark: false, moves: false, threads: 1 });
  const kernels = await bindKernels(module_, state.memory);
  const samples = plan.width * plan.height * 3;
  const middle = Math.floor(samples / 2 / 16) * 16;
  for (const [at, frame] of frames.entries()) {
    frameSamples(state, 0).set(frame);
    if (weights) weighFrames(state, 0, weights[at]!);
    foldFrame(kernels, state, 0, 0, middle);
    foldFrame(kernels, state, 0, middle, state.map.paddedSamples);
  }
  const out = new Uint16Array(samples);
  const weight = weights ? weights.reduce((sum, each) => sum + each, 0) : frames.length;
  const chunk = resultChunkSamples(state);
  for (let from = 0; from < samples; from += chunk) {
    const to = Math.min(samples, from + chunk);
    out.set(readResult(kernels, state, { id: plan.keeps[0]!, weight, thread: 0 }, from, to), from);
  }
  return out;
}

describe("the kernels on the golden set", () => {
  it.each([
    ["lighten.png", "brightest", false, 9],
    ["darken.png", "darkest", false, 9],
    ["mean.png", "mean", true, 9],
    ["mean-first8.png", "mean", true, 8],
    ["mean-linear.png", "mean", false, 9],
    ["sum.png", "sum", true, 9],
  ] as const)("give %s exactly", async (name, kept, encoded, count) => {
    const wanted = await readFixture(name);
    const frames = await Promise.all(Array.from({ length: count }, (_, i) => readFixture(`frame_000${i + 1}.png`)));
    const { width, height } = wanted;
    const got = await fuse(
      frames.map(({ samples }) => samples),
      { width, height, depth: 16, keeps: [kept], encoded },
    );
    expect(got).toEqual(wanted.samples);
  });
});

describe("the kernels", () => {
  const plans = fc.record({
    width: fc.integer({ min: 1, max: 23 }),
    height: fc.integer({ min: 1, max: 9 }),
    depth: fc.constantFrom(8 as const, 16 as const),
    keeps: fc.constantFrom<readonly AccumulatorId[]>(
      ["brightest"],
      ["darkest"],
      ["sum"],
      ["mean"],
      ["mean", "brightest"],
    ),
    encoded: fc.boolean(),
  });
  const stacks = plans.chain((plan) => {
    const length = plan.width * plan.height * 3;
    const frame: fc.Arbitrary<Uint8Array | Uint16Array> =
      plan.depth === 8
        ? fc.uint8Array({ minLength: length, maxLength: length })
        : fc.uint16Array({ minLength: length, maxLength: length });
    return fc.record({ plan: fc.constant(plan), frames: fc.array(frame, { minLength: 1, maxLength: 7 }) });
  });

  it("agree with plain doubles on random frames of any size", async () => {
    await fc.assert(
      fc.asyncProperty(stacks, async ({ plan, frames }) => {
        expect(await fuse(frames, plan)).toEqual(fusePlainly(frames, plan));
      }),
      { numRuns: 60, endOnFailure: true },
    );
  });

  it("round exact halves up in the dark, where the curve is straight", async () => {
    // Codes 2k and 2k + 1 of 16 bits, and 0 and 1 of 8 bits (0 and 257): means of k + 1/2 and 128 1/2.
    const even = Uint16Array.from({ length: 1200 }, (_, k) => 2 * k);
    const odd = Uint16Array.from(even, (code) => code + 1);
    const shape = { height: 1, keeps: ["mean"], encoded: false } as const;
    expect(await fuse([even, odd], { ...shape, width: 400, depth: 16 })).toEqual(odd);
    const dark = [new Uint8Array(3), new Uint8Array(3).fill(1)];
    expect(await fuse(dark, { ...shape, width: 1, depth: 8 })).toEqual(new Uint16Array(3).fill(129));
  });

  it("count frames by their weights", async () => {
    const plan = { width: 2, height: 1, depth: 8, encoded: false } as const;
    const frames = [Uint8Array.from([0, 60, 120, 180, 240, 255]), Uint8Array.from([255, 240, 180, 120, 60, 0])];
    const weights = [0.25, 1];
    const light = (code: number, weight: number) => weight * decodeSrgb(code / 255);
    const lit = await fuse(frames, { ...plan, keeps: ["brightest"] }, weights);
    const mean = await fuse(frames, { ...plan, keeps: ["mean"] }, weights);
    for (let i = 0; i < 6; i++) {
      const [one, other] = [light(frames[0]![i]!, 0.25), light(frames[1]![i]!, 1)];
      expect(lit[i]).toBe(Math.round(65_535 * encodeSrgb(Math.max(one, other))));
      expect(Math.abs(mean[i]! - 65_535 * encodeSrgb((one + other) / 1.25))).toBeLessThanOrEqual(0.51);
    }
    const [rising] = await Promise.all([fuse(frames, { ...plan, encoded: true, keeps: ["mean"] }, weights)]);
    expect(rising[1]).toBe(Math.floor((257 * (0.25 * 60 + 240)) / 1.25 + 0.5));
  });

  it("do not care about the order of the frames", async () => {
    await fc.assert(
      fc.asyncProperty(stacks, async ({ plan, frames }) => {
        expect(await fuse([...frames].reverse(), plan)).toEqual(await fuse(frames, plan));
      }),
      { numRuns: 20 },
    );
  });

  it("return every 8-bit code unchanged from a mean of equal frames", async () => {
    const frame = Uint8Array.from({ length: 256 * 3 }, (_, i) => i % 256);
    const got = await fuse([frame, frame, frame], { width: 256, height: 1, depth: 8, keeps: ["mean"], encoded: false });
    expect(got).toEqual(Uint16Array.from(frame, (code) => code * 257));
  });
});

describe("the kernels of what sees all frames at once", () => {
  async function fuseBandOf(
    fuseBand: typeof medianOfBand,
    frames: readonly Samples[],
    settings: FusingSettings,
  ): Promise<Uint16Array> {
    const [first] = frames;
    const depth = first instanceof Uint8Array ? 8 : 16;
    const band = createFrameBand(frames.length, first!.length + 5, depth);
    const kernels = await bindKernels(module_, band.memory);
    frames.forEach(({ buffer, byteOffset, byteLength }, frame) => {
      bandBytes(band, frame, first!.length).set(new Uint8Array(buffer, byteOffset, byteLength));
    });
    return fuseBand(kernels, band, first!.length, settings).slice();
  }
  const medianOf = (frames: readonly Samples[], encoded: boolean) =>
    fuseBandOf(medianOfBand, frames, { ...USUAL_SETTINGS, encoded });

  it.each([
    ["median.png", 9],
    ["median-first8.png", 8],
  ] as const)("give %s exactly", async (name, count) => {
    const frames = await Promise.all(Array.from({ length: count }, (_, i) => readFixture(`frame_000${i + 1}.png`)));
    const { samples } = await readFixture(name);
    expect(
      await medianOf(
        frames.map((frame) => frame.samples),
        true,
      ),
    ).toEqual(samples);
  });

  it("find what sorting finds, for bytes and 16 bits, odd and even, in linear light and not", async () => {
    const stacks = fc.record({
      count: fc.integer({ min: 1, max: 40 }),
      length: fc.integer({ min: 1, max: 50 }),
      seed: fc.integer({ min: 1, max: 1e6 }),
      bytes: fc.boolean(),
      encoded: fc.boolean(),
    });
    await fc.assert(
      fc.asyncProperty(stacks, async ({ count, length, seed, bytes, encoded }) => {
        let state = seed;
        const next = () => {
          state = (Math.imul(state, 1_103_515_245) + 12_345) >>> 0;
          return state >>> 8;
        };
        const frames = Array.from({ length: count }, () =>
          bytes ? Uint8Array.from({ length }, next) : Uint16Array.from({ length }, next),
        );
        const plain = new Uint16Array(length);
        medianInto(
          plain,
          frames.map((frame) => (bytes ? Uint16Array.from(frame, (byte) => 257 * byte) : (frame as Uint16Array))),
          encoded,
        );
        expect(await medianOf(frames, encoded)).toEqual(plain);
      }),
      { numRuns: 150 },
    );
  });

  it("give kappa-sigma.png exactly, and so do plain loops", async () => {
    const frames = await Promise.all(Array.from({ length: 9 }, (_, i) => readFixture(`frame_000${i + 1}.png`)));
    const { samples } = await readFixture("kappa-sigma.png");
    const all = frames.map((frame) => frame.samples);
    const settings = { ...USUAL_SETTINGS, encoded: true };
    expect(await fuseBandOf(clipMeanOfBand, all, settings)).toEqual(samples);
    const plain = new Uint16Array(samples.length);
    clipMeanInto(plain, all, settings);
    expect(plain).toEqual(samples);
  });

  it("clip as plain loops do: bytes, many frames of bytes, 16 bits, in linear light and not, by any kappa", async () => {
    const stacks = fc.record({
      count: fc.oneof(fc.integer({ min: 1, max: 40 }), fc.integer({ min: 250, max: 262 })),
      length: fc.integer({ min: 1, max: 40 }),
      seed: fc.integer({ min: 1, max: 1e6 }),
      bytes: fc.boolean(),
      encoded: fc.boolean(),
      kappa: fc.constantFrom(1, 1.7, 2.5, 4),
      iterations: fc.integer({ min: 1, max: 5 }),
    });
    await fc.assert(
      fc.asyncProperty(stacks, async ({ count, length, seed, bytes, encoded, kappa, iterations }) => {
        let state = seed;
        // Near each other, with a few that lie far away.
        const next = () => {
          state = (Math.imul(state, 1_103_515_245) + 12_345) >>> 0;
          const value = (state >>> 20) % 7 === 0 ? state >>> 12 : 90 + ((state >>> 8) % 30);
          return bytes ? value & 0xff : value & 0xffff;
        };
        const frames = Array.from({ length: count }, () =>
          bytes ? Uint8Array.from({ length }, next) : Uint16Array.from({ length }, next),
        );
        const settings = { ...USUAL_SETTINGS, encoded, kappa, iterations };
        const plain = new Uint16Array(length);
        const codes = frames.map((frame) => (bytes ? Uint16Array.from(frame, (byte) => 257 * byte) : frame));
        clipMeanInto(plain, codes as Uint16Array[], settings);
        const got = await fuseBandOf(clipMeanOfBand, frames, settings);
        // Sums of doubles fall to either side of a half here and there.
        for (let i = 0; i < length; i++) expect(Math.abs(got[i]! - plain[i]!)).toBeLessThanOrEqual(encoded ? 0 : 1);
      }),
      { numRuns: 150 },
    );
  });
});
