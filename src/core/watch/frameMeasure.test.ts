import { changeBetween, measureFrame, shiftBetween } from "./frameMeasure";

const [WIDTH, HEIGHT] = [160, 120];

/** A street of uneven houses, moved by so many pixels, with a light that may be dimmed and tinted. */
function street(dx: number, dy: number, gain = 1, tint: readonly [number, number, number] = [1, 1, 1]) {
  const samples = new Uint8Array(3 * WIDTH * HEIGHT);
  const light = (x: number, y: number) =>
    60 +
    50 * Math.sin(x / 9) +
    30 * Math.sin(x / 3.1 + 1) +
    30 * Math.sin(y / 7) +
    (Math.hypot(x - 90, y - 50) < 8 ? 60 : 0);
  for (let y = 0; y < HEIGHT; y++)
    for (let x = 0; x < WIDTH; x++)
      for (let channel = 0; channel < 3; channel++)
        samples[3 * (y * WIDTH + x) + channel] = Math.max(
          0,
          Math.min(255, gain * tint[channel]! * light(x - dx, y - dy)),
        );
  return measureFrame({ width: WIDTH, height: HEIGHT, samples });
}

test("a picture that moved is found where it went, also when its light has changed", () => {
  for (const [dx, dy] of [
    [2, 0],
    [0, -1],
    [1.5, 1.25],
    [-2.5, 0.5],
  ] as const)
    for (const gain of [1, 0.7]) {
      const { right, down } = shiftBetween(street(0, 0), street(dx, dy, gain));
      expect(right * WIDTH).toBeCloseTo(dx, 0);
      expect(down * WIDTH).toBeCloseTo(dy, 0);
      expect(Math.hypot(right * WIDTH - dx, down * WIDTH - dy)).toBeLessThan(0.5);
    }
});

test("one that stayed has not moved, and pictures of other sizes are not compared", () => {
  const { right, down } = shiftBetween(street(0, 0), street(0, 0, 0.8));
  expect(Math.hypot(right, down) * WIDTH).toBeLessThan(0.1);
  const other = measureFrame({ width: 8, height: 6, samples: new Uint8Array(144).fill(50) });
  expect(shiftBetween(street(0, 0), other)).toEqual({ right: 0, down: 0 });
});

test("a warmer picture has more red and less blue, whatever its brightness, and whatever passes before a part of it", () => {
  const [plain, warm, dim] = [street(0, 0), street(0, 0, 1, [1.1, 1, 0.9]), street(0, 0, 0.7)];
  // Encoded values a tenth higher are about a fifth of a stop to a third more light.
  expect(changeBetween(plain, warm).red).toBeGreaterThan(0.15);
  expect(changeBetween(plain, warm).blue).toBeLessThan(-0.15);
  expect(Math.abs(changeBetween(plain, dim).red)).toBeLessThan(0.03);
  expect(changeBetween(plain, dim).light).toBeLessThan(-0.8);
  const passed = { ...plain, parts: plain.parts.map((stops, at) => (at < 150 ? 0 : stops)) };
  expect(changeBetween(plain, passed)).toEqual({ light: 0, red: 0, blue: 0 });
});
