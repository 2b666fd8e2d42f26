import { mkdtempSync, readdirSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import sharp, { type Sharp } from "sharp";
import { type StackMethod, USUAL_SETTINGS } from "@/core/stack";
import { decodePicture } from "../files/decode";
import type { StackFile } from "./request";
import { runStack } from "./runStack";
import { PLAIN_REQUEST } from "./testing/plainRequest";

const flat = (value: number, width = 64, height = 48) =>
  sharp({ create: { width, height, channels: 3, background: { r: value, g: value, b: value } } });

describe("stacking files by other ways than folding", () => {
  const folder = mkdtempSync(join(tmpdir(), "aevumen-ways-"));
  afterAll(() => rmSync(folder, { recursive: true, force: true }));
  const plain = {
    ...PLAIN_REQUEST,
    settings: { ...USUAL_SETTINGS, encoded: true },
  };
  const write = async (name: string, picture: Sharp) => {
    await picture.png().toFile(join(folder, name));
    return { name, path: join(folder, name) };
  };
  const fuse = async (files: readonly StackFile[], method: StackMethod, signal?: AbortSignal) => {
    const outputPath = join(folder, `${method.replaceAll(" ", "-")}.tif`);
    const outcome = await runStack({ ...plain, files, method, outputPath }, { onProgress: () => {}, signal });
    return {
      outcome,
      samples: outcome.kind === "done" ? ((await decodePicture(outputPath, 16)) as Uint16Array) : null,
    };
  };
  /** A flat street with a lamp in one column of it, there in one frame only. */
  const withLamp = (column: number) => {
    const samples = new Uint8Array(3 * 64 * 48).fill(40);
    for (let row = 0; row < 48; row++) samples.fill(230, 3 * (64 * row + column), 3 * (64 * row + column) + 3);
    return sharp(samples, { raw: { width: 64, height: 48, channels: 3 } });
  };

  it("takes passers-by out by the median, and keeps them over the mean by lighten", async () => {
    const files = await Promise.all([3, 17, 29, 41, 55].map((column) => write(`lamp-${column}.png`, withLamp(column))));
    const median = await fuse(files, "median");
    expect(median.outcome).toMatchObject({ kind: "done", width: 64, height: 48 });
    expect(new Set(median.samples)).toEqual(new Set([40 * 257]));
    const trails = await fuse(files, "lighten over mean");
    expect(trails.samples![3 * 17]).toBe(230 * 257);
    expect(trails.samples![3 * 18]).toBe(40 * 257);
    expect(
      readdirSync(folder)
        .filter((name) => !name.startsWith("lamp-"))
        .sort(),
    ).toEqual(["lighten-over-mean.tif", "median.tif"]);
  });

  it("takes a bracket's light from where it is well exposed", async () => {
    const files = [
      await write("dark.png", flat(4)),
      await write("fair.png", flat(120)),
      await write("white.png", flat(255)),
    ];
    const { outcome, samples } = await fuse(files, "fuse");
    expect(outcome).toMatchObject({ kind: "done", used: ["dark.png", "fair.png", "white.png"] });
    expect(samples![0]! / 257).toBeGreaterThan(60);
    expect(samples![0]! / 257).toBeLessThan(200);
  });

  it("refuses a bracket that is larger than memory, in words", async () => {
    const { outcome } = await fuse([await write("lamp-huge.png", flat(9, 9000, 9000))], "fuse");
    expect(outcome).toMatchObject({
      kind: "failed",
      reason: expect.stringMatching(/^9000 x 9000 pixels are more than/),
    });
  });

  it("leaves out what cannot be read, stops when told, and leaves nothing beside the result", async () => {
    writeFileSync(join(folder, "lamp-text.jpg"), "no picture");
    const text = { name: "lamp-text.jpg", path: join(folder, "lamp-text.jpg") };
    const good = await write("lamp-good.png", flat(90));
    for (const method of ["median", "fuse", "lighten over mean"] as const) {
      const { outcome } = await fuse([good, text], method);
      expect(outcome).toMatchObject({ kind: "done", used: ["lamp-good.png"], refused: [{ name: "lamp-text.jpg" }] });
      expect((await fuse([text], method)).outcome).toMatchObject({ kind: "failed" });
      expect((await fuse([good, good], method, AbortSignal.abort())).outcome).toEqual({ kind: "aborted" });
    }
    expect(readdirSync(folder).filter((name) => /frames|mean\.tif\.|lighten\.tif$/.test(name))).toEqual([]);
  });
});
