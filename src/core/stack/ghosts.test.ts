import { findGhosts, framesToClear, shownOf } from "./ghosts";
import { methodOf } from "./methods";
import { USUAL_SETTINGS } from "./settings";

const [WIDTH, HEIGHT] = [96, 64];

/** Somebody who stands in some of the frames, lighter or darker than the square. */
interface Stander {
  readonly x: number;
  readonly isThere: (frame: number) => boolean;
  readonly code: number;
}

/** A square of paving under lamps, uneven and noisy, with those who stand on it. */
function squareWith(standers: readonly Stander[], frames: number, seed = 7): Uint8Array[] {
  let state = seed;
  const noise = () => {
    state = (1_664_525 * state + 1_013_904_223) >>> 0;
    return (state / 2 ** 32 - 0.5) * 8;
  };
  return Array.from({ length: frames }, (_, frame) => {
    const samples = new Uint8Array(3 * WIDTH * HEIGHT);
    for (let pixel = 0; pixel < WIDTH * HEIGHT; pixel++) {
      const [x, y] = [pixel % WIDTH, Math.floor(pixel / WIDTH)];
      const paving = 90 + 30 * Math.sin(x / 17) + 20 * Math.cos(y / 11);
      const who = standers.find(({ x: at, isThere }) => isThere(frame) && Math.abs(x - at) < 4 && y > 20 && y < 44);
      samples.fill(Math.max(0, Math.min(255, (who?.code ?? paving) + noise())), 3 * pixel, 3 * pixel + 3);
    }
    return samples;
  });
}

const small = (frames: readonly Uint8Array[]) => ({ width: WIDTH, height: HEIGHT, frames });

/** Brightness of the fused picture in the middle of a place. */
function fusedAt(frames: readonly Uint8Array[], method: "median" | "clip mean", x: number): number {
  const fusing = methodOf(method).small({ width: WIDTH, height: HEIGHT });
  for (const frame of frames) fusing.add(frame);
  return fusing.picture()[3 * (32 * WIDTH + x)]! / 257;
}

describe("who remains", () => {
  const dark = { x: 20, code: 20, isThere: (frame: number) => frame < 12 };
  const light = { x: 50, code: 230, isThere: (frame: number) => frame % 3 === 0 };
  const brief = { x: 76, code: 10, isThere: (frame: number) => frame === 4 || frame === 5 };
  const frames = squareWith([dark, light, brief], 20);

  it("is who stands in more frames than the others together, by the median", () => {
    const { ghosts, map } = findGhosts(small(frames), "median", USUAL_SETTINGS);
    expect(ghosts.map(({ frames: seen }) => seen)).toEqual([12]);
    const [ghost] = ghosts;
    expect((ghost!.left + ghost!.width / 2) * WIDTH).toBeCloseTo(20.5, 0);
    expect(ghost!.share).toBeCloseTo((7 * 23) / (WIDTH * HEIGHT), 3);
    expect(map[32 * WIDTH + 20]).toBe(Math.round((255 * 12) / 20));
    expect([map[32 * WIDTH + 50], map[32 * WIDTH + 76]]).toEqual([0, 0]);
  });

  it("is who stands in more than a few, by the clipping mean", () => {
    const { ghosts } = findGhosts(small(frames), "clip mean", USUAL_SETTINGS);
    expect(ghosts.map(({ frames: seen }) => seen).sort()).toEqual([12, 7]);
  });

  it.each([
    ["median", 12],
    ["clip mean", 7],
  ] as const)("is gone from the %s with as many frames more as it says, and not with three fewer", (method, seen) => {
    const ghost = findGhosts(small(frames), method, USUAL_SETTINGS).ghosts.find((each) => each.frames === seen)!;
    const x = seen === 12 ? 20 : 50;
    const empty = fusedAt(squareWith([], 40), "median", x);
    const withMore = (more: number) => [...frames, ...squareWith([], more, 99)];
    expect(ghost.framesMore).toBeGreaterThan(3);
    expect(Math.abs(fusedAt(withMore(ghost.framesMore!), method, x) - empty)).toBeLessThan(6);
    expect(Math.abs(fusedAt(withMore(ghost.framesMore! - 3), method, x) - empty)).toBeGreaterThan(8);
  });

  it("is not the street under a lamp that has passed once, soft as its edges are", () => {
    const lamp = (frame: number, x: number) => (frame === 3 ? 120 * Math.exp(-(((x - 50) / 9) ** 2)) : 0);
    const passed = squareWith([], 11).map((samples, frame) =>
      samples.map((code, at) => Math.min(255, code + lamp(frame, Math.floor(at / 3) % WIDTH))),
    );
    for (const method of ["median", "clip mean"] as const)
      expect(findGhosts(small(passed), method, USUAL_SETTINGS).ghosts).toEqual([]);
  });

  it("is nobody on an empty square, and nobody who was cleared", () => {
    for (const method of ["median", "clip mean"] as const) {
      expect(findGhosts(small(squareWith([], 12)), method, USUAL_SETTINGS).ghosts).toEqual([]);
      expect(findGhosts(small(squareWith([brief], 20)), method, USUAL_SETTINGS).ghosts).toEqual([]);
    }
  });

  it("knows what a method shows of somebody, and when no number of frames clears a place", () => {
    expect(shownOf("mean", USUAL_SETTINGS, 3, 12)).toBeCloseTo(0.25, 3);
    expect(shownOf("median", USUAL_SETTINGS, 3, 12)).toBe(0);
    expect(framesToClear("median", USUAL_SETTINGS, 12, 20)).toBe(5);
    expect(framesToClear("lighten", USUAL_SETTINGS, 1, 12)).toBeNull();
  });
});
