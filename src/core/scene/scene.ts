import type { Rgb } from "../light";

/** A point in metres: x to the right, y up, z away from the camera; the ground is y = 0. */
export type Point3 = readonly [number, number, number];

/** How a still surface gives back light, and what shines in it. */
export interface Material {
  /** Diffuse reflectance 0 to 1 (albedo). */
  readonly reflectance: number;
  /** Colour of the reflectance, linear sRGB around 1. */
  readonly tint: Rgb;
  readonly texture: "plain" | "asphalt" | "cobbles" | "plaster";
  /** 0 dry to 1 wet: how much of what stands beyond is mirrored at a low angle. */
  readonly wetness: number;
}

/** Lit windows in a regular grid over a wall or over a ridge's houses. */
export interface WindowGrid {
  readonly columnMetres: number;
  readonly rowMetres: number;
  /** Share of the windows that are lit, 0 to 1. */
  readonly litShare: number;
  readonly luminanceCdM2: number;
  readonly kelvin: number;
}

/** A flat strip of ground between two parallel lines, in metres along and across its own direction. */
export interface GroundStrip {
  readonly kind: "strip";
  /** Centre line: a point on it, and its heading clockwise from straight ahead. */
  readonly through: Point3;
  readonly headingDeg: number;
  readonly halfWidthMetres: number;
  readonly material: Material;
  /** Painted centre dashes: length and gap. */
  readonly dashMetres?: readonly [number, number];
}

/** An upright wall along a heading, from `from` for `lengthMetres`. */
export interface Wall {
  readonly kind: "wall";
  readonly from: Point3;
  readonly headingDeg: number;
  readonly lengthMetres: number;
  /** Height of each house along the wall, one after the other. */
  readonly heightsMetres: readonly number[];
  readonly material: Material;
  readonly windows: WindowGrid;
}

/** A far hillside facing the camera: a silhouette at one distance. */
export interface Ridge {
  readonly kind: "ridge";
  readonly distanceMetres: number;
  /** Silhouette: x and height in metres, rising in x. */
  readonly profile: readonly (readonly [number, number])[];
  readonly material: Material;
  readonly windows: WindowGrid;
  /** Height above the shore up to which houses stand, at their densest. */
  readonly housesToMetres: number;
}

/** Everything below the ground surfaces: calm water that mirrors the rest. */
export interface Water {
  readonly kind: "water";
  readonly heightMetres: number;
  /** Slope of the ripples, 0 a mirror, 0.1 choppy. */
  readonly ripple: number;
}

export type Surface = GroundStrip | Wall | Ridge | Water;

/** A clear evening sky. Luminances in cd/m². */
export interface Sky {
  readonly zenithCdM2: number;
  readonly horizonCdM2: number;
  readonly zenithKelvin: number;
  /** Where the sun went down, in degrees right of straight ahead, and how strong its afterglow still is. */
  readonly glowAzimuthDeg: number;
  readonly glowCdM2: number;
  /** Share of thin cloud streaks, 0 to 1. */
  readonly cloud: number;
}

/** A lamp that stays where it is and lights the ground around it. */
export interface StreetLamp {
  readonly at: Point3;
  readonly intensityCd: number;
  readonly kelvin: number;
  /** Length of the post below the lamp; 0 for a lamp on a wall. */
  readonly postMetres: number;
}

/** A lamp carried by a mover; `offset` is along the path (forward), up, and to the left of the heading. */
export interface CarriedLamp {
  readonly offset: Point3;
  /** Seen in the direction it shines in, and from behind. */
  readonly intensityCd: number;
  readonly backIntensityCd: number;
  readonly diameterM: number;
  readonly colour: Rgb;
}

/** A lit, upright box side carried by a mover, such as a row of tram windows. */
export interface CarriedPanel {
  /** Centre, as in `CarriedLamp.offset`. */
  readonly offset: Point3;
  readonly lengthMetres: number;
  readonly heightMetres: number;
  readonly luminanceCdM2: number;
  readonly colour: Rgb;
}

/** A kind of thing that passes again and again on one path. */
export interface Traffic {
  readonly name: string;
  readonly path: readonly Point3[];
  readonly speedMps: number;
  /** Time between two of them, on average, and how unevenly they come, 0 to 1. */
  readonly headwaySeconds: number;
  readonly unevenness: number;
  readonly lamps: readonly CarriedLamp[];
  readonly panels: readonly CarriedPanel[];
}

/** The turning sky of stars: which of them the camera sees, and when. */
export interface StarSky {
  readonly latitudeDeg: number;
  /** Where the camera looks, from north through east. */
  readonly azimuthDeg: number;
  /** Local sidereal time at scene time 0. */
  readonly siderealHours: number;
}

/** A place at one moment of an evening, described in physical units. */
export interface Scene {
  readonly name: string;
  readonly title: string;
  /** Height of the lens above the ground, and how far the camera looks up. */
  readonly cameraHeightMetres: number;
  readonly cameraTiltDeg: number;
  readonly sky: Sky;
  readonly surfaces: readonly Surface[];
  readonly lamps: readonly StreetLamp[];
  readonly traffic: readonly Traffic[];
  /** Null where the sky is too bright for stars. */
  readonly stars: StarSky | null;
  /** Fixes everything random in the scene: which windows are lit, when cars come. */
  readonly seed: number;
}
