import { mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import exifr from "exifr";
import sharp from "sharp";
import { chosenCamera, GENERIC_PHONE } from "@/core/camera";
import { planCapture, plannedFrames } from "@/core/capture";
import { HELD_STILL } from "@/core/flaws";
import { JPEG_VARIANCE } from "@/core/picture";
import { parseRecipe } from "@/core/recipe";
import { sceneNamed, setStage, simulateFrame } from "@/core/scene";
import { decodePicture } from "../files/decode";
import { measurePicture } from "../files/measurePicture";
import { armProblems } from "./arm";
import { StandInPhone } from "./standIn";

const data = mkdtempSync(join(tmpdir(), "aevumen-phone-"));
afterAll(() => rmSync(data, { recursive: true, force: true }));
const QUAY = { scene: sceneNamed("quay-road")!, sensorCelsius: 15, hold: HELD_STILL };
const camera = chosenCamera({ phones: [GENERIC_PHONE], clipOns: [] }, null);

describe("the stand-in phone", () => {
  const widths = [4080, 2040, 1020];
  const problemsOf = (line: string, widthPx = 1020) =>
    armProblems(parseRecipe(line).recipe, camera, widths, { widthPx });

  it("refuses what it does not offer and says what it has", () => {
    expect(problemsOf("4 x 2s | iso 50 | delay 2s | jpeg")).toEqual([]);
    expect(problemsOf("iso 50")[0]?.message).toMatch(/no shutter time/);
    expect(problemsOf("60s")[0]?.message).toMatch(/goes from/);
    expect(problemsOf("2s | iso 55")[0]?.message).toMatch(/has ISO 50, not ISO 55/);
    expect(problemsOf("2s | delay 3s")[0]?.message).toMatch(/delays are 2, 5, 10 s/);
    expect(problemsOf("2s", 777)[0]?.part).toBe("size");
    expect(problemsOf("3 x 1s | bracket 2 stops -> fuse")).toEqual([]);
    expect(problemsOf("3 x 30s | bracket 2 stops -> fuse")[0]?.message).toMatch(/The bracket reaches 2.min, beyond/);
  });

  it("takes the frames of a bracket each with its own shutter time", async () => {
    const small = { ...camera, lens: { ...camera.lens, widthPx: 408, heightPx: 306 }, widthsPx: [102] };
    const phone = new StandInPhone(small, QUAY);
    const options = { widthPx: 102, pace: "quick" as const, startsAt: new Date("2026-11-24T18:00:00Z"), seed: 3 };
    await phone.arm(parseRecipe("3 x 1/4 | bracket 2 stops | iso 50 -> fuse").recipe, options);
    const shutters: number[] = [];
    for await (const { shutterSeconds } of phone.capture()) shutters.push(shutterSeconds);
    expect(shutters).toEqual([1 / 15, 1 / 4, 1]);
  });

  it("is darker at the corners, and all over, through a clip-on that takes light", async () => {
    const small = { ...camera, lens: { ...camera.lens, widthPx: 408, heightPx: 306 }, widthsPx: [204] };
    const shoot = async (clipOn: object) => {
      const phone = new StandInPhone({ ...small, ...clipOn }, QUAY);
      const options = { widthPx: 204, pace: "quick" as const, startsAt: new Date("2026-11-24T18:00:00Z"), seed: 3 };
      await phone.arm(parseRecipe("1/4 | iso 50 | wb 4000K").recipe, options);
      for await (const { jpeg } of phone.capture()) return decodePicture(Buffer.from(jpeg), 8);
      throw new Error("no frame came");
    };
    const light = (samples: Uint8Array | Uint16Array, x: number, y: number) => {
      let sum = 0;
      for (let row = y; row < y + 20; row++) for (let at = 0; at < 60; at++) sum += samples[3 * (204 * row + x) + at]!;
      return sum;
    };
    const bare = await shoot({});
    const clipped = await shoot({ lossStops: 0.5, vignettingStops: 2 });
    const [middle, corner] = [
      light(clipped, 92, 66) / light(bare, 92, 66),
      light(clipped, 0, 132) / light(bare, 0, 132),
    ];
    expect(middle).toBeLessThan(1);
    expect(corner).toBeLessThan(middle - 0.1);
  });

  it("writes frames with full metadata, a period apart, the same for the same seed", async () => {
    const small = { ...camera, lens: { ...camera.lens, widthPx: 408, heightPx: 306 }, widthsPx: [408, 204, 102] };
    const phone = new StandInPhone(small, QUAY);
    const { recipe } = parseRecipe("3 x 1/4 every 1s | iso 100 | nd 8 | wb 4000K | delay 2s | jpeg");
    const shoot = async () => {
      const options = { widthPx: 102, pace: "quick" as const, startsAt: new Date("2026-11-24T18:00:00Z"), seed: 3 };
      expect(await phone.arm(recipe, options)).toEqual({ kind: "armed" });
      const frames = [];
      for await (const frame of phone.capture()) frames.push(frame);
      return frames;
    };
    const frames = await shoot();
    expect(frames.map(({ takenAt }) => takenAt.toISOString().slice(17, 23))).toEqual(["02.120", "03.120", "04.120"]);
    const tags = await exifr.parse(Buffer.from(frames[0]!.jpeg), { reviveValues: false });
    expect(tags).toMatchObject({
      Model: "Pocket A",
      ISO: 100,
      FNumber: 1.8,
      ExposureTime: 0.25,
      DateTimeOriginal: "2026:11:24 18:00:02",
    });
    expect(Buffer.from((await shoot())[2]!.jpeg).equals(Buffer.from(frames[2]!.jpeg))).toBe(true);
    await expect(phone.capture()[Symbol.asyncIterator]().next()).rejects.toThrow(/arm/);
  });
});

describe("files of the stand-in phone", () => {
  it.each([
    [800, "1/15"],
    [50, "1s"],
  ])(
    "keep the sensor's noise within a twentieth beside what a file adds by rounding, in shadows and in light, at ISO %s",
    async (iso, shutter) => {
      const widthPx = 408;
      const small = { ...camera, lens: { ...camera.lens, widthPx, heightPx: 306 }, widthsPx: [widthPx] };
      const scene = { ...QUAY.scene, traffic: [] };
      const { recipe } = parseRecipe(`2 x ${shutter} | iso ${iso} | wb 4000K`);
      const startsAt = new Date("2026-11-24T18:00:00Z");
      const phone = new StandInPhone(small, { ...QUAY, scene });
      await phone.arm(recipe, { widthPx, pace: "quick", startsAt, seed: 3 });
      const files: Uint8Array[] = [];
      for await (const { jpeg } of phone.capture()) {
        files.push(Uint8Array.from(await decodePicture(Buffer.from(jpeg), 8)));
      }

      const stage = setStage(scene, small.lens, widthPx);
      const plan = planCapture(recipe, small, { pressedAtMs: startsAt.getTime(), sensorCelsius: 15, seed: 3 })!;
      const sensed = plannedFrames(plan).map((frame) => simulateFrame(stage, plan, frame).data);

      /** Standard deviation of green between two frames, by their mean in bands of 32 codes. */
      const noise = ([first, second]: readonly Uint8Array[]) => {
        const bands = Array.from({ length: 8 }, () => ({ sum: 0, count: 0 }));
        for (let i = 1; i < first!.length; i += 3) {
          // What is white has no noise.
          if (Math.max(sensed[0]![i]!, sensed[1]![i]!) > 250) continue;
          const band = bands[(sensed[0]![i]! + sensed[1]![i]!) >> 6]!;
          band.sum += (first![i]! - second![i]!) ** 2 / 2;
          band.count++;
        }
        return bands.map(({ sum, count }) => ({ count, deviation: Math.sqrt(sum / count) }));
      };
      const [inFiles, inSensor] = [noise(files), noise(sensed)];
      const filled = inSensor.flatMap(({ count }, band) => (count > 700 ? [band] : []));
      expect(filled.length).toBeGreaterThan(3);
      for (const band of filled) {
        const share = inFiles[band]!.deviation / Math.hypot(inSensor[band]!.deviation, Math.sqrt(JPEG_VARIANCE));
        expect(Math.abs(share - 1)).toBeLessThan(0.05);
      }
    },
  );
});

describe("measuring a picture", () => {
  it("reads its exposure error and what it says of its settings", async () => {
    const exif = { IFD2: { ExposureTime: "2/1", ISOSpeedRatings: "50", FNumber: "18/10" } };
    const path = join(data, "test.jpg");
    writeFileSync(
      path,
      await sharp({ create: { width: 64, height: 48, channels: 3, background: "#5a5a5a" } })
        .jpeg({ quality: 100 })
        .withExif(exif)
        .toBuffer(),
    );
    const measured = await measurePicture(path);
    expect(measured).toMatchObject({ shutterSeconds: 2, iso: 50, fNumber: 1.8, recipeLine: null, clippedAny: 0 });
    for (const error of Object.values(measured.errors)) expect(Math.abs(error)).toBeLessThan(0.1);
  });

  it("finds a frame behind a filter darker by its stops", async () => {
    const lens = { ...camera.lens, widthPx: 408, heightPx: 306 };
    const phone = new StandInPhone({ ...camera, lens, widthsPx: [204] }, QUAY);
    const shoot = async (line: string) => {
      const options = { widthPx: 204, pace: "quick" as const, startsAt: new Date("2026-11-24T18:00:00Z"), seed: 3 };
      await phone.arm(parseRecipe(line).recipe, options);
      for await (const { jpeg } of phone.capture()) {
        const path = join(data, "frame.jpg");
        writeFileSync(path, jpeg);
        return (await measurePicture(path)).errors.centre;
      }
      throw new Error("no frame came");
    };
    const bare = await shoot("1/8 | iso 50 | wb 4000K");
    const filtered = await shoot("1/8 | iso 50 | 2 stops | wb 4000K");
    expect(bare - filtered).toBeGreaterThan(1.4);
    expect(bare - filtered).toBeLessThan(2.3);
  });
});
