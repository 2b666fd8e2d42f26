import { blurDiscMm, GENERIC_MAIN_LENS, GENERIC_TELE_LENS } from "../optics";
import { sceneNamed, setStage, viewOf } from ".";
import { discRadiusPx } from "./defocus";

const walk = sceneNamed("lantern-walk")!;

describe("what is out of focus", () => {
  it.each([
    [GENERIC_MAIN_LENS, 0.4, 60],
    [GENERIC_MAIN_LENS, 1.4, 0.6],
    [GENERIC_TELE_LENS, 0.8, 25],
  ] as const)("becomes discs as wide as the lens's own figures say", (lens, focusMetres, distanceM) => {
    const view = viewOf({ ...walk, focusMetres }, lens, 2000);
    const { focalLengthMm, fNumber, pitchUm } = lens;
    const disc = blurDiscMm({ focalLengthMm, fNumber, circleOfConfusionMm: pitchUm / 1000 }, focusMetres, distanceM);
    expect(2 * discRadiusPx(view, distanceM)).toBeCloseTo(disc / (view.pitchUm / 1000), 6);
  });

  it("is sharp at the distance it is focused at, and everywhere without one", () => {
    expect(discRadiusPx(viewOf({ ...walk, focusMetres: 1.4 }, GENERIC_MAIN_LENS, 960), 1.4)).toBe(0);
    expect(discRadiusPx(viewOf({ ...walk, focusMetres: null }, GENERIC_MAIN_LENS, 960), 60)).toBe(0);
  });

  it("keeps its light: a lamp's disc has that of the lamp in focus", () => {
    const lamp = { at: [0, 1.5, 40], intensityCd: 50, kelvin: 2700, diameterMetres: 0.1, postMetres: 0 } as const;
    const noLight = { altitudeDeg: -90, awayDeg: 0 };
    const dark = {
      ...walk,
      surfaces: [],
      lamps: [lamp],
      fillLux: 0,
      visibilityMetres: 1e9,
      sky: {
        sun: noLight,
        moon: { ...noLight, phaseAngleDeg: 180 },
        darkSkyMagPerArcsec2: 60,
        cloud: 0,
        cloudDriftMps: 0,
      },
    };
    const sum = (focusMetres: number | null) =>
      setStage({ ...dark, focusMetres }, GENERIC_TELE_LENS, 200).still.light.reduce((all, value) => all + value, 0);
    expect(Math.abs(sum(0.3) / sum(null) - 1)).toBeLessThan(0.03);
  });
});
