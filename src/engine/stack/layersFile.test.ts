import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import sharp from "sharp";
import { madeStars, pictureOf, turnedAbout } from "@/core/align/testing/movedScene";
import { decodeSrgb } from "@/core/picture";
import { LAYER_OFF_STOPS } from "@/core/stack";
import { smallLayer, writeBalanced } from "./layersFile";
import type { StackFile, StackRequest } from "./request";
import { runStack } from "./runStack";
import { PLAIN_REQUEST } from "./testing/plainRequest";

const folder = mkdtempSync(join(tmpdir(), "aevumen-layers-"));
afterAll(() => rmSync(folder, { recursive: true, force: true }));
const at = (name: string): string => join(folder, name);

const golden = Array.from({ length: 9 }, (_, i): StackFile => {
  const name = `frame_000${i + 1}.png`;
  return { name, path: join(process.cwd(), "src/core/stack/fixtures", name) };
});

/** Linear light of a page of a TIFF, as another reader opens it. */
async function lightOf(path: string, page = 0): Promise<number[]> {
  const bytes = await sharp(path, { page }).toColourspace("rgb16").raw({ depth: "ushort" }).toBuffer();
  return [...new Uint16Array(bytes.buffer, bytes.byteOffset, bytes.length / 2)].map((code) =>
    decodeSrgb(code / 65_535),
  );
}

async function fuse(files: readonly StackFile[], request: Partial<StackRequest> & Pick<StackRequest, "method">) {
  const paths = { outputPath: at("out.tif"), layersPath: at("parts.tif") };
  const outcome = await runStack({ ...PLAIN_REQUEST, files, ...paths, ...request });
  if (outcome.kind !== "done") throw new Error("not fused");
  return outcome;
}

/** The farthest that two pictures lie apart, in light. */
const apart = (one: readonly number[], other: readonly number[]): number =>
  one.reduce((most, light, sample) => Math.max(most, Math.abs(light - other[sample]!)), 0);
const brightest = (light: readonly number[]): number => light.reduce((most, value) => Math.max(most, value), 0);
/** Three parts that are each rounded to a code, at white. */
const ROUNDED = 6e-5;

describe("a result's parts beside it", () => {
  it("add up to it, the base is the mean, and they are there as pages of a TIFF that others read", async () => {
    const { layers, width, height } = await fuse(golden, { method: "lighten over mean" });
    expect(layers).toEqual(["base", "moving"]);
    expect(await sharp(at("parts.tif")).metadata()).toMatchObject({ pages: 2, width, height, depth: "ushort" });
    const [base, moving] = [await lightOf(at("parts.tif"), 0), await lightOf(at("parts.tif"), 1)];
    expect(
      apart(
        await lightOf(at("out.tif")),
        base.map((light, sample) => light + moving[sample]!),
      ),
    ).toBeLessThan(ROUNDED);
    await fuse(golden, { method: "mean", layersPath: null, outputPath: at("mean.tif") });
    expect(apart(await lightOf(at("mean.tif")), base)).toBeLessThan(ROUNDED);
    expect(brightest(moving)).toBeGreaterThan(0.05);
  });

  it("are put together again by stops: as they were, without what moves, and with it raised", async () => {
    const { layers, width, height } = await fuse(golden, { method: "lighten" });
    const file = { path: at("parts.tif"), layers, width, height };
    const output = { path: at("weighed.tif"), notes: PLAIN_REQUEST.notes };
    await writeBalanced(file, {}, output);
    expect(apart(await lightOf(output.path), await lightOf(at("out.tif")))).toBeLessThan(ROUNDED);
    const [base, moving] = [await lightOf(file.path, 0), await lightOf(file.path, 1)];
    await writeBalanced(file, { moving: -LAYER_OFF_STOPS }, output);
    expect(apart(await lightOf(output.path), base)).toBeLessThan(ROUNDED);
    await writeBalanced(file, { base: -1, moving: 1 }, output);
    const wanted = base.map((light, sample) => Math.min(1, light / 2 + 2 * moving[sample]!));
    expect(apart(await lightOf(output.path), wanted)).toBeLessThan(ROUNDED);
    await expect(writeBalanced({ ...file, layers: ["base"] }, {}, output)).rejects.toThrow(/2 pages are not 1 parts/);
  });

  it("are ground and sky where frames are laid by their stars, each where the mask has it", async () => {
    const size = { width: 320, height: 240 };
    const stars = madeStars(size, 120, 5);
    const files: StackFile[] = [];
    for (let k = 0; k < 5; k++) {
      const name = `sky-${k}.png`;
      const { samples } = pictureOf(size, stars, turnedAbout({ x: 150, y: 60 }, 0.4 * k), 20 + k);
      await sharp(samples, { raw: { ...size, channels: 3 } })
        .png()
        .toFile(at(name));
      files.push({ name, path: at(name) });
    }
    // The lower third is ground; a soft edge of ten rows.
    const mask = Uint8Array.from({ length: 320 * 240 }, (_, pixel) =>
      Math.max(0, Math.min(255, 25.5 * (Math.floor(pixel / 320) - 160))),
    );
    await sharp(mask, { raw: { ...size, channels: 1 } })
      .png()
      .toFile(at("mask.png"));
    const ground = { name: "mask.png", path: at("mask.png") };
    for (const method of ["mean", "clip mean"] as const) {
      const { layers } = await fuse(files, { method, align: "stars", ground });
      expect(layers).toEqual(["ground", "stars"]);
      const [below, above] = [await lightOf(at("parts.tif"), 0), await lightOf(at("parts.tif"), 1)];
      const result = await lightOf(at("out.tif"));
      expect(
        apart(
          result,
          below.map((light, sample) => light + above[sample]!),
        ),
      ).toBeLessThan(ROUNDED);
      const rows = (light: readonly number[], from: number, to: number) => light.slice(960 * from, 960 * to);
      expect([brightest(rows(below, 0, 160)), brightest(rows(above, 171, 240))]).toEqual([0, 0]);
      expect(Math.min(brightest(rows(below, 171, 240)), brightest(rows(above, 0, 160)))).toBeGreaterThan(0);
    }
  });

  it("are none where the result is of a piece, and then there is no file", async () => {
    const { layers } = await fuse(golden, { method: "median", layersPath: at("none.tif") });
    expect(layers).toEqual([]);
    await expect(sharp(at("none.tif")).metadata()).rejects.toThrow(/missing/);
  });

  it("are made small by their light", async () => {
    const { width, height } = await fuse(golden, { method: "lighten" });
    const small = await smallLayer(at("parts.tif"), 0, Math.ceil(Math.max(width, height) / 4));
    const mean = (light: readonly number[]) => light.reduce((sum, value) => sum + value, 0) / light.length;
    const light = [...small.samples].map((code) => decodeSrgb(code / 65_535));
    expect(small.samples.length).toBe(3 * small.width * small.height);
    expect(mean(light)).toBeCloseTo(mean(await lightOf(at("parts.tif"), 0)), 3);
  });
});

describe("somebody who stays on purpose", () => {
  const lamp = (column: number) => {
    const samples = new Uint8Array(3 * 64 * 48).fill(40);
    for (let row = 0; row < 48; row++) samples.fill(230, 3 * (64 * row + column), 3 * (64 * row + column + 6));
    return samples;
  };
  const shapes = [
    {
      adds: true,
      points: [
        [0.2, 0.1],
        [0.6, 0.1],
        [0.6, 0.9],
        [0.2, 0.9],
      ],
      width: null,
    },
  ] as const;
  const write = (columns: readonly number[]) =>
    Promise.all(
      columns.map(async (column) => {
        const path = at(`kept-${column}.png`);
        await sharp(lamp(column), { raw: { width: 64, height: 48, channels: 3 } })
          .png()
          .toFile(path);
        return { name: `kept-${column}.png`, path };
      }),
    );
  const white = decodeSrgb(230 / 255);
  const ground = decodeSrgb(40 / 255);

  it.each(["median", "clip mean", "mean"] as const)(
    "is kept of one frame where it is painted, by the %s",
    async (method) => {
      const files = await write([3, 25, 48, 55, 10, 17, 41]);
      await fuse(files, { method, keeps: { index: 1, shapes } });
      const light = await lightOf(at("out.tif"));
      expect(light[3 * (64 * 24 + 27)]).toBeCloseTo(white, 3);
      // Beside what is kept, and outside of what is painted, nothing of it is.
      expect(light[3 * (64 * 24 + 22)]).toBeCloseTo(ground, 3);
      if (method !== "mean") expect(light[3 * (64 * 1 + 27)]).toBeCloseTo(ground, 3);
      else expect(light[3 * (64 * 1 + 27)]).toBeCloseTo((white + 6 * ground) / 7, 3);
    },
  );

  it("is kept of a picture in parts too: they still add up to it", async () => {
    const files = await write([3, 25, 48]);
    await fuse(files, { method: "lighten", keeps: { index: 1, shapes } });
    const [base, moving] = [await lightOf(at("parts.tif"), 0), await lightOf(at("parts.tif"), 1)];
    const result = await lightOf(at("out.tif"));
    expect(
      apart(
        result,
        base.map((light, sample) => light + moving[sample]!),
      ),
    ).toBeLessThan(ROUNDED);
    expect(base[3 * (64 * 24 + 27)]).toBeCloseTo(white, 3);
    expect(moving[3 * (64 * 24 + 27)]).toBe(0);
  });

  it("is told where its frame cannot be read", async () => {
    const files = await write([3, 25, 48]);
    const odd = [...files, { name: "gone.png", path: at("gone.png") }];
    const { refused } = await fuse(odd, { method: "median", keeps: { index: 3, shapes } });
    expect(refused.map(({ name }) => name)).toEqual(["gone.png", "gone.png, to be kept,"]);
  });
});
