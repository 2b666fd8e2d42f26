import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import sharp from "sharp";
import { filmTimes, growsByFrames, STACK_METHODS, USUAL_SETTINGS } from "@/core/stack";
import { makeFilm } from "./makeFilm";

describe("when a film shows what", () => {
  it.each([
    [8, 6],
    [60, 6],
    [60, 2],
    [1000, 4],
    [1, 30],
  ])("of %d frames that grow for %d seconds: as long as that, in order, to the last frame", (frames, seconds) => {
    const { shown, framesPerSecond, held } = filmTimes(frames, seconds);
    expect(Math.abs(shown.length / framesPerSecond - seconds)).toBeLessThan(0.15);
    expect(shown.at(-1)).toBe(frames - 1);
    expect([...shown].sort((a, b) => a - b)).toEqual(shown);
    expect(framesPerSecond).toBeGreaterThanOrEqual(5);
    expect(framesPerSecond).toBeLessThanOrEqual(25);
    expect(held / framesPerSecond).toBeGreaterThan(1);
  });

  it("grows by frames that are folded, not by those that are looked at together", () => {
    expect(STACK_METHODS.filter((id) => !growsByFrames(id))).toEqual(["median", "clip mean", "fuse"]);
  });
});

describe("a film of a picture that grows", () => {
  const folder = mkdtempSync(join(tmpdir(), "aevumen-film-"));
  afterAll(() => rmSync(folder, { recursive: true, force: true }));
  const [width, height] = [161, 120];
  /** A dark street with a lamp in the middle row that has come so far. */
  const write = async (name: string, lampsAt: readonly number[]) => {
    const samples = new Uint8Array(3 * width * height).fill(30);
    for (const x of lampsAt) samples.fill(240, 3 * (60 * width + x), 3 * (60 * width + x + 12));
    const path = join(folder, name);
    await sharp(samples, { raw: { width, height, channels: 3 } })
      .png()
      .toFile(path);
    return path;
  };
  /** Length in seconds that a film says of itself. @see ISO/IEC 14496-12, 8.2.2 */
  const lengthOf = (mp4: Buffer): number => {
    const header = mp4.indexOf("mvhd", 0, "latin1") + 4;
    return mp4.readUInt32BE(header + 16) / mp4.readUInt32BE(header + 12);
  };

  it("is an MP4 as long as was asked, with its still at the end, and goes on without a frame that cannot be seen", async () => {
    const lamps = [0, 20, 40, 60, 80, 100];
    const paths = await Promise.all(lamps.map((at, i) => write(`${i}.png`, [at])));
    paths.splice(3, 0, join(folder, "missing.png"));
    const resultPath = await write("result.png", lamps);
    const asked = { paths, method: "lighten", settings: USUAL_SETTINGS, resultPath, seconds: 3 } as const;
    const mp4 = Buffer.from(await makeFilm(asked));
    expect(mp4.subarray(4, 8).toString("latin1")).toBe("ftyp");
    expect(Math.abs(lengthOf(mp4) - 4.5)).toBeLessThan(0.3);
    await expect(makeFilm({ ...asked, paths: [join(folder, "missing.png")] })).rejects.toThrow(
      /None of the frames could be seen/,
    );
  });
});
