import fc from "fast-check";
import { decodeSrgb } from "../picture/srgb";
import { LAYER_OFF_STOPS, layersOf, putTogether, STACK_METHODS, takeApart } from ".";
import { codeOfLight } from "./lightCodes";
import { layerKindOf } from "./methods";

const light = (code: number): number => decodeSrgb(code / 65_535);
/** Half a code where the curve is straight. */
const HALF_CODE = 0.5 / 65_535 / 12.92;

const codes = fc.array(fc.integer({ min: 0, max: 65_535 }), { minLength: 6, maxLength: 6 });
const mask = fc.array(fc.integer({ min: 0, max: 255 }), { minLength: 2, maxLength: 2 });

describe("a result's parts", () => {
  it("add up to it in linear light, whatever it, its mean and its mask are", () => {
    fc.assert(
      fc.property(codes, fc.option(codes), fc.option(mask), (result, mean, ground) => {
        const kind = { hasMoving: mean !== null, hasGround: ground !== null };
        const parts = takeApart({
          result: Uint16Array.from(result),
          mean: mean && Uint16Array.from(mean),
          ground: ground && Uint8Array.from(ground),
        });
        expect(parts.length).toBe(layersOf(kind).length);
        if (parts.length === 0) return;
        for (const [at, code] of result.entries()) {
          const sum = parts.reduce((all, part) => all + light(part[at]!), 0);
          // Each part is rounded once, to a code that is a step of at most this in light.
          const step = light(Math.min(65_535, code + 1)) - light(Math.max(0, code - 1));
          expect(Math.abs(sum - light(code))).toBeLessThanOrEqual(parts.length * Math.max(step, 2 * HALF_CODE));
        }
        const stops = {};
        const together = putTogether(
          layersOf(kind).map((id, part) => ({ id, samples: parts[part]! })),
          stops,
        );
        for (const [at, code] of result.entries()) expect(Math.abs(together[at]! - code)).toBeLessThanOrEqual(2);
      }),
    );
  });

  it("are what stands still and what exceeds it, or what a mask parts", () => {
    const result = Uint16Array.of(40_000, 40_000, 40_000, 10_000, 10_000, 10_000);
    const mean = Uint16Array.of(10_000, 10_000, 10_000, 10_050, 10_000, 9_990);
    const [base, moving] = takeApart({ result, mean, ground: null });
    expect([...base!]).toEqual([10_000, 10_000, 10_000, 10_000, 10_000, 9_990]);
    expect(light(moving![0]!)).toBeCloseTo(light(40_000) - light(10_000), 4);
    expect([moving![3], moving![4]]).toEqual([0, 0]);
    const [ground, stars] = takeApart({ result, mean: null, ground: Uint8Array.of(0, 255) });
    expect([...ground!]).toEqual([0, 0, 0, 10_000, 10_000, 10_000]);
    expect([...stars!]).toEqual([40_000, 40_000, 40_000, 0, 0, 0]);
  });

  it("are raised by stops and left out, and what comes out over white is white", () => {
    const base = { id: "base", samples: Uint16Array.of(20_000, 50_000, 0) } as const;
    const lamp = { id: "base", samples: Uint16Array.of(65_535, 65_535, 65_535, 65_535, 65_535, 30_000) } as const;
    const moving = { id: "moving", samples: Uint16Array.of(30_000, 50_000, 30_000) } as const;
    const weighed = putTogether([base, moving], { base: 1, moving: -2 });
    expect(light(weighed[0]!)).toBeCloseTo(2 * light(20_000) + light(30_000) / 4, 4);
    expect(putTogether([base, moving], { base: 1 })[1]).toBe(65_535);
    // White in all three has lost how bright it was; an orange lamp has not.
    const lowered = putTogether([lamp], { base: -2 });
    expect([...lowered.subarray(0, 3)]).toEqual([65_535, 65_535, 65_535]);
    expect(light(lowered[3]!)).toBeCloseTo(0.25, 4);
    expect([...putTogether([base, moving], { moving: -LAYER_OFF_STOPS })]).toEqual([...base.samples]);
  });

  it("are there for every method that shows single moments, and for all where a mask is", () => {
    const withMoving = STACK_METHODS.filter((id) => layersOf(layerKindOf(id, false)).length > 0);
    expect(withMoving).toEqual(["lighten over mean", "lighten", "comet"]);
    expect(layersOf(layerKindOf("median", true))).toEqual(["ground", "stars"]);
    expect(layersOf(layerKindOf("lighten", true))).toEqual(["ground", "stars", "moving"]);
  });
});

describe("codes of light", () => {
  it("are each its own light's, and no light's is 0", () => {
    for (let code = 0; code <= 65_535; code += 7) expect(codeOfLight(light(code))).toBe(code);
    expect([codeOfLight(0), codeOfLight(-1), codeOfLight(1e-12), codeOfLight(2)]).toEqual([0, 0, 0, 65_535]);
  });
});
