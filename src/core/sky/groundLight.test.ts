import { clearSky, illuminanceFrom } from "./clearSky";
import { groundIlluminance, LAND_REFLECTANCE, landEv, moonDirectIlluminance } from "./groundLight";
import { ZENITH } from "./skyLight";

const night = (moonAltitudeDeg: number, phaseAngleDeg: number) => ({
  sun: { altitudeDeg: -40, azimuthDeg: 300 },
  moon: { altitudeDeg: moonAltitudeDeg, azimuthDeg: 120, phaseAngleDeg },
  darkSkyMagPerArcsec2: 21.9,
});
const evOf = (luminance: number) => Math.log2(luminance / 0.125);

describe("light on open land", () => {
  it("is that of the published table under a moon, sky and direct light together", () => {
    // Seidelmann (1992): full moon at 60° and 90°, lux on level ground.
    expect(groundIlluminance(night(60, 0))).toBeCloseTo(0.217, 2);
    expect(groundIlluminance(night(90, 0))).toBeCloseTo(0.27, 2);
    // By the table's own phase term a half moon is 8 to 9 times fainter than a full one.
    expect(moonDirectIlluminance(night(60, 0).moon) / moonDirectIlluminance(night(60, 90).moon)).toBeGreaterThan(7.8);
    expect(moonDirectIlluminance(night(-1, 0).moon)).toBe(0);
  });

  it("lies two to three stops under the sky of a night without a moon", () => {
    const lights = night(-30, 120);
    const under = evOf(clearSky(lights)(ZENITH)) - landEv(lights);
    expect(under).toBeGreaterThan(2);
    expect(under).toBeLessThan(3);
    expect(landEv(lights)).toBeGreaterThan(-12);
    expect(landEv(lights)).toBeLessThan(-10.5);
  });

  it("is what its reflectance throws back of that", () => {
    const lights = night(-30, 120);
    const lux = illuminanceFrom(clearSky(lights));
    expect(landEv(lights)).toBeCloseTo(evOf((LAND_REFLECTANCE * lux) / Math.PI), 9);
    expect(landEv(night(60, 0))).toBeGreaterThan(-4.2);
    expect(landEv(night(60, 0))).toBeLessThan(-3.4);
  });
});
