import { MakeTime, Rotation_EQJ_EQD } from "astronomy-engine";
import { DEG_PER_RAD } from "../units";
import constellations from "./catalogue/constellations.json";
import milkyWay from "./catalogue/milkyWay.json";
import stars from "./catalogue/stars.json";

// The stars to magnitude 6 and the outlines of the Milky Way, J2000. Stars: Anderson & Francis, XHIP, Astron. Lett. 38 (2012),
// 331, brightest first: right ascension and declination in degrees, magnitude, colour index B-V.

/** Magnitude and colour index of the catalogue's stars, brightest first. */
export const CHART_STARS: readonly { readonly magnitude: number; readonly colourIndex: number }[] = stars.map(
  (row) => ({
    magnitude: row[2]!,
    colourIndex: row[3]!,
  }),
);

function unitVectors(points: readonly (readonly number[])[]): Float64Array {
  const vectors = new Float64Array(3 * points.length);
  points.forEach((point, index) => {
    const ra = point[0]! / DEG_PER_RAD;
    const dec = point[1]! / DEG_PER_RAD;
    vectors.set([Math.cos(dec) * Math.cos(ra), Math.cos(dec) * Math.sin(ra), Math.sin(dec)], 3 * index);
  });
  return vectors;
}

/** Directions of the catalogue's stars as unit vectors, three numbers each. */
export const CHART_STAR_VECTORS: Float64Array = unitVectors(stars);

/** Outlines of the Milky Way, the outermost first, as unit vectors. */
export const MILKY_WAY_RINGS: readonly (readonly Float64Array[])[] = milkyWay.map((level) =>
  level.map((ring) => unitVectors(ring)),
);

/** Lines that join the stars of constellations, as unit vectors. */
export const CONSTELLATION_LINES: readonly Float64Array[] = constellations.map((line) => unitVectors(line));

/** Rotation from the equator of J2000 to that of date, nine numbers by rows; it holds for weeks. */
export function rotationToDate(at: Date): number[] {
  const { rot } = Rotation_EQJ_EQD(MakeTime(at));
  // The library keeps columns: rot[from][to].
  return [0, 1, 2].flatMap((to) => [rot[0]![to]!, rot[1]![to]!, rot[2]![to]!]);
}
