import { hash32, hashUnit, normalFromBits } from "../random";
import { codeOfLight } from "../stack/lightCodes";
import { findLights, lightOfCodes, NOTHING_KNOWN, reduced, shapedStars, starDrift, wholePiece } from ".";
import { mostAbout } from "./extremes";
import { starPlanes } from "./starPlanes";

const SIZE = { width: 720, height: 400 };
const STARS = Array.from({ length: 30 }, (_, at) => ({
  x: 20 + 680 * hashUnit(at, 1),
  y: 20 + 260 * hashUnit(at, 2),
  light: 0.12 + 0.4 * hashUnit(at, 3),
}));

/** Stars of a width in a dark sky over ground, each drawn out to a line of light. */
function sky(sigma: number, drift: { readonly x: number; readonly y: number }) {
  const light = new Float32Array(SIZE.width * SIZE.height);
  for (let at = 0; at < light.length; at++) {
    const y = Math.floor(at / SIZE.width);
    light[at] = y > 320 ? 0.09 : 0.006 * (1 + 0.05 * normalFromBits(hash32(at)));
  }
  const steps = drift.x === 0 ? 1 : 12;
  for (const { x, y, light: peak } of STARS)
    for (let dy = -14; dy <= 14; dy++)
      for (let dx = -14; dx <= 14; dx++) {
        const [column, row] = [Math.round(x) + dx, Math.round(y) + dy];
        let sum = 0;
        for (let step = 0; step < steps; step++) {
          const along = (2 * (step + 0.5)) / steps - 1;
          sum += Math.exp(
            -((column - x - along * drift.x) ** 2 + (row - y - along * drift.y) ** 2) / (2 * sigma * sigma),
          );
        }
        const at = row * SIZE.width + column;
        light[at] = light[at]! + (peak * sum) / steps;
      }
  // A blue sky over ground that warm lamps light.
  const colour = (at: number) => (at > 320 * SIZE.width ? [1.3, 1, 0.5] : [0.8, 1, 1.5]);
  const samples = Uint16Array.from({ length: 3 * light.length }, (_, i) => {
    const at = Math.floor(i / 3);
    return codeOfLight(light[at]! * colour(at)[i % 3]!);
  });
  const small = reduced({ ...SIZE, samples }, 480);
  const found = findLights(lightOfCodes(small.samples, small.width, small.height), {
    ...NOTHING_KNOWN,
    noiseFloor: -11,
  });
  return { rows: { ...wholePiece(SIZE), codes: samples }, found };
}

/** Widths of stars along their longer and their shorter way, the middle of those that stand alone. */
function widths(codes: Uint16Array) {
  const { green } = lightOfCodes(codes, SIZE.width, SIZE.height);
  const alone = STARS.filter((star) =>
    STARS.every((other) => other === star || Math.hypot(other.x - star.x, other.y - star.y) > 24),
  );
  const all = alone.map(({ x, y }) => {
    let [sum, xx, xy, yy] = [0, 0, 0, 0];
    for (let row = Math.round(y) - 9; row <= y + 9; row++)
      for (let column = Math.round(x) - 9; column <= x + 9; column++) {
        const value = Math.max(0, green[row * SIZE.width + column]! - 0.012);
        sum += value;
        xx += value * (column - x) ** 2;
        xy += value * (column - x) * (row - y);
        yy += value * (row - y) ** 2;
      }
    const [mean, half] = [(xx + yy) / 2 / sum, Math.hypot((xx - yy) / 2, xy) / sum];
    return { long: Math.sqrt(mean + half), short: Math.sqrt(mean - half) };
  });
  const middle = (values: number[]) => values.sort((a, b) => a - b)[values.length >> 1]!;
  return { long: middle(all.map(({ long }) => long)), short: middle(all.map(({ short }) => short)) };
}

const ROUND = sky(1.6, { x: 0, y: 0 });

it("makes stars as much smaller as asked, as bright in their middle, and moves nothing else", () => {
  const { rows, found } = ROUND;
  const out = shapedStars(rows, found, { width: 0.6, round: 0 }, null);
  expect(widths(out).long / widths(rows.codes).long).toBeGreaterThan(0.5);
  expect(widths(out).long / widths(rows.codes).long).toBeLessThan(0.72);
  for (const { x, y } of STARS) {
    const at = 3 * (Math.round(y) * SIZE.width + Math.round(x));
    expect(out[at]! / rows.codes[at]!).toBeGreaterThan(0.9);
  }
  expect(out.subarray(3 * SIZE.width * 330)).toEqual(rows.codes.subarray(3 * SIZE.width * 330));
});

it("measures which way stars are long, and makes them nearly round", () => {
  const drift = { x: 2.8, y: 1.4 };
  const { rows, found } = sky(1.4, drift);
  const measured = starDrift(rows, found)!;
  expect(Math.atan2(measured.y, measured.x)).toBeCloseTo(Math.atan2(drift.y, drift.x), 1);
  expect(Math.hypot(measured.x, measured.y)).toBeCloseTo(Math.hypot(drift.x, drift.y), 0);
  const [was, is] = [widths(rows.codes), widths(shapedStars(rows, found, { width: 1, round: 1 }, measured))];
  expect(was.long / was.short).toBeGreaterThan(1.5);
  expect(is.long / is.short).toBeLessThan(1.25);
});

it("goes by the darkest and the brightest about each pixel, to the picture's edges", () => {
  const { rows, found } = ROUND;
  const planes = starPlanes(
    rows,
    found,
    found.lights.findIndex(({ id }) => id === "sky"),
  );
  const plane = (rowAt: (y: number) => number) => {
    const values = new Float32Array(SIZE.width * SIZE.height);
    for (let y = 0; y < SIZE.height; y++)
      values.set(new Float32Array(planes.kernel.memory.buffer, rowAt(y), SIZE.width), y * SIZE.width);
    return values;
  };
  const over = plane(planes.over);
  const most = mostAbout(over, SIZE.width, SIZE.height, 5);
  expect(plane(planes.near).every((value, at) => value === most[at])).toBe(true);
  const { red, green, blue } = lightOfCodes(rows.codes, SIZE.width, SIZE.height);
  const about = plane(planes.about);
  const differs = over.map((value, at) => {
    const luminance = 0.2126 * red[at]! + 0.7152 * green[at]! + 0.0722 * blue[at]!;
    return Math.abs(value - Math.max(0, luminance - about[at]!));
  });
  expect(differs.reduce((worst, value) => Math.max(worst, value), 0)).toBeLessThan(1e-6);
});

it("takes round stars for round, and a band of rows for what it is in the whole", () => {
  const { rows, found } = ROUND;
  expect(starDrift(rows, found)).toBeNull();
  expect(shapedStars(rows, found, { width: 1, round: 1 }, null)).toBe(rows.codes);
  const whole = shapedStars(rows, found, { width: 0.5, round: 0 }, null);
  const band = shapedStars(
    { ...rows, codes: rows.codes.subarray(3 * SIZE.width * 100, 3 * SIZE.width * 200), top: 100 },
    found,
    { width: 0.5, round: 0 },
    null,
  );
  const inner = (codes: Uint16Array, from: number) =>
    codes.subarray(3 * SIZE.width * from, 3 * SIZE.width * (from + 60));
  expect(inner(band, 20)).toEqual(inner(whole, 120));
});
