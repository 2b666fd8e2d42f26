import {
  blackBodyRgb,
  evFromLuminance,
  exposureValue,
  filterStops,
  illuminanceFromEv,
  isOnLadder,
  luminanceFromEv,
  nearestRung,
  planckianChromaticity,
  stackedFilterStops,
  thirdStops,
} from ".";
import golden from "./fixtures/photometry.json";

const relative = (value: number, wanted: number) => Math.abs(value / wanted - 1);

describe("exposure value", () => {
  it.each(golden.exposureValue)("of f/$fNumber, $shutterSeconds s, ISO $iso is the reference's", (row) => {
    expect(relative(exposureValue(row), row.ev)).toBeLessThan(1e-6);
  });

  it.each(golden.luminance)("$ev gives the reference's luminance and illuminance", (row) => {
    expect(relative(luminanceFromEv(row.ev), row.luminanceCdM2)).toBeLessThan(1e-6);
    expect(relative(illuminanceFromEv(row.ev), row.illuminanceLux)).toBeLessThan(1e-6);
    expect(evFromLuminance(luminanceFromEv(row.ev))).toBeCloseTo(row.ev, 10);
  });

  it("refuses a setting that is not positive", () => {
    expect(() => exposureValue({ fNumber: 1.8, shutterSeconds: 0, iso: 50 })).toThrow(RangeError);
  });
});

describe("filters", () => {
  it.each(golden.filters)(
    "of factor $factor are the same in all three notations",
    ({ factor, stops, opticalDensity }) => {
      expect(filterStops({ notation: "factor", value: factor })).toBeCloseTo(stops, 8);
      expect(filterStops({ notation: "stops", value: stops })).toBe(stops);
      expect(relative(filterStops({ notation: "density", value: opticalDensity }), stops)).toBeLessThan(1e-6);
    },
  );

  it("add when they are stacked", () => {
    const stops = stackedFilterStops([
      { notation: "factor", value: 8 },
      { notation: "stops", value: 2 },
    ]);
    expect(stops).toBeCloseTo(5, 12);
  });
});

describe("ladders", () => {
  it("step in exact thirds of a stop and find the nearest rung", () => {
    const ladder = thirdStops(-3, 3);
    expect(ladder).toHaveLength(7);
    expect(ladder[3]).toBe(1);
    expect(nearestRung(ladder, 0.1)).toBe(0.5);
    expect(isOnLadder(ladder, 1.26)).toBe(true);
    expect(isOnLadder(ladder, 1.4)).toBe(false);
  });
});

describe("colour temperature", () => {
  it("gives the locus at 2856 K and 6504 K within the approximation's error", () => {
    // CIE illuminant A is (0.44757, 0.40745); the locus at 6504 K is (0.3135, 0.3237), Wyszecki & Stiles (1982).
    expect(planckianChromaticity(2856).x).toBeCloseTo(0.44757, 3);
    expect(planckianChromaticity(2856).y).toBeCloseTo(0.40745, 3);
    expect(planckianChromaticity(6504).x).toBeCloseTo(0.3135, 3);
    expect(planckianChromaticity(6504).y).toBeCloseTo(0.3237, 3);
  });

  it("is redder the lower it is, at unchanged luminance", () => {
    const [r, g, b] = blackBodyRgb(2200);
    expect(r).toBeGreaterThan(g);
    expect(g).toBeGreaterThan(b);
    expect(0.2126 * r + 0.7152 * g + 0.0722 * b).toBeCloseTo(1, 10);
  });
});
