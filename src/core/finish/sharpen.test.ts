import { sharpened } from ".";

const WIDTH = 64;
const HEIGHT = 48;

/** Grey codes by column, the same in each row. */
const columns = (at: (x: number) => number): Uint16Array =>
  Uint16Array.from({ length: 3 * WIDTH * HEIGHT }, (_, i) => at(Math.floor(i / 3) % WIDTH));
const rowOf = (codes: Uint16Array) => Array.from({ length: WIDTH }, (_, x) => codes[3 * (20 * WIDTH + x)]!);
/** An edge between two tones as a lens draws it. */
const edge = columns((x) => 12_000 + 30_000 / (1 + Math.exp(-(x - 32) / 1.2)));

/** Columns that an edge takes from a tenth to nine tenths of its height. */
function rise(row: readonly number[]): number {
  const place = (share: number) => {
    const wanted = 12_000 + share * 30_000;
    const x = row.findIndex((code) => code >= wanted);
    return x - (row[x]! - wanted) / (row[x]! - row[x - 1]!);
  };
  return place(0.9) - place(0.1);
}

it("makes edges steeper, the more of it the more, with no rim of over a hundredth of white", () => {
  const [none, half, full] = [edge, sharpened(edge, WIDTH, 0.5), sharpened(edge, WIDTH, 1)].map(rowOf) as [
    number[],
    number[],
    number[],
  ];
  expect(rise(half)).toBeLessThan(rise(none));
  expect(rise(full)).toBeLessThan(0.85 * rise(none));
  for (const row of [half, full]) {
    expect(Math.max(...row)).toBeLessThanOrEqual(42_000 + 656);
    expect(Math.min(...row)).toBeGreaterThanOrEqual(12_000 - 656);
  }
});

it("leaves what is even as it is, and colours their differences", () => {
  const even = columns(() => 20_000);
  expect(sharpened(even, WIDTH, 1)).toEqual(even);
  const coloured = edge.map((code, at) => (at % 3 === 0 ? code + 3000 : code));
  const out = sharpened(coloured, WIDTH, 1);
  for (let at = 0; at < out.length; at += 3) expect(Math.abs(out[at]! - out[at + 1]! - 3000)).toBeLessThanOrEqual(1);
});
