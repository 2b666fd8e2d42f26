import { hashUnit } from "../random";
import {
  FINISH_LIGHT_IDS,
  LIGHT_VALUES,
  LOOK_VALUE_IDS,
  LOOK_VALUES,
  type Look,
  look,
  onSteps,
  PLAIN_LOOK,
  parseLook,
  printLook,
} from ".";
import { LAMP_LIGHTS } from "./lightIds";

const read = (line: string): Look => {
  const { look: got, problems } = parseLook(line);
  expect(problems).toEqual([]);
  return got;
};

it("reads what is done to the whole, and to each light", () => {
  const line =
    "wb 3200K tint -4 | exposure +0.5 | ground +0.7 range 1.2 | sodium colour -35 | sky 4200K | trails -1 | shadows to noise";
  expect(read(line)).toEqual({
    ...PLAIN_LOOK,
    balance: { kelvin: 3200, tint: -4 },
    values: { exposure: 0.5 },
    lights: {
      ground: { stops: 0.7, range: 1.2 },
      sodium: { colour: -35 },
      sky: { kelvin: 4200 },
      trails: { stops: -1 },
      shadows: { stops: "noise" },
    },
  });
});

it("reads it however it is spelled", () => {
  expect(read("  Façade −.5 |EXPOSURE 1|  crop 0.1 0 .8 1 ")).toEqual({
    ...PLAIN_LOOK,
    values: { exposure: 1 },
    lights: { facade: { stops: -0.5 } },
    crop: { left: 0.1, top: 0, width: 0.8, height: 1 },
  });
  expect(read("")).toEqual(PLAIN_LOOK);
});

const chance = (seed: number) => {
  let step = 0;
  return () => hashUnit(seed, step++);
};

/** Any look there can be, by chance. */
function anyLook(seed: number): Look {
  const random = chance(seed);
  const some = () => random() < 0.4;
  const from = (row: { least: number; most: number; step: number }) =>
    onSteps(row.least + random() * (row.most - row.least), row);
  const part = Math.round(random() * 5000) / 1e4;
  return look.parse({
    version: 1,
    balance: some() ? { kelvin: from(LIGHT_VALUES.kelvin), tint: Math.round(random() * 60 - 30) } : null,
    values: Object.fromEntries(LOOK_VALUE_IDS.filter(some).map((id) => [id, from(LOOK_VALUES[id])])),
    curve: some()
      ? [
          [-12 + part, -11 - part],
          [-6.5, -5.25 + part],
          [-part, 0],
        ]
      : null,
    lights: Object.fromEntries(
      FINISH_LIGHT_IDS.filter(some).map((id) => [
        id,
        {
          stops: some() ? "white" : from(LIGHT_VALUES.stops),
          ...(some() && { range: from(LIGHT_VALUES.range) }),
          ...(some() && { colour: from(LIGHT_VALUES.colour) }),
          ...(some() && { kelvin: from(LIGHT_VALUES.kelvin) }),
          ...(some() && id === "stars" && { size: from(LIGHT_VALUES.size), round: from(LIGHT_VALUES.round) }),
          ...(some() && id === "trails" && { recolour: from(LIGHT_VALUES.recolour) }),
        },
      ]),
    ),
    table: some() ? { name: `warm-${seed}`, percent: 1 + (seed % 100) } : null,
    crop: some() ? { left: part, top: 0, width: 0.5, height: 1 - part } : null,
  });
}

it("is read back as it was printed, whatever the look", () => {
  for (let seed = 1; seed <= 300; seed++) {
    const wanted = anyLook(seed);
    expect(read(printLook(wanted))).toEqual(wanted);
    expect(printLook(read(printLook(wanted)))).toBe(printLook(wanted));
  }
});

it.each([
  ["exposure +9", 9, "+9", "exposure in stops of -6 to 6"],
  ["ground", 6, "", "what becomes of it"],
  ["ground +1 sky +1", 10, "sky", "stops, to noise, to white"],
  ["ground +1 | ground -1", 12, "ground", "ground only once in a line"],
  ["sodium 900K", 7, "900K", "1667 to 25000 Kelvin"],
  ["shadows to dusk", 11, "dusk", "noise or white"],
  ["exposure +1 | | contrast 5", 13, " ", "between the bars"],
  ["table Über", 6, "Über", "a table's name, such as warm-night"],
  ["table warm 0", 11, "0", "percent of 1 to 100"],
  ["curve -3:-4 -5:-4", 6, "-3:-4", "points that rise from dark to bright"],
  ["curve -3:-4 -1", 12, "-1", "stops under white and what they become"],
  ["ground size -20", 7, "size", "size only of stars"],
  ["crop 0.5 0 0.6 1", 5, "0.5", "left, top, width and height"],
  ["sunshine +1", 0, "sunshine", "a part of a look"],
  ["contrast 10 20", 12, "20", "a bar before the next part"],
])("says what is wrong in %s, and keeps what is right", (line, start, found, expected) => {
  const { look: got, problems } = parseLook(`colour +10 | ${line}`);
  expect(problems).toHaveLength(1);
  expect(problems[0]).toMatchObject({ found });
  expect(problems[0]!.start - "colour +10 | ".length).toBe(start);
  expect(problems[0]!.expected).toContain(expected);
  expect(got.values.colour).toBe(10);
});

it("crashes on nothing that is typed", () => {
  const random = chance(7);
  const letters = "exposure ground to noise|+-−.0123456789K%ß\u{1f319}\t range colour wb crop";
  for (let round = 0; round < 500; round++) {
    const line = Array.from({ length: 40 }, () => letters[Math.floor(random() * letters.length)]).join("");
    const { look: got, problems } = parseLook(line);
    expect(look.safeParse(got).success).toBe(true);
    for (const { start, end, found } of problems) expect(line.slice(start, end)).toBe(found);
  }
  expect(parseLook("x".repeat(5000)).problems).toHaveLength(1);
});

it("names every lamp's colour from none on up", () => {
  expect(LAMP_LIGHTS[0]!.fromKelvin).toBe(0);
});
