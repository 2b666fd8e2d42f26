import type { Coordinates } from "../sky";

/** A place as files of places hold it. */
export interface NamedPlace extends Coordinates {
  readonly name: string;
}

const escapeXml = (text: string): string =>
  text.replaceAll("&", "&amp;").replaceAll("<", "&lt;").replaceAll(">", "&gt;").replaceAll('"', "&quot;");

/** Places as GPX 1.1 waypoints. */
export function placesGpx(places: readonly NamedPlace[]): string {
  const points = places.map(
    ({ name, latitudeDeg, longitudeDeg }) =>
      `  <wpt lat="${latitudeDeg}" lon="${longitudeDeg}"><name>${escapeXml(name)}</name></wpt>`,
  );
  const head = '<gpx version="1.1" creator="Aevumen" xmlns="http://www.topografix.com/GPX/1/1">';
  return `<?xml version="1.0" encoding="UTF-8"?>\n${head}\n${points.join("\n")}\n</gpx>\n`;
}

/** Places as KML 2.2 placemarks. */
export function placesKml(places: readonly NamedPlace[]): string {
  const marks = places.map(
    ({ name, latitudeDeg, longitudeDeg }) =>
      `  <Placemark><name>${escapeXml(name)}</name><Point><coordinates>${longitudeDeg},${latitudeDeg}</coordinates></Point></Placemark>`,
  );
  return `<?xml version="1.0" encoding="UTF-8"?>\n<kml xmlns="http://www.opengis.net/kml/2.2"><Document>\n${marks.join("\n")}\n</Document></kml>\n`;
}

/** Places as a GeoJSON feature collection. @see RFC 7946 */
export function placesGeoJson(places: readonly NamedPlace[]): string {
  const features = places.map(({ name, latitudeDeg, longitudeDeg }) => ({
    type: "Feature",
    properties: { name },
    geometry: { type: "Point", coordinates: [longitudeDeg, latitudeDeg] },
  }));
  return JSON.stringify({ type: "FeatureCollection", features }, null, 2);
}

/** Places as CSV with a header. @see RFC 4180 */
export function placesCsv(places: readonly NamedPlace[]): string {
  const cell = (text: string) => {
    // A leading = + - @ would be a formula to a spreadsheet.
    const harmless = /^[=+\-@\t\r]/.test(text) ? `'${text}` : text;
    return /[",\r\n]/.test(harmless) ? `"${harmless.replaceAll('"', '""')}"` : harmless;
  };
  const rows = places.map(({ name, latitudeDeg, longitudeDeg }) => `${cell(name)},${latitudeDeg},${longitudeDeg}`);
  return `name,latitude,longitude\r\n${rows.join("\r\n")}\r\n`;
}
