import { inspectPicture, MAP_ACROSS, MAP_DOWN } from ".";
import { madeNight } from "./testing/nightSky";

const FWHM = 2 * Math.sqrt(2 * Math.log(2));

describe("points of light", () => {
  it.each([0.7, 0.9, 1.4, 2.5])(
    "of a spread of %f pixels are counted within 8 %%, and as wide within 6 %%",
    (spread) => {
      const { points, smear } = inspectPicture(madeNight({ along: spread, across: spread }));
      expect(Math.abs(points / 60 - 1)).toBeLessThan(0.08);
      expect(Math.abs(smear!.fwhmPx / (FWHM * spread) - 1)).toBeLessThan(0.06);
      expect(smear!.elongation).toBeLessThan(1.08);
    },
  );

  it.each([0, 30, 75, 120, 165])("drawn out at %d° are found so within 4°, and as long as they are", (directionDeg) => {
    const { smear } = inspectPicture(madeNight({ along: 3, across: 1, directionDeg }));
    const apart = Math.abs(((smear!.directionDeg - directionDeg + 270) % 180) - 90);
    expect(apart).toBeLessThan(4);
    expect(Math.abs(smear!.elongation / 3 - 1)).toBeLessThan(0.1);
    expect(Math.abs(smear!.lengthPx / Math.sqrt(12 * (9 - 1)) - 1)).toBeLessThan(0.1);
    expect(smear!.agreement).toBeGreaterThan(0.9);
  });

  it("share no direction where they are round", () => {
    expect(inspectPicture(madeNight({ along: 1.6, across: 1.6 })).smear!.agreement).toBeLessThan(0.5);
  });

  it("are told from pixels that shine by themselves, which are counted within a tenth", () => {
    const { points, hotPixels } = inspectPicture(madeNight({ hotPixels: 200 }));
    expect(Math.abs(hotPixels / 200 - 1)).toBeLessThan(0.1);
    expect(Math.abs(points / 60 - 1)).toBeLessThan(0.1);
  });

  it("are none in noise, in black, in white and in pictures of a few pixels", () => {
    expect(inspectPicture(madeNight({ stars: 0, noise: 6 })).points).toBeLessThan(3);
    for (const code of [0, 255]) {
      const plain = { width: 90, height: 70, samples: new Uint8Array(90 * 70 * 3).fill(code) };
      expect(inspectPicture(plain)).toMatchObject({ points: 0, smear: null, noise: null, sharpPx: null, hotPixels: 0 });
    }
    const tiny = { width: 2, height: 1, samples: new Uint8Array(6).fill(90) };
    expect(inspectPicture(tiny)).toMatchObject({ points: 0, smear: null, hotPixels: 0 });
    expect(() => inspectPicture({ width: 2, height: 2, samples: new Uint8Array(6) })).toThrow(RangeError);
  });
});

describe("noise", () => {
  it.each([0.8, 1.5, 3, 6])("of %f codes is read off within 8 %% in every channel, stars or not", (noise) => {
    for (const stars of [0, 60]) {
      const read = inspectPicture(madeNight({ noise, stars })).noise!;
      // Rounding to whole codes adds a twelfth.
      const made = Math.hypot(noise, Math.sqrt(1 / 12));
      for (const channel of ["red", "green", "blue"] as const)
        expect(Math.abs(read[channel] / made - 1)).toBeLessThan(0.08);
      expect(Math.abs(read.level - 28)).toBeLessThan(3);
    }
  });
});

it("sharpness is told part by part: where half of a picture is soft, that half has less", () => {
  const sharp = madeNight({ stars: 900, along: 0.8, across: 0.8, seed: 4 });
  const soft = madeNight({ stars: 900, along: 3, across: 3, seed: 4 });
  const samples = sharp.samples.slice();
  const { width, height } = sharp;
  for (let y = 0; y < height; y++)
    samples.set(soft.samples.subarray(3 * (y * width + width / 2), 3 * (y + 1) * width), 3 * (y * width + width / 2));
  const map = inspectPicture({ width, height, samples }).sharpness;
  expect(map).toHaveLength(MAP_ACROSS * MAP_DOWN);
  const mean = (of: (column: number) => boolean) => {
    const own = map.filter((_, part) => of(part % MAP_ACROSS));
    return own.reduce((sum, each) => sum + each, 0) / own.length;
  };
  expect(mean((column) => column < MAP_ACROSS / 2)).toBeGreaterThan(3 * mean((column) => column >= MAP_ACROSS / 2));
});
