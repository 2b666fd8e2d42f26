import { ASSUMED, ASSUMPTION_IDS, type AssumptionId, type OwnFigures } from "../assumed";
import { type SolveRequest, usualScene } from "../intent";
import { parseRecipe } from "../recipe";
import { studyOf } from "./study";
import { testCamera } from "./testing/requests";

/** A question in which a figure decides something, the line that is asked about, and the figure of the picture that shows it. */
const SHOWN: Partial<Record<AssumptionId, readonly [Partial<SolveRequest>, string, string]>> = {
  "touch-tripod": [{ intent: "still-view", support: "tripod" }, "1s | iso 50", "softness"],
  "touch-stand": [{ intent: "still-view", support: "stand" }, "1s | iso 50", "softness"],
  "touch-stick": [{ intent: "still-view", support: "stick" }, "1s | iso 50", "softness"],
  "gust-tripod": [{ intent: "still-view", support: "tripod", gustMps: 9 }, "1s | iso 50 | delay 10s", "softness"],
  "gust-stand": [{ intent: "still-view", support: "stand", gustMps: 9 }, "1s | iso 50 | delay 10s", "softness"],
  "gust-stick": [{ intent: "still-view", support: "stick", gustMps: 9 }, "1s | iso 50 | delay 10s", "softness"],
  "hand-wander": [{ intent: "still-view", support: "hand" }, "6 x 1/60 every 1s | iso 50 -> mean", "softness"],
  "sweep-miss": [{ intent: "sweep", support: "hand" }, "1/20 | iso 50", "sweep"],
  rapids: [{ intent: "smoothed-water", water: "rapids" }, "1/8 | iso 50", "water"],
  chop: [{ intent: "smoothed-water", water: "chop" }, "1/2 | iso 50", "water"],
  swell: [{ intent: "smoothed-water", water: "swell" }, "2s | iso 50", "water"],
  "battery-hour": [{ intent: "star-arcs" }, "300 x 30s every 31s | iso 400 -> lighten", "cost"],
  "battery-frame": [{ intent: "star-arcs" }, "3000 x 1s every 1.2s | iso 400 -> lighten", "cost"],
};

const figureOf = ([part, line, id]: readonly [Partial<SolveRequest>, string, string], figures: OwnFigures) => {
  const intent = part.intent!;
  const request: SolveRequest = {
    ...usualScene(intent),
    intent,
    filterStops: [],
    ...part,
    camera: { ...testCamera, figures },
    figures,
  };
  return studyOf(request, parseRecipe(line).recipe)!.figures.find((each) => each.id === id)!;
};

it("every figure that a person can measure is one that shows", () => {
  expect(ASSUMPTION_IDS.filter((id) => ASSUMED[id].measure !== null)).toEqual(Object.keys(SHOWN));
});

it.each(Object.entries(SHOWN) as [AssumptionId, (typeof SHOWN)["chop"] & object][])(
  "%s is said to be assumed where it shows, until it is measured; then the figure goes by that",
  (id, shown) => {
    const assumed = figureOf(shown, {});
    expect(assumed.because).toContain("(assumed)");
    const all = Object.fromEntries(ASSUMPTION_IDS.map((each) => [each, ASSUMED[each].value]));
    const alike = figureOf(shown, all);
    expect(alike).toEqual({ ...assumed, because: assumed.because.replaceAll(" (assumed)", "") });
    const measured = figureOf(shown, { ...all, [id]: 2.5 * ASSUMED[id].value });
    expect([measured.value, measured.because]).not.toEqual([alike.value, alike.because]);
  },
);
