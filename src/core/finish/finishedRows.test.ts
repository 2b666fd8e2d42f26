import { hash32 } from "../random";
import {
  areaAsked,
  areaBehind,
  cutCodes,
  findLights,
  finishedArea,
  finishedRows,
  framedArea,
  framedRows,
  frameOf,
  lightOfCodes,
  measureGrains,
  measureNoise,
  NOTHING_KNOWN,
  parseLook,
  reduced,
  settleLook,
  uprightingOf,
} from ".";

const SIZE = { width: 330, height: 260 };
/** A sky with points in it over a street, noisy. */
const samples = Uint16Array.from({ length: 3 * SIZE.width * SIZE.height }, (_, i) => {
  const [at, channel] = [Math.floor(i / 3), i % 3];
  const [x, y] = [at % SIZE.width, Math.floor(at / SIZE.width)];
  const point = y < 120 && x % 37 < 2 && y % 29 < 2 ? 30_000 : 0;
  const light = y < 150 ? [5000, 6500, 10_000][channel]! : [16_000, 11_000, 6000][channel]! + 3000 * Math.sin(x / 9);
  return Math.min(65_535, light + point + (hash32(i) % 1500));
});
const small = reduced({ ...SIZE, samples }, 160);
/** Two trails along the street. */
const moving = samples.map((code, i) => {
  const y = Math.floor(i / 3 / SIZE.width);
  return y > 190 && y % 30 < 8 ? code * [0.9, 0.6, 0.3][i % 3]! : 0;
});
const smallMoving = reduced({ ...SIZE, samples: moving }, 160);
const lights = findLights(lightOfCodes(small.samples, small.width, small.height), {
  ...NOTHING_KNOWN,
  moving: lightOfCodes(smallMoving.samples, small.width, small.height),
  noiseFloor: -11,
});
const noise = measureNoise({ ...SIZE, samples });
const picture = {
  ...SIZE,
  samples,
  lights,
  noise: { noise, grains: measureGrains({ ...SIZE, samples }, noise) },
  drift: { x: 1.5, y: 0.5 },
  moving,
};
const WHOLE = { left: 0, top: 0, right: SIZE.width, bottom: SIZE.height };
const { look } = parseLook(
  "vignette 0.8 | glow -40 | grain -80 | speckle -100 | sharpen 50 | exposure +0.4 | straighten 4 | stars size -30 round 80 | sky -0.5 | trails -1 colour 40",
);
const { settled } = settleLook(look, lights, -11);
expect(settled.fields.trails).not.toBeNull();
const all = finishedRows(picture, settled, 0, SIZE.height);

it("rows, and pieces about any place, are what they are in the whole picture, whatever is done to them", () => {
  const bands = [0, 97, 180].flatMap((from, at, starts) => [
    ...finishedRows(picture, settled, from, starts[at + 1] ?? SIZE.height),
  ]);
  expect(bands).toEqual([...all]);
  for (const area of [
    { left: 140, top: 90, right: 200, bottom: 150 },
    { left: 0, top: 0, right: 40, bottom: 30 },
    { left: 301, top: 231, right: 330, bottom: 260 },
  ]) {
    const given = cutCodes(samples, WHOLE, areaAsked(area, settled, SIZE));
    const moves = cutCodes(moving, WHOLE, areaAsked(area, settled, SIZE));
    const piece = finishedArea(picture, settled, area, given, moves);
    const wanted = cutCodes(all, WHOLE, area);
    expect(piece.reduce((worst, code, at) => Math.max(worst, Math.abs(code - wanted[at]!)), 0)).toBeLessThanOrEqual(2);
  }
});

it("a piece that is set upright is looked up in no more than lies behind it", () => {
  const frame = frameOf(uprightingOf(look), null, SIZE);
  const whole = framedRows({ ...SIZE, samples: all }, frame, 0, frame.height);
  const area = { left: 60, top: 40, right: 150, bottom: 100 };
  const behind = areaBehind(frame, area, SIZE);
  const held = { codes: cutCodes(all, WHOLE, behind), area: behind, of: SIZE };
  const wanted = cutCodes(whole, { left: 0, top: 0, right: frame.width, bottom: frame.height }, area);
  expect(framedArea(held, frame, area)).toEqual(wanted);
});
