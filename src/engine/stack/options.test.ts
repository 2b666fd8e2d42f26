import { mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync, symlinkSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import sharp from "sharp";
import { madeStars, pictureOf, turnedAbout } from "@/core/align/testing/movedScene";
import { inspectPicture } from "@/core/inspect";
import { decodeSrgb } from "@/core/picture";
import { methodOf, USUAL_SETTINGS } from "@/core/stack";
import { readFixture } from "@/core/stack/testing/fixtures";
import { decodePicture } from "../files/decode";
import { isDiskFull } from "../room";
import { CalibrationError } from "./calibration";
import type { SmallPicture, StackFile, StackRequest, StackWatch } from "./request";
import { runStack } from "./runStack";
import { PLAIN_REQUEST } from "./testing/plainRequest";

const folder = mkdtempSync(join(tmpdir(), "aevumen-options-"));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

const golden = (name: string): StackFile => ({ name, path: join(process.cwd(), "src/core/stack/fixtures", name) });
const GOLDEN_FRAMES = Array.from({ length: 9 }, (_, i) => golden(`frame_000${i + 1}.png`));
const plain = {
  method: "mean",
  ...PLAIN_REQUEST,
} as const;

/** Fuses files and reads the result back. */
async function fuse(files: readonly StackFile[], request: Partial<StackRequest>, watch?: Partial<StackWatch>) {
  const outputPath = join(folder, "out.tif");
  const outcome = await runStack({ ...plain, files, outputPath, ...request }, { onProgress: () => {}, ...watch });
  return { outcome, samples: outcome.kind === "done" ? ((await decodePicture(outputPath, 16)) as Uint16Array) : null };
}

const write = async (name: string, samples: Uint8Array, width: number, height: number): Promise<StackFile> => {
  const path = join(folder, name);
  await sharp(samples, { raw: { width, height, channels: 3 } })
    .png()
    .toFile(path);
  return { name, path };
};

describe("the golden set through files and threads", () => {
  const encoded = { settings: { ...USUAL_SETTINGS, encoded: true } };
  const dark = { darks: [golden("dark_master.png")] };

  it.each([
    ["darken.png", { method: "darken" }],
    ["sum.png", { method: "sum", ...encoded }],
    ["kappa-sigma.png", { method: "clip mean", ...encoded }],
    ["dark-sub-mean.png", { method: "mean", ...encoded, ...dark }],
    ["dark-sub-lighten.png", { method: "lighten", ...dark }],
    ["median.png", { method: "median", ...encoded }],
  ] as const)("gives %s exactly, with one thread and with two", async (name, request) => {
    const wanted = await readFixture(name);
    for (const threads of [1, 2])
      expect((await fuse(GOLDEN_FRAMES, { ...request, threads })).samples).toEqual(wanted.samples);
  });

  it("gives one frame less its dark frame exactly; several dark frames are their median", async () => {
    const wanted = await readFixture("dark-sub-frame1.png");
    expect((await fuse(GOLDEN_FRAMES.slice(0, 1), { ...encoded, ...dark })).samples).toEqual(wanted.samples);
    const three = { darks: [golden("dark_master.png"), golden("frame_0002.png"), golden("dark_master.png")] };
    expect((await fuse(GOLDEN_FRAMES.slice(0, 1), { ...encoded, ...three })).samples).toEqual(wanted.samples);
  });

  it("lets frames count for what is said of each, in the light of a mean and of the brightest", async () => {
    const [one, other] = await Promise.all([
      write("w1.png", new Uint8Array(48).fill(200), 4, 4),
      write("w2.png", new Uint8Array(48).fill(100), 4, 4),
    ]);
    const [bright, dark] = [decodeSrgb(200 / 255), decodeSrgb(100 / 255)];
    const light = async (weights: readonly number[], method: "mean" | "lighten") => {
      const files = [one!, other!].map((file, at) => ({ ...file, weight: weights[at] }));
      return decodeSrgb((await fuse(files, { method })).samples![0]! / 65_535);
    };
    expect(await light([0.25, 1], "mean")).toBeCloseTo((0.25 * bright + dark) / 1.25, 4);
    expect(await light([1, 0.5], "mean")).toBeCloseTo((bright + 0.5 * dark) / 1.5, 4);
    expect(await light([0.1, 1], "lighten")).toBeCloseTo(Math.max(0.1 * bright, dark), 4);
  });

  it("says which dark frame or mask does not fit", async () => {
    const small = await write("small.png", new Uint8Array(48), 4, 4);
    await expect(fuse(GOLDEN_FRAMES, { darks: [small] })).rejects.toThrow(CalibrationError);
    await expect(fuse(GOLDEN_FRAMES, { darks: [small] })).rejects.toThrow(/small\.png is no dark frame of these/);
    await expect(fuse(GOLDEN_FRAMES, { align: "stars", ground: small })).rejects.toThrow(/small\.png is no mask/);
    await expect(fuse(GOLDEN_FRAMES, { method: "median", darks: [small] })).rejects.toThrow(CalibrationError);
    expect(readdirSync(folder)).not.toContain("out.tif.frames");
  });
});

describe("frames that come in and go out", () => {
  it("are weighed as the small ones of the page are", async () => {
    const [width, height] = [16, 9];
    const frames = Array.from({ length: 5 }, (_, k) => new Uint8Array(3 * width * height).fill(60 + 30 * k));
    const files = await Promise.all(frames.map((frame, k) => write(`fade-${k}.png`, frame, width, height)));
    for (const [method, fade] of [
      ["comet", null],
      ["lighten", { in: 0, out: 3 }],
    ] as const) {
      const settings = { ...USUAL_SETTINGS, fade };
      const small = methodOf(method).small({ width, height }, settings);
      for (const frame of frames) small.add(frame);
      const [page] = small.picture();
      const { samples } = await fuse(files, { method, settings });
      // The page's frames have 8 bits.
      expect(Math.abs(samples![0]! - page!)).toBeLessThan(257);
    }
    // A comet's head is the last frame, its tail fainter than the first.
    const { samples } = await fuse(files.slice(0, 3).reverse(), { method: "comet" });
    expect(samples![0]! / 257).toBeLessThan(119);
    expect(samples![0]! / 257).toBeGreaterThanOrEqual(60);
  });
});

describe("frames of a sky that turns, with pixels that shine by themselves", () => {
  const SIZE = { width: 640, height: 480 };
  const stars = madeStars(SIZE, 300, 5);
  const HOT = [100, 5000, 123_456, 200_001].map((at) => 640 * 10 + at);
  const frames = async () =>
    Promise.all(
      Array.from({ length: 8 }, (_, k) => {
        const { samples } = pictureOf(SIZE, stars, turnedAbout({ x: 300, y: 100 }, 0.4 * k), 20 + k);
        for (const at of HOT) samples[3 * at + (at % 3)] = 255;
        return write(`sky-${k}.png`, samples, SIZE.width, SIZE.height);
      }),
    );
  const figuresOf = (samples: Uint16Array) =>
    inspectPicture({ ...SIZE, samples: Uint8Array.from(samples, (code) => code >> 8) });

  it("are laid by their stars: points stay points, noise falls, another sky is refused by name, hot pixels are gone", async () => {
    const files = await frames();
    const one = figuresOf((await decodePicture(files[3]!.path, 16)) as Uint16Array);
    const elsewhere = pictureOf(SIZE, madeStars(SIZE, 300, 99), (point) => point, 40);
    const other = await write("elsewhere.png", elsewhere.samples, SIZE.width, SIZE.height);
    const { outcome, samples } = await fuse([...files, other], { align: "stars", repairsHot: true });
    expect(outcome).toMatchObject({
      kind: "done",
      used: files.map(({ name }) => name),
      refused: [{ name: "elsewhere.png", reason: expect.stringMatching(/stars/) }],
    });
    const laid = figuresOf(samples!);
    expect(laid.smear!.fwhmPx / one.smear!.fwhmPx).toBeLessThan(1.1);
    expect(laid.noise!.green / one.noise!.green).toBeLessThan(0.5);
    const asTheyLie = figuresOf((await fuse(files, { repairsHot: true })).samples!);
    expect(asTheyLie.smear === null || asTheyLie.smear.fwhmPx > 1.5 * one.smear!.fwhmPx).toBe(true);
    for (const at of HOT) expect(samples![3 * at + (at % 3)]! / 257).toBeLessThan(120);
  });

  it("become whole arcs where gaps are filled; what cannot be found again is told", async () => {
    const files = await frames();
    const broken = await fuse(files, { method: "lighten" });
    const whole = await fuse(files, { method: "lighten", settings: { ...USUAL_SETTINGS, fillsGaps: true } });
    expect(whole.outcome).toMatchObject({ kind: "done", gapsLeft: 0 });
    // Half way between two frames a far star left a gap.
    const far = stars.filter(({ at, peak }) => peak > 0.3 && Math.hypot(at.x - 300, at.y - 100) > 250);
    const rises = far.flatMap(({ at }) => {
      const { x, y } = turnedAbout({ x: 300, y: 100 }, 0.2)(at);
      if (x < 20 || y < 20 || x > 620 || y > 460) return [];
      const place = 3 * (Math.round(y) * SIZE.width + Math.round(x)) + 1;
      return [whole.samples![place]! - broken.samples![place]!];
    });
    expect(rises.length).toBeGreaterThan(3);
    expect(rises.sort((a, b) => a - b)[rises.length >> 1]).toBeGreaterThan(257 * 5);
    const dark = await write("black.png", new Uint8Array(3 * SIZE.width * SIZE.height), SIZE.width, SIZE.height);
    const told = await fuse([files[0]!, dark], { method: "comet", settings: { ...USUAL_SETTINGS, fillsGaps: true } });
    expect(told.outcome).toMatchObject({ kind: "done", gapsLeft: 1 });
  });

  it("hold a masked ground still, by every way that sees frames", async () => {
    const files = await frames();
    const mask = new Uint8Array(3 * SIZE.width * SIZE.height).fill(255, 3 * SIZE.width * 300);
    const ground = await write("ground.png", mask, SIZE.width, SIZE.height);
    for (const method of ["mean", "clip mean"] as const) {
      const still = (await fuse(files, { method, repairsHot: true })).samples!;
      const laid = (await fuse(files, { method, align: "stars", ground, repairsHot: true })).samples!;
      const from = 3 * SIZE.width * 301;
      expect(laid.subarray(from)).toEqual(still.subarray(from));
      expect(laid.subarray(0, from)).not.toEqual(still.subarray(0, from));
    }
  });
});

describe("a stack that was ended in its middle", () => {
  const before = process.env.AEVUMEN_CHECKPOINT_MS;
  beforeAll(() => {
    process.env.AEVUMEN_CHECKPOINT_MS = "1";
  });
  afterAll(() => {
    if (before === undefined) delete process.env.AEVUMEN_CHECKPOINT_MS;
    else process.env.AEVUMEN_CHECKPOINT_MS = before;
  });

  it.each(["median", "clip mean", "mean", "comet"] as const)("goes on with what it has, by %s", async (method) => {
    const checkpointFolder = mkdtempSync(join(folder, "checkpoint-"));
    const whole = (await fuse(GOLDEN_FRAMES, { method })).samples;
    const abort = new AbortController();
    const onProgress = ({ done }: { done: number }) => done >= 4 && abort.abort();
    const first = await fuse(
      GOLDEN_FRAMES,
      { method, checkpointFolder, threads: 1 },
      { onProgress, signal: abort.signal },
    );
    expect(first.outcome).toEqual({ kind: "aborted" });
    const { outcome, samples } = await fuse(GOLDEN_FRAMES, { method, checkpointFolder });
    expect(outcome.kind === "done" && outcome.resumed).toBeGreaterThan(0);
    expect(samples).toEqual(whole);
  });

  it("knows a full disk by its code, also where a thread met it", async () => {
    const checkpointFolder = mkdtempSync(join(folder, "full-"));
    mkdirSync(join(checkpointFolder, "median"));
    // Linux has a file that is always full.
    symlinkSync("/dev/full", join(checkpointFolder, "median", "frames"));
    const failure = await fuse(GOLDEN_FRAMES, { method: "median", checkpointFolder }).catch((error: unknown) => error);
    expect(isDiskFull(failure)).toBe(true);
  });

  it("takes frames anew whose kept bytes are damaged", async () => {
    const checkpointFolder = mkdtempSync(join(folder, "damaged-"));
    const whole = (await fuse(GOLDEN_FRAMES, { method: "median" })).samples;
    const abort = new AbortController();
    const onProgress = ({ done }: { done: number }) => done >= 4 && abort.abort();
    await fuse(GOLDEN_FRAMES, { method: "median", checkpointFolder, threads: 1 }, { onProgress, signal: abort.signal });
    const scratch = join(checkpointFolder, "median", "frames");
    const bytes = readFileSync(scratch);
    bytes[1000] = bytes[1000]! ^ 1;
    writeFileSync(scratch, bytes);
    expect((await fuse(GOLDEN_FRAMES, { method: "median", checkpointFolder })).samples).toEqual(whole);
    writeFileSync(join(checkpointFolder, "median", "list"), "nonsense");
    const { outcome, samples } = await fuse(GOLDEN_FRAMES, { method: "median", checkpointFolder });
    expect(outcome).toMatchObject({ kind: "done", resumed: 0 });
    expect(samples).toEqual(whole);
  });
});

it("shows what the frames so far come to, small, whatever the way, and leaves nothing beside the result", async () => {
  for (const method of ["lighten", "median", "fuse"] as const) {
    const shown: SmallPicture[] = [];
    await fuse(GOLDEN_FRAMES, { method }, { onPicture: (picture) => shown.push(picture) });
    expect(shown[0]).toMatchObject({ width: 160, height: 120 });
    expect(Math.max(...shown[0]!.samples)).toBeGreaterThan(10_000);
  }
  expect(readdirSync(folder).filter((name) => /frames|unfinished/.test(name))).toEqual([]);
});
