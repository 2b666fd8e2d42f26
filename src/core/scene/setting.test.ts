import { STILL_PLACE } from "../facts";
import { crossingSeconds, type Mover, pathDirection } from "../motion";
import { GENERIC_MAIN_LENS, sensorSizeMm } from "../optics";
import { sceneForShot, sceneNamed, viewOf } from ".";
import { gatherBodies } from "./bodies";
import { project } from "./camera";
import { gatherLampStreaks } from "./moving";
import { passagesIn, placeOn } from "./passages";
import { prepareScene } from "./prepare";

const shot: Parameters<typeof sceneForShot>[1] = {
  ...STILL_PLACE,
  opensAs: "enters",
};
const WIDTH = 400;
const frame = {
  focalLengthMm: GENERIC_MAIN_LENS.focalLengthMm,
  sensorWidthMm: sensorSizeMm(GENERIC_MAIN_LENS).widthMm,
};
const placed = (name: string, mover: Mover, more: Partial<typeof shot> = {}) => {
  const scene = sceneForShot(sceneNamed(name)!, { ...shot, mover, ...more }, null, GENERIC_MAIN_LENS);
  return { scene, view: viewOf(scene, GENERIC_MAIN_LENS, WIDTH) };
};

describe.each(["quay-road", "cable-tram", "skate-yard"])("a shot's own mover on the %s", (name) => {
  it.each([
    { distanceM: 25, speedMps: 12, headingDegFromPerpendicular: 0 },
    { distanceM: 18, speedMps: 8, headingDegFromPerpendicular: 35 },
    { distanceM: 18, speedMps: 8, headingDegFromPerpendicular: -35 },
    { distanceM: 60, speedMps: 4, headingDegFromPerpendicular: -60 },
  ])("passes at $distanceM m, $speedMps m/s and $headingDegFromPerpendicular°", (mover) => {
    const { scene, view } = placed(name, mover);
    const own = scene.traffic.find(({ name: called }) => called === "what passes")!;
    const level = Math.cos(((scene.lane?.riseDeg ?? 0) * Math.PI) / 180);
    // It comes to the axis at the distance, and is elsewhere where the aim's own geometry has it.
    const toAxis = Math.hypot(
      own.path[0]![0] - scene.lane!.through[0],
      own.path[0]![1] - scene.lane!.through[1],
      own.path[0]![2] - scene.lane!.through[2],
    );
    for (const metres of [-6, 0, 4]) {
      const at = placeOn(own.path, toAxis + metres)!.at;
      const seen = project(view, at)!;
      const { awayDeg } = pathDirection(mover, metres * level, 0);
      // Right of the axis over the distance ahead, whatever the camera's tilt.
      const ahead =
        seen.depthMetres * view.cosTilt +
        ((view.height / 2 - seen.y) / view.focalPx) * seen.depthMetres * -view.sinTilt;
      const right = ((seen.x - view.width / 2) * seen.depthMetres) / view.focalPx;
      expect((Math.atan2(right, ahead) * 180) / Math.PI).toBeCloseTo(awayDeg, 3);
    }
    expect(own.speedMps).toBe(mover.speedMps);
  });
});

describe("lamps that pass", () => {
  it("enter the picture as the shutter opens, and leave it after the crossing's time", () => {
    const mover = { distanceM: 25, speedMps: 12, headingDegFromPerpendicular: 0 };
    const { scene: yard, view } = placed("skate-yard", mover, { lamps: ["hand-lamp"] });
    const scene = { ...yard, traffic: yard.traffic.filter(({ name }) => name === "what passes") };
    const crossing = crossingSeconds(frame, mover);
    const inPicture = (seconds: number) =>
      gatherLampStreaks(scene, view, passagesIn(scene, seconds, 0.01, 0.01)).some(
        ({ x0, on }) => on === "all" && x0 > 0 && x0 < WIDTH,
      );
    expect(inPicture(0.3)).toBe(true);
    expect(inPicture(crossing - 0.1)).toBe(true);
    expect(inPicture(crossing + 0.4)).toBe(false);
  });

  it("come as often as the road's traffic has them", () => {
    const mover = { distanceM: 25, speedMps: 12, headingDegFromPerpendicular: 0 };
    const { scene } = placed("quay-road", mover, { lamps: ["headlamp"], vehiclesPerHour: 900 });
    const hour = passagesIn(scene, 0, 3600, 3600).length;
    expect(Math.abs(hour / 900 - 1)).toBeLessThan(0.02);
  });
});

describe("people on a square", () => {
  it.each([0.06, 0.15, 0.3])("cover a point of their ground for %d of the time", (occupancy) => {
    const scene = sceneForShot(
      sceneNamed("market-square")!,
      { ...shot, crowd: { occupancy, dwellSeconds: 0.4 } },
      null,
      GENERIC_MAIN_LENS,
    );
    const view = viewOf(scene, GENERIC_MAIN_LENS, 200);
    const prepared = prepareScene(scene);
    const people = scene.traffic.filter(({ name }) => name === "people");
    // Places on the nearest walk, at the height of coats; every walk covers its share of the time.
    const walks = scene.walks.length;
    const share = 1 - (1 - occupancy) ** (1 / walks);
    const [walk] = scene.walks;
    const own = { ...scene, traffic: people.slice(0, people.length / walks) };
    let covered = 0;
    const instants = 900;
    const spot = project(view, [0.6, 1.1, walk!.from[2]])!;
    for (let i = 0; i < instants; i++) {
      const bodies = gatherBodies(prepared, view, passagesIn(own, 3.1 * i, 0.001, 0.001));
      if (
        bodies.some(({ from, top, bottom }) => {
          const xs = Array.from(from).filter((_, k) => k % 2 === 0);
          return spot.x > Math.min(...xs) && spot.x < Math.max(...xs) && spot.y > top && spot.y < bottom;
        })
      )
        covered++;
    }
    expect(Math.abs(covered / instants - share)).toBeLessThan(0.035);
  });
});

describe("the ground and the air that a shot finds", () => {
  const found = (name: string, more: Partial<typeof shot>) =>
    sceneForShot(sceneNamed(name)!, { ...shot, ...more }, null, GENERIC_MAIN_LENS);
  const wetness = (scene: ReturnType<typeof found>) =>
    scene.surfaces.flatMap((surface) => (surface.kind === "strip" ? [surface.material.wetness] : []));

  it("are the place's own until the shot says", () => {
    const place = sceneNamed("quay-road")!;
    const scene = found("quay-road", {});
    expect(wetness(scene)).toEqual(wetness(place));
    expect([scene.sky, scene.visibilityMetres]).toEqual([place.sky, place.visibilityMetres]);
  });

  it("are as wet, hazy and cloudy as it says", () => {
    const air = { cloud: 0.9, cloudDriftMps: 12, visibilityMetres: 2500 };
    const scene = found("quay-road", { ground: "wet", air });
    expect(Math.min(...wetness(scene))).toBeGreaterThan(0.8);
    expect(Math.max(...wetness(found("quay-road", { ground: "dry" })))).toBe(0);
    expect(scene).toMatchObject({ sky: { cloud: 0.9, cloudDriftMps: 12 }, visibilityMetres: 2500 });
  });

  it("leave the sky clear under stars, whose promise is that sky's", () => {
    const air = { cloud: 0.9, cloudDriftMps: 12, visibilityMetres: 2500 };
    expect(found("salt-marsh", { air })).toMatchObject({ sky: { cloud: 0 }, visibilityMetres: 2500 });
  });
});
