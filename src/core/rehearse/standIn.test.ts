import { chosenCamera } from "../camera";
import { planCapture, plannedFrames } from "../capture";
import { INTENT_IDS, type IntentId, intentOf, usualScene } from "../intent";
import { outlookOf } from "../outlook";
import { parseRecipe } from "../recipe";
import { type ShotSky, type Stage, sampleStill, simulateFrame, viewOf } from "../scene";
import { clearSky, evTowards } from "../sky";
import { measurePicture, standInFor } from ".";

const camera = chosenCamera({ phones: [], clipOns: [] }, null);
/** About right for each intent's usual scene, without what passes. */
const LINES: Partial<Record<IntentId, string>> = {
  "star-points": "10s | iso 1600",
  "star-arcs": "15s | iso 800",
  meteors: "10s | iso 1600",
  "light-drawing": "1s | iso 400",
  "smoothed-water": "1.6s | iso 50",
  "frozen-action": "1/250 | iso 800",
  sweep: "1/20 | iso 200",
  "moving-picture": "1/50 | iso 200",
};

const STARRY: ShotSky = {
  sky: {
    sun: { altitudeDeg: -40, awayDeg: 180 },
    moon: { altitudeDeg: -30, awayDeg: 180, phaseAngleDeg: 120 },
    darkSkyMagPerArcsec2: 21.4,
  },
  stars: { latitudeDeg: 54, azimuthDeg: 10, siderealHours: 20, atMs: Date.UTC(2026, 10, 26) },
  tiltDeg: 24,
};
/** The clear sky where the camera is aimed. */
const skyEvOf = ({ sky, tiltDeg }: ShotSky): number => {
  const { sun, moon, darkSkyMagPerArcsec2 } = sky;
  const light = clearSky({
    sun: { ...sun, azimuthDeg: sun.awayDeg },
    moon: { ...moon, azimuthDeg: moon.awayDeg },
    darkSkyMagPerArcsec2,
  });
  return evTowards(light, { tiltDeg, azimuthDeg: 0 });
};

describe.each(INTENT_IDS)("the stand-in of %s", (id) => {
  it("is as bright as the solver says of the person's own place, in its surfaces and in its sky", () => {
    const sky = intentOf(id).ofStars ? STARRY : null;
    const usual = { ...usualScene(id), mover: null, lamps: [], crowd: null, vehiclesPerHour: 0 };
    const facts = sky ? { ...usual, skyEv: skyEvOf(sky) } : usual;
    const scene = standInFor(id, facts, sky, camera.lens);
    // Other places of the same view than those by which the gains were found.
    const seen = sampleStill(scene, viewOf(scene, camera.lens, 960), 11);
    const flows = new Uint8Array(seen.depth.length);
    const stage: Stage = {
      scene: { ...scene, traffic: [], stars: null },
      lens: camera.lens,
      view: { ...viewOf(scene, camera.lens, seen.width), height: seen.height },
      still: { light: seen.light, depth: seen.depth, subject: seen.subject, flows, water: null },
    };
    const line = `${LINES[id] ?? "0.4s | iso 50"} | wb 3600K`;
    const { recipe } = parseRecipe(line);
    const plan = planCapture(recipe, camera, { pressedAtMs: 0, sensorCelsius: 15, seed: 4 })!;
    const [frame] = plannedFrames(plan);
    const found = measurePicture(stage, plan, simulateFrame(stage, plan, frame!).data, [frame!], null);
    const promised = outlookOf(plan, facts);
    // Of the stars' own picture the sky is promised; the land below it stays dark.
    if (sky) expect(Math.abs(found.skyStops! - promised.sky!.meterStops)).toBeLessThan(0.35);
    else expect(Math.abs(found.placeStops! - promised.base.meterStops)).toBeLessThan(0.35);
  });
});
