import {
  luminanceFromMagnitude,
  moonIlluminance,
  moonState,
  nightSpan,
  sampleNight,
  sunEvents,
  sunIlluminance,
  sunPosition,
} from ".";
import illuminance from "./fixtures/illuminance.json";
import golden from "./fixtures/sky.json";

const relative = (value: number, wanted: number) => Math.abs(value / wanted - 1);

describe("illuminance", () => {
  it("agrees with the published table to its five digits, for the sun and the full moon", () => {
    for (const row of illuminance.sun) expect(relative(sunIlluminance(row.altDeg), row.lux)).toBeLessThan(1e-4);
    for (const row of illuminance.moon)
      expect(relative(moonIlluminance(row.altDeg, 0), row.luxFullMoon)).toBeLessThan(1e-4);
  });

  it("is nothing where the polynomials end", () => {
    expect(sunIlluminance(-18.01)).toBe(0);
    expect(moonIlluminance(-0.81, 0)).toBe(0);
  });

  it("takes a dark sky's magnitude for 10.8e4 · 10^(-0.4 m)", () => {
    expect(relative(luminanceFromMagnitude(21.28770009942499), 0.00032987068)).toBeLessThan(1e-6);
  });
});

describe("positions", () => {
  const rows = golden.nights.flatMap((night) => night.instants.map((instant) => ({ site: night.site, ...instant })));

  it(`agree with ${rows.length} reference instants within 0.05°`, () => {
    for (const row of rows) {
      const place = { latitudeDeg: row.site.latDeg, longitudeDeg: row.site.lonDeg };
      const at = new Date(row.utc);
      expect(Math.abs(sunPosition(place, at).altitudeDeg - row.sun.altDeg)).toBeLessThan(0.05);
      expect(Math.abs(moonState(place, at).altitudeDeg - row.moon.altDeg)).toBeLessThan(0.05);
    }
  });

  it("give the illuminated fraction within 0.003", () => {
    for (const night of golden.nights) {
      const place = { latitudeDeg: night.site.latDeg, longitudeDeg: night.site.lonDeg };
      const moon = moonState(place, new Date(night.window.midnight));
      expect(Math.abs(moon.illuminatedFraction - night.moon.midnight.geocentric.illuminatedFraction)).toBeLessThan(
        0.003,
      );
    }
  });
});

describe("a night", () => {
  it.each(golden.nights)("$id has the reference's span and sun events", (night) => {
    const place = { latitudeDeg: night.site.latDeg, longitudeDeg: night.site.lonDeg };
    const span = nightSpan(night.date, place.longitudeDeg);
    expect(span.begin.toISOString()).toBe(night.window.start.replace("Z", ".000Z"));
    const events = sunEvents(place, span);
    for (const [name, at] of Object.entries(events) as [keyof typeof events, Date | null][]) {
      const wanted = night.sun[name];
      expect(at === null).toBe(wanted === null);
      // A body that only grazes its limit crosses it slowly: two minutes there, half a minute elsewhere.
      const grazes =
        Math.min(
          Math.abs(night.sun.altMinDeg + 6),
          Math.abs(night.sun.altMinDeg + 12),
          Math.abs(night.sun.altMinDeg + 18),
        ) < 1;
      if (at && wanted) expect(Math.abs(at.getTime() - Date.parse(wanted))).toBeLessThan(grazes ? 120_000 : 30_000);
    }
  });

  it("darkens from noon to midnight by 17 stops under a town's sky", () => {
    const place = { latitudeDeg: 50, longitudeDeg: 0 };
    const samples = sampleNight(place, nightSpan("2026-11-24", 0), 25, 21);
    expect(samples[0]!.skyEv - samples[12]!.skyEv).toBeGreaterThan(16.5);
  });
});
