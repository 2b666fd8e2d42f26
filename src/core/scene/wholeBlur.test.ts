import { blurWhole, discKernel, wayKernel } from "./wholeBlur";

const [WIDTH, ROWS] = [23, 9];

/** Rows of light with a margin above and below. */
const filled = (reach: number, light: (x: number, y: number, channel: number) => number): Float32Array =>
  Float32Array.from({ length: 3 * WIDTH * (ROWS + 2 * reach) }, (_, at) =>
    light(Math.floor(at / 3) % WIDTH, Math.floor(at / 3 / WIDTH) - reach, at % 3),
  );

test("a kernel's pixels weigh 1 in all, and a disc is as wide as is said", () => {
  for (const diameter of [3, 7.5, 20]) {
    const { runs, reach } = discKernel(diameter)!;
    const pixels = runs.reduce((sum, { fromX, toX }) => sum + toX - fromX + 1, 0);
    expect(runs.reduce((sum, { fromX, toX, weight }) => sum + weight * (toX - fromX + 1), 0)).toBeCloseTo(1, 9);
    expect(2 * Math.sqrt(pixels / Math.PI)).toBeGreaterThan(diameter - 1);
    expect(2 * Math.sqrt(pixels / Math.PI)).toBeLessThan(diameter + 1);
    expect(reach).toBe(Math.floor(diameter / 2));
  }
  const way = wayKernel([
    { x: 0, y: 0 },
    { x: 2.25, y: -1.5 },
  ])!;
  expect(way.runs.reduce((sum, { weight }) => sum + weight, 0)).toBeCloseTo(1, 9);
  expect(way.reach).toBe(2);
});

test("nothing that stands still, and no disc within a pixel, is a blur", () => {
  expect(discKernel(0.9)).toBeNull();
  expect(wayKernel([{ x: 0, y: 0 }])).toBeNull();
});

test("even light stays as it is up to every edge, and a point's light is kept", () => {
  for (const kernel of [discKernel(7)!, wayKernel([0, 1, 2, 3].map((step) => ({ x: step, y: -0.7 * step })))!]) {
    const out = new Float32Array(3 * WIDTH * ROWS);
    blurWhole(
      kernel,
      WIDTH,
      ROWS,
      filled(kernel.reach, (_x, _y, channel) => 1 + channel),
      out,
    );
    for (const [at, value] of out.entries()) expect(value).toBeCloseTo(1 + (at % 3), 5);
    blurWhole(
      kernel,
      WIDTH,
      ROWS,
      filled(kernel.reach, (x, y) => (x === 11 && y === 4 ? 60 : 0)),
      out,
    );
    const green = out.filter((_, at) => at % 3 === 1);
    expect(green.reduce((sum, value) => sum + value, 0)).toBeCloseTo(60, 3);
    expect(Math.max(...green)).toBeLessThan(30);
  }
});

test("a point is drawn where the picture went", () => {
  const kernel = wayKernel([
    { x: 0, y: 0 },
    { x: 4, y: 2 },
  ])!;
  const out = new Float32Array(3 * WIDTH * ROWS);
  blurWhole(
    kernel,
    WIDTH,
    ROWS,
    filled(kernel.reach, (x, y) => (x === 11 && y === 4 ? 8 : 0)),
    out,
  );
  const lit = [...out.keys()]
    .filter((at) => at % 3 === 0 && out[at]! > 1)
    .map((at) => [(at / 3) % WIDTH, Math.floor(at / 3 / WIDTH)]);
  expect(lit).toEqual([
    [11, 4],
    [15, 6],
  ]);
});
