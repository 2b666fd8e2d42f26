import fc from "fast-check";
import {
  dewRisk,
  isZone,
  localClock,
  overlapChance,
  ROAD_CLASSES,
  ROADS,
  standInConstituents,
  standInWeather,
  tideFromRows,
  tideHeight,
  totalCloudPercent,
  vehiclesPerHour,
  type WeatherRow,
  weatherFromRows,
  zoneOffsetMs,
} from ".";

const HOUR = 3_600_000;
const place = { latitudeDeg: 53.86, longitudeDeg: -3.42 };
const instants = fc.integer({ min: Date.UTC(2025, 0, 1), max: Date.UTC(2029, 0, 1) });
const places = fc.record({
  latitudeDeg: fc.double({ min: -90, max: 90, noNaN: true }),
  longitudeDeg: fc.double({ min: -180, max: 180, noNaN: true }),
});

describe("stand-in weather", () => {
  it("stays within what weather can be, anywhere at any time", () => {
    fc.assert(
      fc.property(places, instants, (where, atMs) => {
        const weather = standInWeather(where, atMs);
        for (const cover of [weather.cloudLowPercent, weather.cloudMidPercent, weather.cloudHighPercent]) {
          expect(cover).toBeGreaterThanOrEqual(0);
          expect(cover).toBeLessThanOrEqual(100);
        }
        expect(weather.gustMps).toBeGreaterThanOrEqual(weather.windMps);
        expect(weather.dewPointC).toBeLessThan(weather.temperatureC);
        expect(Math.abs(weather.temperatureC)).toBeLessThan(60);
      }),
    );
  });

  it("changes smoothly, by less than 2 °C and 40 points of cloud in ten minutes", () => {
    fc.assert(
      fc.property(instants, (atMs) => {
        const [before, after] = [standInWeather(place, atMs), standInWeather(place, atMs + 600_000)];
        expect(Math.abs(after.temperatureC - before.temperatureC)).toBeLessThan(2);
        expect(Math.abs(totalCloudPercent(after) - totalCloudPercent(before))).toBeLessThan(40);
      }),
    );
  });

  it("is warmer in the summer of either half of the Earth", () => {
    const mean = (latitudeDeg: number, month: number) => {
      const days = Array.from({ length: 28 }, (_, day) => Date.UTC(2026, month, day + 1, 12));
      const sum = days.reduce(
        (total, at) => total + standInWeather({ latitudeDeg, longitudeDeg: 0 }, at).temperatureC,
        0,
      );
      return sum / days.length;
    };
    expect(mean(50, 6) - mean(50, 0)).toBeGreaterThan(8);
    expect(mean(-35, 0) - mean(-35, 6)).toBeGreaterThan(5);
  });
});

describe("a person's own forecast", () => {
  const row = (hour: number, windMps: number): WeatherRow => ({
    atMs: hour * HOUR,
    cloudLowPercent: 10 * hour,
    cloudMidPercent: 0,
    cloudHighPercent: 0,
    windMps,
    gustMps: windMps * 2,
    temperatureC: 5,
    dewPointC: 3,
  });
  const rows = [row(1, 2), row(3, 6), row(20, 8)];

  it("is even between rows, exact on them, and absent outside and across long gaps", () => {
    expect(weatherFromRows(rows, 2 * HOUR)).toMatchObject({ windMps: 4, gustMps: 8, cloudLowPercent: 20 });
    expect(weatherFromRows(rows, 3 * HOUR)).toMatchObject({ windMps: 6 });
    expect(weatherFromRows(rows, 0)).toBeNull();
    expect(weatherFromRows(rows, 21 * HOUR)).toBeNull();
    expect(weatherFromRows(rows, 10 * HOUR)).toBeNull();
    expect(weatherFromRows([], HOUR)).toBeNull();
  });

  it("covers the sky by layers as if they were independent", () => {
    expect(totalCloudPercent({ ...row(5, 1), cloudMidPercent: 50 })).toBeCloseTo(75, 10);
  });

  it("fears dew in still, damp air and not in wind or dry air", () => {
    const damp = { ...row(1, 0.5), temperatureC: 4, dewPointC: 3.8 };
    expect(dewRisk(damp)).toBeGreaterThan(0.9);
    expect(dewRisk({ ...damp, windMps: 8 })).toBe(0);
    expect(dewRisk({ ...damp, dewPointC: -4 })).toBe(0);
  });
});

describe("traffic", () => {
  it("is densest on a working day's afternoon, thin at three in the morning, and nothing without a road", () => {
    const at = (weekday: number, hour: number) => vehiclesPerHour("main", { weekday, hour });
    expect(at(3, 17.5)).toBe(ROADS.main.busiestPerHour);
    expect(at(3, 3)).toBeLessThan(0.04 * ROADS.main.busiestPerHour);
    expect(at(6, 8)).toBeLessThan(at(3, 8) / 2);
    expect(vehiclesPerHour("none", { weekday: 3, hour: 17.5 })).toBe(0);
  });

  it("is continuous through the hours and over midnight into another kind of day", () => {
    for (const road of ROAD_CLASSES) {
      for (let hour = 0; hour < 24; hour += 0.25) {
        const step = Math.abs(
          vehiclesPerHour(road, { weekday: 5, hour }) - vehiclesPerHour(road, { weekday: 5, hour: hour + 0.01 }),
        );
        expect(step).toBeLessThanOrEqual(0.01 * ROADS[road].busiestPerHour);
      }
      const late = vehiclesPerHour(road, { weekday: 5, hour: 23.999 });
      expect(Math.abs(late - vehiclesPerHour(road, { weekday: 6, hour: 0 }))).toBeLessThanOrEqual(3);
    }
  });

  it("takes counted hours over the usual ones", () => {
    const rows = [
      { weekday: 2, hour: 17, vehiclesPerHour: 10 },
      { weekday: 2, hour: 18, vehiclesPerHour: 30 },
    ];
    expect(vehiclesPerHour("main", { weekday: 2, hour: 17.5 }, rows)).toBe(10);
    expect(vehiclesPerHour("main", { weekday: 2, hour: 18 }, rows)).toBe(20);
  });

  it("puts two vehicles into one lane's exposure with Poisson's chance", () => {
    // 900 an hour each way in 4 s: one expected; 1 - 2/e.
    expect(overlapChance(1800, 4)).toBeCloseTo(1 - 2 / Math.E, 10);
    expect(overlapChance(0, 30)).toBe(0);
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 4000 }), fc.integer({ min: 1, max: 60 }), (perHour, seconds) => {
        expect(overlapChance(perHour, seconds + 1)).toBeGreaterThan(overlapChance(perHour, seconds));
      }),
    );
  });
});

describe("tide", () => {
  it("turns about every 6 h 12 m and never exceeds the sum of its waves", () => {
    const waves = standInConstituents(place);
    const most = waves.reduce((sum, { amplitudeMetres }) => sum + amplitudeMetres, 0);
    const start = Date.UTC(2026, 10, 25);
    let turns = 0;
    for (let minute = 1; minute < 30 * 24 * 60; minute++) {
      const at = (offset: number) => tideHeight(waves, start + (minute + offset) * 60_000);
      if (at(0) - at(-1) > 0 !== at(1) - at(0) > 0) turns++;
      expect(Math.abs(at(0))).toBeLessThanOrEqual(most);
    }
    const hours = (30 * 24) / turns;
    expect(Math.abs(hours - 6.21)).toBeLessThan(0.1);
  });

  it("swings by the half cosine between the rows of a table", () => {
    const rows = [
      { atMs: 0, metres: -2 },
      { atMs: 6 * HOUR, metres: 2 },
    ];
    expect(tideFromRows(rows, 3 * HOUR)).toBeCloseTo(0, 10);
    expect(tideFromRows(rows, HOUR)).toBeCloseTo(-2 * Math.cos(Math.PI / 6), 10);
    expect(tideFromRows(rows, 6 * HOUR)).toBe(2);
    expect(tideFromRows(rows, 7 * HOUR)).toBeNull();
  });
});

describe("a site's clock", () => {
  it("knows weekdays, half-hour zones and the night on which clocks change", () => {
    const utc = localClock("UTC")(Date.UTC(2026, 10, 25, 18, 30));
    expect(utc).toEqual({ weekday: 3, hour: 18.5 });
    expect(zoneOffsetMs("Asia/Kolkata", Date.UTC(2026, 0, 1))).toBe(5.5 * HOUR);
    const vienna = localClock("Europe/Vienna");
    // On 25 October 2026 at 01:00 UTC clocks go back from 03:00 to 02:00.
    expect(vienna(Date.UTC(2026, 9, 25, 0, 59)).hour).toBeCloseTo(2 + 59 / 60, 10);
    expect(vienna(Date.UTC(2026, 9, 25, 1, 0)).hour).toBeCloseTo(2, 10);
  });

  it("tells zones that exist from those that do not", () => {
    expect(isZone("Pacific/Chatham")).toBe(true);
    for (const zone of ["", "Moon/Sea", "Europe", "+1"])
      expect([zone, isZone(zone)]).toEqual([zone, zone === "+1" && isZone("+1")]);
    expect(() => zoneOffsetMs("Moon/Sea", 0)).toThrow(RangeError);
  });
});
