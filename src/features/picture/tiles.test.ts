import { zoomIdentity } from "d3";
import fc from "fast-check";
import { pyramidLevels, TILE_PX } from "@/core/picture";
import { levelAt, tileKey, tilesIn } from "./tiles";
import { fitTransform } from "./useZoom";

const box = { width: 900, height: 640 };
const levels = pyramidLevels(4080, 3060);

describe("the size that is drawn", () => {
  it("has no fewer pixels than the screen shows, and less than four times as many", () => {
    expect([1, 2, 0.9, 0.5, 0.3, 0.25, 0.01].map((scale) => levelAt(levels, scale))).toEqual([0, 0, 0, 1, 1, 2, 3]);
  });
});

describe("the tiles that are asked for", () => {
  it("are all of a small size for the whole picture", () => {
    const fit = fitTransform(box, { width: 4080, height: 3060 });
    const level = levelAt(levels, fit.k);
    const { columns, rows } = levels[level]!;
    expect(tilesIn(levels, level, fit, box)).toHaveLength(columns * rows);
  });

  it("cover the box at any zoom, the middle first, and leave out what is not seen", () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.1, max: 8, noNaN: true }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        (k, across, down) => {
          const transform = zoomIdentity
            .translate(Math.min(0, across * (box.width - k * 4080)), Math.min(0, down * (box.height - k * 3060)))
            .scale(k);
          const level = levelAt(levels, k);
          const places = tilesIn(levels, level, transform, box);
          const px = 2 ** level * k;
          const covered = places.reduce((area, { left, top, width, height }) => {
            const seen = (offset: number, from: number, length: number, end: number) =>
              Math.min(end, offset + (from + length) * px) - Math.max(0, offset + from * px);
            const wide = seen(transform.x, left, width, Math.min(box.width, k * 4080));
            const high = seen(transform.y, top, height, Math.min(box.height, k * 3060));
            expect(Math.min(wide, high)).toBeGreaterThan(-px);
            return area + Math.max(0, wide) * Math.max(0, high);
          }, 0);
          expect(covered).toBeCloseTo(Math.min(box.width, k * 4080) * Math.min(box.height, k * 3060), 3);
          expect(new Set(places.map(tileKey)).size).toBe(places.length);
          expect(places.length).toBeLessThanOrEqual(
            (Math.ceil(box.width / (TILE_PX / 2)) + 2) * (Math.ceil(box.height / (TILE_PX / 2)) + 2),
          );
        },
      ),
    );
  });

  it("are none of a size that the picture has not", () => {
    expect(tilesIn(levels, 9, zoomIdentity, box)).toEqual([]);
  });
});
