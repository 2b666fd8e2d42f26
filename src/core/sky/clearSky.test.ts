import fc from "fast-check";
import { clearSky, illuminanceFrom } from "./clearSky";
import { sunIlluminance } from "./illuminance";
import { luminanceFromMagnitude, ZENITH } from "./skyLight";

const down = { altitudeDeg: -40, azimuthDeg: 90, phaseAngleDeg: 90 };
const darkSkyMagPerArcsec2 = 21.9;
const at = (altitudeDeg: number, azimuthDeg = 270) =>
  clearSky({
    sun: { altitudeDeg, azimuthDeg },
    moon: down,
    darkSkyMagPerArcsec2,
  });

describe("a clear sky by direction", () => {
  it("gives level ground the light that the sun's altitude says", () => {
    fc.assert(
      fc.property(
        fc.double({ min: -8, max: -0.5, noNaN: true }),
        fc.double({ min: 0, max: 360, noNaN: true }),
        (sun, azimuth) => {
          const lux = illuminanceFrom(at(sun, azimuth)) - illuminanceFrom(at(-30));
          expect(lux / sunIlluminance(sun)).toBeCloseTo(1, 2);
        },
      ),
      { numRuns: 40 },
    );
  });

  it("measures an even sky as its luminance times π", () => {
    expect(illuminanceFrom(() => 2) / (2 * Math.PI)).toBeCloseTo(1, 2);
  });

  it("glows where the sun went down, least on the other side, and alike left and right of it", () => {
    const sky = at(-6);
    const low = (azimuthDeg: number) => sky({ altitudeDeg: 8, azimuthDeg });
    const around = [270, 300, 330, 360, 390, 420, 450].map(low);
    expect(around).toEqual(around.toSorted((a, b) => b - a));
    expect(low(240)).toBeCloseTo(low(300), 9);
    // Separations of 14° and 178°: thirteen times the light, not quite four stops.
    expect(Math.log2(low(270) / low(90))).toBeCloseTo(Math.log2(178 / 14), 1);
    expect(low(90)).toBeGreaterThan(sky(ZENITH));
  });

  it("is overhead as bright as it is measured", () => {
    // Patat, Ugolnikov & Postylyakov, Astron. Astrophys. 455 (2006), 385: V at the zenith, magnitudes per square arcsecond.
    for (const sunAltitudeDeg of [-5, -6, -7, -8, -9, -10]) {
      const beyond = -sunAltitudeDeg - 5;
      const measured = luminanceFromMagnitude(11.84 + 1.518 * beyond - 0.057 * beyond ** 2);
      expect(Math.abs(Math.log2(at(sunAltitudeDeg)(ZENITH) / measured))).toBeLessThan(0.35);
    }
  });

  it("darkens without a step through the end of twilight, in every direction and over every site", () => {
    for (const mag of [17, 19.8, 21.9])
      for (const altitudeDeg of [2, 20, 90])
        for (const azimuthDeg of [270, 315, 90]) {
          const towards = { altitudeDeg, azimuthDeg };
          const skyAt = (sun: number) =>
            clearSky({ sun: { altitudeDeg: sun, azimuthDeg: 270 }, moon: down, darkSkyMagPerArcsec2: mag })(towards);
          for (let sun = -12; sun > -20; sun -= 0.01) {
            // A hundredth of a degree of twilight is 0.6 % by itself.
            const [before, after] = [skyAt(sun), skyAt(sun - 0.01)];
            expect(after / before).toBeLessThan(1.02);
            expect(before / after).toBeLessThan(1.02);
          }
          expect(skyAt(-18.5)).toBeCloseTo(skyAt(-40), 12);
        }
  });

  it("is the site's own dark sky once the sun is 18° down, and the moon's around the moon", () => {
    expect(at(-30)(ZENITH)).toBeCloseTo(luminanceFromMagnitude(darkSkyMagPerArcsec2), 12);
    const sun = { altitudeDeg: -30, azimuthDeg: 0 };
    const moonlit = clearSky({
      sun,
      moon: { altitudeDeg: 40, azimuthDeg: 120, phaseAngleDeg: 0 },
      darkSkyMagPerArcsec2,
    });
    expect(moonlit({ altitudeDeg: 40, azimuthDeg: 140 })).toBeGreaterThan(
      2 * moonlit({ altitudeDeg: 40, azimuthDeg: 220 }),
    );
    expect(moonlit(ZENITH)).toBeGreaterThan(8 * at(-30)(ZENITH));
  });
});
