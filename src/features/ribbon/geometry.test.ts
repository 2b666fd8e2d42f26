import { momentsOf, planNight } from "@/core/night";
import { areaPath, clampTo, clockTicks, evScale, linePath, timeScale, visibleMoments } from "./geometry";

const site = {
  latitudeDeg: 48.2,
  longitudeDeg: 16.4,
  zone: "Europe/Vienna",
  darkSkyMagPerArcsec2: 20,
  lampEv: 4,
  road: "none" as const,
  tidal: false,
  coreAltitudeDeg: 10,
  horizon: [],
  weatherRows: [],
  tideRows: [],
  trafficRows: [],
};
const plan = planNight(site, "2026-10-24");
const moments = momentsOf(plan, 60_000);
const beginMs = plan.night.span.begin.getTime();
const endMs = plan.night.span.end.getTime();

describe("the ribbon", () => {
  it("shows all of a night thinned to what a screen can hold, and every minute of an hour", () => {
    const whole = visibleMoments(moments, [beginMs, endMs]);
    expect(whole.length).toBeLessThan(600);
    expect([whole[0]!.atMs, whole.at(-1)!.atMs]).toEqual([beginMs, endMs]);
    const hour = visibleMoments(moments, [beginMs + 3_600_000, beginMs + 7_200_000]);
    expect(hour.length).toBeGreaterThanOrEqual(60);
    expect(hour[0]!.atMs).toBeLessThanOrEqual(beginMs + 3_600_000);
    expect(hour.at(-1)!.atMs).toBeGreaterThanOrEqual(beginMs + 7_200_000);
  });

  it("keeps a moment on either side of a single second", () => {
    const second = visibleMoments(moments, [beginMs + 30_000, beginMs + 31_000]);
    expect(second[0]!.atMs).toBeLessThanOrEqual(beginMs + 30_000);
    expect(second.at(-1)!.atMs).toBeGreaterThanOrEqual(beginMs + 31_000);
  });

  it("labels full hours on the site's clock, also in the night on which it changes", () => {
    const ticks = clockTicks({ domain: [beginMs, endMs], width: 1280, top: 0, bottom: 100 }, site.zone);
    expect(ticks.length).toBeGreaterThan(8);
    for (const { atMs, label } of ticks) {
      const local = new Intl.DateTimeFormat("en-GB", {
        timeZone: site.zone,
        hour: "2-digit",
        minute: "2-digit",
      }).format(atMs);
      expect(label).toBe(local);
      expect(label).toMatch(/:00$/);
    }
  });

  it("goes down to seconds and their parts when one zooms in", () => {
    const box = { width: 1280, top: 0, bottom: 100 };
    expect(clockTicks({ ...box, domain: [beginMs, beginMs + 120_000] }, site.zone)[1]!.label).toMatch(
      /^\d\d:\d\d:\d\d$/,
    );
    expect(clockTicks({ ...box, domain: [beginMs, beginMs + 1000] }, site.zone)[1]!.label).toMatch(/^\d\d\.\d{3}$/);
  });

  it("draws lines where there is a value and breaks them where there is none", () => {
    const x = timeScale({ domain: [beginMs, endMs], width: 1000, top: 0, bottom: 100 });
    const y = evScale({ domain: [beginMs, endMs], width: 1000, top: 0, bottom: 100 });
    const shown = visibleMoments(moments, [beginMs, endMs]);
    const night = linePath(
      shown,
      (t) => x(t),
      (m) => (m.sunAltitudeDeg < 0 ? y(m.skyEv) : null),
    );
    expect(night.match(/M/g)).toHaveLength(1);
    const day = linePath(
      shown,
      (t) => x(t),
      (m) => (m.sunAltitudeDeg > 0 ? y(m.skyEv) : null),
    );
    expect(day.match(/M/g)).toHaveLength(2);
    expect(
      areaPath(
        shown,
        (t) => x(t),
        100,
        () => null,
      ),
    ).toBe("");
    expect([clampTo(5, 0, 3), clampTo(-1, 0, 3), clampTo(2, 0, 3)]).toEqual([3, 0, 2]);
  });
});
