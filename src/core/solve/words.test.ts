import { chosenCamera } from "../camera";
import { INTENT_IDS, type SolveRequest, usualScene } from "../intent";
import { advise, fieldEdges, solve, studyOf } from ".";

// Every sentence of a broad sweep is read against rules of writing.

const camera = chosenCamera({ phones: [], clipOns: [] }, null);
const CHANGES: readonly Partial<SolveRequest>[] = [
  {},
  ...[-5, 2, 10, 14].map((sceneEv) => ({ sceneEv })),
  { support: "hand" },
  { support: "stick", gustMps: 12 },
  { mover: { distanceM: 20, speedMps: 11, headingDegFromPerpendicular: 60 } },
  { mover: { distanceM: 1, speedMps: 1, headingDegFromPerpendicular: -45 }, lamps: ["lit-windows"] },
  { crowd: { occupancy: 0.55, dwellSeconds: 2 }, windowSeconds: 30 },
  { skyEv: 4, windowSeconds: 600, freeMegabytes: 1, batteryPercent: 1 },
  { filterStops: [2.5, 6], highlightStops: 7 },
];

function sentencesOf(request: SolveRequest): string[] {
  const solution = solve(request);
  const [first] = solution.recipes;
  const edges = solution.asks.length > 0 ? [] : fieldEdges(request, first?.recipe);
  return [
    ...solution.asks,
    ...solution.recipes.flatMap(({ demands }) => demands.map(({ sentence }) => sentence)),
    ...advise(request, solution),
    ...(first ? (studyOf(request, first.recipe)?.figures ?? []).map(({ because }) => because) : []),
    ...edges.flatMap(({ reason, moves }) => [reason, moves]),
  ];
}

const RULES: readonly (readonly [what: string, wrong: RegExp])[] = [
  ["a sentence begins large and ends with a point", /^(?![A-Z0-9“].*[.]$)/],
  ["one of a thing is not several", /(^|[^\d.,])1 (stops|pixels|frames|vehicles|seconds)\b/],
  ["several are not one", /(^|\s)([2-9]|\d\d+) (stop|pixel|frame|vehicle)\b(?!,? f)/],
  ["there is no ISO 0", /ISO 0(?![.\d])/],
  ["nothing takes no time", /(^|\s)0.s\b/],
  ["numbers are numbers", /NaN|undefined|Infinity|null/],
  ["minus signs are real", /(^|\s)-\d/],
  ["half a second is written 0.5 s or 1/2 s, never 1/1", /\b1\/1.s/],
  ["no doubled stops and spaces", /\.\.| {2}| \./],
  ["amounts have no sign words of both kinds", /under white.*over white/],
];

describe("sentences", () => {
  it.each(INTENT_IDS)("of %s keep to the rules, whatever is asked", (intent) => {
    const read = CHANGES.flatMap((change) =>
      sentencesOf({ ...usualScene(intent), intent, camera, filterStops: [], ...change }),
    );
    expect(read.length).toBeGreaterThan(100);
    const broken = [...new Set(read)].flatMap((text) =>
      RULES.filter(([, wrong]) => wrong.test(text)).map(([what]) => [what, text]),
    );
    expect(broken).toEqual([]);
  });

  it("call the ground what it is", () => {
    const grounds = {
      "smoothed-water": "water",
      "emptied-place": "square",
      "light-trails": "street",
      "star-points": "land",
    };
    for (const [intent, ground] of Object.entries(grounds) as [SolveRequest["intent"], string][]) {
      const request = { ...usualScene(intent), intent, camera, filterStops: [] };
      expect(sentencesOf(request).join(" ")).toContain(`The ${ground} `);
      for (const other of Object.values(grounds))
        if (other !== ground) expect(sentencesOf(request).join(" ")).not.toContain(`The ${other} `);
    }
  });
});
