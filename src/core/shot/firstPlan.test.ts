import fc from "fast-check";
import { chosenCamera } from "../camera";
import { INTENT_IDS, intentOf } from "../intent";
import { type NightSite, NO_OVERRIDES, planConflicts, planNight, scoreMoment } from "../night";
import { parseRecipe } from "../recipe";
import { solve } from "../solve";
import { filtersOf, firstPlan, sceneOf } from ".";

const MINUTE = 60_000;
const quay: NightSite = {
  latitudeDeg: 48,
  longitudeDeg: 16,
  zone: "Europe/Vienna",
  darkSkyMagPerArcsec2: 21.2,
  lampEv: 3.5,
  road: "main",
  tidal: false,
  coreAltitudeDeg: 10,
  horizon: [],
  weatherRows: [],
  tideRows: [],
  trafficRows: [],
};
const fair = { ...NO_OVERRIDES, cloudPercent: 0, gustMps: 2, temperatureC: 12, dewPointC: 2 };
const night = planNight(quay, "2026-11-12", fair);
const camera = chosenCamera({ phones: [], clipOns: [] }, null);
const filters = filtersOf({ filters: [{ name: "Eight", notation: "factor", value: 8 }] });

describe("what a new shot starts with", () => {
  it.each(INTENT_IDS)("%s: its usual minutes, a good time and the solver's best recipe", (intent) => {
    const { minutes, beginsAtMs, recipeLine } = firstPlan(intent, night, camera, filters, []);
    expect(minutes).toBe(intentOf(intent).usualMinutes);
    const middle = night.momentAt(beginsAtMs! + (minutes / 2) * MINUTE);
    const noon = night.momentAt(night.night.span.begin.getTime());
    const [there, atNoon] = [middle, noon].map((moment) => scoreMoment(intent, moment, night.site));
    expect(there!).toBeGreaterThan(15);
    expect(there!).toBeGreaterThanOrEqual(atNoon!);
    if (recipeLine === "") return;
    expect(parseRecipe(recipeLine).problems).toEqual([]);
    const request = {
      ...sceneOf({ intent, minutes, beginsAt: new Date(beginsAtMs!), aim: null, scene: null }, night),
      intent,
      camera,
    };
    const [best] = solve({ ...request, filterStops: [3] }).recipes;
    expect(recipeLine.replace("nd 8", "3 stops")).toBe(best!.line);
  });

  it("does not begin where something stands already", () => {
    const free = firstPlan("light-trails", night, camera, [], []).beginsAtMs!;
    fc.assert(
      fc.property(fc.integer({ min: -40, max: 40 }), fc.integer({ min: 1, max: 90 }), (offset, minutes) => {
        const beginMs = free + offset * MINUTE;
        const endMs = beginMs + minutes * MINUTE;
        const own = firstPlan("light-trails", night, camera, [], [{ beginMs, endMs }]);
        const block = (id: string, from: number, to: number) => ({
          id,
          name: id,
          beginMs: from,
          endMs: to,
          walkMinutes: 0,
          setupMinutes: 0,
          runSeconds: 0,
          megabytes: 0,
          batteryPercent: 0,
        });
        const ownEnd = own.beginsAtMs! + own.minutes * MINUTE;
        const blocks = [block("taken", beginMs, endMs), block("new", own.beginsAtMs!, ownEnd)];
        expect(planConflicts(blocks, { batteryPercent: 90, freeMegabytes: 1000 })).toEqual([]);
      }),
      { numRuns: 12 },
    );
  });

  it("has no time without a night, and none where the sky never darkens for stars", () => {
    expect(firstPlan("star-points", null, camera, [], []).beginsAtMs).toBeNull();
    const polar = planNight({ ...quay, latitudeDeg: 78 }, "2026-06-21", fair);
    expect(firstPlan("star-points", polar, camera, [], []).beginsAtMs).toBeNull();
  });
});
