import { roomFor, shapeOf } from "./RoomForPicture";

/** What title, line of the night, thread, recipe line, column and band leave of a screen at Rehearse. */
const left = (width: number, height: number) => ({ width: width - 336, height: height - 40 - 24 - 36 - 44 - 99 });

it.each([
  [1280, 800, 4 / 3, 740],
  [1440, 900, 4 / 3, 870],
  [1920, 1080, 4 / 3, 1100],
  [1280, 800, 16 / 9, 900],
  [1280, 800, 3 / 4, 415],
])(
  "a picture at %d × %d of shape %d stands at least %d px wide, and not past its room",
  (width, height, aspect, least) => {
    const box = left(width, height);
    const room = roomFor(box, aspect);
    expect(room.width).toBeGreaterThanOrEqual(least);
    expect(room.width).toBeLessThanOrEqual(box.width);
    expect(room.height).toBeLessThanOrEqual(box.height);
    expect(Math.abs(room.width / room.height - aspect)).toBeLessThan(0.01 * aspect);
  },
);

it("stands from edge to edge on a phone, its tools below", () => {
  expect(roomFor({ width: 390, height: 560 }, 4 / 3)).toEqual({ width: 390, height: 292, beside: false });
});

it("takes its shape from a picture, from a lens, or from what phones usually take", () => {
  expect(shapeOf({ width: 1600, height: 900 })).toBeCloseTo(16 / 9, 9);
  expect(shapeOf({ widthPx: 3060, heightPx: 4080 })).toBe(0.75);
  expect([shapeOf(null), shapeOf({}), shapeOf({ width: 0, height: 0 })]).toEqual([4 / 3, 4 / 3, 4 / 3]);
});
