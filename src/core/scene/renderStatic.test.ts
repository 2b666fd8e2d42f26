import { blackBodyRgb } from "../light";
import { GENERIC_MAIN_LENS } from "../optics";
import { newStillLight, sceneNamed, setStage } from ".";
import { project } from "./camera";
import { pointLampLuminance } from "./drawLamps";
import { facadePoint, rooflineM } from "./facade";
import { renderStaticRows } from "./renderStatic";
import type { Material, Scene, Wall } from "./scene";

const quay = sceneNamed("quay-road")!;
const NO_LIGHT = { altitudeDeg: -90, awayDeg: 0 };
const night: Scene = {
  ...quay,
  camera: { at: [0, 3.4, 0], headingDeg: 0, tiltDeg: 0 },
  surfaces: [],
  lamps: [],
  traffic: [],
  fillLux: 0,
  visibilityMetres: 1e9,
  sky: {
    sun: NO_LIGHT,
    moon: { ...NO_LIGHT, phaseAngleDeg: 180 },
    darkSkyMagPerArcsec2: 60,
    cloud: 0,
    cloudDriftMps: 0,
  },
};
const lamp = { at: [0, 3.4, 40] as const, intensityCd: 300, kelvin: 3000, diameterMetres: 0.16, postMetres: 0 };
const rendered = (scene: Scene, width = 320) => {
  const { view, still } = setStage(scene, GENERIC_MAIN_LENS, width);
  return { view, out: still.light, depth: still.depth };
};
const green = (out: Float32Array) => out.reduce((sum, value, i) => (i % 3 === 1 ? sum + value : sum), 0);

describe("a lamp in the lens", () => {
  const { view, out } = rendered({ ...night, lamps: [lamp] });
  const centre = project(view, lamp.at)!;
  const at = (radius: number) => out[3 * (Math.floor(centre.y) * view.width + Math.floor(centre.x) + radius) + 1]!;

  it("leaves all of its light in the picture: what is scattered is missing in the middle", () => {
    const sent = pointLampLuminance(view, lamp.intensityCd, centre.depthMetres) * blackBodyRgb(lamp.kelvin)[1];
    expect(green(out) / sent).toBeGreaterThan(0.97);
    expect(green(out) / sent).toBeLessThan(1.03);
  });

  it("is scattered with about the distance to the power of -2.5", () => {
    // Well within their reach, at whose rim they end.
    const slope = Math.log(at(7) / at(20)) / Math.log(20 / 7);
    expect(slope).toBeGreaterThan(2.3);
    expect(slope).toBeLessThan(2.7);
  });
});

describe("still light", () => {
  it("is the same however its rows are cut", () => {
    const { view, out, depth } = rendered(quay, 64);
    const cut = newStillLight(quay, view);
    for (const [from, rows] of [
      [40, view.height - 40],
      [0, 7],
      [7, 33],
    ] as const)
      renderStaticRows(quay, view, from, rows, cut);
    expect(cut.light).toEqual(out);
    expect(cut.depth).toEqual(depth);
  });

  it("is mirrored by wet ground, the lamps in it most of all, and by dry ground not", () => {
    const road = (wetness: number): Scene => {
      const material: Material = { reflectance: 0.1, tint: [1, 1, 1], texture: "plain", wetness };
      const strip = { kind: "strip", through: [0, 0, 20], headingDeg: 0, halfWidthMetres: 30, material } as const;
      return { ...night, surfaces: [strip], lamps: [lamp] };
    };
    const [dry, wet] = [rendered(road(0), 120), rendered(road(0.6), 120)];
    const below = (part: typeof dry, right: number) => {
      const { width, height } = part.view;
      // Where the lamp's mirrored image would lie.
      const y = Math.round(project(part.view, [lamp.at[0], -lamp.at[1], lamp.at[2]])!.y);
      return part.out[3 * (Math.min(height - 1, y) * width + width / 2 + right) + 1]!;
    };
    expect(below(wet, 0)).toBeGreaterThan(3 * below(dry, 0));
    expect(below(wet, 0)).toBeGreaterThan(3 * below(wet, 34));
    expect(below(wet, 34)).toBeGreaterThanOrEqual(below(dry, 34));
  });
});

describe("a row of houses", () => {
  const wall = quay.surfaces.find((surface): surface is Wall => surface.kind === "wall")!;
  const points = Array.from({ length: 20_000 }, (_, i) => {
    const along = ((i * 0.618034) % 1) * wall.lengthMetres;
    return { along, up: ((i * 0.754878) % 1) * rooflineM(wall, along, quay.seed) };
  });

  it("ends where its roofs do, with some gables among them, none higher than a storey over its eaves", () => {
    const widthM = wall.lengthMetres / wall.heightsMetres.length;
    const rises = wall.heightsMetres.map((eaves, house) => rooflineM(wall, (house + 0.5) * widthM, quay.seed) - eaves);
    expect(rises.some((rise) => rise > 0.5)).toBe(true);
    expect(rises.some((rise) => rise === 0)).toBe(true);
    expect(Math.max(...rises)).toBeLessThan(3.4);
  });

  it("shines in as many of its windows as are lit, and nowhere else", () => {
    const seen = points.map(({ along, up }) => facadePoint(wall, along, up, quay.seed));
    expect(Math.max(...seen.map(({ reflectance }) => Math.max(...reflectance)))).toBeLessThan(0.75);
    expect(seen.some(({ shine, glass }) => glass === 0 && Math.max(...shine) > 0)).toBe(false);
    const glazed = seen.filter(({ glass }) => glass > 0).length;
    const lit = seen.filter(({ shine }) => shine[0] > 0).length;
    expect(glazed / points.length).toBeGreaterThan(0.08);
    expect(glazed / points.length).toBeLessThan(0.3);
    expect(Math.abs(lit / glazed - wall.windows.litShare)).toBeLessThan(0.15);
  });
});
