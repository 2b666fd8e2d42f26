import fc from "fast-check";
import { hash32 } from "../random";
import { BIN_COUNT, binStops, clippedShares, encodeSrgb, lightHistogram } from ".";
import { lumaWithClips } from "./luma";
import { plainLuma } from "./testing/plainLuma";

const total = (bins: readonly number[]) => bins.reduce((sum, count) => sum + count, 0);
/** Stops at which half of the pixels are darker. */
function median(bins: readonly number[]): number {
  const bin = bins.findIndex((_, i) => total(bins.slice(0, i + 1)) >= total(bins) / 2);
  return binStops(bin);
}
const surface = (stops: number, white: 255 | 65_535) => {
  const samples = Array<number>(300).fill(Math.round(white * encodeSrgb(2 ** stops)));
  return white === 255 ? Uint8Array.from(samples) : Uint16Array.from(samples);
};

describe("a histogram by light", () => {
  it.each([255, 65_535] as const)("of a surface lies where its light does, in files whose white is %d", (white) => {
    for (const stops of [-0.3, -1, -2.5, -5.2, -7]) {
      const { red, green, blue, luminance } = lightHistogram(surface(stops, white));
      for (const bins of [red, green, blue, luminance]) {
        expect(total(bins)).toBeCloseTo(100, 6);
        expect(Math.abs(median(bins) - stops)).toBeLessThan(0.2);
      }
    }
  });

  it("has white and black at its ends", () => {
    const { red, luminance } = lightHistogram(Uint8Array.from([255, 255, 255, 0, 0, 0]));
    expect([red[BIN_COUNT - 1], luminance[BIN_COUNT - 1], luminance[0]]).toEqual([1, 1, 1]);
  });

  it("loses no pixel, and does not stand as a comb where a file has few codes", () => {
    fc.assert(
      fc.property(fc.uint8Array({ minLength: 3, maxLength: 300 }), (bytes) => {
        const samples = bytes.subarray(0, bytes.length - (bytes.length % 3));
        for (const bins of Object.values(lightHistogram(samples)))
          expect(total(bins as number[])).toBeCloseTo(samples.length / 3, 6);
      }),
    );
    // Every code of the shadows once: between the darkest and the brightest no bin is empty.
    const codes = Uint8Array.from({ length: 3 * 40 }, (_, i) => 1 + Math.floor(i / 3));
    const { green } = lightHistogram(codes);
    const filled = green.flatMap((count, bin) => (count > 0 ? [bin] : []));
    expect(filled.at(-1)! - filled[0]!).toBe(filled.length - 1);
  });

  it("refuses what is no picture", () => {
    expect(() => lightHistogram(new Uint8Array(4))).toThrow("4 samples are not whole RGB pixels");
    expect(() => clippedShares(new Uint8Array(0))).toThrow(RangeError);
  });
});

describe("clipped and crushed pixels", () => {
  // Eight pixels: two white, one white in red alone, one black, four grey.
  const bytes = [255, 255, 255, 255, 255, 255, 255, 90, 90, 0, 0, 0, ...Array<number>(12).fill(128)];

  it("are counted as a screen of 8 bits shows them, whatever the file's depth", () => {
    const shares = { clippedAny: 3 / 8, clippedAll: 2 / 8, crushedAll: 1 / 8 };
    expect(clippedShares(Uint8Array.from(bytes))).toEqual(shares);
    // A hundred steps of 16 bits are less than half of one of 8.
    const wide = bytes.map((value) => Math.max(0, Math.min(65_535, value * 257 + (value === 0 ? 100 : -100))));
    expect(clippedShares(Uint16Array.from(wide))).toEqual(shares);
  });
});

describe("brightness and clipped shares in one go", () => {
  // Many whites and blacks, alone and together.
  const edges = [0, 0, 1, 254, 255, 255, 128, 77];

  it.each([
    [1, 1],
    [97, 41],
    // Longer than what the kernel takes at once, and no multiple of it.
    [411, 321],
  ])("are what they are pixel by pixel, %i x %i", (width, height) => {
    const samples = Uint8Array.from({ length: 3 * width * height }, (_, at) => edges[hash32(at, 5) % edges.length]!);
    const picture = { width, height, samples };
    const clips = clippedShares(samples);
    expect(lumaWithClips(picture)).toEqual({ brightness: { width, height, luma: plainLuma(samples) }, clips });
    expect(() => lumaWithClips({ ...picture, width: width + 1 })).toThrow(RangeError);
  });

  it("keep nothing of the picture before", () => {
    const white = { width: 300, height: 300, samples: new Uint8Array(270_000).fill(255) };
    expect(lumaWithClips(white).clips.clippedAll).toBe(1);
    expect(lumaWithClips({ width: 5, height: 1, samples: new Uint8Array(15).fill(9) }).clips).toEqual({
      clippedAny: 0,
      clippedAll: 0,
      crushedAll: 0,
    });
  });
});
