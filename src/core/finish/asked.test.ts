import { hash32, hashUnit } from "../random";
import { codeOfLight } from "../stack/lightCodes";
import {
  askedBy,
  FINISH_LIGHT_IDS,
  findLights,
  finishedRows,
  LOOK_VALUE_IDS,
  LOOK_VALUES,
  lightOfCodes,
  measureGrains,
  measureNoise,
  NO_LIGHTS,
  NOTHING_KNOWN,
  noiseFloorStops,
  onSteps,
  PLAIN_LOOK,
  parseLook,
  reduced,
  starDrift,
  WHITE_GRAINS,
  wholePiece,
} from ".";
import { settleLook } from "./develop";

const SIZE = { width: 320, height: 240 };
/** A starry dusk over a street that warm lamps light, noisy, 16 bits. */
const samples = Uint16Array.from({ length: 3 * SIZE.width * SIZE.height }, (_, i) => {
  const [at, channel] = [Math.floor(i / 3), i % 3];
  const [x, y] = [at % SIZE.width, Math.floor(at / SIZE.width)];
  const star = y < 110 && hash32(x >> 1, y >> 1) % 301 === 0 ? 0.3 : 0;
  const sky = 0.02 * [0.6, 0.8, 1.5][channel]! + star;
  const street = 0.12 * [1.3, 1, 0.4][channel]! * (0.4 + x / SIZE.width);
  return codeOfLight((y < 120 ? sky : street) * (1 + 0.08 * (hashUnit(i, 9) - 0.5)));
});
const picture = { ...SIZE, samples };
const small = reduced(picture, 160);
const noise = measureNoise(picture);
const noiseFloor = noiseFloorStops(noise);
const found = findLights(lightOfCodes(small.samples, small.width, small.height), { ...NOTHING_KNOWN, noiseFloor });
const grains = measureGrains(picture, noise);
const drift = starDrift({ ...wholePiece(SIZE), codes: samples }, found);

/** A picture under a line, knowing all of it or only what the line asks for. */
function under(line: string, isAllKnown: boolean): Uint16Array {
  const { look } = parseLook(line);
  const asked = askedBy(look);
  const lights = isAllKnown || asked.lights ? found : NO_LIGHTS;
  const known = { noise, grains: isAllKnown || asked.grains ? grains : WHITE_GRAINS };
  const { settled } = settleLook(look, lights, noiseFloor);
  const all = { ...picture, lights, noise: known, drift: isAllKnown || asked.drift ? drift : null, moving: null };
  return finishedRows(all, settled, 60, 180);
}

it("finds in the picture what looks may ask for", () => {
  expect(found.lights.map(({ id }) => id)).toEqual(expect.arrayContaining(["sky", "stars"]));
  expect(grains).not.toEqual(WHITE_GRAINS);
});

it.each(LOOK_VALUE_IDS)("%s comes out the same where only what it asks for is known", (id) => {
  const row = LOOK_VALUES[id];
  for (const share of [0.2, 0.8]) {
    const line = `${id} ${onSteps(row.least + share * (row.most - row.least), row)}`;
    expect(Buffer.compare(Buffer.from(under(line, false).buffer), Buffer.from(under(line, true).buffer))).toBe(0);
  }
});

it.each(["wb 3200K tint +8", "curve -8:-9 -3:-2.5", "exposure +1 | vignette 1 | sharpen 40 | colour 30"])(
  "%s needs no lights",
  (line) => {
    expect(askedBy(parseLook(line).look)).toEqual({ lights: false, moving: false, grains: false, drift: false });
    expect(Buffer.compare(Buffer.from(under(line, false).buffer), Buffer.from(under(line, true).buffer))).toBe(0);
  },
);

it("every light that is named is looked for, and stars' length where they are rounded", () => {
  for (const id of FINISH_LIGHT_IDS)
    expect(askedBy({ ...PLAIN_LOOK, lights: { [id]: { stops: 1 } } })).toEqual({
      lights: true,
      moving: id === "trails",
      grains: false,
      drift: false,
    });
  expect(askedBy(parseLook("stars round 40").look).drift).toBe(true);
  expect(askedBy(parseLook("speckle -40").look)).toEqual({ lights: false, moving: false, grains: true, drift: false });
  // A colour that is given back lies where the trail is, and needs nothing of the stack.
  expect(askedBy(parseLook("trails recolour 80").look)).toEqual({
    lights: true,
    moving: false,
    grains: false,
    drift: false,
  });
});
