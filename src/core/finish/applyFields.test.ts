import { hashUnit } from "../random";
import { applyFields, type FinishLightId } from ".";
import type { Fields } from "./fields";

const OF = { width: 61, height: 47 };
const LIGHTS: readonly { readonly id: FinishLightId }[] = [
  { id: "ground" },
  { id: "sky" },
  { id: "stars" },
  { id: "trails" },
];
const NONE: Fields = { vignette: null, glow: null, recolour: null, trails: null };

/** Light, surroundings and parts of an area of a picture, by chance but the same for each of its places. */
function rowsOf({ left, top, width, rows }: { left: number; top: number; width: number; rows: number }) {
  const plane = (seed: number) =>
    Float32Array.from({ length: width * rows }, (_, at) =>
      hashUnit(left + (at % width), top + Math.floor(at / width), seed),
    );
  const parts = [4, 5, 6, 7].map(plane);
  const sums = parts[0]!.map((_, at) => parts.reduce((sum, part) => sum + part[at]!, 0));
  return {
    red: plane(1),
    green: plane(2),
    blue: plane(3),
    surroundings: plane(8).map((value) => -9 * value),
    parts: parts.map((part) => part.map((value, at) => value / sums[at]!)),
    shares: Uint16Array.from({ length: 3 * width * rows }, (_, i) => {
      const at = Math.floor(i / 3);
      return 65_535 * hashUnit(left + (at % width), top + Math.floor(at / width), 9 + (i % 3));
    }),
  };
}
const WHOLE = { left: 0, top: 0, width: OF.width, rows: OF.height };
/** An odd part of it, whose rows are no multiple of four. */
const PART = { left: 17, top: 11, width: 23, rows: 9 };

function applied(fields: Fields, area: typeof WHOLE) {
  const rows = rowsOf(area);
  applyFields(fields, rows, { width: area.width, left: area.left, top: area.top, of: OF }, LIGHTS);
  return rows;
}
/** Each pixel of an area: where it is in the picture, and in the area's planes. */
const pixelsOf = ({ left, top, width, rows }: typeof WHOLE) =>
  Array.from({ length: width * rows }, (_, at) => ({ at, x: left + (at % width), y: top + Math.floor(at / width) }));

it.each([
  [1.5, 0],
  [2.5, 0.6],
])("gives back %d stops of the corners from %d of the way there, and says so of the surroundings", (stops, rim) => {
  const [was, is] = [rowsOf(PART), applied({ ...NONE, vignette: { stops, rim } }, PART)];
  for (const { at, x, y } of pixelsOf(PART)) {
    const way = Math.hypot(2 * x + 1 - OF.width, 2 * y + 1 - OF.height) / Math.hypot(OF.width, OF.height);
    const given = stops * (Math.max(0, way - rim) / (1 - rim)) ** 2;
    expect(is.red[at]! / was.red[at]!).toBeCloseTo(2 ** given, 4);
    expect(is.blue[at]! / was.blue[at]!).toBeCloseTo(2 ** given, 4);
    expect(is.surroundings[at]! - was.surroundings[at]!).toBeCloseTo(given, 4);
  }
});

it("takes a part of a curved surface out of the sky's light, down to none, and leaves what is no sky to the last bit", () => {
  const surfaces = [
    [0.02, 0.1, -0.05, 0.2, 0.1, 0.3],
    [0.1, 0, 0.2, 0, 0, 0],
    [-0.2, 0.1, 0, 0, 0, 0],
  ] as const;
  const glow = { surfaces, part: 0.7 };
  const [was, is] = [rowsOf(PART), applied({ ...NONE, glow }, PART)];
  for (const { at, x, y } of pixelsOf(PART)) {
    const [across, down] = [(x + 0.5) / OF.width, (y + 0.5) / OF.height];
    const sky = was.parts[1]![at]! + was.parts[2]![at]!;
    for (const [channel, [one, a, b, aa, ab, bb]] of surfaces.entries()) {
      const value = one + a * across + b * down + aa * across ** 2 + ab * across * down + bb * down ** 2;
      const before = [was.red, was.green, was.blue][channel]![at]!;
      const wanted = Math.max(0, before - sky * 0.7 * Math.max(0, value));
      expect([is.red, is.green, is.blue][channel]![at]).toBeCloseTo(wanted, 5);
    }
  }
  const ground = rowsOf(PART);
  for (const part of [1, 2]) ground.parts[part]!.fill(0);
  const left = ground.red.slice();
  applyFields({ ...NONE, glow }, ground, { width: PART.width, left: PART.left, top: PART.top, of: OF }, LIGHTS);
  expect([...ground.red]).toEqual([...left]);
});

it("gives trails a colour as far as they are white, as bright as it can be shown", () => {
  const plane = (value: number) => ({ width: 3, height: 2, values: new Float32Array(6).fill(value) });
  const colours = [plane(0.6), plane(0.3), plane(0.1)] as const;
  const area = { left: 0, top: 0, width: 4, rows: 1 };
  const rows = {
    red: Float32Array.of(1, 0.5, 1, 0.3),
    green: Float32Array.of(1, 0.5, 1, 0.9),
    blue: Float32Array.of(1, 0.5, 1, 0.2),
    surroundings: new Float32Array(4),
    parts: [1, 2, 3].map(() => new Float32Array(4)).concat(Float32Array.of(1, 1, 0.5, 1)),
    shares: null,
  };
  const of = { width: 4, height: 1 };
  applyFields({ ...NONE, recolour: { colours, part: 0.8 } }, rows, { ...area, of }, LIGHTS);
  // White goes four fifths of its way to the colour whose brightest channel is 1; half of that where half of it is a trail.
  const whole = [1, 0.5, 1 / 6].map((value) => 1 + 0.8 * (value - 1));
  const half = [1, 0.5, 1 / 6].map((value) => 1 + 0.4 * (value - 1));
  const at = (pixel: number) => [rows.red[pixel]!, rows.green[pixel]!, rows.blue[pixel]!];
  for (const [pixel, wanted] of [
    [0, whole],
    // What is not nearly white in all channels has its colour still.
    [1, [0.5, 0.5, 0.5]],
    [2, half],
    [3, [0.3, 0.9, 0.2]],
  ] as const)
    for (let channel = 0; channel < 3; channel++) expect(at(pixel)[channel]).toBeCloseTo(wanted[channel]!, 5);
});

it("does the same to a part of a picture as to all of it", () => {
  const colour = (seed: number) => ({
    width: 9,
    height: 7,
    values: Float32Array.from({ length: 63 }, (_, at) => 0.2 + 0.3 * hashUnit(at, seed)),
  });
  const fields: Fields = {
    vignette: { stops: 1, rim: 0.2 },
    glow: {
      surfaces: [
        [0.1, 0.2, 0, 0, 0, 0.1],
        [0.05, 0, 0, 0.1, 0, 0],
        [0, 0, 0.1, 0, 0.1, 0],
      ],
      part: 0.5,
    },
    recolour: { colours: [colour(11), colour(12), colour(13)], part: 1 },
    trails: {
      stops: -0.8,
      range: 0.2,
      middle: -3,
      colour: 0.4,
      spared: 0.5,
      balance: [1.1, 0, 0, 0, 1, 0.1, 0, 0, 0.8],
    },
  };
  const [whole, part] = [applied(fields, WHOLE), applied(fields, PART)];
  for (const { at, x, y } of pixelsOf(PART)) {
    const there = y * OF.width + x;
    for (const plane of ["red", "green", "blue", "surroundings"] as const)
      expect(Math.abs(part[plane][at]! - whole[plane][there]!)).toBeLessThan(1e-5);
  }
});
