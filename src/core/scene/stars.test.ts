import { CHART_STAR_VECTORS, CHART_STARS, rotationToDate } from "../chart";
import { GENERIC_MAIN_LENS } from "../optics";
import { airmass, chartPlaces, localSiderealHours, nightSky } from "../sky";
import { sceneNamed, viewOf } from ".";
import { projectFromCamera as project } from "./camera";
import { pointLampLuminance } from "./drawLamps";
import type { Scene } from "./scene";
import { gatherStarLight } from "./stars";

const marsh = sceneNamed("salt-marsh")!;
const view = viewOf(marsh, GENERIC_MAIN_LENS, 816);
/** Where stars have been in the middle of an exposure, the brightest first. */
const bright = (streaks: ReturnType<typeof gatherStarLight>) =>
  streaks
    .map(({ x0, y0, x1, y1, light }) => ({ x: (x0 + x1) / 2, y: (y0 + y1) / 2, light }))
    .sort((a, b) => b.light - a.light);

describe("stars of a scene", () => {
  it("stand where the sky's own computation has them", () => {
    const sky = nightSky({ latitudeDeg: 48, longitudeDeg: 16 }, "2026-11-25");
    const atMs = Date.parse("2026-11-25T22:00:00Z");
    const places = new Float32Array(2 * CHART_STARS.length);
    chartPlaces(sky.track, sky.place, atMs, CHART_STAR_VECTORS, rotationToDate(new Date(atMs)), places);
    const azimuthDeg = 140;
    const scene: Scene = {
      ...marsh,
      surfaces: [],
      stars: { latitudeDeg: 48, azimuthDeg, siderealHours: localSiderealHours(sky.track, sky.place, atMs), atMs },
    };
    const [brightest] = bright(gatherStarLight(scene, view, 0, 1));
    // The brightest in this picture is the brightest of all.
    const altitude = (places[0]! * Math.PI) / 180;
    const away = ((places[1]! - azimuthDeg) * Math.PI) / 180;
    const far = 1e6;
    const wanted = project(view, [
      far * Math.cos(altitude) * Math.sin(away),
      far * Math.sin(altitude),
      far * Math.cos(altitude) * Math.cos(away),
    ])!;
    // Within a pixel of a picture of 4,080.
    expect(Math.hypot(brightest!.x - wanted.x, brightest!.y - wanted.y)).toBeLessThan(0.2);
    // Its light is that of its magnitude, less a fifth of a magnitude for each air mass on the way.
    const outside = pointLampLuminance(view, 2.54e-6 * 10 ** (-0.4 * CHART_STARS[0]!.magnitude), 1);
    const magnitudes = -2.5 * Math.log10(brightest!.light / outside);
    expect(Math.abs(magnitudes - 0.2 * airmass(places[0]!))).toBeLessThan(0.03);
    expect(airmass(90)).toBeCloseTo(1, 3);
    // Kasten & Young (1989), table: 10.3 at 5 degrees, 37.9 at the horizon.
    expect(airmass(5)).toBeCloseTo(10.31, 1);
    expect(airmass(0)).toBeCloseTo(37.9, 0);
  });

  it("turn about the pole: an hour is 15°, and a star at the pole stays", () => {
    const { latitudeDeg } = marsh.stars!;
    const open: Scene = {
      ...marsh,
      surfaces: [],
      camera: { ...marsh.camera, tiltDeg: latitudeDeg },
      stars: { ...marsh.stars!, azimuthDeg: 0 },
    };
    const upwards = viewOf(open, GENERIC_MAIN_LENS, 816);
    const pole = { x: upwards.width / 2, y: upwards.height / 2 };
    const places = (opensSeconds: number) =>
      bright(gatherStarLight(open, upwards, opensSeconds, 1)).map(({ x, y, light }) => ({
        light,
        radius: Math.hypot(x - pole.x, y - pole.y),
        turn: Math.atan2(y - pole.y, x - pole.x),
      }));
    const before = places(0);
    const near = before.filter(({ radius }) => radius < 60);
    expect(near.length).toBeGreaterThan(0);
    for (const star of near) {
      const after = places(3600).find(
        // Its light changes with its height; where it is from the pole does not.
        ({ light, radius }) => Math.abs(light / star.light - 1) < 0.1 && Math.abs(radius - star.radius) < 0.001,
      )!;
      const turned = (((star.turn - after.turn) * 180) / Math.PI + 720) % 360;
      expect(Math.abs(turned - 15.041)).toBeLessThan(0.01);
    }
  });

  it("leave the same light however many steps their trails take", () => {
    const total = (scene: Scene, seconds: number) =>
      gatherStarLight(scene, view, 0, seconds).reduce((sum, { light }) => sum + light, 0);
    expect(total(marsh, 60) / total(marsh, 1)).toBeGreaterThan(58);
    expect(total(marsh, 60) / total(marsh, 1)).toBeLessThan(62);
    expect(gatherStarLight({ ...marsh, stars: null }, view, 0, 1)).toEqual([]);
  });
});
