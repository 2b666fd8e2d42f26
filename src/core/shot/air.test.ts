import { airOf, relativeHumidity } from "./air";

const calm = {
  cloudLowPercent: 0,
  cloudMidPercent: 20,
  cloudHighPercent: 50,
  windMps: 3,
  gustMps: 5,
  temperatureC: 12,
  dewPointC: 4,
};

describe("the air of an hour", () => {
  // Tables of the saturation pressure over water: 17.04 and 23.39 hPa at 15 and 20 °C, 12.28 at 10 °C.
  it.each([
    [20, 10, 12.28 / 23.39],
    [20, 15, 17.04 / 23.39],
    [7, 7, 1],
  ])("of %d °C with a dew point of %d °C is as moist as tables say", (temperatureC, dewPointC, humidity) => {
    expect(relativeHumidity({ temperatureC, dewPointC })).toBeCloseTo(humidity, 2);
  });

  it("is clear when it is dry and hazy when it is nearly saturated, and never nothing", () => {
    const visibility = (dewPointC: number) => airOf({ ...calm, dewPointC }).visibilityMetres;
    expect(visibility(-4)).toBeGreaterThan(20_000);
    expect(visibility(11.5)).toBeLessThan(8000);
    expect(visibility(12)).toBeGreaterThan(1000);
  });

  it("has the cloud of all heights, which drifts faster than the wind at the ground", () => {
    expect(airOf(calm).cloud).toBeCloseTo(1 - 0.8 * 0.5, 9);
    expect(airOf(calm).cloudDriftMps).toBeGreaterThan(calm.windMps);
  });
});
