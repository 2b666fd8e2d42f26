import type { OwnFigures } from "../assumed";
import type { Rgb } from "../light";
import type { WaterKind } from "../motion";

/** A point in metres: x to the right, y up, z ahead; the ground is y = 0. */
export type Point3 = readonly [number, number, number];

/** What surfaces can be made of. */
export const TEXTURES = [
  "plain",
  "asphalt",
  "cobbles",
  "plaster",
  "brick",
  "slate",
  "grass",
  "timber",
  "concrete",
  "leaves",
] as const;

/** Parts of a place that one speaks of: a shot is exposed for one of them, and it is as bright as is said of it. */
export const REGIONS = ["street", "hillside", "falls", "water", "square", "land", "facade", "place", "figure"] as const;
/** A part of a place that one speaks of. */
export type RegionName = (typeof REGIONS)[number];

/** What can be part of something that one speaks of. */
interface InRegion {
  readonly region?: RegionName | undefined;
}

/** How a still surface gives back light. */
export interface Material {
  /** Diffuse reflectance 0 to 1 (albedo). */
  readonly reflectance: number;
  /** Colour of the reflectance, linear sRGB around 1. */
  readonly tint: Rgb;
  readonly texture: (typeof TEXTURES)[number];
  /** 0 dry to 1 wet: how much of what stands beyond is mirrored at a low angle. */
  readonly wetness: number;
}

/** A surface's own light. */
export interface Shine {
  readonly luminanceCdM2: number;
  readonly kelvin: number;
}

/** Windows in a regular grid over a wall, or over a ridge's houses. */
export interface WindowGrid {
  readonly columnMetres: number;
  readonly rowMetres: number;
  /** Share of the windows that are lit, 0 to 1. */
  readonly litShare: number;
  readonly luminanceCdM2: number;
  readonly kelvin: number;
}

/** A flat strip of ground between two parallel lines, endless along its heading. */
export interface GroundStrip extends InRegion {
  readonly kind: "strip";
  /** Centre line: a point on it, and its heading clockwise from straight ahead. */
  readonly through: Point3;
  readonly headingDeg: number;
  readonly halfWidthMetres: number;
  readonly material: Material;
  /** Painted centre dashes: length and gap. */
  readonly dashMetres?: readonly [number, number] | undefined;
}

/** A row of houses, or one front of a kind of its own. */
export const WALL_STYLES = ["houses", "arcade", "mill", "hall", "plain"] as const;

/** An upright wall along a heading, from `from` for `lengthMetres`. */
export interface Wall extends InRegion {
  readonly kind: "wall";
  readonly style: (typeof WALL_STYLES)[number];
  readonly from: Point3;
  readonly headingDeg: number;
  readonly lengthMetres: number;
  /** Height of each house along the wall, one after the other. */
  readonly heightsMetres: readonly number[];
  readonly material: Material;
  readonly windows: WindowGrid;
}

/** A far hillside across the view: a silhouette at one distance, facing towards -z. */
export interface Ridge extends InRegion {
  readonly kind: "ridge";
  readonly distanceMetres: number;
  /** Silhouette: x and height in metres, rising in x. */
  readonly profile: readonly (readonly [number, number])[];
  readonly material: Material;
  readonly windows: WindowGrid;
  /** How much trees and rocks roughen its line, of its height. */
  readonly roughness: number;
  /** Height above the shore up to which houses stand, at their densest. */
  readonly housesToMetres: number;
}

/** Everything below the ground surfaces: water that mirrors the rest, in waves. */
export interface Water extends InRegion {
  readonly kind: "water";
  readonly heightMetres: number;
  /** Root mean square of the waves' slopes along the view, 0.02 a pool, 0.1 choppy. */
  readonly slope: number;
  readonly waves: WaterKind;
}

/** Falling or rushing water on a slope: foam in light and shade that runs down it. */
export interface Fall extends InRegion {
  readonly kind: "fall";
  /** Middle of its upper edge, and the way it runs, clockwise from straight ahead. */
  readonly from: Point3;
  readonly headingDeg: number;
  readonly widthMetres: number;
  readonly dropMetres: number;
  /** How far it runs on the level while it drops. */
  readonly runMetres: number;
  readonly reflectance: number;
}

/** A box on its base, with a gable roof of `roofMetres` whose ridge runs along its width. */
export interface Block extends InRegion {
  readonly kind: "block";
  /** Middle of its base. */
  readonly at: Point3;
  /** Width, height up to the eaves, and depth; turned clockwise by `headingDeg`. */
  readonly sizeMetres: Point3;
  readonly headingDeg: number;
  readonly roofMetres: number;
  readonly material: Material;
  readonly windows?: WindowGrid | undefined;
  readonly shine?: Shine | undefined;
}

/** An upright column, cone or cylinder on its base. */
export interface Frustum extends InRegion {
  readonly kind: "frustum";
  readonly at: Point3;
  readonly radiusMetres: number;
  readonly topRadiusMetres: number;
  readonly heightMetres: number;
  readonly material: Material;
  readonly shine?: Shine | undefined;
}

/** A rounded body about its middle. */
export interface Ellipsoid extends InRegion {
  readonly kind: "ellipsoid";
  readonly at: Point3;
  readonly radiiMetres: Point3;
  readonly material: Material;
  /** 0 whole, towards 1 more and more holes between leaves or reeds. */
  readonly gaps: number;
  readonly shine?: Shine | undefined;
}

/** An upright round face towards a heading, such as a clock's. */
export interface Dial extends InRegion {
  readonly kind: "dial";
  readonly at: Point3;
  readonly headingDeg: number;
  readonly radiusMetres: number;
  readonly material: Material;
  readonly shine: Shine;
}

/** A thin board upright across its heading, turned in its own plane: a sail, a beam, a sign. */
export interface Board extends InRegion {
  readonly kind: "board";
  /** Its middle. */
  readonly at: Point3;
  readonly headingDeg: number;
  /** Along and across. */
  readonly sizeMetres: readonly [number, number];
  /** Anticlockwise as one looks along its heading. */
  readonly turnDeg: number;
  readonly material: Material;
  readonly shine?: Shine | undefined;
}

/** A body with a place, a size and a material. */
export type Solid = Block | Frustum | Ellipsoid | Dial | Board;
/** Anything that a ray can meet. */
export type Surface = GroundStrip | Wall | Ridge | Water | Fall | Solid;

/** Sun, moon and darkness as they stand over the scene; directions to the right of the camera's own. */
export interface SceneSky {
  readonly sun: { readonly altitudeDeg: number; readonly awayDeg: number };
  readonly moon: { readonly altitudeDeg: number; readonly awayDeg: number; readonly phaseAngleDeg: number };
  readonly darkSkyMagPerArcsec2: number;
  /** Share of thin cloud, 0 to 1. */
  readonly cloud: number;
  /** How fast it drifts, to the right. */
  readonly cloudDriftMps: number;
}

/** The direction that a floodlight shines in. */
export interface Beam {
  readonly headingDeg: number;
  readonly tiltDeg: number;
  /** Where it has fallen to a half, from its middle. */
  readonly halfDeg: number;
}

/** A lamp that stays where it is and lights what is around it. */
export interface StreetLamp {
  readonly at: Point3;
  readonly intensityCd: number;
  readonly kelvin: number;
  /** Of a signal's glass, linear sRGB of luminance 1, where it is not that of its temperature. */
  readonly colour?: Rgb | undefined;
  readonly diameterMetres: number;
  /** Length of the post below the lamp; 0 for a lamp on a wall. */
  readonly postMetres: number;
  /** All around without it. */
  readonly beam?: Beam | undefined;
}

/** A lamp carried by a mover; `offset` is along the path (forward), up, and to the left of the heading. */
export interface CarriedLamp {
  readonly offset: Point3;
  readonly intensityCd: number;
  /** Seen from before the mover and from its side, from behind it, or from anywhere. */
  readonly shines: "forward" | "back" | "around";
  readonly diameterM: number;
  readonly colour: Rgb;
}

/** A part of a mover's body: a box or a rounded thing about `offset`. */
export interface BodyPart {
  readonly shape: "box" | "round";
  readonly offset: Point3;
  /** Along the way, up, and across. */
  readonly sizeMetres: Point3;
  readonly reflectance: number;
  readonly tint: Rgb;
  /** Lit windows: their own light; they hide nothing that the body behind them does not hide. */
  readonly luminanceCdM2?: number | undefined;
}

/** A kind of thing that passes again and again on one path. */
export interface Traffic {
  readonly name: string;
  readonly path: readonly Point3[];
  readonly speedMps: number;
  /** Time between two of them, on average, and how unevenly they come, 0 to 1. */
  readonly headwaySeconds: number;
  readonly unevenness: number;
  /** When the first of them is at its path's beginning, seconds after the release. */
  readonly firstSeconds: number;
  /** Whether a run is released so that the first is at its path's end as the last shutter closes, where it would be there later. */
  readonly leavesWithRun?: boolean | undefined;
  readonly lamps: readonly CarriedLamp[];
  readonly parts: readonly BodyPart[];
}

/** The way of the shot's own mover through the scene, on which the camera is set. */
export interface Lane {
  readonly through: Point3;
  /** Along z, along x, or back along z in a place seen in a mirror. */
  readonly headingDeg: 0 | 90 | 180;
  /** Rise along it, degrees. */
  readonly riseDeg: number;
  /** How far it goes either way. */
  readonly reachMetres: number;
  readonly carries: "car" | "tram" | "skater" | "lantern";
  /** A person's usual distance and heading from perpendicular here, for which the place was composed. */
  readonly usualDistanceMetres: number;
  readonly usualHeadingDeg: number;
}

/** Where people walk: lines side by side, at which they go both ways. */
export interface Walk {
  readonly from: Point3;
  readonly to: Point3;
}

/** The turning sky of stars: which of them the camera sees, and when. */
export interface StarSky {
  readonly latitudeDeg: number;
  /** Where the camera looks, from north through east. */
  readonly azimuthDeg: number;
  /** Local sidereal time at scene time 0, and that instant, to whose equator the stars are carried. */
  readonly siderealHours: number;
  readonly atMs: number;
}

/** Where the camera stands: its lens, the way it looks, clockwise from straight ahead, and how far up. */
export interface SceneCamera {
  readonly at: Point3;
  readonly headingDeg: number;
  readonly tiltDeg: number;
}

/** A place at one moment of an evening, described in physical units. */
export interface Scene {
  readonly version: 1;
  readonly name: string;
  readonly title: string;
  /** What one learns here. */
  readonly shows: string;
  readonly camera: SceneCamera;
  readonly sky: SceneSky;
  readonly surfaces: readonly Surface[];
  /** What a person has measured of how fast its water forgets its pattern; as its kinds do where it is left out. */
  readonly figures?: OwnFigures | undefined;
  /** The region that a shot's EV is said of; null where it is all that stands. */
  readonly subject: RegionName | null;
  readonly lamps: readonly StreetLamp[];
  /** Light that comes from lamps behind the camera and from walls around, lux, at 2,700 K. */
  readonly fillLux: number;
  /** Distance at which the air has taken all but 1/e of a light, metres: 20,000 clear, 3,000 haze, 400 mist. */
  readonly visibilityMetres: number;
  readonly traffic: readonly Traffic[];
  /** Null where nothing of the shot's own passes. */
  readonly lane: Lane | null;
  readonly walks: readonly Walk[];
  readonly stars: StarSky | null;
  /** The distance that the lens is focused at, metres; null where everything is sharp. */
  readonly focusMetres: number | null;
  /** What lamps, windows and fill are multiplied by; the daylight factor is that of the sky's light on surfaces. */
  readonly lampGain: number;
  readonly skylightGain: number;
  /** What surfaces that shine by themselves, a clock's face, are multiplied by. */
  readonly shineGain: number;
  /** Fixes everything random in the scene: which windows are lit, when cars come. */
  readonly seed: number;
}
