import { hash32 } from "../random";
import { findHotPixels, repairPixels } from ".";

const SIZE = { width: 60, height: 50 };

/** Dark, even ground with a little noise, 16-bit codes. */
const ground = () =>
  Uint16Array.from({ length: 3 * SIZE.width * SIZE.height }, (_, at) => 9000 + (hash32(at, 4) % 400));
const placeOf = (x: number, y: number) => y * SIZE.width + x;

describe("hot pixels", () => {
  it("are found where they stand alone; far lamps, walls and noise are none", () => {
    const darkest = ground();
    const hot = [placeOf(10, 10), placeOf(30, 20), placeOf(45, 41)];
    // One in all colours, one in red, one in blue whose colour has spread to its neighbours.
    for (let channel = 0; channel < 3; channel++) darkest[3 * hot[0]! + channel] = 40_000;
    darkest[3 * hot[1]!] = 52_000;
    darkest[3 * hot[2]! + 2] = 52_000;
    for (const step of [-1, 1, -SIZE.width, SIZE.width]) darkest[3 * (hot[2]! + step) + 2] = 35_000;
    // A lamp: as wide as a lens makes it; and a wall's edge.
    for (let dy = -3; dy <= 3; dy++)
      for (let dx = -3; dx <= 3; dx++)
        for (let channel = 0; channel < 3; channel++)
          darkest[3 * placeOf(20 + dx, 38 + dy) + channel] = 9000 + 45_000 * Math.exp(-(dx * dx + dy * dy) / 2.4);
    for (let y = 0; y < SIZE.height; y++) darkest.fill(30_000, 3 * placeOf(52, y), 3 * placeOf(60, y));
    expect([...findHotPixels(darkest, SIZE)]).toEqual(hot);
  });

  it("are made of what lies about them, with what they have spread, and nothing else is touched", () => {
    const frame = ground();
    const before = frame.slice();
    const [alone, spread] = [placeOf(12, 12), placeOf(40, 30)];
    frame[3 * alone + 1] = 60_000;
    frame[3 * spread] = 60_000;
    frame[3 * (spread + 1)] = 35_000;
    repairPixels(frame, SIZE, Uint32Array.of(alone, spread));
    const changed = [...frame.keys()].filter((at) => Math.abs(frame[at]! - before[at]!) > 400);
    expect(changed).toEqual([]);
    expect(frame[3 * alone]).toBe(before[3 * alone]);
    const bytes = Uint8Array.from(before, (code) => code >> 8);
    bytes[3 * alone + 2] = 255;
    repairPixels(bytes, SIZE, Uint32Array.of(alone));
    expect(Math.abs(bytes[3 * alone + 2]! - 35)).toBeLessThan(3);
  });
});
