import { gpx, kml } from "@tmcw/togeojson";
import Papa from "papaparse";
import { z } from "zod";
import { type NamedPlace, parseCoordinates, placesCsv, placesGeoJson, placesGpx, placesKml } from "@/core/formats";

export type PlacesFile =
  | { readonly kind: "places"; readonly places: readonly NamedPlace[]; readonly skipped: number }
  | { readonly kind: "wrong"; readonly message: string };

const MOST_PLACES = 500;
const MOST_LETTERS = 20_000_000;

/** Reads a file's text; XML by the browser's parser, or by another one in tests. */
type Read = (text: string, parseXml: (text: string) => Document) => PlacesFile;

const wrong = (message: string): PlacesFile => ({ kind: "wrong", message });
const within = ({ latitudeDeg, longitudeDeg }: NamedPlace): boolean =>
  Math.abs(latitudeDeg) <= 90 && Math.abs(longitudeDeg) <= 180;

function gathered(candidates: readonly (NamedPlace | null)[], what: string): PlacesFile {
  const places = candidates.filter((place) => place !== null && within(place)) as NamedPlace[];
  if (places.length === 0) return wrong(`There is no point with coordinates in this ${what}.`);
  return {
    kind: "places",
    places: places.slice(0, MOST_PLACES),
    skipped: candidates.length - Math.min(places.length, MOST_PLACES),
  };
}

const named = (value: unknown, index: number): string =>
  typeof value === "string" && value.trim() !== "" ? value.trim().slice(0, 120) : `Place ${index + 1}`;

/** Longitude, latitude, and whatever comes after. @see RFC 7946, 3.1.1. */
const position = z.tuple([z.number(), z.number()]).rest(z.unknown());
/** The first position of a point, a line, an area, and many of each; further ones are not looked at. */
const firstPosition = z.union([
  position,
  z
    .tuple([position])
    .rest(z.unknown())
    .transform(([at]) => at),
  z
    .tuple([z.tuple([position]).rest(z.unknown())])
    .rest(z.unknown())
    .transform(([[at]]) => at),
  z
    .tuple([z.tuple([z.tuple([position]).rest(z.unknown())]).rest(z.unknown())])
    .rest(z.unknown())
    .transform(([[[at]]]) => at),
]);
const feature = z.looseObject({
  geometry: z.looseObject({ coordinates: firstPosition }),
  properties: z.looseObject({ name: z.unknown().optional(), title: z.unknown().optional() }).nullish(),
});
const collection = z.looseObject({ features: z.array(z.unknown()) });

/** A GeoJSON feature's point; lines and areas give their first point. */
function featurePlace(given: unknown, index: number): NamedPlace | null {
  const read = feature.safeParse(given);
  if (!read.success) return null;
  const { geometry, properties } = read.data;
  const [longitudeDeg, latitudeDeg] = geometry.coordinates;
  return { name: named(properties?.name ?? properties?.title, index), longitudeDeg, latitudeDeg };
}

const fromGeoJson: Read = (text) => {
  let data: unknown;
  try {
    data = JSON.parse(text);
  } catch {
    return wrong("This JSON breaks off or is damaged; export it again.");
  }
  return gathered((collection.safeParse(data).data?.features ?? [data]).map(featurePlace), "GeoJSON");
};

/** Declarations of entities let a few lines stand for gigabytes; no file of places needs any. */
const DECLARES = /<!(DOCTYPE|ENTITY)/i;

const fromXml: Read = (text, parseXml) => {
  if (DECLARES.test(text))
    return wrong("This XML declares entities, which places do not need; export it again as plain GPX or KML.");
  let document: Document;
  try {
    document = parseXml(text);
  } catch {
    return wrong("This XML breaks off or is damaged; export it again.");
  }
  if (document.getElementsByTagName("parsererror").length > 0) {
    return wrong("This XML breaks off or is damaged; export it again.");
  }
  const isGpx = document.getElementsByTagName("gpx").length > 0;
  const { features } = isGpx ? gpx(document) : kml(document);
  return gathered(features.map(featurePlace), isGpx ? "GPX" : "KML");
};

const LATITUDE = /^(lat|latitude)(_?deg)?$/i;
const LONGITUDE = /^(lon|lng|long|longitude)(_?deg)?$/i;

const fromCsv: Read = (text) => {
  const { data, meta } = Papa.parse<Record<string, string>>(text, { header: true, skipEmptyLines: true });
  const fields = meta.fields ?? [];
  const latitude = fields.find((field) => LATITUDE.test(field.trim()));
  const longitude = fields.find((field) => LONGITUDE.test(field.trim()));
  const name = fields.find((field) => /^(name|title|place|site)$/i.test(field.trim()));
  if (!latitude || !longitude) return wrong("The first line must name the columns: name, latitude, longitude.");
  return gathered(
    data.map((row, index) => {
      const read = parseCoordinates(`${row[latitude]}; ${row[longitude]}`);
      return read.kind === "place" ? { name: named(name && row[name], index), ...read.place } : null;
    }),
    "CSV",
  );
};

/** A kind of file that places come from and go to. */
interface PlaceFormat {
  readonly name: string;
  readonly extensions: readonly [string, ...string[]];
  readonly type: string;
  /** How its text begins, by which it is told from those after it. */
  readonly begins: RegExp;
  readonly read: Read;
  readonly write: (places: readonly NamedPlace[]) => string;
}

/** Kinds of files of places; the last takes what no other does. */
export const PLACE_FORMATS: readonly PlaceFormat[] = [
  { name: "GPX", extensions: ["gpx"], type: "application/gpx+xml", begins: /^</, read: fromXml, write: placesGpx },
  {
    name: "KML",
    extensions: ["kml"],
    type: "application/vnd.google-earth.kml+xml",
    begins: /^</,
    read: fromXml,
    write: placesKml,
  },
  {
    name: "GeoJSON",
    extensions: ["geojson", "json"],
    type: "application/geo+json",
    begins: /^[{[]/,
    read: fromGeoJson,
    write: placesGeoJson,
  },
  { name: "CSV", extensions: ["csv"], type: "text/csv", begins: /^/, read: fromCsv, write: placesCsv },
];

/** Reads places from a file of any of the kinds, told by its content. */
export const readPlaces: Read = (text, parseXml) => {
  if (text.length > MOST_LETTERS) return wrong("The file is larger than 20 MB; that is more than places need.");
  const start = text.trimStart().slice(0, 200);
  if (start === "") return wrong("The file is empty.");
  const { read } = PLACE_FORMATS.find(({ begins }) => begins.test(start)) ?? PLACE_FORMATS.at(-1)!;
  return read(text, parseXml);
};
