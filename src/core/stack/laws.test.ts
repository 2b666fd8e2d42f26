import { ALIKE_METHODS, lineMethodOf } from "./methods";

const WIDTH = 160;
const HEIGHT = 120;
const SAMPLES = 3 * WIDTH * HEIGHT;
const MIDDLE = 110;
const DEVIATION = 4;

/** Evenly distributed numbers from 0 to 1. @see Numerical Recipes, 3rd edition, 7.1: a 32-bit linear generator */
function numbers(seed: number): () => number {
  let state = seed >>> 0;
  return () => {
    state = (Math.imul(state, 1_664_525) + 1_013_904_223) >>> 0;
    return state / 2 ** 32;
  };
}

/** Even ground with normally distributed noise of its own in each frame, codes of 8 bits. */
function noisyFrames(count: number): Uint8Array[] {
  const next = numbers(count);
  const normal = () => Math.sqrt(-2 * Math.log(1 - next())) * Math.cos(2 * Math.PI * next());
  return Array.from({ length: count }, () =>
    Uint8Array.from({ length: SAMPLES }, () => Math.round(MIDDLE + DEVIATION * normal())),
  );
}

const fused = (id: (typeof ALIKE_METHODS)[number], frames: readonly Uint8Array[]): Uint16Array => {
  const fusing = lineMethodOf(id).small({ width: WIDTH, height: HEIGHT });
  for (const frame of frames) fusing.add(frame);
  return fusing.picture();
};

/** Light of a share of the highest code. @see IEC 61966-2-1 */
const linear = (code: number): number => (code <= 0.04045 ? code / 12.92 : ((code + 0.055) / 1.055) ** 2.4);

/** Mean and standard deviation of a picture, in codes of 8 bits. */
function spread(picture: Uint16Array): { mean: number; deviation: number } {
  const mean = picture.reduce((sum, value) => sum + value, 0) / picture.length / 257;
  const squares = picture.reduce((sum, value) => sum + (value / 257 - mean) ** 2, 0);
  return { mean, deviation: Math.sqrt(squares / picture.length) };
}

describe.each(ALIKE_METHODS)("the law of %s is kept by the frames that it fuses", (id) => {
  const { law } = lineMethodOf(id);

  it.each([2, 3, 5, 9, 16])("for the noise of even ground, in %i frames", (count) => {
    const { mean, deviation } = spread(fused(id, noisyFrames(count)));
    expect(deviation / DEVIATION / law.noiseShare(count)).toBeGreaterThan(0.95);
    expect(deviation / DEVIATION / law.noiseShare(count)).toBeLessThan(1.05);
    expect((mean - MIDDLE) / DEVIATION).toBeCloseTo(law.liftByNoise(count), 1);
  });

  it.each([3, 4, 8])("for what crosses a pixel in one of %i frames", (count) => {
    const [crossed, empty] = [230, 60];
    const frames = Array.from({ length: count }, (_, i) => {
      // A stripe of the picture, as trails are.
      const frame = new Uint8Array(SAMPLES).fill(empty);
      return i === 1 ? frame.fill(crossed, 0, SAMPLES / 10) : frame;
    });
    const level = linear(fused(id, frames)[0]! / 65_535);
    const promised = law.crossedOnce(count, linear(crossed / 255), linear(empty / 255));
    expect(level / promised).toBeGreaterThan(0.97);
    expect(level / promised).toBeLessThan(1.03);
  });
});
