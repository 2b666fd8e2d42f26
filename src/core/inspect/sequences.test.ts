import fc from "fast-check";
import { hashUnit } from "../random";
import { type FrameSequence, frameSets, type TimedFrame } from "./sequences";

const START = Date.parse("2026-11-24T18:00:00Z");
const frame = (id: string, seconds: number, part: Partial<TimedFrame> = {}): TimedFrame => ({
  id,
  takenAt: new Date(START + Math.round(1000 * seconds)).toISOString(),
  width: 4080,
  height: 3060,
  camera: "Pocket A",
  shutterSeconds: 2,
  iso: 50,
  lightStops: 0,
  drift: { x: 0, y: 0 },
  trailPx: null,
  ...part,
});
const names = (count: number) => Array.from({ length: count }, (_, at) => `f${at}`);
const only = (frames: readonly TimedFrame[]): FrameSequence => {
  const sets = frameSets(frames);
  expect(sets).toHaveLength(1);
  return sets[0] as FrameSequence;
};

describe("sequences", () => {
  it("give back the beat they were made of, and how far it strays", () => {
    const stray = (at: number) => 0.1 * (hashUnit(5, at) - 0.5);
    const found = only(names(200).map((id, at) => frame(id, 2.5 * at + stray(at))));
    expect(found.ids).toHaveLength(200);
    expect(found.periodSeconds).toBeCloseTo(2.5, 3);
    // An even stray over a tenth of a second.
    expect(Math.abs(found.jitterSeconds! / (0.1 / Math.sqrt(12)) - 1)).toBeLessThan(0.15);
    expect(found).toMatchObject({ missing: 0, gapsAfter: [], flickerStops: 0 });
  });

  it("say how far the frames lie apart, and where the camera was moved", () => {
    const stray = (at: number) => 0.3 * (hashUnit(9, at) - 0.5);
    const slow = names(30).map((id, at) =>
      frame(id, 2.5 * at, { drift: { x: 0.2 * at + stray(at), y: stray(at + 50) } }),
    );
    expect(only(slow).driftPx).toBeCloseTo(5.8, 0);
    expect(only(slow).slips).toEqual([]);
    const bumped = slow.map((each, at) => (at < 12 ? each : { ...each, drift: { x: each.drift!.x + 6, y: 8 } }));
    const { slips } = only(bumped);
    expect(slips.map(({ after }) => after)).toEqual(["f11"]);
    expect(slips[0]!.px).toBeCloseTo(10, 0);
    expect(only(slow.map((each, at) => (at === 7 ? { ...each, drift: null } : each))).driftPx).toBeNull();
  });

  it("are told apart where two phones stood beside each other", () => {
    const one = names(20).map((id, at) => frame(`a${id}`, 2.5 * at));
    const other = names(15).map((id, at) => frame(`b${id}`, 1.1 + 3 * at, { camera: "Pocket B" }));
    const mixed = [...one, ...other].sort((a, b) => (a.takenAt! < b.takenAt! ? -1 : 1));
    const sets = frameSets(mixed) as FrameSequence[];
    expect(sets.map(({ ids, missing }) => [ids[0], ids.length, missing])).toEqual([
      ["af0", 20, 0],
      ["bf0", 15, 0],
    ]);
    expect(sets.map(({ periodSeconds }) => periodSeconds.toFixed(2))).toEqual(["2.50", "3.00"]);
  });

  it("say how far a star goes on while no shutter is open", () => {
    // Two pixels in two seconds, and half a second without.
    const stars = names(5).map((id, at) => frame(id, 2.5 * at, { trailPx: 2 }));
    expect(only(stars).gapPx).toBeCloseTo(0.5, 6);
    expect(only(names(5).map((id, at) => frame(id, 2.5 * at))).gapPx).toBeNull();
  });

  it("name every frame that is missing and where", () => {
    fc.assert(
      fc.property(
        fc.uniqueArray(fc.integer({ min: 1, max: 58 }), { maxLength: 12 }),
        fc.double({ min: 0.8, max: 40, noNaN: true }),
        (gone, period) => {
          const kept = names(60).filter((_, at) => !gone.includes(at));
          const found = only(kept.map((id) => frame(id, period * Number(id.slice(1)))));
          expect(found.missing).toBe(gone.length);
          const before = kept.filter((id) => gone.includes(Number(id.slice(1)) + 1));
          expect(found.gapsAfter).toEqual(before);
        },
      ),
    );
  });

  it("are found by a clock that knows whole seconds too; its steps are not taken for jitter", () => {
    const found = only(names(60).map((id, at) => frame(id, Math.floor(2.7 * at))));
    expect(found.periodSeconds).toBeCloseTo(2.7, 1);
    expect(found).toMatchObject({ missing: 0, jitterSeconds: null });
  });

  it("flicker as much as was put in, and not by a slow dusk", () => {
    const dusk = (at: number) => -0.02 * at;
    const steady = only(names(100).map((id, at) => frame(id, 3 * at, { lightStops: dusk(at) })));
    expect(steady.flickerStops).toBeLessThan(0.02);
    const shaky = names(400).map((id, at) =>
      frame(id, 3 * at, { lightStops: dusk(at) + 0.4 * (hashUnit(7, at) - 0.5) }),
    );
    expect(Math.abs(only(shaky).flickerStops! / (0.4 / Math.sqrt(12)) - 1)).toBeLessThan(0.25);
    expect(only(shaky.map((each, at) => (at === 3 ? { ...each, lightStops: null } : each))).flickerStops).toBeNull();
  });

  it("end where settings change, after a long pause, and where the clock runs backwards", () => {
    const two = [
      ...names(5).map((id, at) => frame(id, 3 * at)),
      ...names(5).map((id, at) => frame(`g${id}`, 20 + 3 * at, { iso: 100 })),
    ];
    expect(frameSets(two).map(({ ids }) => ids.length)).toEqual([5, 5]);
    const paused = names(10).map((id, at) => frame(id, 3 * at + (at < 5 ? 0 : 3600)));
    expect(frameSets(paused).map(({ ids }) => ids.length)).toEqual([5, 5]);
    const back = names(8).map((id, at) => frame(id, at < 4 ? 3 * at : 3 * at - 100));
    expect(frameSets(back).map(({ ids }) => ids.length)).toEqual([4, 4]);
  });
});

describe("brackets", () => {
  it("are frames whose light is an even step apart, in any order, and no sequence", () => {
    for (const [shutters, step] of [
      [[0.5, 2, 8], 2],
      [[2, 0.5, 8], 2],
      [[1, 2, 4, 8, 16], 1],
    ] as const) {
      let at = 0;
      const taken = shutters.map((shutterSeconds, index) => {
        const made = frame(`b${index}`, at, { shutterSeconds });
        at += shutterSeconds + 0.4;
        return made;
      });
      expect(frameSets(taken)).toEqual([
        { kind: "bracket", ids: taken.map(({ id }) => id), stepStops: expect.closeTo(step, 6) },
      ]);
    }
    const slow = [0.5, 2, 8].map((shutterSeconds, at) => frame(`b${at}`, 60 * at, { shutterSeconds }));
    expect(frameSets(slow)).toEqual([]);
  });

  it("stand among the frames of a sequence, and frames without a time belong to nothing", () => {
    const frames = [
      ...names(4).map((id, at) => frame(id, 3 * at)),
      frame("a", 30, { shutterSeconds: 0.5 }),
      frame("b", 31, { shutterSeconds: 2 }),
      frame("c", 34, { shutterSeconds: 8 }),
      ...names(4).map((id, at) => frame(`late ${id}`, 60 + 3 * at)),
      frame("none", 0, { takenAt: null }),
    ];
    expect(frameSets(frames).map(({ kind, ids }) => [kind, ids.length])).toEqual([
      ["sequence", 4],
      ["bracket", 3],
      ["sequence", 4],
    ]);
    expect(frameSets([])).toEqual([]);
  });
});
