import fc from "fast-check";
import { LINE_METHODS } from "../stack";
import {
  EMPTY_RECIPE,
  frameShutters,
  framesInSpan,
  parseDuration,
  parseRecipe,
  printDuration,
  printRecipe,
  type Recipe,
  readableDuration,
  recipeFromXmp,
  recipeXmp,
  roughDuration,
} from ".";

const FULL = "24 x 2s every 2.5s | iso 50 | nd 8 | wb 4000K | focus 12m | delay 2s | raw+jpeg -> mean";

const seconds = fc.oneof(
  fc.integer({ min: 1, max: 12_000 }).map((n) => 1 / n),
  fc.integer({ min: 1, max: 80_000 }),
  fc.double({ min: 1e-4, max: 80_000, noNaN: true }),
);
const sequence = fc
  .record({
    frames: fc.integer({ min: 2, max: 9999 }),
    shutterSeconds: seconds,
    gap: fc.option(fc.double({ min: 0, max: 60, noNaN: true })),
  })
  .map(({ frames, shutterSeconds, gap }) => ({
    frames,
    shutterSeconds,
    periodSeconds: gap === null ? null : Math.min(86_400, shutterSeconds + gap),
  }));
const filter = fc.oneof(
  fc.record({ notation: fc.constant("factor" as const), value: fc.double({ min: 1, max: 1e6, noNaN: true }) }),
  fc.record({ notation: fc.constant("stops" as const), value: fc.integer({ min: 0, max: 30 }) }),
  fc.record({ notation: fc.constant("density" as const), value: fc.integer({ min: 0, max: 90 }).map((n) => n / 10) }),
);
const recipe: fc.Arbitrary<Recipe> = fc
  .record({
    sequence: fc.option(
      fc.oneof(
        sequence,
        seconds.map((s) => ({ frames: 1, shutterSeconds: s, periodSeconds: null })),
      ),
    ),
    bracketStops: fc.option(fc.integer({ min: 3, max: 60 }).map((tenths) => tenths / 10)),
    rampStops: fc.option(
      fc.array(
        fc.integer({ min: -120, max: 120 }).map((tenths) => tenths / 10 + 0),
        { minLength: 1, maxLength: 24 },
      ),
    ),
    iso: fc.option(fc.integer({ min: 1, max: 409_600 })),
    filters: fc.array(filter, { maxLength: 3 }),
    whiteBalance: fc.option(
      fc.oneof(
        fc.integer({ min: 1667, max: 25_000 }).map((kelvin) => ({ kind: "kelvin" as const, kelvin })),
        fc.constantFrom({ kind: "lock" as const }, { kind: "raw" as const }),
      ),
    ),
    focus: fc.option(
      fc.oneof(
        fc.double({ min: 0.01, max: 1e5, noNaN: true }).map((metres) => ({ kind: "distance" as const, metres })),
        fc.constantFrom({ kind: "infinity" as const }, { kind: "lock" as const }),
      ),
    ),
    delaySeconds: fc.option(fc.integer({ min: 0, max: 3600 })),
    files: fc.option(fc.constantFrom("jpeg" as const, "raw" as const, "raw+jpeg" as const)),
    stack: fc.option(fc.constantFrom(...LINE_METHODS)),
    align: fc.option(fc.constantFrom("shift" as const, "turn" as const, "stars" as const)),
  })
  // Frames that are not fused, and a bracket's, are not laid over each other.
  .map((given) => (given.stack === null || given.stack === "fuse" ? { ...given, align: null } : given));

describe("the recipe line", () => {
  it("reads every part of a full line and writes it back unchanged", () => {
    const { recipe: read, problems } = parseRecipe(FULL);
    expect(problems).toEqual([]);
    expect(read).toEqual({
      sequence: { frames: 24, shutterSeconds: 2, periodSeconds: 2.5 },
      bracketStops: null,
      rampStops: null,
      iso: 50,
      filters: [{ notation: "factor", value: 8 }],
      whiteBalance: { kind: "kelvin", kelvin: 4000 },
      focus: { kind: "distance", metres: 12 },
      delaySeconds: 2,
      files: "raw+jpeg",
      stack: "mean",
      align: null,
    });
    expect(printRecipe(read)).toBe(FULL);
  });

  it("reads what frames are laid over each other by, and says what may stand there", () => {
    expect(parseRecipe("8 x 10s -> lighten over mean  BY stars").recipe).toMatchObject({
      stack: "lighten over mean",
      align: "stars",
    });
    expect(printRecipe(parseRecipe("8 x 10s -> median by turn").recipe)).toBe("8 x 10s -> median by turn");
    for (const [line, expected] of [
      ["-> mean by moon", 'after "by" what they are laid over each other by: shift, turn, stars'],
      ["-> mean by none", 'after "by" what they are laid over each other by: shift, turn, stars'],
      ["-> fuse by stars", "no aligning: a bracket's frames are fused as they lie"],
      ["-> mean by stars by turn", "a way to fuse the frames after the arrow: "],
    ] as const) {
      const { recipe: read, problems } = parseRecipe(line);
      expect([read.stack, problems.length]).toEqual([null, 1]);
      expect(problems[0]!.expected).toMatch(expected);
    }
  });

  it("reads back exactly what was printed, for any recipe", () => {
    fc.assert(
      fc.property(recipe, (wanted) => {
        const { recipe: read, problems } = parseRecipe(printRecipe(wanted));
        expect(problems).toEqual([]);
        expect(read).toEqual(wanted);
      }),
      { numRuns: 2000 },
    );
  });

  it.each([
    ["1/60", "1/60"],
    ["0,5s", "0.5s"],
    ["  24×2 s every 2.5 s|ISO50|ND8", "24 x 2s every 2.5s | iso 50 | nd 8"],
    ["1m30s", "1m30s"],
    ["1.5 min", "1m30s"],
    ['2"', "2s"],
    ["500ms", "0.5s"],
    ["iso 50 | 2s", "2s | iso 50"],
    ["3 stops + OD 0.9", "3 stops + od 0.9"],
    ["4000K | inf | dng+jpg", "wb 4000K | focus inf | raw+jpeg"],
    ["wb auto | focus 80 cm", "wb lock | focus 0.8m"],
    ["-> lighten", "-> lighten"],
    ["3x1s|bracket 2|iso 50->FUSE", "3 x 1s | bracket 2 stops | iso 50 -> fuse"],
    ["15 x 1/4 every 4s -> median", "15 x 1/4 every 4s -> median"],
    ["2s\u202fevery", null],
    ["", ""],
  ])("reads %j as %j", (line, canonical) => {
    const { recipe: read, problems } = parseRecipe(line);
    if (canonical === null) expect(problems).not.toEqual([]);
    else {
      expect(problems).toEqual([]);
      expect(printRecipe(read)).toBe(canonical);
    }
  });

  it.each([
    ["2s | iso fifty | nd 8", "iso fifty", /iso and a number/],
    ["24 x soon | iso 50", "soon", /shutter time such as 1\/60/],
    ["24 x 2s every 1s", "1s", /at least the shutter time/],
    ["2s every 3s", "", /number of frames before/],
    ["2s | nd 8 + glass", "glass", /a filter: nd 8/],
    ["2s | iso 50 | iso 100", "iso 100", /only once/],
    ["2s -> blend", "blend", /mean or lighten over mean/],
    ["2s | | iso 50", "", /between the bars/],
    ["2s | bogus", "bogus", /a part of a recipe/],
    ["wb 900K", "wb 900K", /1667 to 25,000/],
    ["0 x 2s", "0", /number of frames from 1/],
  ])("underlines what is wrong in %j", (line, found, expected) => {
    const { problems } = parseRecipe(line);
    expect(problems).toHaveLength(1);
    const [problem] = problems;
    expect(problem!.found).toBe(found);
    expect(line.slice(problem!.start, problem!.end)).toBe(found);
    expect(problem!.expected).toMatch(expected);
  });

  it("keeps the right parts of a line that is partly wrong", () => {
    const { recipe: read } = parseRecipe("2s | iso fifty | nd 8");
    expect(read).toEqual({
      ...EMPTY_RECIPE,
      sequence: { frames: 1, shutterSeconds: 2, periodSeconds: null },
      filters: [{ notation: "factor", value: 8 }],
    });
  });

  it("never throws and always places its problems inside of the line", () => {
    fc.assert(
      fc.property(
        fc.oneof(fc.string({ unit: "binary" }), fc.stringMatching(/^[0-9sx|>+. isondwbK/-]{0,40}$/)),
        (line) => {
          for (const { start, end } of parseRecipe(line).problems) {
            expect(start).toBeGreaterThanOrEqual(0);
            expect(end).toBeGreaterThanOrEqual(start);
            expect(end).toBeLessThanOrEqual(line.length);
          }
        },
      ),
      { numRuns: 2000 },
    );
  });

  it("travels in XMP and comes back the same", () => {
    const { recipe: read } = parseRecipe(FULL);
    expect(recipeFromXmp(recipeXmp(read, { frames: 24 }))?.recipe).toEqual(read);
    expect(recipeFromXmp("<x:xmpmeta/>")).toBeNull();
  });
});

describe("durations", () => {
  it.each([
    [1 / 60, "1/60"],
    [0.25, "1/4"],
    [0.6, "0.6s"],
    [90, "1m30s"],
    [5400, "1h30m"],
    [29.2, "29.2s"],
  ])("%d s is written %s and read back", (value, written) => {
    expect(printDuration(value)).toBe(written);
    expect(parseDuration(written)).toBe(value);
  });

  it.each(["", "x", "1/0", "2 parsecs", "--2", "1e3"])("%j is not one", (text) => {
    expect(parseDuration(text)).toBeNull();
  });
});

describe("the time line", () => {
  it("counts the frames that fit: 600 of 10 s every 12 s in two hours", () => {
    expect(framesInSpan({ spanSeconds: 7200, shutterSeconds: 10, periodSeconds: 12 })).toBe(600);
    expect(framesInSpan({ spanSeconds: 9, shutterSeconds: 10, periodSeconds: 12 })).toBe(0);
  });
});

describe("a bracket", () => {
  const { recipe: bracket, problems } = parseRecipe("3 x 1s | bracket 2 stops | iso 50 | delay 2s -> fuse");

  it("is written around its middle frame, the shortest first", () => {
    expect(problems).toEqual([]);
    expect(frameShutters(bracket)).toEqual([0.25, 1, 4]);
    expect(printRecipe(bracket)).toBe("3 x 1s | bracket 2 stops | iso 50 | delay 2s -> fuse");
    const even = frameShutters(parseRecipe("4 x 1s | bracket 1 stop").recipe);
    expect(even.map((seconds) => Math.log2(seconds).toFixed(9))).toEqual(
      [-1.5, -0.5, 0.5, 1.5].map((x) => x.toFixed(9)),
    );
    expect(frameShutters(parseRecipe("iso 50").recipe)).toEqual([]);
  });

  it.each(["3 x 1s | bracket", "3 x 1s | bracket 9 stops", "3 x 1s | bracket two"])("%j is wrong", (line) => {
    expect(parseRecipe(line).problems).toHaveLength(1);
  });
});

describe("times for reading", () => {
  it.each([
    [0.35, "0.35 s"],
    [0.73, "0.73 s"],
    [1 / 60, "1/60 s"],
    [0.0121, "1/83 s"],
    [0.16, "0.16 s"],
    [2.35, "2.35 s"],
    [59.97, "1 min"],
    [90, "1 min 30 s"],
    [3900, "1 h 5 min"],
  ])("%d s is written %j, nothing rounded to something else", (seconds, text) => {
    expect(readableDuration(seconds).replaceAll("\u202f", " ")).toBe(text);
  });

  it("that were computed are told as exactly as one needs them", () => {
    const told = (seconds: number) => roughDuration(seconds).replaceAll("\u202f", " ");
    expect([0.354, 3.187, 61.4, 3817].map(told)).toEqual(["0.35 s", "3.2 s", "1 min 1 s", "1 h 4 min"]);
  });
});

describe("ways to fuse", () => {
  it("of several words are read with any spaces and case", () => {
    expect(parseRecipe("8 x 1s ->  Lighten   over mean").recipe.stack).toBe("lighten over mean");
    expect(parseRecipe("8 x 1s -> lighten mean").problems[0]?.expected).toMatch(/lighten over mean/);
  });
});
