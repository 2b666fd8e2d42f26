import { hashUnit } from "../random";
import { applyTable, type ColourTable, cubeText, parseLook, readColourTable } from ".";

/** A table of so many steps of what is said of each colour, as a file. */
const fileOf = (size: number, of: (r: number, g: number, b: number) => readonly number[], more = "") => {
  const rows = Array.from({ length: size ** 3 }, (_, at) => {
    const step = (place: number) => (Math.floor(at / place) % size) / (size - 1);
    return of(step(1), step(size), step(size * size)).join(" ");
  });
  return [`TITLE "made"`, "# a remark", more, `LUT_3D_SIZE ${size}`, ...rows].join("\r\n");
};
function tableOf(text: string): ColourTable {
  const read = readColourTable(text);
  if (read.table === null) throw new Error(read.problem);
  return read.table;
}
const codes = Uint16Array.from({ length: 3 * 500 }, (_, at) => Math.floor(65_536 * hashUnit(at, 3)));
function through(table: ColourTable, part = 1): number[] {
  const out = codes.slice();
  applyTable(out, { table, part });
  return [...out];
}
/** How far numbers are apart at most. */
const worst = (some: readonly number[], others: ArrayLike<number>) =>
  some.reduce((most, value, at) => Math.max(most, Math.abs(value - others[at]!)), 0);

it("leaves every colour where it leaves the corners, and follows what is straight to a code", () => {
  expect(worst(through(tableOf(fileOf(5, (r, g, b) => [r, g, b]))), codes)).toBeLessThanOrEqual(1);
  const swapped = through(tableOf(fileOf(3, (r, g, b) => [b, 0.5 * r + 0.25 * g, 1 - g])));
  for (let at = 0; at < codes.length; at += 3) {
    const [r, g, b] = [codes[at]!, codes[at + 1]!, codes[at + 2]!];
    expect(worst(swapped.slice(at, at + 3), [b, 0.5 * r + 0.25 * g, 65_535 - g])).toBeLessThanOrEqual(1);
  }
});

it("keeps greys grey between its colours, and does as much of it as is asked", () => {
  const bent = tableOf(fileOf(4, (r, g, b) => [r ** 2, g ** 2, b ** 2]));
  const grey = Uint16Array.from({ length: 3 * 200 }, (_, at) => 300 * Math.floor(at / 3));
  applyTable(grey, { table: bent, part: 1 });
  for (let at = 0; at < grey.length; at += 3) expect(new Set(grey.subarray(at, at + 3)).size).toBe(1);
  const [all, half] = [through(bent), through(bent, 0.5)];
  expect(
    worst(
      half,
      all.map((value, at) => (value + codes[at]!) / 2),
    ),
  ).toBeLessThanOrEqual(1);
});

it("reads a curve for each channel, and a domain of its own", () => {
  const channels = tableOf("LUT_1D_SIZE 3\n0 0 0\n0.25 0.5 0.5\n1 1 0.5");
  const out = Uint16Array.of(32_768, 32_768, 65_535, 16_384, 0, 49_151);
  applyTable(out, { table: channels, part: 1 });
  expect(worst([...out], [16_384, 32_768, 32_768, 8192, 0, 32_768])).toBeLessThanOrEqual(1);
  // From a half to white only; darker colours are its first one.
  const upper = tableOf(`DOMAIN_MIN 0.5 0.5 0.5\n${fileOf(2, (r, g, b) => [r, g, b])}`);
  const dark = Uint16Array.of(20_000, 49_151, 65_535);
  applyTable(dark, { table: upper, part: 1 });
  expect(worst([...dark], [0, 32_767, 65_535])).toBeLessThanOrEqual(1);
});

it("gives back what a look's own table was made of", () => {
  const { look } = parseLook("exposure -0.5 | colour -30 | contrast 20");
  const table = tableOf(cubeText("x", look));
  const again = tableOf(cubeText("again", parseLook("table x 100").look, table));
  expect(worst([...again.values], table.values)).toBeLessThan(2e-5);
});

it.each([
  ["", "it says no size"],
  ["LUT_3D_SIZE 2\n0 0 0", "it has 1 row of 8"],
  ["LUT_3D_SIZE 900", "Line 1 is wrong: its size has to be 2 to 65"],
  ["LUT_3D_SIZE -3", "size has to be"],
  ["0 0 0\nLUT_3D_SIZE 2", "Line 1 is wrong: its size"],
  ["LUT_3D_SIZE 2\nLUT_1D_SIZE 4", "says its size twice"],
  ["LUT_1D_SIZE 2\n0 0 0\n1 1\n", "Line 3 is wrong: a row has three numbers"],
  ["LUT_1D_SIZE 2\n0 0 0\n1 1 Infinity\n", "a row has three numbers"],
  ["LUT_1D_SIZE 2\n0 0 0\n1 1 1\n1 1 1", "more than the 2 rows"],
  ["DOMAIN_MIN 1 1 1\nLUT_1D_SIZE 2\n0 0 0\n1 1 1", "its domain is empty"],
  ["\u0000\u0001PNG", "a row has three numbers"],
])("says what is wrong with %j", (text, problem) => {
  const read = readColourTable(text);
  expect(read.table === null && read.problem).toContain(problem);
});
