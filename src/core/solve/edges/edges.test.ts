import { luminanceFromEv } from "../../light";
import { darkCurrent, electronsPerLuminanceSecond, readNoise } from "../../sensor";
import type { SolveRequest } from "../request";
import { stillStreet, testCamera } from "../testing/requests";
import { allows, BARE_SETUP, type Edge, type FieldSetup } from "./edge";
import { fieldEdges } from "./fieldEdges";

const mover = { distanceM: 18, speedMps: 8, headingDegFromPerpendicular: 0 };
const many: FieldSetup = { ...BARE_SETUP, frames: 8, stack: "mean", pauseSeconds: 0.35 };

const edgeOf = (change: Partial<SolveRequest>, id: string, setup: FieldSetup = BARE_SETUP): Edge | undefined =>
  fieldEdges({ ...stillStreet, ...change }, setup).find((edge) => edge.id === id);
/** Seconds of an upright edge; NaN where it is none. */
function secondsOf(change: Partial<SolveRequest>, id: string, setup: FieldSetup = BARE_SETUP): number {
  const curve = edgeOf(change, id, setup)?.curve;
  return curve?.kind === "shutter" ? curve.seconds : Number.NaN;
}

describe("limits of the phone", () => {
  it("stand at the ends of its ladders, and a person's own ceiling where they put it", () => {
    const { shutterLadder, isoLadder } = testCamera;
    expect(secondsOf({}, "phone-longest")).toBe(shutterLadder.at(-1));
    expect(secondsOf({}, "phone-shortest")).toBe(shutterLadder[0]);
    expect(edgeOf({}, "phone-highest-iso")?.curve).toEqual({ kind: "iso", iso: isoLadder.at(-1) });
    expect(edgeOf({}, "own-iso")).toBeUndefined();
    const own = { ...stillStreet.schools, isoCeiling: 400 };
    expect(edgeOf({ schools: own }, "own-iso")?.curve).toEqual({ kind: "iso", iso: 400 });
  });
});

describe("limits of holding still", () => {
  it("bind the hand by focal length and stabilisation, and no tripod", () => {
    const hand = secondsOf({ support: "hand", stabilisationStops: 3 }, "hand-held");
    expect(hand).toBeCloseTo(8 / 22.6, 2);
    expect(secondsOf({ support: "hand", stabilisationStops: 4 }, "hand-held")).toBeCloseTo(2 * hand, 9);
    expect(edgeOf({ support: "tripod" }, "hand-held")).toBeUndefined();
  });

  it("warn of gusts on what sways, and of a press on what rings, until the delay outlasts it", () => {
    expect(edgeOf({ support: "tripod", gustMps: 3 }, "wind")).toBeUndefined();
    expect(edgeOf({ support: "stick", gustMps: 6 }, "wind")?.soft).toBe(true);
    const ringing = secondsOf({ support: "tripod" }, "touch") * 0.1;
    expect(ringing).toBeCloseTo(0.3 * Math.log(24), 6);
    expect(secondsOf({ support: "tripod" }, "touch", { ...BARE_SETUP, delaySeconds: 0.5 })).toBeCloseTo(
      (ringing - 0.5) * 10,
      6,
    );
    expect(edgeOf({ support: "tripod" }, "touch", { ...BARE_SETUP, delaySeconds: 2 })).toBeUndefined();
    expect(edgeOf({ support: "hand" }, "touch")).toBeUndefined();
  });
});

describe("limits of the sensor", () => {
  it("let dark current overtake reading out the sooner the warmer it is", () => {
    const { lens, isoLadder } = testCamera;
    const seconds = secondsOf({ sensorCelsius: 25 }, "dark-current");
    expect(darkCurrent(lens, 25) * seconds).toBeCloseTo(readNoise(lens, isoLadder[0]!) ** 2, 6);
    expect(secondsOf({ sensorCelsius: 35 }, "dark-current")).toBeLessThan(seconds);
  });

  it("ask each of many frames to be long enough that reading out adds a twentieth of the noise at most", () => {
    expect(edgeOf({}, "read-noise")).toBeUndefined();
    const seconds = secondsOf({}, "read-noise", many);
    const { lens, isoLadder } = testCamera;
    const electrons = luminanceFromEv(stillStreet.sceneEv) * electronsPerLuminanceSecond(lens, 1) * seconds;
    const noise = readNoise(lens, isoLadder[0]!);
    expect(Math.sqrt(electrons + noise ** 2) / Math.sqrt(electrons)).toBeCloseTo(1.05, 6);
    expect(secondsOf({}, "read-noise", { ...many, filterStops: 3 })).toBeCloseTo(8 * seconds, 6);
    expect(edgeOf({}, "read-noise", { ...many, stack: "lighten" })).toBeUndefined();
  });

  it("raise the noise ceiling with the frames of a mean, not of a lighten", () => {
    const ceiling = (setup: FieldSetup) => {
      const curve = edgeOf({}, "noise", setup)?.curve;
      return curve?.kind === "iso" ? curve.iso : 0;
    };
    expect(ceiling(many)).toBeGreaterThan(3 * ceiling(BARE_SETUP));
    expect(ceiling({ ...many, stack: "lighten" })).toBe(ceiling(BARE_SETUP));
    expect(ceiling({ ...many, stack: "median" })).toBeLessThan(ceiling(many));
  });
});

describe("limits of light", () => {
  const trails: Partial<SolveRequest> = { intent: "light-trails", lampIntensityCd: 0.3, mover };
  const productOf = (change: Partial<SolveRequest>, id: string, setup: FieldSetup = BARE_SETUP) => {
    const curve = edgeOf(change, id, setup)?.curve;
    return curve?.kind === "product" ? curve.product : Number.NaN;
  };

  it("lie as many stops apart as the highlights are brighter, and 7.26 stops from white to too dark", () => {
    const white = productOf({}, "surfaces-clip");
    expect(Math.log2(white / productOf({ highlightStops: 2 }, "highlights-clip"))).toBeCloseTo(2, 9);
    expect(Math.log2(white / productOf({}, "too-dark"))).toBeCloseTo(7.26, 2);
    expect(Math.log2(productOf({}, "too-dark") / productOf({}, "too-dark", many))).toBeCloseTo(1.5, 9);
  });

  it("are named after what is there: a street, water, or land in the dark", () => {
    expect(edgeOf({}, "surfaces-clip")?.name).toBe("street clips");
    expect(edgeOf({ intent: "smoothed-water", water: "chop" }, "surfaces-clip")?.name).toBe("water clips");
    expect(edgeOf({ sceneEv: -6 }, "surfaces-clip")?.name).toBe("land clips");
  });

  it("bind a trail by ISO alone, hard where an ISO of the phone saves it and soft where none does", () => {
    const dim = edgeOf(trails, "trail-clips");
    expect([dim?.curve.kind, dim?.soft]).toEqual(["iso", false]);
    const bright = edgeOf({ ...trails, lampIntensityCd: 3000 }, "trail-clips");
    expect(bright?.soft).toBe(true);
    expect(bright?.reason).toMatch(/white at every ISO that this phone has/);
    expect(edgeOf({ ...trails, lampIntensityCd: null }, "trail-clips")).toBeUndefined();
  });

  it("drown a trail the sooner the brighter the street is, and not by a filter", () => {
    const drowns = secondsOf(trails, "trail-drowns");
    expect(secondsOf({ ...trails, sceneEv: stillStreet.sceneEv + 1 }, "trail-drowns")).toBeCloseTo(drowns / 2, 9);
    expect(secondsOf(trails, "trail-drowns", { ...BARE_SETUP, filterStops: 3 })).toBeCloseTo(drowns, 9);
  });
});

describe("limits of motion", () => {
  const crossing: Partial<SolveRequest> = { intent: "blurred-subject", mover };

  it("ask for the whole crossing, less what the pauses let pass, and of each frame where nothing adds up", () => {
    expect(secondsOf(crossing, "crossing")).toBeCloseTo(3.4425, 3);
    expect(secondsOf(crossing, "crossing", many)).toBeCloseTo(3.4425 - 7 * 0.35, 3);
    expect(edgeOf(crossing, "crossing", many)).toMatchObject({
      of: "whole",
      name: "crosses in 3.4\u202fs, 1\u202fs open",
    });
    expect(edgeOf(crossing, "crossing", { ...many, stack: "median" })).toMatchObject({ of: "frame" });
  });

  it("warn of gaps from a tenth of the time on", () => {
    expect(secondsOf(crossing, "trail-gaps", many)).toBeCloseTo(9 * 0.35, 9);
    expect(edgeOf(crossing, "trail-gaps")).toBeUndefined();
  });

  it("warn of trails on trails the sooner the denser the traffic", () => {
    const overlap = (vehiclesPerHour: number) =>
      secondsOf({ intent: "light-trails", mover, vehiclesPerHour }, "overlap");
    expect(overlap(1200)).toBeLessThan(overlap(300));
    expect(overlap(0)).toBeNaN();
  });

  it("keep water between a third and two thirds of its pattern, or under a fifth", () => {
    const water = (kind: "texture" | "silk"): Partial<SolveRequest> => ({
      ...{ intent: "smoothed-water", water: "chop" },
      schools: { ...stillStreet.schools, water: kind },
    });
    expect(secondsOf(water("texture"), "texture-from")).toBeCloseTo(0.37, 1);
    expect(secondsOf(water("texture"), "texture-to")).toBeGreaterThan(1.8);
    expect(secondsOf(water("silk"), "silk")).toBeGreaterThan(4.5);
    expect(edgeOf(water("silk"), "silk", { ...many, stack: "lighten" })).toMatchObject({ of: "frame" });
  });

  it("empty a place by time, or by the number of frames of a median", () => {
    const square: Partial<SolveRequest> = {
      ...{ intent: "emptied-place", crowd: { occupancy: 0.15, dwellSeconds: 2 } },
    };
    expect(secondsOf(square, "emptied")).toBeCloseTo(20, 9);
    const median = { ...many, frames: 15, stack: "median" } as const;
    const clean = edgeOf(square, "clean", median)!;
    expect(clean.curve).toEqual({ kind: "frames", count: 15 });
    expect([allows(clean, 1, 50, 15), allows(clean, 1, 50, 13)]).toEqual([true, false]);
    expect(edgeOf(square, "emptied", median)).toBeUndefined();
    const crowded = { ...square, crowd: { occupancy: 0.55, dwellSeconds: 2 } };
    expect(edgeOf(crowded, "clean", median)).toBeUndefined();
  });

  it("give moving pictures a frame's time, and drawing four seconds", () => {
    expect(secondsOf({ intent: "moving-picture", framesPerSecond: 50 }, "frame-rate")).toBe(0.02);
    expect(secondsOf({ intent: "light-drawing" }, "drawing")).toBe(4);
  });

  it("let arcs have pauses of half a star's width, and warn of longer ones", () => {
    const arcs = (writeSeconds: number) =>
      edgeOf({ intent: "star-arcs", camera: { ...testCamera, writeSeconds } }, "arc-gaps")!;
    expect(arcs(1).reason).toMatch(/gaps of 0.19 pixels/);
    expect(allows(arcs(1), 30, 800, 100)).toBe(true);
    expect(allows(arcs(6), 30, 800, 100)).toBe(false);
    expect(allows(arcs(6), 30, 800, 1)).toBe(true);
  });
});

describe("limits of a run", () => {
  it("hold delay, frames and pauses within the time there is", () => {
    const setup = { ...many, delaySeconds: 2 };
    expect(secondsOf({ windowSeconds: 60 }, "window", setup)).toBeCloseTo(60 - 2 - 7 * 0.35, 9);
    const none = edgeOf({ windowSeconds: 3 }, "window", { ...setup, frames: 20 })!;
    expect(allows(none, 0.01, 50, 20)).toBe(false);
  });

  it("count frames by what a file takes", () => {
    const storage = (files: "jpeg" | "raw+jpeg") =>
      edgeOf({ freeMegabytes: 100, schools: { ...stillStreet.schools, files } }, "storage")!.curve;
    expect(storage("jpeg")).toEqual({ kind: "frames", count: 20 });
    expect(storage("raw+jpeg")).toEqual({ kind: "frames", count: 3 });
  });

  it("end with the battery", () => {
    const full = secondsOf({ batteryPercent: 100 }, "battery");
    expect(secondsOf({ batteryPercent: 50 }, "battery")).toBeLessThan(full / 1.9);
    const empty = edgeOf({ batteryPercent: 0 }, "battery")!;
    expect(allows(empty, 1, 50, 1)).toBe(false);
  });
});
