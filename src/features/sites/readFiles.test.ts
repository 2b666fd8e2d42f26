import { DOMParser } from "@xmldom/xmldom";
import fc from "fast-check";
import { placesCsv, placesGpx } from "@/core/formats";
import { PLACE_FORMATS, readPlaces } from "./readPlaces";
import { readHorizon, readSeries } from "./readSeries";

const parseXml = (text: string) =>
  new DOMParser({ onError: () => {} }).parseFromString(text, "text/xml") as unknown as Document;
const read = (text: string) => readPlaces(text, parseXml);
const places = [
  { name: 'Weir & "mill"', latitudeDeg: 53.86, longitudeDeg: -3.42 },
  { name: "Pump, <marsh>", latitudeDeg: -12.5, longitudeDeg: 170.25 },
];

describe("files of places", () => {
  it.each(PLACE_FORMATS.map((format) => [format.name, format] as const))(
    "come back from %s as they were written",
    (_, { write }) => {
      expect(read(write(places))).toEqual({ kind: "places", places, skipped: 0 });
    },
  );

  it("are refused with a reason when they are broken, empty or hold no point", () => {
    const message = (text: string) => {
      const file = read(text);
      return file.kind === "wrong" ? file.message : "";
    };
    expect(message(placesGpx(places).slice(0, 120))).toMatch(/damaged|no point/);
    expect(message('{"type": "Feat')).toMatch(/damaged/);
    expect(message("{}")).toMatch(/no point with coordinates/);
    expect(message("a,b\n1,2")).toMatch(/name the columns/);
    expect(message(" ")).toMatch(/empty/);
    const bomb = `<?xml version="1.0"?><!DOCTYPE gpx [<!ENTITY a "${"x".repeat(1000)}">]><gpx>${"&a;".repeat(1000)}</gpx>`;
    expect(message(bomb)).toMatch(/declares entities/);
  });

  it("keep the good rows of a CSV and count the others", () => {
    expect(read("name,lat,lon\nA,53,3\nB,91,3\nC,x,y")).toMatchObject({ kind: "places", skipped: 2 });
  });

  it("write no formula that a spreadsheet would run", () => {
    expect(placesCsv([{ name: "=1+1", latitudeDeg: 0, longitudeDeg: 0 }])).toContain("'=1+1");
  });

  it("never throw, whatever the text", () => {
    fc.assert(fc.property(fc.string(), (text) => ["places", "wrong"].includes(read(text).kind)));
  });
});

describe("a site's own files", () => {
  it("give a forecast from CSV with units in the names, and from JSON", () => {
    const csv = "Time,Cloud low (%),Wind (m/s),Temperature (°C),Dew point\n2026-11-25T18:00Z,40,3.5,6,4\nbad,1,1,1,1";
    expect(readSeries("weatherRows", csv)).toEqual({
      kind: "read",
      skipped: 1,
      value: [
        {
          atMs: Date.parse("2026-11-25T18:00Z"),
          cloudLowPercent: 40,
          cloudMidPercent: 0,
          cloudHighPercent: 0,
          windMps: 3.5,
          gustMps: 5.25,
          temperatureC: 6,
          dewPointC: 4,
        },
      ],
    });
    const json = JSON.stringify([
      { time: "2026-11-25 19:00", cloud: 10, wind: 1, gust: 4, temperature: 5, dew_point: 1 },
    ]);
    expect(readSeries("weatherRows", json)).toMatchObject({
      kind: "read",
      value: [{ cloudLowPercent: 10, gustMps: 4 }],
    });
  });

  it("give a tide in order and traffic by the names of days", () => {
    const tide = readSeries("tideRows", "time;height\n2026-11-25T12:00Z;1,5\n2026-11-25T06:00Z;-1,2");
    expect(tide).toMatchObject({ kind: "read", value: [{ metres: -1.2 }, { metres: 1.5 }] });
    expect(readSeries("trafficRows", "weekday,hour,vehicles\nFriday,17,900\n6,3,20")).toMatchObject({
      value: [
        { weekday: 5, hour: 17, vehiclesPerHour: 900 },
        { weekday: 6, hour: 3, vehiclesPerHour: 20 },
      ],
    });
  });

  it("say which columns are wanted when nothing can be read", () => {
    const file = readSeries("tideRows", "when,what\n1,2");
    expect(file).toMatchObject({ kind: "wrong", message: expect.stringContaining("time, height") });
  });

  it("give a skyline sorted by azimuth, and refuse what is none", () => {
    expect(readHorizon("azimuth,altitude\n200, 5\n180 12")).toEqual({
      kind: "read",
      skipped: 0,
      value: [
        { azimuthDeg: 180, altitudeDeg: 12 },
        { azimuthDeg: 200, altitudeDeg: 5 },
      ],
    });
    expect(readHorizon("a mountain").kind).toBe("wrong");
    expect(readHorizon("180, 12\n400, 3")).toMatchObject({ kind: "read", skipped: 1 });
  });
});
