import { readFileSync } from "node:fs";
import { join } from "node:path";
import { AT_HOME, gridOf } from "../align";
import { hash32 } from "../random";
import { bindKernels, createStack, frameSamples, moveFrame, type SampleDepth, stillMask } from ".";

const module_ = new WebAssembly.Module(readFileSync(join(process.cwd(), "dist/kernels.wasm")));
const SIZE = { width: 83, height: 61 };
const SAMPLES = 3 * SIZE.width * SIZE.height;

interface Moved {
  readonly matrix?: readonly number[];
  readonly mask?: (pixel: number) => number;
  readonly reference?: number;
}

/** A frame as the kernels move it. */
async function moved(frame: Uint8Array | Uint16Array, { matrix, mask, reference = 0 }: Moved) {
  const depth: SampleDepth = frame instanceof Uint8Array ? 8 : 16;
  const plan = { ...SIZE, depth, keeps: [], weighted: false, hasDark: false, moves: true, encoded: false, threads: 2 };
  const state = createStack(plan);
  const kernels = await bindKernels(module_, state.memory);
  frameSamples(state, 1).set(frame);
  frameSamples(state, "reference").fill(reference);
  if (mask) stillMask(state).set(Uint8Array.from({ length: SIZE.width * SIZE.height }, (_, pixel) => mask(pixel)));
  moveFrame(kernels, state, 1, gridOf(matrix ? { matrix, distortion: 0 } : AT_HOME, SIZE), mask !== undefined);
  return frameSamples(state, 1).slice();
}

const half = Math.hypot(SIZE.width, SIZE.height) / 2;
const shift = (x: number, y: number) => [1, 0, x / half, 0, 1, y / half, 0, 0, 1];
/** Turned enough that no two pixels of a stretch lie as far from each other as in the frame. */
const turned = [0.99, -0.02, 0, 0.02, 0.99, 0, 0, 0, 1];

/** Turned so little that a stretch is as long as in the frame, and climbs. */
const tilted = [0.9994, -0.0349, 0.011, 0.0349, 0.9994, 0.007, 0, 0, 1];

/** A smooth picture: its samples at any place, 0 to 1. */
const smooth = (x: number, y: number, channel: number): number =>
  0.5 + 0.2 * Math.sin(x / 4 + channel) * Math.cos(y / 5) + 0.1 * Math.sin((x + y) / 9);
const frameOf = (depth: SampleDepth, at: (x: number, y: number, channel: number) => number) => {
  const top = 2 ** depth - 1;
  const value = (_: unknown, i: number) => {
    const pixel = Math.floor(i / 3);
    return Math.round(top * at(pixel % SIZE.width, Math.floor(pixel / SIZE.width), i % 3));
  };
  return depth === 8 ? Uint8Array.from({ length: SAMPLES }, value) : Uint16Array.from({ length: SAMPLES }, value);
};

describe.each([8, 16] as const)("moving a frame of %i bits", (depth) => {
  const top = 2 ** depth - 1;

  it("that stays where it is changes nothing", async () => {
    const frame = frameOf(depth, (x, y, channel) => (hash32(x, y, channel) % 256) / 255);
    const got = await moved(frame, {});
    const inner = [...frame.keys()].filter((i) => {
      const [x, y] = [Math.floor(i / 3) % SIZE.width, Math.floor(i / 3 / SIZE.width)];
      return x > 2 && y > 2 && x < SIZE.width - 4 && y < SIZE.height - 4;
    });
    expect(Math.max(...inner.map((i) => Math.abs(got[i]! - frame[i]!)))).toBeLessThanOrEqual(1);
  });

  it.each([
    ["by parts of a pixel", shift(2.37, -1.81)],
    ["and turning it", turned],
    ["and turning it by two degrees, as the sky does in eight minutes", tilted],
  ])("%s gives what lies there", async (_, matrix) => {
    const got = await moved(frameOf(depth, smooth), { matrix });
    let worst = 0;
    for (let y = 8; y < SIZE.height - 8; y++)
      for (let x = 8; x < SIZE.width - 8; x++) {
        const [u, v] = [(x - 41) / half, (y - 30) / half];
        const sx = half * (matrix[0]! * u + matrix[1]! * v + matrix[2]!) + 41;
        const sy = half * (matrix[3]! * u + matrix[4]! * v + matrix[5]!) + 30;
        for (let channel = 0; channel < 3; channel++) {
          const wanted = top * smooth(sx, sy, channel);
          worst = Math.max(worst, Math.abs(got[3 * (y * SIZE.width + x) + channel]! - wanted));
        }
      }
    // The grid rounds places to a 128th of a pixel, 8 bits round codes, and pixels taken three at a time lie a twentieth off.
    expect(worst).toBeLessThan(depth === 8 ? 2 : 0.003 * top);
  });

  it.each([
    ["straight", shift(0.5, 0.5)],
    ["turned", turned],
    ["tilted", tilted],
  ])("makes no ring about a lamp, and leaves even ground as it is: %s", async (_, matrix) => {
    const lamp = frameOf(depth, (x, y) => (Math.hypot(x - 40, y - 30) < 6 ? 1 : 0.2));
    const got = await moved(lamp, { matrix, reference: Math.round(0.2 * top) });
    expect(Math.min(...got)).toBe(Math.round(0.2 * top));
    expect(Math.max(...got)).toBe(top);
  });

  it("takes what lies outside from the frame that the others are laid over, and holds still what a mask says", async () => {
    const frame = frameOf(depth, smooth);
    const got = await moved(frame, {
      matrix: shift(20, 0),
      reference: 7,
      mask: (pixel) => (pixel % SIZE.width < 10 ? 255 : 0),
    });
    const at = (x: number) => got[3 * (30 * SIZE.width + x)]!;
    expect(at(SIZE.width - 5)).toBe(7);
    for (let x = 0; x < 10; x++) expect(at(x)).toBe(frame[3 * (30 * SIZE.width + x)]!);
    expect(Math.abs(at(30) - frame[3 * (30 * SIZE.width + 50)]!)).toBeLessThanOrEqual(0.002 * top + 1);
  });
});
