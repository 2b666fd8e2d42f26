import { readFileSync } from "node:fs";
import { GENERIC_PHONE } from "@/core/camera";
import { saidOf, savedScene } from "@/core/facts";
import { INTENT_IDS, usualScene } from "@/core/intent";
import { SCENES } from "@/core/scene";

import { clipOnRequest, filterRequest, kitFile, kitListNamed, phoneRequest, supportRequest } from "./kit";
import { outingRequest } from "./requests";
import { solveRequest } from "./scene";
import { sceneFile } from "./sceneFile";
import { nightOverrides, siteChange, siteRequest } from "./site";

const first = (result: { error?: { issues: { message: string }[] } | undefined }) => result.error?.issues[0]?.message;

describe("requests", () => {
  const site = { name: "Quay", latitudeDeg: 53, longitudeDeg: -3 };

  it("refuse places off the Earth, days that are none, and fields nobody knows", () => {
    const ask = (change: object) => outingRequest.safeParse({ name: "x", date: "2026-11-25", site, ...change });
    expect(ask({}).success).toBe(true);
    expect(ask({ site: null }).success).toBe(true);
    expect(first(ask({ site: { ...site, latitudeDeg: 90.01 } }))).toBe("Latitude goes from -90 to 90.");
    expect(first(ask({ date: "2026-02-30" }))).toBe("Write the date as YYYY-MM-DD.");
    expect(first(ask({ name: "  " }))).toBe("Give it a name.");
    expect(ask({ admin: true }).success).toBe(false);
  });

  it("take a change of any part of a site, and only good ones", () => {
    expect(siteChange.safeParse({}).success).toBe(true);
    expect(first(siteChange.safeParse({ zone: "Moon/Sea" }))).toMatch(/no such time zone/);
    expect(first(siteChange.safeParse({ darkSkyMagPerArcsec2: 30 }))).toBe("Sky darkness goes from 14 to 22.5.");
    expect(siteChange.safeParse({ road: "canal" }).success).toBe(false);
    const sorted = siteRequest.shape.horizon.parse([
      { azimuthDeg: 200, altitudeDeg: 3 },
      { azimuthDeg: 20, altitudeDeg: 5 },
    ]);
    expect(sorted.map(({ azimuthDeg }) => azimuthDeg)).toEqual([20, 200]);
    expect(first(siteChange.safeParse({ horizon: [{ azimuthDeg: 10, altitudeDeg: 95 }] }))).toMatch(
      /Altitude of the skyline/,
    );
  });

  it("hold no infinite or missing numbers", () => {
    const none = {
      cloudPercent: null,
      gustMps: null,
      temperatureC: null,
      dewPointC: null,
      vehiclesPerHour: null,
      tideMetres: null,
    };
    expect(nightOverrides.safeParse(none).success).toBe(true);
    expect(nightOverrides.safeParse({ ...none, tideMetres: Number.NaN }).success).toBe(false);
    expect(nightOverrides.safeParse({ ...none, cloudPercent: Number.POSITIVE_INFINITY }).success).toBe(false);
    expect(nightOverrides.safeParse({ ...none, cloudPercent: undefined }).success).toBe(false);
  });
});

describe("the kit's borders", () => {
  it("take the stand-in's own profile, and refuse ladders that fall", () => {
    expect(phoneRequest.safeParse(GENERIC_PHONE).success).toBe(true);
    const fallen = { ...GENERIC_PHONE.profile, shutterLadder: [2, 1] };
    expect(first(phoneRequest.safeParse({ name: "x", profile: fallen }))).toMatch(/must rise/);
    expect(phoneRequest.safeParse({ name: "x", profile: { ...GENERIC_PHONE.profile, isoLadder: [] } }).success).toBe(
      false,
    );
  });

  it("take filters in three notations and refuse those that brighten or do nothing", () => {
    expect(filterRequest.safeParse({ name: "ND 8", notation: "factor", value: 8 }).success).toBe(true);
    expect(filterRequest.safeParse({ name: "sunglasses", notation: "density", value: 0.7 }).success).toBe(true);
    expect(first(filterRequest.safeParse({ name: "x", notation: "factor", value: 0.5 }))).toBe(
      "A filter's factor is 1 or more.",
    );
    expect(first(filterRequest.safeParse({ name: "x", notation: "stops", value: 31 }))).toBe(
      "No filter takes more than 30 stops.",
    );
    for (const notation of ["factor", "stops", "density"]) {
      for (const value of [0, -1, Number.NaN]) {
        expect(first(filterRequest.safeParse({ name: "x", notation, value }))).toMatch(/more than nothing|as a number/);
      }
    }
    expect(
      kitFile.safeParse({ phones: [], filters: Array(201).fill({ name: "x", notation: "stops", value: 1 }) }).success,
    ).toBe(false);
  });
});

describe("the kit's other lists", () => {
  it("take lenses, clip-ons and supports, and say what is wrong with them", () => {
    const { lenses } = GENERIC_PHONE.profile;
    const withLenses = (changed: object[]) =>
      phoneRequest.safeParse({ name: "x", profile: { ...GENERIC_PHONE.profile, lenses: changed } });
    expect(first(withLenses([]))).toBe("A phone has at least one lens.");
    expect(first(withLenses([lenses[0]!, lenses[0]!]))).toBe("Two lenses have one name.");
    expect(first(withLenses([{ ...lenses[0]!, fNumbers: [] }]))).toBe("A lens has an f-number.");
    const clipOn = { name: "wide", focalFactor: 0.6, lossStops: 0.2, vignettingStops: 1 };
    expect(clipOnRequest.safeParse(clipOn).success).toBe(true);
    expect(first(clipOnRequest.safeParse({ ...clipOn, focalFactor: 0 }))).toBe(
      "The focal factor goes from 0.05 to 30.",
    );
    const support = { name: "shoe", kind: "tripod", settleSeconds: 0.2, gustPxPerMps: 0.02 };
    expect(supportRequest.safeParse(support).success).toBe(true);
    expect(supportRequest.safeParse({ ...support, kind: "balloon" }).success).toBe(false);
    expect(first(supportRequest.safeParse({ ...support, settleSeconds: Number.NaN }))).toBe(
      "Settling must be a number.",
    );
  });

  it("are found by their names alone", () => {
    expect(kitListNamed("clipOns")).toBe("clipOns");
    expect(kitListNamed("toString")).toBeUndefined();
    expect(kitListNamed("lenses")).toBeUndefined();
  });

  it("may be missing from a file, which then brings none", () => {
    expect(kitFile.parse({ phones: [], filters: [] })).toEqual({
      phones: [],
      filters: [],
      clipOns: [],
      supports: [],
      figures: [],
    });
  });
});

describe("scenes", () => {
  it("usual for every intent are within their own borders", () => {
    for (const intent of INTENT_IDS) {
      // The sky comes by itself, from time and aim.
      const scene = saidOf(usualScene(intent));
      expect([intent, savedScene.safeParse(scene).success]).toEqual([intent, true]);
    }
  });

  it("become questions to the solver with the rest filled in", () => {
    const asked = solveRequest.parse({ ...usualScene("light-trails"), intent: "light-trails" });
    expect([asked.filterStops, asked.framesPerSecond, asked.camera]).toEqual([[], 25, undefined]);
    expect(solveRequest.safeParse({ ...usualScene("sweep"), intent: "juggling" }).success).toBe(false);
  });
});

describe("a scene's file", () => {
  it.each(SCENES.map((scene) => [scene.name, scene] as const))("%s reads as it was written", (_name, scene) => {
    expect(sceneFile.parse(JSON.parse(JSON.stringify(scene)))).toEqual(JSON.parse(JSON.stringify(scene)));
  });

  it("is explained by an example that is one", () => {
    const [, example] = /```json\n([\s\S]*?)```/.exec(readFileSync("docs/SCENES.md", "utf8"))!;
    expect(sceneFile.safeParse(JSON.parse(example!)).success).toBe(true);
  });

  it("is refused with the place of what is wrong", () => {
    const bad = { ...SCENES[0], lamps: [{ at: [0, 0, "high"], intensityCd: -4 }] };
    const { error } = sceneFile.safeParse(bad);
    expect(error?.issues.map(({ path }) => path.join("."))).toContain("lamps.0.at.2");
    expect(sceneFile.safeParse({ ...SCENES[0], version: 2 }).success).toBe(false);
  });
});
