import { readFileSync } from "node:fs";
import { join } from "node:path";
import fc from "fast-check";
import {
  bandBytes,
  bindKernels,
  createFrameBand,
  createStack,
  foldFrame,
  readResult,
  resultChunkSamples,
  type Samples,
  type StackPlan,
} from ".";
import { medianInto } from "./median";
import { medianOfBand } from "./medianBand";
import { readFixture } from "./testing/fixtures";
import { fusePlainly } from "./testing/plainKernels";

const module_ = new WebAssembly.Module(readFileSync(join(process.cwd(), "dist/kernels.wasm")));

/** Fuses whole frames through the compiled kernels, in the given order and in two ranges a frame. */
async function fuse(
  frames: readonly (Uint8Array | Uint16Array)[],
  plan: Omit<StackPlan, "threads">,
): Promise<Uint16Array> {
  const state = createStack({ ...plan, threads: 1 });
  const kernels = await bindKernels(module_, state.memory);
  const samples = plan.width * plan.height * 3;
  const middle = Math.floor(samples / 2 / 16) * 16;
  for (const frame of frames) {
    const target = plan.depth === 8 ? Uint8Array : Uint16Array;
    new target(state.memory.buffer, state.map.frames[0]!, samples).set(frame);
    foldFrame(kernels, state, 0, 0, middle);
    foldFrame(kernels, state, 0, middle, state.map.paddedSamples);
  }
  const out = new Uint16Array(samples);
  const chunk = resultChunkSamples(state);
  for (let from = 0; from < samples; from += chunk) {
    const to = Math.min(samples, from + chunk);
    out.set(readResult(kernels, state, { id: plan.keeps[0]!, frames: frames.length }, from, to), from);
  }
  return out;
}

describe("the kernels on the golden set", () => {
  it.each([
    ["lighten.png", "brightest", false, 9],
    ["mean.png", "sum", true, 9],
    ["mean-first8.png", "sum", true, 8],
    ["mean-linear.png", "sum", false, 9],
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
    keeps: fc.constantFrom(["brightest" as const], ["sum" as const], ["sum" as const, "brightest" as const]),
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
    const shape = { height: 1, keeps: ["sum"], encoded: false } as const;
    expect(await fuse([even, odd], { ...shape, width: 400, depth: 16 })).toEqual(odd);
    const dark = [new Uint8Array(3), new Uint8Array(3).fill(1)];
    expect(await fuse(dark, { ...shape, width: 1, depth: 8 })).toEqual(new Uint16Array(3).fill(129));
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
    const got = await fuse([frame, frame, frame], { width: 256, height: 1, depth: 8, keeps: ["sum"], encoded: false });
    expect(got).toEqual(Uint16Array.from(frame, (code) => code * 257));
  });
});

describe("the median's kernels", () => {
  async function medianOf(frames: readonly Samples[], encoded: boolean): Promise<Uint16Array> {
    const [first] = frames;
    const depth = first instanceof Uint8Array ? 8 : 16;
    const band = createFrameBand(frames.length, first!.length + 5, depth);
    const kernels = await bindKernels(module_, band.memory);
    frames.forEach(({ buffer, byteOffset, byteLength }, frame) => {
      bandBytes(band, frame, first!.length).set(new Uint8Array(buffer, byteOffset, byteLength));
    });
    return medianOfBand(kernels, band, first!.length, encoded).slice();
  }

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
});
