import { chosenCamera } from "../camera";
import { openSpanSeconds, planCapture, plannedFrames } from "../capture";
import { usualScene } from "../intent";
import type { LampClassId } from "../light";
import { type Mover, opensAtM, pressAfterSeconds } from "../motion";
import { GENERIC_MAIN_LENS, sensorSizeMm } from "../optics";
import { outlookOf } from "../outlook";
import { hashUnit } from "../random";
import { parseRecipe } from "../recipe";
import { partOf, sceneForShot, sceneNamed, setPart, simulateFrame, viewOf } from "../scene";

const camera = { ...chosenCamera({ phones: [], clipOns: [] }, null), lens: GENERIC_MAIN_LENS };
const frame = {
  focalLengthMm: GENERIC_MAIN_LENS.focalLengthMm,
  sensorWidthMm: sensorSizeMm(GENERIC_MAIN_LENS).widthMm,
};
const WIDTH = 800;

/** Where a mover's image is, of the picture's width from its left edge, by plain projection: x = f·X/Z. */
function placeOf({ distanceM, headingDegFromPerpendicular }: Mover, alongM: number): number {
  const heading = (headingDegFromPerpendicular * Math.PI) / 180;
  const u = (alongM * Math.cos(heading)) / (distanceM + alongM * Math.sin(heading));
  return 0.5 + (u * frame.focalLengthMm) / frame.sensorWidthMm;
}

/** Columns in which a lamp has drawn, of a run's picture on a road by itself in the dark, as parts of the width. */
function drawnIn(line: string, mover: Mover, lamp: LampClassId) {
  const facts = { ...usualScene("light-trails"), mover, lamps: [lamp], vehiclesPerHour: 0, sceneEv: 0 };
  const plan = planCapture(parseRecipe(line).recipe, camera, { pressedAtMs: 0, sensorCelsius: 5, seed: 1 })!;
  const place = sceneForShot(sceneNamed("quay-road")!, { ...facts, opensAs: "enters" }, null, camera.lens);
  // The lamps alone: no ground, no air, nothing behind which they could go.
  const traffic = place.traffic
    .filter(({ name }) => name === "what passes")
    .map((each) => ({
      ...each,
      parts: [],
      // In the middle of the car: a pair lies on both sides of what is promised.
      lamps: each.lamps.map((own) => ({
        ...own,
        offset: [own.offset[0], own.offset[1], 0] as const,
        shines: "around" as const,
        // A point: a lamp's own width is not its way.
        diameterM: 0.01,
        intensityCd: 800,
      })),
    }));
  const sky = { ...place.sky, sun: { altitudeDeg: -60, awayDeg: 0 }, darkSkyMagPerArcsec2: 24, cloud: 0 };
  const scene = { ...place, sky, surfaces: [], lamps: [], walks: [], traffic, visibilityMetres: 1e9, fillLux: 0 };
  // Level with the lamp, which then stays in the middle of the picture: a few rows of it are enough.
  const [, up] = traffic[0]!.lamps[0]!.offset;
  const level = {
    ...scene,
    camera: { ...scene.camera, at: [scene.camera.at[0], up, scene.camera.at[2]] as const, tiltDeg: 0 },
  };
  const whole = viewOf(level, camera.lens, WIDTH);
  const stage = setPart(level, camera.lens, partOf(whole, 0, Math.round(whole.centreY) - 8, WIDTH, 16));
  const lit = new Uint8Array(WIDTH);
  for (const planned of plannedFrames(plan)) {
    const { data, height } = simulateFrame(stage, plan, planned);
    for (let x = 0; x < WIDTH; x++)
      for (let y = 0; y < height; y++) if (data[3 * (y * WIDTH + x) + 1]! > 40) lit[x] = 1;
  }
  const columns = Array.from(lit).flatMap((each, x) => (each ? [x / WIDTH] : []));
  return { plan, facts, columns, share: columns.length / WIDTH };
}

/** Part of the picture's width that a way has in it. */
function widthOfWay({ headingDegFromPerpendicular }: Mover): number {
  const heading = Math.abs(headingDegFromPerpendicular) * (Math.PI / 180);
  const edge = frame.sensorWidthMm / 2 / frame.focalLengthMm;
  return (edge + Math.min(edge, heading > 0 ? 1 / Math.tan(heading) : edge)) / (2 * edge);
}

it("a car that comes towards the camera draws as much of its way as is promised", () => {
  const mover = { distanceM: 20, speedMps: 10, headingDegFromPerpendicular: -65 };
  const { plan, facts, share } = drawnIn("13s | iso 50 | 3 stops", mover, "headlamp");
  const promised = outlookOf(plan, facts).mover!.coverage;
  expect(promised).toBeGreaterThan(0.9);
  expect(Math.abs(share / widthOfWay(mover) - promised)).toBeLessThan(0.05);
});

it("two hundred movers, near and far, across, away and towards, are where and draw what is promised", () => {
  const off: string[] = [];
  let [towards, away, part] = [0, 0, 0];
  for (let seed = 1; seed <= 200; seed++) {
    const between = (at: number, low: number, high: number) => low + hashUnit(at, seed, 220) * (high - low);
    const mover = {
      distanceM: between(1, 8, 45),
      speedMps: between(2, 2, 18),
      headingDegFromPerpendicular: between(3, -75, 75),
    };
    const seconds = [0.5, 1, 2, 4, 8][Math.floor(between(4, 0, 5))]!;
    const line = seed % 4 === 0 ? `3 x ${seconds}s | iso 50 -> lighten` : `${seconds}s | iso 50`;
    const edge = frame.sensorWidthMm / 2 / frame.focalLengthMm;
    // From behind one sees what shines back: it goes away already as it comes into the picture.
    const goesAway = Math.tan((mover.headingDegFromPerpendicular * Math.PI) / 180) > edge;
    const { plan, facts, columns, share } = drawnIn(line, mover, goesAway ? "tail-lamp" : "headlamp");
    const { coverage } = outlookOf(plan, facts).mover!;
    const found = share / widthOfWay(mover);
    const opens = placeOf(mover, opensAtM(frame, mover, "enters", openSpanSeconds(plan)));
    // As it opens, the lamp is at the picture's left edge or comes from its vanishing point.
    const first = columns[0] ?? 0;
    if (Math.abs(found - coverage) > 0.05)
      off.push(`${seed}: ${found.toFixed(3)} drawn, ${coverage.toFixed(3)} promised`);
    if (Math.abs(Math.max(0, opens) - first) > 0.05)
      off.push(`${seed}: opens at ${opens.toFixed(3)}, seen ${first.toFixed(3)}`);
    if (mover.headingDegFromPerpendicular < 0) towards++;
    else away++;
    if (coverage < 0.9) part++;
  }
  expect(off).toEqual([]);
  for (const count of [towards, away, part]) expect(count).toBeGreaterThan(50);
});

it("the countdown presses so that the run begins just there", () => {
  for (const headingDegFromPerpendicular of [-60, -20, 0, 40]) {
    const mover = { distanceM: 18, speedMps: 9, headingDegFromPerpendicular };
    const timing = { firstOpensSeconds: 2.1, shutterSeconds: 2, spanSeconds: 4.7 };
    const whole = pressAfterSeconds(frame, mover, { part: "whole", moment: "opens", landmarkM: 80 }, timing);
    const inSight = pressAfterSeconds(frame, mover, { part: 0, moment: "opens", landmarkM: 80 }, timing);
    const opens = placeOf(mover, opensAtM(frame, mover, "enters", timing.spanSeconds));
    // From where it comes in it goes on for as long as the countdown waits more.
    const later = (whole - inSight) * mover.speedMps;
    expect(later).toBeGreaterThanOrEqual(-1e-6);
    if (headingDegFromPerpendicular >= 0) expect(later).toBeCloseTo(0, 6);
    else expect(opens).toBeGreaterThan(-1e-6);
  }
});
