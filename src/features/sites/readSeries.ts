import Papa from "papaparse";
import { type SiteSeries, siteSeries } from "@/contracts/site";
import type { HorizonPoint } from "@/core/sky";

/** Kinds of files a site can be given. */
export type SeriesKind = keyof SiteSeries;

export type Read<Value> =
  | { readonly kind: "read"; readonly value: Value; readonly skipped: number }
  | { readonly kind: "wrong"; readonly message: string };

const COLUMNS: Record<SeriesKind, string> = {
  weatherRows: "time, cloud_low, cloud_mid, cloud_high, wind, gust, temperature, dew_point",
  tideRows: "time, height",
  trafficRows: "weekday, hour, vehicles",
};

type Row = Record<string, unknown>;

/** A column's name without case, unit and punctuation: `Cloud low (%)` and `cloud_low` are the same. */
const plain = (name: string): string =>
  name
    .toLowerCase()
    .replace(/\(.*?\)|\[.*?\]/g, "")
    .replace(/[^a-z]/g, "");

const number = (value: unknown): number =>
  typeof value === "number"
    ? value
    : Number(
        String(value ?? "")
          .trim()
          .replace(",", ".") || Number.NaN,
      );

/** An instant as files write it: ISO 8601 with a zone, or taken as UTC without one. */
function instant(value: unknown): number {
  const text = String(value ?? "").trim();
  if (/^\d{9,11}$/.test(text)) return Number(text) * 1000;
  return Date.parse(/(z|[+-]\d\d:?\d\d)$/i.test(text) ? text : `${text.replace(" ", "T")}Z`);
}

const WEEKDAYS = ["mo", "tu", "we", "th", "fr", "sa", "su"];

const READERS: Record<SeriesKind, (row: Row) => unknown> = {
  weatherRows: (row) => {
    const cloud = number(row.cloud ?? row.cloudcover ?? row.totalcloud);
    const layer = (...names: string[]) => {
      const found = names.map((name) => number(row[name])).find(Number.isFinite);
      return found ?? (names[0] === "cloudlow" ? cloud : 0);
    };
    const windMps = number(row.wind ?? row.windspeed);
    const gust = number(row.gust ?? row.gusts ?? row.windgust);
    return {
      atMs: instant(row.time ?? row.at ?? row.date),
      cloudLowPercent: layer("cloudlow", "lowcloud"),
      cloudMidPercent: layer("cloudmid", "midcloud"),
      cloudHighPercent: layer("cloudhigh", "highcloud"),
      windMps,
      gustMps: Number.isFinite(gust) ? gust : 1.5 * windMps,
      temperatureC: number(row.temperature ?? row.temp),
      dewPointC: number(row.dewpoint ?? row.dew),
    };
  },
  tideRows: (row) => ({
    atMs: instant(row.time ?? row.at ?? row.date),
    metres: number(row.height ?? row.tide ?? row.metres),
  }),
  trafficRows: (row) => {
    const day = String(row.weekday ?? row.day ?? "")
      .trim()
      .toLowerCase();
    const byName = WEEKDAYS.findIndex((name) => day.startsWith(name)) + 1;
    return {
      weekday: byName > 0 ? byName : number(day),
      hour: number(row.hour),
      vehiclesPerHour: number(row.vehicles ?? row.vehiclesperhour ?? row.count),
    };
  },
};

function rowsOf(text: string): Row[] | null {
  if (/^\s*[[{]/.test(text)) {
    try {
      const data: unknown = JSON.parse(text);
      return Array.isArray(data) ? data.filter((row): row is Row => typeof row === "object" && row !== null) : null;
    } catch {
      return null;
    }
  }
  return Papa.parse<Row>(text, { header: true, skipEmptyLines: true }).data;
}

/** Reads a forecast, a tide table or traffic counts from CSV, or from JSON: an array of objects with the same names. */
export function readSeries(kind: SeriesKind, text: string): Read<SiteSeries[SeriesKind]> {
  const rows = rowsOf(text);
  const named = rows?.map((row) =>
    Object.fromEntries(Object.entries(row).map(([name, value]) => [plain(name), value])),
  );
  const shape = siteSeries.shape[kind].element;
  const good = (named ?? []).map(READERS[kind]).flatMap((row) => {
    const parsed = shape.safeParse(row);
    return parsed.success ? [parsed.data] : [];
  });
  if (good.length === 0) {
    return {
      kind: "wrong",
      message: `No row could be read. The columns are: ${COLUMNS[kind]}; times with a zone, or in UTC.`,
    };
  }
  const ordered = good.sort((a, b) => ("atMs" in a && "atMs" in b ? a.atMs - b.atMs : 0));
  // The element's schema decides which of the three row types these are.
  return { kind: "read", value: ordered as SiteSeries[SeriesKind], skipped: (rows?.length ?? 0) - good.length };
}

/** Reads a skyline: two numbers a line, azimuth and altitude, in any spelling of CSV; a line of names may come first. */
export function readHorizon(text: string): Read<HorizonPoint[]> {
  const lines = text.split(/\r?\n/).filter((line) => line.trim() !== "");
  const points: HorizonPoint[] = [];
  let skipped = 0;
  for (const [index, line] of lines.entries()) {
    const [azimuthDeg, altitudeDeg, ...more] = line
      .trim()
      .split(/[;,\t ]+/)
      .map(Number);
    const fits =
      more.length === 0 &&
      azimuthDeg !== undefined &&
      altitudeDeg !== undefined &&
      azimuthDeg >= 0 &&
      azimuthDeg <= 360 &&
      altitudeDeg >= -5 &&
      altitudeDeg <= 90;
    if (fits) points.push({ azimuthDeg, altitudeDeg });
    else if (index > 0 || /\d/.test(line)) skipped++;
  }
  if (points.length === 0 && lines.length > 0) {
    return {
      kind: "wrong",
      message: "Write one point a line: azimuth 0 to 360 and altitude -5 to 90, such as 180, 12.",
    };
  }
  return { kind: "read", value: points.sort((a, b) => a.azimuthDeg - b.azimuthDeg), skipped };
}
