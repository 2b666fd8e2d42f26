import { GENERIC_MAIN_LENS } from "../optics";
import { type SceneName, sceneNamed, setStage } from "../scene";
import { FLOWS } from "../scene/flows";
import { findLights, NOTHING_KNOWN, type Outline, standingOutlines } from ".";

const WIDTH = 480;

const stages = new Map<SceneName, ReturnType<typeof setStage>>();
function stageOf(name: SceneName) {
  const known = stages.get(name) ?? setStage(sceneNamed(name)!, GENERIC_MAIN_LENS, WIDTH);
  stages.set(name, known);
  return known;
}

/** A scene as a long exposure shows it, exposed to a share of white, and what is where in it. */
function pictureOf(name: SceneName, exposure: number) {
  const { still, view } = stageOf(name);
  const { light, depth, flows } = still;
  const usual = Float32Array.from(depth, (_, at) => light[3 * at + 1]!).toSorted()[Math.floor(0.6 * depth.length)]!;
  const plane = (channel: number) =>
    Float32Array.from(depth, (_, at) => Math.min(1, (exposure * light[3 * at + channel]!) / usual));
  const { width, height } = view;
  const level = (view.centreY + (view.focalPx * view.sinTilt) / view.cosTilt) / height;
  return {
    picture: { width, height, red: plane(0), green: plane(1), blue: plane(2) },
    view,
    depth,
    eyeLevel: [level, level],
    isWater: (at: number) => flows[at] === FLOWS.water,
  };
}

/** How much of what is there was found, and how much of what was found is there. */
function agreement(found: (at: number) => boolean, is: (at: number) => boolean, count: number) {
  let [right, wrong, missed] = [0, 0, 0];
  for (let at = 0; at < count; at++) {
    if (found(at) && is(at)) right++;
    else if (found(at)) wrong++;
    else if (is(at)) missed++;
  }
  return { recall: right / (right + missed), precision: right / (right + wrong) };
}

it.each([
  ["harbour-swell", 0.12],
  ["harbour-swell", 0.04],
  ["mill-weir", 0.12],
] as const)("smoothed water of %s exposed to %d is found where somebody says that there is some", (name, exposure) => {
  const { picture, isWater, eyeLevel } = pictureOf(name, exposure);
  const known = { ...NOTHING_KNOWN, noiseFloor: -11, eyeLevel };
  expect(findLights(picture, known).lights.map(({ id }) => id)).not.toContain("water");
  const { lights, memberships } = findLights(picture, { ...known, hasWater: true });
  const index = lights.findIndex(({ id }) => id === "water");
  const { slope, offset } = memberships[index]!;
  const { red, green, blue } = picture;
  const part = (at: number) => {
    const stops = Math.log2(0.2126 * red[at]! + 0.7152 * green[at]! + 0.0722 * blue[at]! + 2 ** -14);
    return slope.values[at]! * stops + offset.values[at]!;
  };
  const { recall, precision } = agreement((at) => part(at) > 0.5, isWater, red.length);
  expect(recall).toBeGreaterThan(0.75);
  expect(precision).toBeGreaterThan(0.75);
});

/** Whether a pixel's middle lies within an outline: a ray to its right crosses that an odd number of times. */
function isWithin(outline: Outline, at: number, width: number, height: number): boolean {
  const [px, py] = [((at % width) + 0.5) / width, (Math.floor(at / width) + 0.5) / height];
  return outline.reduce((within, [x, y], corner) => {
    const [x2, y2] = outline[(corner + 1) % outline.length]!;
    return y > py !== y2 > py && px < x + ((py - y) * (x2 - x)) / (y2 - y) ? !within : within;
  }, false);
}

it.each([
  ["quay-road", 0.95],
  ["market-square", 0.9],
] as const)("what stands in %s is told from what lies, at least %d of it", (name, least) => {
  const { picture, depth, eyeLevel, view } = pictureOf(name, 0.12);
  const { width, height } = picture;
  const sky = Float32Array.from(depth, (metres) => (metres === Number.POSITIVE_INFINITY ? 1 : 0));
  const outlines = standingOutlines(width, sky, eyeLevel);
  const found = (at: number) => outlines.some((outline) => isWithin(outline, at, width, height));
  // By the scene's own measures: whatever is half a metre over the ground and more, half of which a camera on a tripod sees over its level.
  const heightOf = (at: number) => {
    const up = (view.centreY - Math.floor(at / width) - 0.5) / view.focalPx;
    return view.at[1] + depth[at]! * (up * view.cosTilt + view.sinTilt);
  };
  const isStanding = (at: number) => sky[at] === 0 && heightOf(at) > 0.5;
  const { recall, precision } = agreement(found, isStanding, width * height);
  expect(recall).toBeGreaterThan(least);
  expect(precision).toBeGreaterThan(0.95);
});
