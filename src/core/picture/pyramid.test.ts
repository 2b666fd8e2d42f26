import fc from "fast-check";
import {
  decodeSrgb,
  encodeSrgb,
  halvedPixels,
  MARK,
  markedPixels,
  pyramidLevels,
  TILE_PX,
  tileArea,
  tilePixels,
} from ".";

describe("the sizes of a picture", () => {
  it("halve until one tile is enough", () => {
    expect(pyramidLevels(4080, 3060).map(({ width, height }) => [width, height])).toEqual([
      [4080, 3060],
      [2040, 1530],
      [1020, 765],
      [510, 383],
    ]);
    expect(pyramidLevels(TILE_PX, TILE_PX)).toHaveLength(1);
    expect(pyramidLevels(1, 1)).toEqual([{ width: 1, height: 1, columns: 1, rows: 1 }]);
  });

  it("are covered by tiles, each pixel once", () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 3000 }), fc.integer({ min: 1, max: 3000 }), (width, height) => {
        for (const level of pyramidLevels(width, height)) {
          let pixels = 0;
          for (let row = 0; row < level.rows; row++)
            for (let column = 0; column < level.columns; column++) {
              const area = tileArea(level, column, row)!;
              expect([area.left, area.top]).toEqual([column * TILE_PX, row * TILE_PX]);
              pixels += area.width * area.height;
            }
          expect(pixels).toBe(level.width * level.height);
          for (const [column, row] of [
            [-1, 0],
            [level.columns, 0],
            [0, level.rows],
            [0.5, 0],
            [Number.NaN, 0],
          ])
            expect(tileArea(level, column!, row!)).toBeNull();
        }
      }),
      { numRuns: 60 },
    );
  });
});

describe("pixels for the screen", () => {
  it("carry their marks, also into smaller sizes, where one of four is enough", () => {
    const samples = Uint8Array.from([255, 255, 255, 10, 20, 30, 255, 0, 0, 0, 0, 0]);
    const pixels = markedPixels(samples);
    expect([3, 7, 11, 15].map((at) => pixels[at])).toEqual([
      MARK.clippedAny | MARK.clippedAll,
      0,
      MARK.clippedAny,
      MARK.crushed,
    ]);
    expect(halvedPixels(pixels, { width: 2, height: 2 })[3]).toBe(MARK.clippedAny | MARK.clippedAll | MARK.crushed);
    expect([...markedPixels(Uint16Array.from([65_535, 257, 128]))]).toEqual([255, 1, 0, MARK.clippedAny]);
  });

  it("are halved by their light: half white and half black is half the light, not half the code", () => {
    const [grey] = halvedPixels(markedPixels(Uint8Array.from([255, 255, 255, 0, 0, 0])), { width: 2, height: 1 });
    expect(grey).toBe(Math.round(255 * encodeSrgb(0.5)));
  });

  it("keep their light when they are halved, at odd sizes too, and an even surface stays as it is", () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 9 }),
        fc.integer({ min: 1, max: 9 }),
        fc.nat(255),
        (width, height, code) => {
          const even = markedPixels(new Uint8Array(3 * width * height).fill(code));
          for (const [at, value] of halvedPixels(even, { width, height }).entries())
            if (at % 4 !== 3) expect(value).toBe(code);
        },
      ),
    );
    const samples = Uint8Array.from({ length: 3 * 16 * 16 }, (_, i) => (i * 7919) % 256);
    const light = (pixels: Uint8Array) =>
      pixels.reduce((sum, value, at) => sum + (at % 4 === 3 ? 0 : decodeSrgb(value / 255)), 0) / pixels.length;
    const pixels = markedPixels(samples);
    expect(Math.abs(light(halvedPixels(pixels, { width: 16, height: 16 })) / light(pixels) - 1)).toBeLessThan(0.01);
  });

  it("are cut into tiles row by row", () => {
    const width = 5;
    const pixels = Uint8Array.from({ length: 4 * width * 3 }, (_, at) => Math.floor(at / 4));
    const tile = tilePixels(pixels, { width }, { left: 2, top: 1, width: 2, height: 2 });
    expect([0, 4, 8, 12].map((at) => tile[at])).toEqual([7, 8, 12, 13]);
  });
});
