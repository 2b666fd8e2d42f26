import { inverted } from "../matrix3";
import { hash32, hashUnit } from "../random";
import { codeOfLight } from "../stack/lightCodes";
import {
  developPixels,
  developRows,
  exposureToHold,
  exposureToTouch,
  findLights,
  type LightPicture,
  lightOfCodes,
  NO_LIGHTS,
  NOTHING_KNOWN,
  parseLook,
  partsOf,
  SHOWN_FLOOR,
  wholePiece,
} from ".";
import { applied, balanceMatrix, lookOf, luminanceOf, oklabOf, rgbOfOklab } from "./colour";
import { developed, settleLook } from "./develop";

const KNOWN = { ...NOTHING_KNOWN, noiseFloor: -11 };
const SIZE = { width: 120, height: 90 };
type Rgb = readonly [number, number, number];

/** A picture by its light at each place. */
function pictureOf(at: (x: number, y: number) => Rgb, { width, height } = SIZE): LightPicture {
  const planes = [0, 1, 2].map((channel) =>
    Float32Array.from({ length: width * height }, (_, i) => at(i % width, Math.floor(i / width))[channel]!),
  ) as [Float32Array, Float32Array, Float32Array];
  return { width, height, red: planes[0], green: planes[1], blue: planes[2] };
}

const times = (rgb: Rgb, by: number): Rgb => [by * rgb[0], by * rgb[1], by * rgb[2]];
/** What lamps of a temperature light, of luminance 1: the light that its own balance makes neutral. */
const lampLight = (kelvin: number): Rgb => {
  const rgb = applied(inverted(balanceMatrix(kelvin)), [1, 1, 1]);
  return times(rgb, 1 / luminanceOf(rgb));
};

/** Blue sky over a street of which one half is lit by warm lamps and one by neutral ones, with a dark corner and noise of a hundredth. */
const street = pictureOf((x, y) => {
  const noise = 1 + 0.01 * (hashUnit(x, y) - 0.5);
  if (y < 30) return times([0.4, 0.8, 2.2], 0.05 * noise);
  if (x < 30 && y > 60) return times([1, 1, 1], 0.002 * noise);
  return times(lampLight(x < 70 ? 2900 : 4500), 0.1 * noise);
});

const found = findLights(street, KNOWN);
const planes = { ...street, ...partsOf(found, street) };

/** The picture under a line, linear. */
function under(line: string, picture = planes, lights = found): Float32Array {
  const { look, problems } = parseLook(line);
  expect(problems).toEqual([]);
  const { settled } = settleLook(look, lights, KNOWN.noiseFloor);
  const out = new Uint16Array(3 * picture.red.length);
  developPixels(settled, picture, out);
  const { red, green, blue } = lightOfCodes(out, picture.width, picture.height);
  return Float32Array.from({ length: out.length }, (_, i) => [red, green, blue][i % 3]![Math.floor(i / 3)]!);
}

const rgbAt = (light: Float32Array, x: number, y: number): Rgb => {
  const at = 3 * (y * SIZE.width + x);
  return [light[at]!, light[at + 1]!, light[at + 2]!];
};
const stopsOf = ([r, g, b]: Rgb): number => Math.log2(0.2126 * r + 0.7152 * g + 0.0722 * b);

describe("lights", () => {
  it("are found with their part of the picture, their light and their colour", () => {
    const byId = new Map(found.lights.map((light) => [light.id, light]));
    expect([...byId.keys()].sort()).toEqual(["neutral", "shadows", "sky", "warm"]);
    expect(byId.get("sky")!.share).toBeCloseTo(1 / 3, 1);
    expect(byId.get("shadows")!.middle).toBeCloseTo(Math.log2(0.002), 0);
    expect(byId.get("warm")!.middle).toBeCloseTo(Math.log2(0.1), 1);
    expect(byId.get("warm")!.looks!.kelvin).toBeCloseTo(2900, -2);
    expect(byId.get("neutral")!.looks!.kelvin).toBeCloseTo(4500, -2.3);
  });

  it("share each pixel among them, whole", () => {
    for (let at = 0; at < planes.red.length; at++) {
      const sum = planes.parts.reduce((all, part) => all + part[at]!, 0);
      expect(Math.abs(sum - 1)).toBeLessThan(1e-5);
    }
  });

  it("are told by what they are when a phone has balanced them away", () => {
    const m = balanceMatrix(3400);
    const balanced = pictureOf((x, y) => {
      const at = y * SIZE.width + x;
      return applied(m, [street.red[at]!, street.green[at]!, street.blue[at]!]).map((value) =>
        Math.max(0, value),
      ) as unknown as Rgb;
    });
    const ids = findLights(balanced, { ...KNOWN, balancedFor: 3400 }).lights.map(({ id }) => id);
    expect(ids).toEqual(expect.arrayContaining(["warm", "neutral"]));
    expect(findLights(balanced, KNOWN).lights.map(({ id }) => id)).toContain("cold");
  });

  it("are somebody's where he has painted them, beside what was found of them", () => {
    const at = (x: number, y: number) => y * SIZE.width + x;
    const painted = (id: "water" | "sky", isIn: (x: number, y: number) => boolean) =>
      new Map([
        [
          id,
          Float32Array.from(street.red, (_, i) => Number(isIn(i % SIZE.width, Math.floor(i / SIZE.width)))),
        ] as const,
      ]);
    const partIn = (lights: ReturnType<typeof findLights>, id: string, x: number, y: number) =>
      partsOf(lights, street).parts[lights.lights.findIndex((light) => light.id === id)]![at(x, y)]!;
    const canal = findLights(
      street,
      KNOWN,
      painted("water", (x, y) => x > 85 && y > 60),
    );
    expect(partIn(canal, "water", 105, 75)).toBeGreaterThan(0.95);
    expect(partIn(canal, "neutral", 105, 75)).toBeLessThan(0.05);
    expect(partIn(canal, "neutral", 105, 40)).toBeGreaterThan(0.9);
    const wall = findLights(
      street,
      KNOWN,
      painted("sky", (x, y) => x > 85 && y > 60),
    );
    for (const y of [10, 75]) expect(partIn(wall, "sky", 105, y)).toBeGreaterThan(0.95);
  });

  it("leave each other alone: what is done to one does not reach the next, nor make a halo at its edge", () => {
    const plain = under("exposure 0");
    const raised = under("sky +1 | warm -0.5");
    for (let y = 0; y < SIZE.height; y++)
      for (let x = 0; x < SIZE.width; x++) {
        // Where two lamps' lights meet, they pass into each other.
        if (Math.abs(x - 70) < 6 && y >= 30) continue;
        const wanted = y < 30 ? 1 : x < 30 && y > 60 ? 0 : x < 70 ? -0.5 : 0;
        const by = stopsOf(rgbAt(raised, x, y)) - stopsOf(rgbAt(plain, x, y));
        expect(Math.abs(2 ** (by - wanted) - 1)).toBeLessThan(0.01);
      }
  });
});

describe("a look", () => {
  it("that says nothing leaves every code, and one that raises by a stop doubles light under white", () => {
    const codes = Uint16Array.from({ length: 3 * 400 }, (_, i) => Math.floor(65_535 * hashUnit(i)));
    const picture = lightOfCodes(codes, 20, 20);
    const lights = findLights(picture, KNOWN);
    const pixels = { ...picture, ...partsOf(lights, picture) };
    const out = new Uint16Array(codes.length);
    developPixels(settleLook(parseLook("").look, lights, -11).settled, pixels, out);
    expect(Math.max(...out.map((code, i) => Math.abs(code - codes[i]!)))).toBeLessThanOrEqual(1);
    developPixels(settleLook(parseLook("exposure +1").look, lights, -11).settled, pixels, out);
    const { red } = picture;
    for (let at = 0; at < 400; at++) expect(Math.abs(out[3 * at]! - codeOfLight(2 * red[at]!))).toBeLessThanOrEqual(1);
  });

  it("comes out of the kernel as its plain twin says, whatever it does", () => {
    const lines = [
      "wb 3200K tint +6 | exposure -0.7 | contrast 40 | colour +60",
      "white -1 | black -9 | contrast -50 | highlights -1.5 | sky 4200K colour -40 | warm range 0.4 2700K +1",
      "colour -100 | shadows to noise | neutral to white",
    ];
    for (const [at, line] of lines.entries()) {
      const { settled: whole } = settleLook(
        parseLook(line).look,
        found,
        KNOWN.noiseFloor,
        null,
        at === 1 ? "p3" : "srgb",
      );
      const settled = { ...whole, lights: whole.lights.map((light) => ({ ...light, spared: 1 - at / 3 })) };
      const out = new Uint16Array(3 * planes.red.length);
      developPixels(settled, planes, out);
      let worst = 0;
      for (let at = 0; at < planes.red.length; at++) {
        const rgb = developed(settled, [planes.red[at]!, planes.green[at]!, planes.blue[at]!], {
          surroundings: planes.surroundings[at]!,
          parts: (light) => planes.parts[light]![at]!,
        });
        for (let channel = 0; channel < 3; channel++)
          worst = Math.max(worst, Math.abs(out[3 * at + channel]! - codeOfLight(rgb[channel]!)));
      }
      // The tone curve is straight between points a fiftieth of a stop apart.
      expect(worst).toBeLessThan(32);
    }
  });

  it("comes out row by row of a whole picture as it does from all its planes, stars too", () => {
    const night = pictureOf(
      (x, y) => (hash32(x, y) % 97 === 0 && y < 40 ? [0.3, 0.3, 0.34] : times([0.5, 0.7, 1.2], y < 50 ? 0.02 : 0.004)),
      { width: 121, height: 91 },
    );
    const codes = new Uint16Array(3 * 121 * 91);
    for (let at = 0; at < codes.length; at++)
      codes[at] = codeOfLight([night.red, night.green, night.blue][at % 3]![Math.floor(at / 3)]!);
    const picture = lightOfCodes(codes, 121, 91);
    const lights = findLights(picture, KNOWN);
    expect(lights.lights.map(({ id }) => id)).toEqual(expect.arrayContaining(["stars", "sky"]));
    const { settled } = settleLook(parseLook("stars +0.6 colour +40 | sky -0.5 5000K | contrast 20").look, lights, -11);
    const wanted = new Uint16Array(codes.length);
    developPixels(settled, { ...picture, ...partsOf(lights, picture) }, wanted);
    const size = { width: 121, height: 91 };
    const bands = [codes.slice(0, 3 * 121 * 40), codes.slice(3 * 121 * 40)];
    developRows(lights, settled, bands[0]!, wholePiece(size));
    developRows(lights, settled, bands[1]!, { ...wholePiece(size), top: 40 });
    const got = [...bands[0]!, ...bands[1]!];
    expect(got.reduce((worst, code, at) => Math.max(worst, Math.abs(code - wanted[at]!)), 0)).toBeLessThanOrEqual(4);
  });

  it("makes what has a light's own colour neutral, by that light's Kelvin", () => {
    const [r, g, b] = rgbAt(under("warm 2900K"), 50, 50);
    expect(Math.max(r, g, b) / Math.min(r, g, b)).toBeLessThan(1.02);
    const left = rgbAt(under("warm 2900K"), 100, 50);
    expect(left[0] / left[2]).toBeGreaterThan(1.5);
  });

  it("draws a light's range out about its middle and keeps what is small in it", () => {
    const ramp = pictureOf((x, y) => times([1, 1, 1], 0.1 * 2 ** (x / 60 - 1) * (1 + 0.1 * ((x + y) % 2))));
    const lights = findLights(ramp, { ...KNOWN, eyeLevel: [-0.1, -0.1] });
    const pixels = { ...ramp, ...partsOf(lights, ramp) };
    const out = under("ground range 2", pixels, lights);
    const stops = (x: number) => (stopsOf(rgbAt(out, x, 44)) + stopsOf(rgbAt(out, x, 45))) / 2;
    expect(stops(90) - stops(30)).toBeCloseTo(2, 0);
    const texture = (light: Float32Array) => Math.abs(stopsOf(rgbAt(light, 60, 44)) - stopsOf(rgbAt(light, 60, 45)));
    expect(texture(out)).toBeCloseTo(Math.log2(1.1), 1);
  });

  it("takes colour away without turning hues, and spares what is strong already", () => {
    const faint: Rgb = [0.22, 0.2, 0.18];
    const strong: Rgb = [0.5, 0.1, 0.02];
    const hue = (rgb: Rgb) => Math.atan2(oklabOf(rgb)[2], oklabOf(rgb)[1]);
    const chroma = (rgb: Rgb) => Math.hypot(oklabOf(rgb)[1], oklabOf(rgb)[2]);
    const { settled } = settleLook(parseLook("colour +100").look, NO_LIGHTS, -11);
    const at = { surroundings: -3, parts: () => 0 };
    const [one, two] = [developed(settled, faint, at), developed(settled, strong, at)];
    expect(hue(one)).toBeCloseTo(hue(faint), 4);
    expect(chroma(one) / chroma(faint)).toBeGreaterThan(1.9);
    expect(chroma(two) / chroma(strong)).toBeLessThan(1.5);
    expect(rgbOfOklab(oklabOf(strong))[1]).toBeCloseTo(strong[1], 6);
  });

  it("leaves white what was white: a lamp that is lowered does not turn grey", () => {
    const lamp = pictureOf((x, y) =>
      (x - 60) ** 2 + (y - 60) ** 2 < 100 ? [1, 1, 1] : times([0.4, 0.4, 0.4], y < 30 ? 0.1 : 0.5),
    );
    const lights = findLights(lamp, { ...KNOWN, eyeLevel: [-0.1, -0.1] });
    expect(lights.lights.map(({ id }) => id)).toContain("lamps");
    const out = under("lamps -2 | ground -1", { ...lamp, ...partsOf(lights, lamp) }, lights);
    expect(rgbAt(out, 60, 60)).toEqual([1, 1, 1]);
    expect(stopsOf(rgbAt(out, 10, 60))).toBeLessThan(Math.log2(0.2) - 0.8);
  });

  it("ends moves where the picture says", () => {
    // A picture whose light rises evenly in stops from -9 to -2: nothing is white, and 1 of 1000 pixels is over -2.007.
    const at = (exposure: number) => {
      const stops = Float64Array.from({ length: 7000 }, (_, i) => -9 + i / 1000 + exposure).sort();
      return { whitened: stops.filter((value) => value >= 0).length / 7000, darkest: stops[350]! };
    };
    expect(exposureToTouch(at)).toBeCloseTo(2, 1);
    expect(at(exposureToTouch(at) + 0.02).whitened).toBeGreaterThan(0.001);
    expect(at(exposureToHold(at)).darkest).toBeGreaterThanOrEqual(SHOWN_FLOOR);
    expect(at(exposureToHold(at) - 0.01).darkest).toBeLessThan(SHOWN_FLOOR);
  });

  it("says which of its lights a picture has not", () => {
    expect(settleLook(parseLook("sodium -1 | sky +1").look, found, -11).missing).toEqual(["sodium"]);
  });
});

it("knows a black body's colour again, and which side of it a colour lies", () => {
  for (const kelvin of [1900, 2700, 3300, 5000, 6504, 9000, 15_000]) {
    const looks = lookOf(lampLight(kelvin))!;
    expect(Math.abs(looks.kelvin / kelvin - 1)).toBeLessThan(0.01);
    expect(Math.abs(looks.tint)).toBeLessThan(0.5);
  }
  expect(lookOf([0.2, 0.4, 0.2])!.tint).toBeGreaterThan(20);
  expect(lookOf([0.4, 0.2, 0.4])!.tint).toBeLessThan(-20);
  // Green light that a balance with that tint makes neutral.
  const green = applied(balanceMatrix(4000, 10), lampLight(4000));
  expect(green[1]).toBeLessThan((green[0] + green[2]) / 2);
});
