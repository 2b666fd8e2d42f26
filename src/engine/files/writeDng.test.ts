import exifr from "exifr";
import { chosenCamera } from "@/core/camera";
import { planCapture, plannedFrames } from "@/core/capture";
import { encodeSrgb } from "@/core/picture/srgb";
import { parseRecipe } from "@/core/recipe";
import { partOf, sceneNamed, setPart, simulateFrame, viewOf } from "@/core/scene";
import { whitened } from "@/core/sensor";
import { writeDng } from "./writeDng";

const LINE = "1 x 1/60 | iso 200 | wb 3400K | raw+jpeg";
const camera = chosenCamera({ phones: [], clipOns: [] }, null);
const conditions = { pressedAtMs: Date.parse("2026-11-24T18:00:05Z"), sensorCelsius: 15, seed: 5 };
const plan = planCapture(parseRecipe(LINE).recipe, camera, conditions)!;
const [frame] = plannedFrames(plan);

/** Tags of the file's first directory, by their numbers, read from its bytes. */
function tagsOf(file: Buffer): Map<number, number[]> {
  const at = file.readUInt32LE(4);
  const tags = new Map<number, number[]>();
  const sizes: Readonly<Record<number, number>> = { 1: 1, 2: 1, 3: 2, 4: 4, 5: 8, 10: 8 };
  for (let index = 0; index < file.readUInt16LE(at); index++) {
    const place = at + 2 + 12 * index;
    const [tag, type, count] = [file.readUInt16LE(place), file.readUInt16LE(place + 2), file.readUInt32LE(place + 4)];
    const size = sizes[type]!;
    const from = size * count <= 4 ? place + 8 : file.readUInt32LE(place + 8);
    const read = (each: number) => {
      const here = from + size * each;
      if (size === 8) return file.readInt32LE(here) / file.readInt32LE(here + 4);
      return size === 4 ? file.readUInt32LE(here) : size === 2 ? file.readUInt16LE(here) : file.readUInt8(here);
    };
    tags.set(
      tag,
      Array.from({ length: count }, (_, each) => read(each)),
    );
  }
  return tags;
}

test("a raw copy developed by its own tags, its corners lifted, is the frame that the phone shows", () => {
  const scene = sceneNamed("quay-road")!;
  const view = partOf(viewOf(scene, camera.lens, 960), 420, 330, 60, 40);
  const raw = new Uint16Array(3 * 60 * 40);
  const shot = simulateFrame(setPart(scene, camera.lens, view), plan, frame!, undefined, raw);
  const file = writeDng(raw, shot, plan, frame!);
  const tags = tagsOf(file);
  expect([tags.get(256), tags.get(257), tags.get(262), tags.get(277)]).toEqual([[60], [40], [34892], [3]]);
  const [offset, bytes] = [tags.get(273)![0]!, tags.get(279)![0]!];
  expect(offset + bytes).toBe(file.length);
  const white = tags.get(50717)![0]!;
  const neutral = tags.get(50728)!;
  expect(Math.max(...neutral)).toBeLessThanOrEqual(1);
  for (let at = 0; at < raw.length; at += 3) {
    const [x, y] = [(at / 3) % 60, Math.floor(at / 180)];
    const radiusMm = (Math.hypot(x + 0.5 - view.centreX, y + 0.5 - view.centreY) * view.pitchUm) / 1000;
    // Three quarters of cos⁴, in stops.
    const lift = Math.cos(Math.atan(radiusMm / camera.lens.focalLengthMm)) ** -3;
    const [r, g, b] = [0, 1, 2].map((channel) => {
      const code = file.readUInt16LE(offset + 2 * (at + channel));
      return 255 * encodeSrgb(Math.min(1, (lift * code) / white / neutral[channel]!));
    }) as [number, number, number];
    // A neutral is written to a millionth, and a rounding may fall to the other side for it; what is lifted was rounded once more,
    // and a code of the raw copy is up to 0.8 of the frame's in the dark.
    whitened([r, g, b]).forEach((code, channel) => {
      expect(Math.abs(code - shot.data[at + channel]!)).toBeLessThanOrEqual(1.6 + 0.81 / neutral[channel]!);
    });
  }
});

test("its metadata is read by others", async () => {
  const file = writeDng(new Uint16Array(3 * 8 * 6), { width: 8, height: 6 }, plan, frame!);
  const read = await exifr.parse(file, { tiff: true, exif: true, xmp: true, reviveValues: false });
  expect(read).toMatchObject({
    Make: "Aevumen",
    Model: "Pocket A",
    ISO: 200,
    FNumber: 1.8,
    DateTimeOriginal: "2026:11:24 18:00:05",
  });
  expect(read.ExposureTime).toBeCloseTo(1 / 60, 9);
});

test("codes that are no picture are refused", () => {
  expect(() => writeDng(new Uint16Array(5), { width: 8, height: 6 }, plan, frame!)).toThrow(RangeError);
});
