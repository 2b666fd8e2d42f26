import type { ShotReply } from "@/contracts/replies";
import { chosenCamera } from "@/core/camera";
import { arrangeOnNight, NO_OVERRIDES, planNight } from "@/core/night";
import { clock, clockSpan, instantOfClock } from "@/features/nightPlan/clock";
import { shotReply } from "@/features/testing/replies";
import { conflictsOf, plannedBlock } from "./planning";

const site = {
  latitudeDeg: 48.2,
  longitudeDeg: 16.4,
  zone: "Europe/Vienna",
  darkSkyMagPerArcsec2: 20,
  lampEv: 4,
  road: "main" as const,
  tidal: false,
  coreAltitudeDeg: 10,
  horizon: [],
  weatherRows: [],
  tideRows: [],
  trafficRows: [],
};
const fair = { ...NO_OVERRIDES, cloudPercent: 0, gustMps: 2, temperatureC: 12, dewPointC: 2 };
const plan = planNight(site, "2026-10-24", fair);
const camera = chosenCamera({ phones: [], clipOns: [] }, null);
const beginMs = plan.night.span.begin.getTime();

const shot = (id: string, change: Partial<ShotReply> = {}): ShotReply =>
  shotReply(id, {
    id,
    recipeLine: "24 x 2s every 2.5s | iso 50 -> mean",
    minutes: 10,
    walkMinutes: 5,
    setupMinutes: 3,
    ...change,
  });

describe("times of a night", () => {
  it("belong to the evening before midnight and to the morning after", () => {
    const evening = instantOfClock("17:05", beginMs, site.zone)!;
    const morning = instantOfClock("5.30", beginMs, site.zone)!;
    expect(new Date(evening).toISOString()).toBe("2026-10-24T15:05:00.000Z");
    // The clocks went back at 03:00: 05:30 is UTC + 1 h by then.
    expect(new Date(morning).toISOString()).toBe("2026-10-25T04:30:00.000Z");
    expect(clock(morning, site.zone)).toBe("05:30");
    expect(clockSpan(evening, evening + 600_000, site.zone)).toBe("17:05\u201317:15");
  });

  it("are none when they are no clock times", () => {
    for (const text of ["", "half past", "25:00", "17:61", "17"])
      expect(instantOfClock(text, beginMs, site.zone)).toBeNull();
  });
});

describe("a plan", () => {
  it("knows what a placed shot takes", () => {
    expect(plannedBlock(shot("a"), camera)).toBeNull();
    const block = plannedBlock(shot("a", { beginsAt: "2026-10-24T16:00:00.000Z" }), camera);
    expect(block).toMatchObject({
      megabytes: 120,
      runSeconds: expect.closeTo(59.62, 9),
      endMs: block!.beginMs + 600_000,
    });
  });

  it("names a run that is longer than its block, and an overlap", () => {
    const at = (minute: number) => new Date(beginMs + minute * 60_000).toISOString();
    const messages = conflictsOf(
      [shot("a", { beginsAt: at(300), minutes: 0.5 }), shot("b", { beginsAt: at(300.2) })],
      () => camera,
    ).map(({ kind }) => kind);
    expect(messages).toEqual(["run", "overlap"]);
  });

  it("places shots in the evening's best places with room to walk, stars after dark", () => {
    const shots = [
      shot("trails"),
      shot("view", { intent: "still-view" }),
      shot("stars", { intent: "star-points", minutes: 30 }),
    ];
    const { begins, unplaced } = arrangeOnNight(plan, shots);
    expect(unplaced).toEqual([]);
    const ordered = [...begins].sort((a, b) => a[1] - b[1]);
    for (let i = 1; i < ordered.length; i++) {
      const before = shots.find(({ id }) => id === ordered[i - 1]![0])!;
      expect(ordered[i]![1] - ordered[i - 1]![1]).toBeGreaterThanOrEqual((before.minutes + 8) * 60_000);
    }
    expect(plan.momentAt(begins.get("stars")!).sunAltitudeDeg).toBeLessThan(-15);
    expect(plan.momentAt(begins.get("view")!).sunAltitudeDeg).toBeGreaterThan(-10);
    expect(begins.get("trails")! - beginMs).toBeLessThan(9 * 3_600_000);
  });
});
