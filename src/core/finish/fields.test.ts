import { hash32, hashUnit, normalFromBits } from "../random";
import { codeOfLight } from "../stack/lightCodes";
import {
  applyFields,
  developRows,
  findLights,
  type LightPicture,
  lightOfCodes,
  NOTHING_KNOWN,
  parseLook,
  partsOf,
  trailShares,
  wholePiece,
} from ".";
import { settleLook } from "./develop";

const SIZE = { width: 240, height: 160 };
const KNOWN = { ...NOTHING_KNOWN, noiseFloor: -11 };
type Rgb = readonly [number, number, number];

function pictureOf(at: (x: number, y: number) => Rgb): LightPicture {
  const planes = [0, 1, 2].map((channel) =>
    Float32Array.from(
      { length: SIZE.width * SIZE.height },
      (_, i) => at(i % SIZE.width, Math.floor(i / SIZE.width))[channel]!,
    ),
  ) as [Float32Array, Float32Array, Float32Array];
  return { ...SIZE, red: planes[0], green: planes[1], blue: planes[2] };
}

/** The picture's light after what a line does by place. */
function under(line: string, picture: LightPicture, known: Parameters<typeof findLights>[1] = KNOWN) {
  const found = findLights(picture, known);
  const { settled } = settleLook(parseLook(line).look, found, -11);
  const rows = {
    red: picture.red.slice(),
    green: picture.green.slice(),
    blue: picture.blue.slice(),
    ...partsOf(found, picture),
    shares: null,
  };
  applyFields(settled.fields, rows, wholePiece(SIZE), found.lights);
  return rows;
}

it.each([
  ["vignette 1.4", (way: number) => 1.4 * way ** 2],
  // A lens that is clipped on darkens only far out.
  ["vignette 2 | rim 60", (way: number) => 2 * (Math.max(0, way - 0.6) / 0.4) ** 2],
])("%s gives an even wall back that a lens has darkened", (line, lost) => {
  const wall = pictureOf((x, y) => {
    const way = Math.hypot(x - 119.5, y - 79.5) / Math.hypot(120, 80);
    return [0.2, 0.15, 0.1].map((light) => light * 2 ** -lost(way)) as unknown as Rgb;
  });
  const { red } = under(line, wall);
  expect(Math.max(...red) / 0.2).toBeCloseTo(1, 4);
  expect(Math.min(...red) / 0.2).toBeCloseTo(1, 4);
});

it("takes a town's glow out of the sky, leaves its darkest place, its stars and the ground", () => {
  const glowAt = (x: number, y: number) => 0.02 * (y / 100) ** 2 * (1 - 0.3 * ((x - 120) / 120) ** 2);
  const isStar = (x: number, y: number) => y < 90 && hashUnit(x, y, 5) > 0.997;
  const night = pictureOf((x, y) => {
    if (y >= 100) return [0.09, 0.06, 0.03];
    const noise = 1 + 0.02 * normalFromBits(hash32(x, y));
    const star = isStar(x, y) ? 0.2 : 0;
    return [1.2, 1, 0.8].map((share) => noise * (0.008 + share * glowAt(x, y)) + star) as unknown as Rgb;
  });
  const { red, green } = under("glow -100", night);
  const mean = (plane: Float32Array, top: number, left: number) => {
    const all = [];
    for (let y = top; y < top + 10; y++)
      for (let x = left; x < left + 40; x++) if (!isStar(x, y)) all.push(plane[y * SIZE.width + x]!);
    return all.reduce((sum, value) => sum + value, 0) / all.length;
  };
  for (const [top, left] of [
    [5, 100],
    [50, 20],
    [80, 100],
  ] as const) {
    // The glow is 0.0005 to 0.014 there; a tenth of its most is left.
    expect(Math.abs(mean(green, top, left) - 0.008)).toBeLessThan(0.0015);
    expect(Math.abs(mean(red, top, left) - 0.008)).toBeLessThan(0.0018);
  }
  for (let x = 0; x < SIZE.width; x++) expect(green[140 * SIZE.width + x]).toBeCloseTo(0.06, 4);
  const half = under("glow -50", night).green;
  expect(mean(half, 80, 100) - 0.008).toBeCloseTo(mean(night.green, 80, 100) / 2 - 0.004, 2.5);
  for (let at = 0; at < green.length; at++) {
    const [x, y] = [at % SIZE.width, Math.floor(at / SIZE.width)];
    if (isStar(x, y)) expect(green[at]).toBeGreaterThan(0.19);
  }
});

it("gives a white trail the colour of its edges, and leaves lamps that do not move white", () => {
  const trailAt = (y: number) => Math.max(0, 1 - Math.abs(y - 120) / 12);
  // Red lamps pass by: where they are brightest they are white.
  const moves = pictureOf((_, y) => {
    const light = 2.2 * trailAt(y);
    return [light, 0.28 * light, 0.05 * light].map((value) => (light > 1.6 ? 1 : Math.min(1, value))) as unknown as Rgb;
  });
  const isLamp = (x: number, y: number) => Math.hypot(x - 60, y - 60) < 8;
  const street = pictureOf((x, y) => {
    if (isLamp(x, y)) return [1, 1, 1];
    const at = y * SIZE.width + x;
    return [0.01 + moves.red[at]!, 0.01 + moves.green[at]!, 0.01 + moves.blue[at]!].map((value) =>
      Math.min(1, value),
    ) as unknown as Rgb;
  });
  const known = { ...KNOWN, moving: moves };
  const { red, green, blue } = under("trails recolour 100", street, known);
  const middle = 120 * SIZE.width + 100;
  expect(street.blue[middle]).toBe(1);
  expect(red[middle]).toBeGreaterThan(0.8);
  // The lamps' own colour is 0.28 and 0.05 of its red.
  expect(green[middle]! / red[middle]!).toBeLessThan(0.45);
  expect(blue[middle]! / red[middle]!).toBeLessThan(0.25);
  const lamp = 60 * SIZE.width + 60;
  expect([red[lamp], green[lamp], blue[lamp]]).toEqual([1, 1, 1]);
});

it("lowers white that was given a colour along with the trail about it, and spares white that was not", () => {
  const trailAt = (y: number) => Math.max(0, 1 - Math.abs(y - 80) / 12);
  const moves = pictureOf((_, y) => {
    const light = 2.2 * trailAt(y);
    return [light, 0.28 * light, 0.05 * light].map((value) => (light > 1.6 ? 1 : Math.min(1, value))) as unknown as Rgb;
  });
  const street = pictureOf((x, y) => {
    const at = y * SIZE.width + x;
    return [moves.red[at]!, moves.green[at]!, moves.blue[at]!].map((value) =>
      Math.min(1, 0.01 + value),
    ) as unknown as Rgb;
  });
  const found = findLights(street, { ...KNOWN, moving: moves });
  const codes = Uint16Array.from({ length: 3 * SIZE.width * SIZE.height }, (_, i) =>
    codeOfLight([street.red, street.green, street.blue][i % 3]![Math.floor(i / 3)]!),
  );
  const moving = Uint16Array.from(codes, (_, i) =>
    codeOfLight([moves.red, moves.green, moves.blue][i % 3]![Math.floor(i / 3)]!),
  );
  const luminance = (line: string) => {
    const out = codes.slice();
    const { settled } = settleLook(parseLook(line).look, found, -11);
    developRows(found, settled, out, wholePiece(SIZE), trailShares(codes, moving));
    const { red, green, blue } = lightOfCodes(out, SIZE.width, SIZE.height);
    return (y: number) => {
      const at = y * SIZE.width + 120;
      return 0.2126 * red[at]! + 0.7152 * green[at]! + 0.0722 * blue[at]!;
    };
  };
  const [coloured, lowered] = [luminance("trails recolour 100"), luminance("trails recolour 100 -1")];
  for (const y of [76, 78, 80, 82, 84]) expect(lowered(y) / coloured(y)).toBeCloseTo(0.5, 1);
  expect(luminance("trails -1")(80)).toBeCloseTo(1, 2);
});
