import type { SceneFacts } from "../facts";
import type { Rgb } from "../light";
import type { Mover } from "../motion";
import { type OpensAs, opensAtM, seenStretch } from "../motion";
import { type Lens, sensorSizeMm } from "../optics";
import { hashUnit } from "../random";
import { DEG_PER_RAD } from "../units";
import type { GroundWetness, SceneAir } from "./air";
import { viewOf } from "./camera";
import { trafficOnWay } from "./drawnWay";
import { mirroredScene } from "./mirrored";
import { moverOf, spiralAbout, walkerParts } from "./movers";
import { pathLength } from "./passages";
import type { Lane, Point3, Scene, SceneCamera, SceneSky, Solid, StarSky, Surface, Traffic } from "./scene";

/** Of a material. */
const WETNESS: Readonly<Record<GroundWetness, number>> = { dry: 0, damp: 0.4, wet: 0.9 };

/** What a shot finds in its place, and where its mover is as the shutter opens. */
interface Found extends SceneFacts {
  readonly opensAs: OpensAs;
}

/** The sky that a shot's camera is aimed at. */
export interface ShotSky {
  readonly sky: Omit<SceneSky, "cloud" | "cloudDriftMps">;
  readonly stars: StarSky;
  readonly tiltDeg: number;
}

/** A scene as a shot finds it: its own mover, lamps, traffic, water and people, under its sky, through its lens. */
export function sceneForShot(placed: Scene, shot: Found, sky: ShotSky | null, lens: Lens): Scene {
  const place = sky ? underSky(placed, sky) : placed;
  const mover = shot.mover;
  const turned =
    place.lane?.headingDeg === 0 && mover !== null && mover.headingDegFromPerpendicular < 0
      ? mirroredScene(place)
      : place;
  const set = turned.lane && mover ? onLane(turned, turned.lane, mover, shot, lens) : turned;
  return {
    ...set,
    ...inAir(place, shot.air),
    surfaces: set.surfaces.map((surface) => asFound(surface, shot)),
    traffic: [...set.traffic, ...walkers(place, shot)],
    focusMetres: shot.subjectM,
    figures: shot.figures,
  };
}

/** Air over a place. Under stars the sky stays as clear as the place's own: that is the sky whose stars are promised. */
function inAir({ sky, stars, visibilityMetres }: Scene, air: SceneAir | null): Pick<Scene, "sky" | "visibilityMetres"> {
  if (air === null) return { sky, visibilityMetres };
  const { cloud, cloudDriftMps } = stars ? sky : air;
  return { sky: { ...sky, cloud, cloudDriftMps }, visibilityMetres: air.visibilityMetres };
}

/** A place under the sky of an instant; one of stars looks as far up as the aim does. */
export function underSky(place: Scene, { sky, stars, tiltDeg }: ShotSky): Scene {
  const { cloud, cloudDriftMps } = place.sky;
  const under = { ...place, sky: { ...sky, cloud, cloudDriftMps } };
  return place.stars ? { ...under, stars, camera: { ...place.camera, tiltDeg } } : under;
}

/** A surface with the shot's own waves, or as wet as the shot finds the ground. */
function asFound(surface: Surface, { water, ground }: Found): Surface {
  if (surface.kind === "water" && water !== null) return { ...surface, waves: water };
  if (surface.kind === "strip" && ground !== null)
    return { ...surface, material: { ...surface.material, wetness: WETNESS[ground] } };
  return surface;
}

/** A solid so near the camera that it would fill the picture is not there, nor one in which it would stand. */
const LEAST_CLEAR_M = 1.2;

/** Sets the camera so that the lane passes it at the mover's distance and heading, and sends the mover through. */
function onLane(scene: Scene, lane: Lane, mover: Mover, shot: Found, lens: Lens): Scene {
  const heading = (lane.headingDeg - 90 + mover.headingDegFromPerpendicular) / DEG_PER_RAD;
  const { distanceM } = mover;
  const { camera } = scene;
  const at: Point3 = [
    lane.through[0] - distanceM * Math.sin(heading),
    camera.at[1],
    lane.through[2] - distanceM * Math.cos(heading),
  ];
  const moved: SceneCamera = { ...camera, at, headingDeg: heading * DEG_PER_RAD };
  const clear = (surface: Scene["surfaces"][number]): boolean => {
    if (!("at" in surface)) return true;
    const ahead = (surface.at[0] - at[0]) * Math.sin(heading) + (surface.at[2] - at[2]) * Math.cos(heading);
    const size = halfWidthOf(surface);
    const far = Math.hypot(surface.at[0] - at[0], surface.at[2] - at[2]);
    // In the way: between the camera and the lane, and large for its distance.
    return (
      far > size + LEAST_CLEAR_M &&
      !(ahead > 0 && ahead < 0.6 * distanceM && size > 0.28 * ahead && surface.at[1] + size > at[1])
    );
  };
  return {
    ...scene,
    camera: moved,
    surfaces: scene.surfaces.filter(clear),
    traffic: [
      ...scene.traffic,
      ...(lane.carries === "lantern"
        ? lanternTraffic({ ...scene, camera: moved }, lane, mover, shot, lens)
        : laneTraffic(lane, mover, shot, lens)),
    ],
  };
}

/** Half of how wide a solid stands, metres. */
function halfWidthOf(solid: Solid): number {
  switch (solid.kind) {
    case "block":
      return Math.max(solid.sizeMetres[0], solid.sizeMetres[2]) / 2;
    case "board":
      return solid.sizeMetres[0] / 2;
    case "ellipsoid":
      return Math.max(...solid.radiiMetres);
    case "frustum":
      return Math.max(solid.radiusMetres, solid.topRadiusMetres);
    case "dial":
      return solid.radiusMetres;
    default:
      return solid satisfies never;
  }
}

/** Nothing comes again within a night. */
const ONCE_SECONDS = 1e6;
/** How far the lane of those who come the other way lies beyond, metres. */
const OTHER_LANE_M = 3.3;
/** Half of the longest thing that comes, metres. */
const NOSE_M = 2;

/** Whether a mover goes away from the camera as it comes into the picture. */
function goesAway({ distanceM, headingDegFromPerpendicular }: Mover, fromM: number): boolean {
  const along = Number.isFinite(fromM) ? fromM : -distanceM;
  return along + distanceM * Math.sin(headingDegFromPerpendicular / DEG_PER_RAD) > 0;
}

/** What the shot's own mover is called. */
export const OWN_MOVER = "what passes";

function laneTraffic(lane: Lane, mover: Mover, shot: Found, lens: Lens): Traffic[] {
  const { headingDegFromPerpendicular: headingDeg, speedMps } = mover;
  const [x, y, z] = lane.through;
  const along = lane.headingDeg / DEG_PER_RAD;
  const rise = lane.riseDeg / DEG_PER_RAD;
  const point = (metres: number, beyond = 0): Point3 => [
    x + metres * Math.cos(rise) * Math.sin(along) - beyond * Math.cos(along),
    y + metres * Math.sin(rise),
    z + metres * Math.cos(rise) * Math.cos(along) + beyond * Math.sin(along),
  ];
  const carried = moverOf(lane.carries, headingDeg, shot);
  const frame = { focalLengthMm: lens.focalLengthMm, sensorWidthMm: sensorSizeMm(lens).widthMm };
  const { fromM, toM } = seenStretch(frame, mover);
  const comes = shot.opensAs === "enters" && headingDeg < 0;
  // It comes in with the first of its lamps that is seen, and is gone with the last.
  const seen = carried.lamps.filter(
    ({ shines }) => shines === "around" || (shines === "forward") !== goesAway(mover, fromM),
  );
  const lead = (comes ? Math.min : Math.max)(...seen.map(({ offset }) => offset[0]), ...(seen.length === 0 ? [0] : []));
  const from = Math.max(fromM, -lane.reachMetres) - lead;
  const to = Math.max(from + 10, Math.min(toM, lane.reachMetres) - lead);
  const perHour = lane.carries === "car" ? shot.vehiclesPerHour : 0;
  const headwaySeconds = perHour > 0 ? 7200 / perHour : ONCE_SECONDS;
  const usual = { speedMps, headwaySeconds, unevenness: perHour > 0 ? 0.8 : 0, ...carried };
  // Behind both its edges it is on its way, too: what is long comes in and leaves slowly.
  const [before, after] = [point(from - NOSE_M), point(to + (comes ? 0 : NOSE_M))];
  const opensAt = shot.opensAs === "passes" ? opensAtM(frame, mover, "passes", 0) : from;
  const firstSeconds = (from - NOSE_M - opensAt) / speedMps;
  const own: Traffic = { name: OWN_MOVER, path: [before, after], firstSeconds, leavesWithRun: comes, ...usual };
  if (perHour === 0) return [own];
  const other: Traffic = {
    ...usual,
    name: "oncoming traffic",
    path: [point(to, OTHER_LANE_M), point(from, OTHER_LANE_M)],
    firstSeconds: -0.4 * headwaySeconds,
  };
  return [own, other];
}

/** A lantern, and whoever draws with it. */
function lanternTraffic(scene: Scene, lane: Lane, mover: Mover, shot: Found, lens: Lens): Traffic[] {
  const carried = { name: "lantern", ...moverOf(lane.carries, mover.headingDegFromPerpendicular, shot) };
  const { drawnWay } = shot;
  if (drawnWay !== null) {
    const drawn = trafficOnWay(drawnWay, viewOf(scene, lens, lens.widthPx), mover.distanceM, carried);
    const [first, last] = [drawn[0], drawn.at(-1)];
    if (!first || !last) return [];
    return [...drawn, whoDraws(first.path[0]!, last.path.at(-1)!, drawnWay.at(-1)![2] - drawnWay[0]![2])];
  }
  const path = spiralAbout(lane.through);
  const { speedMps } = mover;
  return [
    { ...carried, path, speedMps, headwaySeconds: ONCE_SECONDS, unevenness: 0, firstSeconds: 0 },
    whoDraws(path[0]!, path.at(-1)!, pathLength(path) / speedMps),
  ];
}

/** Somebody who is behind the lantern from its way's beginning to its end. */
function whoDraws(first: Point3, last: Point3, seconds: number): Traffic {
  const path = [behind(first), behind(last)] as const;
  return {
    name: "whoever draws",
    path,
    headwaySeconds: ONCE_SECONDS,
    unevenness: 0,
    firstSeconds: 0,
    speedMps: Math.max(LEAST_WALK_MPS, pathLength(path) / seconds),
    lamps: [],
    parts: walkerParts([0.9, 0.9, 1.2]),
  };
}

/** Whoever ends where they began stands still. */
const LEAST_WALK_MPS = 1e-3;

/** Whoever draws stands a step behind the lantern, on the ground. */
const behind = ([x, , z]: Point3): Point3 => [x, 0, z + 0.45];

/** Width of somebody who walks, metres. */
const WALKER_M = 0.46;
const COATS: readonly Rgb[] = [
  [1.1, 0.95, 0.85],
  [0.6, 0.75, 1.3],
  [1.5, 0.6, 0.5],
  [0.8, 1, 0.75],
];
/** People that are about when nobody said how many. */
const FEW = { occupancy: 0.05, dwellSeconds: 0.35 } as const;
const KINDS_A_WALK = 3;

/** People on a place's walks: as many as cover a pixel's ground for the share of time that is said, as fast as they leave it. */
function walkers({ walks, seed }: Scene, { crowd }: Found): Traffic[] {
  const { occupancy, dwellSeconds } = crowd ?? FEW;
  const speedMps = WALKER_M / dwellSeconds;
  // Every walk covers its own share, so that together they cover what is said.
  const share = 1 - (1 - occupancy) ** (1 / Math.max(1, walks.length));
  const spacing = WALKER_M / share;
  return walks.flatMap(({ from, to }, walk) =>
    Array.from({ length: KINDS_A_WALK }, (_, kind): Traffic => {
      const back = (walk + kind) % 2 === 1;
      const aside = 0.5 * (hashUnit(walk, kind, seed) - 0.5);
      const path = (back ? [to, from] : [from, to]).map(([x, y, z]): Point3 => [x, y, z + aside]);
      const coat = COATS[Math.floor(hashUnit(walk, kind + 10, seed) * COATS.length)]!;
      const headwaySeconds = (KINDS_A_WALK * spacing) / speedMps;
      return {
        name: "people",
        path,
        speedMps,
        headwaySeconds,
        unevenness: 1,
        firstSeconds: -headwaySeconds * hashUnit(walk, kind + 20, seed),
        lamps: [],
        parts: walkerParts(coat, 1.62 + 0.2 * hashUnit(walk, kind + 30, seed)),
      };
    }),
  );
}
