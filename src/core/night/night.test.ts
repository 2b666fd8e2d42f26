import fc from "fast-check";
import { sunset } from "../sky";
import {
  arrangeOnNight,
  arrangeShots,
  bestOfSlots,
  bestStretch,
  datesOfYear,
  type Moment,
  momentsOf,
  type NightSite,
  NO_OVERRIDES,
  nextWindows,
  nightDateOf,
  nightWindows,
  planConflicts,
  planNight,
  planWithoutWeather,
  scoreMoment,
  scoreOfBlock,
  scoreReasons,
  scoreYear,
  slotScores,
} from ".";

const MINUTE = 60_000;
const quay: NightSite = {
  latitudeDeg: 53.86,
  longitudeDeg: -3.42,
  zone: "Europe/London",
  darkSkyMagPerArcsec2: 19.8,
  lampEv: 3.5,
  road: "main",
  tidal: true,
  coreAltitudeDeg: 10,
  horizon: [],
  weatherRows: [],
  tideRows: [],
  trafficRows: [],
};
const marsh: NightSite = { ...quay, latitudeDeg: 40, darkSkyMagPerArcsec2: 21.6, road: "none", tidal: false };
const fair = { ...NO_OVERRIDES, cloudPercent: 0, gustMps: 2, temperatureC: 12, dewPointC: 2 };

describe("the windows of a night", () => {
  const plan = planNight(quay, "2026-11-25", fair);
  const moments = momentsOf(plan, MINUTE);
  const windows = nightWindows(plan, moments);
  const of = (kind: string) => windows.filter((window) => window.kind === kind);

  it("balance sky and lamps twice, exactly while the two differ by at most 1.5 stops", () => {
    const balance = of("balance");
    expect(balance).toHaveLength(2);
    for (const { beginMs, endMs } of balance) {
      expect(Math.abs(Math.abs(plan.momentAt(beginMs).skyEv - 3.5) - 1.5)).toBeLessThan(0.01);
      expect(Math.abs(Math.abs(plan.momentAt(endMs).skyEv - 3.5) - 1.5)).toBeLessThan(0.01);
      expect((endMs - beginMs) / MINUTE).toBeGreaterThan(8);
      expect((endMs - beginMs) / MINUTE).toBeLessThan(40);
    }
  });

  it("agree with the minutes they are made of, and say why", () => {
    const inside = (list: typeof windows, atMs: number) => list.some((w) => atMs >= w.beginMs && atMs < w.endMs);
    for (const moment of moments.slice(0, -1)) {
      expect(inside(of("dark"), moment.atMs)).toBe(moment.sunAltitudeDeg <= -18);
      expect(inside(of("blue"), moment.atMs)).toBe(moment.sunAltitudeDeg >= -8 && moment.sunAltitudeDeg <= -4);
    }
    for (const { why } of windows) expect(why).toMatch(/^[A-Z\d].*\.$/);
  });

  it("tell high from low water, about six hours apart", () => {
    const turns = windows.filter(({ kind }) => kind === "high-tide" || kind === "low-tide");
    expect(turns.length).toBeGreaterThanOrEqual(3);
    for (let i = 1; i < turns.length; i++) expect(turns[i]!.kind).not.toBe(turns[i - 1]!.kind);
  });

  it("have no dark and no balance on a bright polar day, and do not fail", () => {
    const polar = planNight({ ...marsh, latitudeDeg: 78 }, "2026-06-21", fair);
    const kinds = new Set(nightWindows(polar, momentsOf(polar, MINUTE)).map(({ kind }) => kind));
    expect(kinds.has("dark")).toBe(false);
    expect(kinds.has("balance")).toBe(false);
  });

  it("cut the core behind a mountain in the south", () => {
    const mountain = [
      { azimuthDeg: 100, altitudeDeg: 0 },
      { azimuthDeg: 140, altitudeDeg: 35 },
      { azimuthDeg: 220, altitudeDeg: 35 },
      { azimuthDeg: 260, altitudeDeg: 0 },
    ];
    const minutes = (site: NightSite) => {
      const night = planNight(site, "2026-07-14", fair);
      const core = nightWindows(night, momentsOf(night, MINUTE)).filter(({ kind }) => kind === "core");
      return core.reduce((sum, { beginMs, endMs }) => sum + (endMs - beginMs) / MINUTE, 0);
    };
    expect(minutes(marsh)).toBeGreaterThan(240);
    expect(minutes({ ...marsh, horizon: mountain })).toBe(0);
  });

  it("name the Geminids at their maximum with an expected rate", () => {
    const night = planNight(marsh, "2026-12-13", fair);
    const [shower] = nightWindows(night, momentsOf(night, MINUTE)).filter(({ kind }) => kind === "shower");
    expect(shower?.why).toMatch(/^Geminids: about \d+ an hour/);
  });
});

describe("the score", () => {
  const plan = planNight(quay, "2026-11-25", fair);
  const moments = momentsOf(plan, MINUTE);
  const scores = moments.map((moment) => scoreMoment("light-trails", moment, quay));

  it("stays between 0 and 100 and is nothing by day", () => {
    expect(Math.min(...scores)).toBeGreaterThanOrEqual(0);
    expect(Math.max(...scores)).toBeLessThanOrEqual(100);
    expect(scores[0]).toBe(0);
  });

  it("lets a later start win for light trails when rush hour fills the balance window", () => {
    const evening = moments.slice(0, moments.length / 2);
    const usual = bestStretch(evening, scores.slice(0, evening.length), 20 * MINUTE);
    const trunk = { ...quay, road: "trunk" as const };
    const dense = planNight(trunk, "2026-11-25", fair);
    const denseEvening = evening.map(({ atMs }) => dense.momentAt(atMs));
    const denseScores = denseEvening.map((moment) => scoreMoment("light-trails", moment, trunk));
    const later = bestStretch(denseEvening, denseScores, 20 * MINUTE);
    expect(later.beginMs).toBeGreaterThan(usual.beginMs + 60 * MINUTE);
    const rush = denseEvening.find(({ skyEv }) => Math.abs(skyEv - 3.5) < 0.2)!;
    const [worst] = scoreReasons("light-trails", rush, trunk);
    expect(worst?.name).toBe("trails that keep detail");
    expect(worst?.because).toMatch(/two vehicles share a lane/);
  });

  it("prefers a moonless night for stars, and cloud spoils them", () => {
    const best = (date: string, overrides = fair) => {
      const night = planNight(marsh, date, overrides);
      return Math.max(...momentsOf(night, 5 * MINUTE).map((m) => scoreMoment("star-points", m, marsh)));
    };
    // New moon 2026-07-14, full moon 2026-07-29.
    expect(best("2026-07-14")).toBeGreaterThan(3 * best("2026-07-29"));
    expect(best("2026-07-14", { ...fair, cloudPercent: 90 })).toBeLessThan(best("2026-07-14") / 8);
  });

  it("scores a year's nights, the new moons of summer best for the core", () => {
    expect(datesOfYear(2028)).toHaveLength(366);
    const nights = [...scoreYear(marsh, 2026, "star-points", 60)];
    expect(nights).toHaveLength(365);
    const on = (date: string) => nights.find((night) => night.date === date);
    const dark = on("2026-07-14");
    const bright = on("2026-07-29");
    expect(dark!.score).toBeGreaterThan(2 * bright!.score);
    expect(bright!.moonIlluminatedFraction).toBeGreaterThan(0.95);
    // Hour by hour it says what the night by itself says.
    const plan = planNight(marsh, "2026-07-14");
    const { beginMs, sunDeg, moonUp, coreUp, score } = dark!.hours;
    for (const step of [25, 36, 45]) {
      const { sunAltitudeDeg, moonAltitudeDeg, coreAltitudeDeg } = plan.momentAt(beginMs + step * 20 * MINUTE);
      expect(Math.abs(sunDeg[step]! - sunAltitudeDeg)).toBeLessThan(0.3);
      expect([moonUp[step], coreUp[step]]).toEqual([moonAltitudeDeg > 0 ? 1 : 0, coreAltitudeDeg > 0 ? 1 : 0]);
    }
    expect(Math.max(...score)).toBeGreaterThanOrEqual(Math.floor(dark!.score));
  });
});

describe("one question, one answer", () => {
  it.each([
    ["light-trails", 15],
    ["star-points", 20],
    ["smoothed-water", 10],
  ] as const)("a year's night says of %s what the night by itself says without weather", (intent, minutes) => {
    const nights = scoreYear(marsh, 2026, intent, minutes);
    for (const [index, night] of [...nights].entries()) {
      if (index % 45 !== 0) continue;
      const alone = planWithoutWeather(marsh, night.date);
      const { beginMs, score } = bestOfSlots(slotScores(alone, intent), minutes);
      // The year looks every 20 minutes before it looks closely: of two hours that are as good it may find the other.
      expect(Math.abs(night.score - score)).toBeLessThan(1.5);
      if (Math.abs(night.score - score) < 1e-3 && score > 0)
        expect(Math.abs(night.beginMs - beginMs)).toBeLessThan(5000);
    }
  });

  it("puts a shot where its score is highest, and says what waiting costs", () => {
    const plan = planNight(quay, "2026-11-25", fair);
    const { beginMs, score } = bestOfSlots(slotScores(plan, "light-trails"), 15);
    const { begins } = arrangeOnNight(plan, [
      { id: "a", minutes: 15, walkMinutes: 0, setupMinutes: 0, intent: "light-trails" },
    ]);
    expect(begins.get("a")).toBe(beginMs);
    const within = slotScores(plan, "light-trails").filter(
      (slot) => slot.atMs >= beginMs && slot.atMs < beginMs + 15 * MINUTE,
    );
    expect(within.reduce((sum, slot) => sum + slot.score, 0) / within.length).toBeCloseTo(score, 9);
    const slots = slotScores(plan, "light-trails");
    expect(scoreOfBlock(slots, beginMs, 15)).toBeCloseTo(score, 9);
    // At noon there is nothing, and beyond the night there is no score.
    expect(scoreOfBlock(slots, plan.night.span.begin.getTime(), 30)).toBe(0);
    expect(scoreOfBlock(slots, plan.night.span.end.getTime() + MINUTE, 15)).toBeNull();
    const late = plan.momentAt(sunset(plan.night)!.getTime() + 5 * 3_600_000);
    const waiting = scoreReasons("light-trails", late, quay).find(({ name }) => name === "early enough")!;
    expect(waiting.value).toBeCloseTo(0.7, 6);
    expect(waiting.because).toMatch(/^5\.0.h after sunset/);
  });
});

describe("when an intent is best done next", () => {
  const noon = Date.parse("2026-11-25T12:00:00Z");
  const next = (site: NightSite, nowMs: number) =>
    new Map(nextWindows(site, nowMs).map((window) => [window.intent, window]));

  it("is tonight where tonight will do, by dark or dusk, as the night itself says", () => {
    const trails = next(quay, noon).get("light-trails")!;
    expect(trails.date).toBe("2026-11-25");
    const { beginMs, score } = bestOfSlots(slotScores(planNight(quay, "2026-11-25"), "light-trails"), 15);
    expect([trails.beginMs, trails.score]).toEqual([beginMs, score]);
    for (const { intent, beginMs: begins, date } of next(quay, noon).values())
      expect([intent, planNight(quay, date).momentAt(begins + MINUTE).sunAltitudeDeg < 1]).toEqual([intent, true]);
  });

  it("never lies in the past, and tomorrow is next once tonight is over", () => {
    const lateMs = Date.parse("2026-11-26T02:00:00Z");
    for (const window of next(quay, lateMs).values()) expect(window.beginMs).toBeGreaterThan(lateMs);
    expect(next(quay, lateMs).get("light-trails")!.date).toBe("2026-11-26");
  });

  it("waits for a night that is worth it, and says none where a month has none", () => {
    // Full moon on 24 November 2026: arcs of stars want none.
    expect(next(marsh, noon).get("star-arcs")!.date > "2026-11-27").toBe(true);
    expect(next({ ...quay, road: "none" }, noon).has("light-trails")).toBe(false);
    // A polar summer has no night at all.
    const north = { ...marsh, latitudeDeg: 78.2, longitudeDeg: 15.6, zone: "Arctic/Longyearbyen" };
    expect(nextWindows(north, Date.parse("2026-06-05T12:00:00Z"))).toEqual([]);
  });

  it("counts a night from noon to noon of the place", () => {
    expect(nightDateOf(0, Date.parse("2026-11-26T02:00:00Z"))).toBe("2026-11-25");
    expect(nightDateOf(0, Date.parse("2026-11-26T13:00:00Z"))).toBe("2026-11-26");
    expect(nightDateOf(150, Date.parse("2026-11-26T02:30:00Z"))).toBe("2026-11-26");
    expect(nightDateOf(-120, Date.parse("2026-11-26T02:30:00Z"))).toBe("2026-11-25");
  });
});

describe("overrules and own files", () => {
  it("take the place of the stand-in, and are named as the source", () => {
    const at = Date.parse("2026-11-25T20:00:00Z");
    expect(planNight(quay, "2026-11-25").momentAt(at).weatherSource).toBe("stand-in");
    const typed = planNight(quay, "2026-11-25", { ...NO_OVERRIDES, cloudPercent: 33, vehiclesPerHour: 7 }).momentAt(at);
    expect([Math.round(typed.cloudPercent), typed.weatherSource, typed.vehiclesPerHour, typed.trafficSource]).toEqual([
      33,
      "by hand",
      7,
      "by hand",
    ]);
    const row = { ...planNight(quay, "2026-11-25").momentAt(at).weather, windMps: 4 };
    const rows = [
      { ...row, atMs: at - 3_600_000 },
      { ...row, windMps: 6, atMs: at + 3_600_000 },
    ];
    const filed = planNight({ ...quay, weatherRows: rows }, "2026-11-25").momentAt(at);
    expect([filed.weather.windMps, filed.weatherSource]).toEqual([5, "your file"]);
  });

  it("are the same for the same place and hour", () => {
    const at = Date.parse("2026-11-25T20:00:00Z");
    const momentOf = (): Moment => planNight(quay, "2026-11-25").momentAt(at);
    expect(momentOf()).toEqual(momentOf());
  });
});

describe("arranging shots", () => {
  const shot = (id: string, scores: number[], minutes = 10, walkMinutes = 0) => ({
    id,
    scores,
    minutes,
    walkMinutes,
    setupMinutes: 0,
  });

  it("gives each its best place when they do not compete", () => {
    const { placed } = arrangeShots([shot("a", [0, 90, 0, 0]), shot("b", [0, 0, 0, 80])], 10);
    expect(placed.map(({ id, beginSlot }) => [id, beginSlot])).toEqual([
      ["a", 1],
      ["b", 3],
    ]);
  });

  it("gives up the smaller loss when two want the same place, and leaves time to walk", () => {
    const { placed } = arrangeShots([shot("a", [50, 90, 80, 0]), shot("b", [10, 95, 0, 0], 10, 10)], 10);
    expect(placed.map(({ id, beginSlot }) => [id, beginSlot])).toEqual([
      ["b", 1],
      ["a", 2],
    ]);
    expect(arrangeShots([shot("a", [90, 0]), shot("b", [90, 0])], 10).unplaced).toHaveLength(1);
  });

  it("is as good as trying everything, for any scores", () => {
    const scores = fc.array(fc.integer({ min: 0, max: 100 }), { minLength: 7, maxLength: 7 });
    const shots = fc.array(
      fc.record({ scores, minutes: fc.integer({ min: 1, max: 3 }), walkMinutes: fc.integer({ min: 0, max: 2 }) }),
      {
        minLength: 1,
        maxLength: 3,
      },
    );
    const tryAll = (list: ReturnType<typeof shot>[], from: number): number => {
      let best = 0;
      list.forEach((each, i) => {
        const rest = list.filter((_, j) => j !== i);
        for (let begin = from === 0 ? 0 : from + each.walkMinutes; begin + each.minutes <= 7; begin++) {
          const mean = each.scores.slice(begin, begin + each.minutes).reduce((a, b) => a + b, 0) / each.minutes;
          if (mean >= 1) best = Math.max(best, mean + tryAll(rest, begin + each.minutes));
        }
      });
      return best;
    };
    fc.assert(
      fc.property(shots, (list) => {
        const named = list.map(({ scores: s, minutes, walkMinutes }, i) => shot(String(i), s, minutes, walkMinutes));
        const { placed } = arrangeShots(named, 1);
        expect(placed.reduce((sum, { score }) => sum + score, 0)).toBeCloseTo(tryAll(named, 0), 6);
      }),
      { numRuns: 150 },
    );
  });
});

describe("conflicts", () => {
  const block = (id: string, beginMinute: number, endMinute: number) => ({
    id,
    name: id,
    beginMs: beginMinute * MINUTE,
    endMs: endMinute * MINUTE,
    walkMinutes: 8,
    setupMinutes: 4,
    runSeconds: 60,
    megabytes: 500,
    batteryPercent: 10,
  });
  const budget = { batteryPercent: 90, freeMegabytes: 20_000 };

  it("are none in a plan that fits", () => {
    expect(planConflicts([block("a", 0, 10), block("b", 22, 30)], budget)).toEqual([]);
  });

  it("name overlaps, walks, runs that do not fit, battery and storage in words", () => {
    const plan = [
      block("a", 0, 10),
      block("b", 8, 20),
      { ...block("c", 25, 26), runSeconds: 300, megabytes: 30_000, batteryPercent: 95 },
    ];
    const messages = planConflicts(plan, budget).map(({ message }) => message);
    expect(messages[0]).toBe("a and b overlap by 2 min.");
    expect(messages.join(" ")).toMatch(
      /the run takes 5.min, its block is 1.min long.*you need 8 min to walk and 4 to set up; 5 are left.*115 % of a battery.*31.0 GB; 20.0 GB are free/,
    );
  });
});
