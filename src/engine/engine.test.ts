import { spawn } from "node:child_process";
import { randomBytes } from "node:crypto";
import { existsSync, mkdtempSync, readdirSync, readFileSync, rmSync, statSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { dirname, join } from "node:path";
import { Readable } from "node:stream";
import exifr from "exifr";
import sharp, { type Sharp } from "sharp";
import yazl from "yazl";
import { pictureFormatOf, tiffHeader } from "@/core/formats";
import { USUAL_SETTINGS } from "@/core/stack";
import { type Database, openEmbedded } from "@/db/database";
import { createOuting } from "@/db/outings";
import { createRun, findRun, listFrames } from "@/db/runs";
import { decodePicture } from "./files/decode";
import { cleanName, importFile } from "./files/importFiles";
import { makeDataFolder } from "./folders";
import { FolderHeldError, holdFolder } from "./owner";
import { runStack } from "./stack/runStack";
import { PLAIN_REQUEST } from "./stack/testing/plainRequest";
import {
  adoptFile,
  clearAbandoned,
  receiveStream,
  storeBytes,
  storedPath,
  temporaryPath,
  UnknownKindError,
} from "./store";

const data = mkdtempSync(join(tmpdir(), "aevumen-test-"));
process.env.AEVUMEN_DATA = data;
afterAll(() => rmSync(data, { recursive: true, force: true }));

const flat = (value: number, width = 64, height = 48) =>
  sharp({ create: { width, height, channels: 3, background: { r: value, g: value, b: value } } });

describe("the store", () => {
  it("lets nobody else on this machine look into it", async () => {
    await makeDataFolder();
    const { hash } = await storeBytes(Buffer.from("where somebody is at night"));
    const temporary = await temporaryPath();
    writeFileSync(temporary, "made by a tool that asks nobody");
    const adopted = await adoptFile(temporary);
    const modeOf = (path: string) => statSync(path).mode & 0o777;
    for (const path of [storedPath(hash), storedPath(adopted.hash)]) {
      expect(modeOf(path)).toBe(0o600);
      expect(modeOf(dirname(path))).toBe(0o700);
    }
    expect(modeOf(data)).toBe(0o700);
  });

  it("names files by their hash, keeps one copy, and leaves nothing unfinished", async () => {
    const first = await storeBytes(Buffer.from("light"));
    expect(await storeBytes(Buffer.from("light"))).toEqual(first);
    expect(readFileSync(storedPath(first.hash), "utf8")).toBe("light");
    await expect(receiveStream(Readable.from([Buffer.alloc(100)]), { limitBytes: 99 })).rejects.toThrow(
      "more than 99 bytes",
    );
    expect(readdirSync(join(data, "store/unfinished"))).toEqual([]);
    expect(() => storedPath("../../etc/passwd")).toThrow(RangeError);
  });

  it("throws away what a killed process was writing, once nobody can be writing it", async () => {
    const path = await temporaryPath();
    writeFileSync(path, "half");
    await clearAbandoned(Date.now());
    expect(existsSync(path)).toBe(true);
    await clearAbandoned(Date.now() + 25 * 3600 * 1000);
    expect(existsSync(path)).toBe(false);
  });
});

describe("the owner of a data folder", () => {
  it("is told to a second one, and gone after a crash", async () => {
    const folder = mkdtempSync(join(tmpdir(), "aevumen-held-"));
    const hold = await holdFolder(folder, "the first");
    await expect(holdFolder(folder, "the second")).rejects.toThrow(FolderHeldError);
    await expect(holdFolder(folder, "the second")).rejects.toThrow(/the first, process \d+/);
    await hold.release();
    const script = `const { createServer } = require("node:net"); const { createHash } = require("node:crypto");
      createServer().listen("\\0aevumen-" + createHash("sha256").update(${JSON.stringify(folder)}).digest("hex").slice(0, 32), () => console.log("held"));`;
    const child = spawn(process.execPath, ["-e", script]);
    await new Promise((resolve) => child.stdout.once("data", resolve));
    await expect(holdFolder(folder, "the third")).rejects.toThrow(FolderHeldError);
    child.kill("SIGKILL");
    await new Promise((resolve) => child.once("exit", resolve));
    await (await holdFolder(folder, "the fourth")).release();
    rmSync(folder, { recursive: true });
  });
});

describe("importing", () => {
  let database: Database;
  let shotId: string;
  beforeAll(async () => {
    database = await openEmbedded(null, join(process.cwd(), "src/db/migrations"));
    ({ shotId } = await createOuting(database.db, {
      name: "Loose",
      date: "2026-11-24",
      siteId: null,
      shot: { name: "x", recipeLine: "" },
    }));
  });
  afterAll(() => database.close());
  const batch = async () =>
    (await createRun(database.db, { shotId, source: "files", recipeLine: "", state: "running", framesWanted: 0 })).id;
  const framesOf = (runId: string) => listFrames(database.db, runId, 0, 100);
  const drop = (runId: string, name: string, bytes: Buffer) =>
    importFile(database.db, runId, { name, bytes: bytes.length }, Readable.from([bytes]));

  it("takes a JPEG with its metadata and a twin only once", async () => {
    const runId = await batch();
    const exif = {
      IFD0: { Model: "Pocket C" },
      IFD2: {
        ExposureTime: "1/4",
        ISOSpeedRatings: "80",
        DateTimeOriginal: "2026:11:24 18:00:05",
        SubSecTimeOriginal: "250",
      },
    };
    const jpeg = await flat(90).jpeg().withExif(exif).toBuffer();
    expect(await drop(runId, "../../a.jpg", jpeg)).toEqual({ taken: 1, refused: [] });
    expect((await drop(runId, "b.jpg", jpeg)).refused[0]?.reason).toMatch(/there already, as a.jpg/);
    const [frame] = await framesOf(runId);
    expect(frame).toMatchObject({
      name: "a.jpg",
      width: 64,
      height: 48,
      depth: 8,
      camera: "Pocket C",
      shutterSeconds: 0.25,
      iso: 80,
    });
    expect(frame!.takenAt!.toISOString()).toBe("2026-11-24T18:00:05.250Z");
  });

  it("makes one frame of a picture and its raw copy, whichever comes first, and of no others", async () => {
    const raw = readFileSync(join(process.cwd(), "src/engine/files/fixtures/mosaic.dng"));
    const exif = {
      IFD0: { Model: "Pocket" },
      IFD2: { ExposureTime: "4/1", ISOSpeedRatings: "100", DateTimeOriginal: "2026:11:24 18:00:06" },
    };
    const jpeg = await flat(90).jpeg().withExif(exif).toBuffer();
    const other = await flat(91)
      .jpeg()
      .withExif({ ...exif, IFD0: { Model: "Pocket C" } })
      .toBuffer();
    const orders = [
      ["IMG_7.JPG", jpeg, "img_7.dng", raw],
      ["img_7.dng", raw, "IMG_7.JPG", jpeg],
    ] as const;
    for (const [firstName, first, secondName, second] of orders) {
      const runId = await batch();
      expect(await drop(runId, firstName, first)).toEqual({ taken: 1, refused: [] });
      expect(await drop(runId, secondName, second)).toEqual({ taken: 1, refused: [] });
      const [frame, ...more] = await framesOf(runId);
      expect(more).toEqual([]);
      expect(frame).toMatchObject({
        name: "IMG_7.JPG",
        width: 64,
        height: 48,
        depth: 8,
        rawBytes: raw.length,
        iso: 100,
      });
      expect(readFileSync(storedPath(frame!.rawHash!))).toEqual(raw);
      expect((await drop(runId, "again.dng", raw)).refused[0]?.reason).toMatch(/there already, as IMG_7.JPG/);
    }
    // Of another phone, another name, or together: each is what it is, and the pair still finds itself.
    const runId = await batch();
    await Promise.all([
      drop(runId, "IMG_7.dng", raw),
      drop(runId, "IMG_7.jpg", jpeg),
      drop(runId, "a/IMG_7.jpeg", other),
    ]);
    await drop(runId, "IMG_8.dng", Buffer.concat([raw, Buffer.alloc(2)]));
    const found = await framesOf(runId);
    expect(found.map(({ name, rawHash }) => [name, rawHash !== null]).sort()).toEqual([
      ["IMG_7.jpeg", false],
      ["IMG_7.jpg", true],
      ["IMG_8.dng", false],
    ]);
  });

  it("refuses what is no whole picture, each with its reason, and keeps nothing of it", async () => {
    const runId = await batch();
    const noise = await sharp({
      create: {
        width: 900,
        height: 700,
        channels: 3,
        background: "#888",
        noise: { type: "gaussian", mean: 128, sigma: 40 },
      },
    })
      .jpeg()
      .toBuffer();
    const reasonOf = async (name: string, bytes: Buffer) => (await drop(runId, name, bytes)).refused[0]?.reason;
    expect(await reasonOf("cut.jpg", noise.subarray(0, noise.length / 2))).toMatch(/breaks off or is damaged/);
    expect(await reasonOf("text.jpg", Buffer.from("not a picture at all"))).toMatch(/not a picture that can be read/);
    expect(await reasonOf("empty.jpg", Buffer.alloc(0))).toMatch(/empty/);
    expect(
      await reasonOf("drawing.svg", Buffer.from('<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"/>')),
    ).toMatch(/not a picture that can be read/);
    expect(await reasonOf("broken.zip", Buffer.from("PK\x03\x04 and then nothing"))).toMatch(/archive is damaged/);
    expect(await framesOf(runId)).toEqual([]);
    expect((await findRun(database.db, runId))?.refused).toHaveLength(5);
    expect(readdirSync(join(data, "store/unfinished"))).toEqual([]);
  });

  it("keeps a picture that the decoder has doubts about, with the doubts", async () => {
    const runId = await batch();
    const whole = await flat(90, 320, 240).jpeg().toBuffer();
    // A stray marker in the middle of the picture's data: a decoder can step over it.
    const at = Math.floor(whole.length * 0.9);
    const damaged = Buffer.concat([whole.subarray(0, at), Buffer.from([0xff, 0xd3]), whole.subarray(at)]);
    expect(await drop(runId, "doubtful.jpg", damaged)).toEqual({ taken: 1, refused: [] });
    expect(await drop(runId, "whole.jpg", whole)).toEqual({ taken: 1, refused: [] });
    const frames = await framesOf(runId);
    expect(frames.map(({ warning }) => warning)).toEqual([expect.stringMatching(/is damaged/), null]);
  });

  const zipOf = async (fill: (zip: yazl.ZipFile) => void): Promise<Buffer> => {
    const zip = new yazl.ZipFile();
    fill(zip);
    zip.end();
    const chunks: Buffer[] = [];
    for await (const chunk of zip.outputStream) chunks.push(chunk as Buffer);
    return Buffer.concat(chunks);
  };

  it("unpacks an archive, picture by picture", async () => {
    const runId = await batch();
    const [one, two] = await Promise.all([flat(10).png().toBuffer(), flat(20).png().toBuffer()]);
    const zip = await zipOf((archive) => {
      archive.addBuffer(one, "night/one.png");
      archive.addBuffer(two, "night/two.png");
      archive.addBuffer(Buffer.from("hello"), "night/readme.txt");
      archive.addBuffer(Buffer.from("x"), "__MACOSX/night/._one.png");
    });
    const result = await drop(runId, "night.zip", zip);
    expect(result.taken).toBe(2);
    expect(result.refused.map(({ name }) => name)).toEqual(["readme.txt"]);
  });

  it("does not unpack what does not begin like a picture, and goes on with the others", async () => {
    let parts = 0;
    const endless = async function* () {
      for (; parts < 10_000; parts++) yield Buffer.alloc(65_536, "no picture");
    };
    const wanted = { limitBytes: 1e9, begins: (head: Uint8Array) => pictureFormatOf(head) !== null };
    await expect(receiveStream(Readable.from(endless()), wanted)).rejects.toThrow(UnknownKindError);
    expect(parts).toBeLessThan(100);

    const runId = await batch();
    const [one, two] = await Promise.all([flat(30).png().toBuffer(), flat(40).jpeg().toBuffer()]);
    const zip = await zipOf((archive) => {
      archive.addBuffer(one, "one.png");
      archive.addBuffer(randomBytes(2_000_000), "noise.jpg");
      archive.addBuffer(two.subarray(0, two.length - 40), "cut.jpg");
      archive.addBuffer(two, "two.jpg");
    });
    const result = await drop(runId, "mixed.zip", zip);
    expect(result.taken).toBe(2);
    expect(result.refused.map(({ name }) => name)).toEqual(["noise.jpg", "cut.jpg"]);
    expect(result.refused[0]?.reason).toBe(
      "This is not a picture that can be read (JPEG, PNG, TIFF, WebP, DNG or HEIC).",
    );
    expect(readdirSync(join(data, "store/unfinished"))).toEqual([]);
  });

  it("refuses an archive that points outside of itself or would burst", async () => {
    const runId = await batch();
    const inside = await zipOf((archive) => archive.addBuffer(Buffer.from("x"), "aa/bb/passwd"));
    const outside = Buffer.from(inside.toString("latin1").replaceAll("aa/bb/passwd", "../../passwd"), "latin1");
    expect((await drop(runId, "evil.zip", outside)).refused[0]?.reason).toMatch(/points outside of itself/);
    const bomb = await zipOf((archive) => archive.addBuffer(Buffer.alloc(5_000_000), "zeros.jpg"));
    expect((await drop(runId, "bomb.zip", bomb)).refused[0]?.reason).toMatch(/would grow more than 100-fold/);
    expect(await framesOf(runId)).toEqual([]);
  });

  it("refuses what would not fit onto the disk, before reading any of it", async () => {
    const runId = await batch();
    const never = new Readable({
      read() {
        throw new Error("was read");
      },
    });
    const { refused } = await importFile(database.db, runId, { name: "huge.tif", bytes: 1e18 }, never);
    expect(refused[0]?.reason).toMatch(/takes up to .* GB, and .* [GM]B are free .* Free some room/);
    expect(await framesOf(runId)).toEqual([]);
  });

  it("makes harmless names of hostile ones", () => {
    expect(cleanName("..\\..\\x/\u0000a\u0007.jpg")).toBe("a.jpg");
    expect(cleanName("")).toBe("unnamed");
    expect(cleanName("photo\u202Egpj.exe")).toBe("photogpj.exe");
    // Cut by whole characters, never inside of one.
    expect(cleanName(`${"🌉".repeat(130)}.jpg`)).toBe(`${"🌉".repeat(116)}.jpg`);
    expect(cleanName("half\ud83c.jpg")).toBe("half.jpg");
  });
});

describe("decoding", () => {
  it("gives 16-bit samples unchanged, grey as three channels, and turns a picture upright", async () => {
    const grey = await sharp(
      Uint16Array.from({ length: 12 }, (_, i) => 1000 * i),
      { raw: { width: 4, height: 3, channels: 1 } },
    )
      .toColourspace("grey16")
      .png()
      .toBuffer();
    const samples = await decodePicture(grey, 16);
    expect([...samples.slice(0, 6)]).toEqual([0, 0, 0, 1000, 1000, 1000]);
    const turned = await flat(50, 64, 48).jpeg().withMetadata({ orientation: 6 }).toBuffer();
    expect(await decodePicture(turned, 8)).toHaveLength(64 * 48 * 3);
  });
});

describe("stacking files", () => {
  const folder = mkdtempSync(join(tmpdir(), "aevumen-stack-"));
  afterAll(() => rmSync(folder, { recursive: true, force: true }));
  const notes = { software: "test" };
  const encoded = {
    ...PLAIN_REQUEST,
    settings: { ...USUAL_SETTINGS, encoded: true },
  };
  const write = async (name: string, picture: Sharp) => {
    await picture.png().toFile(join(folder, name));
    return { name, path: join(folder, name) };
  };

  it("leaves out what does not fit, names it, and does not depend on threads or on being resumed", async () => {
    const files = [
      await write("a.png", flat(10)),
      await write("b.png", flat(200)),
      await write("odd.png", flat(99, 32, 32)),
    ];
    writeFileSync(join(folder, "text.jpg"), "no picture");
    files.push({ name: "text.jpg", path: join(folder, "text.jpg") });
    const fuse = (outputPath: string, threads: number) =>
      runStack({ files, method: "mean", ...encoded, outputPath, notes, threads });
    const outcome = await fuse(join(folder, "one.tif"), 1);
    expect(outcome).toMatchObject({ kind: "done", width: 64, height: 48, used: ["a.png", "b.png"] });
    if (outcome.kind !== "done") return;
    expect(outcome.refused.map(({ name }) => name).sort()).toEqual(["odd.png", "text.jpg"]);
    expect(outcome.refused.find(({ name }) => name === "odd.png")?.reason).toBe(
      "It is 32 x 32 pixels; the stack is 64 x 48.",
    );
    await fuse(join(folder, "two.tif"), 2);
    expect(readFileSync(join(folder, "two.tif")).equals(readFileSync(join(folder, "one.tif")))).toBe(true);
    const [sample] = await decodePicture(join(folder, "one.tif"), 16);
    expect(sample).toBe(105 * 257);
  });

  it("says so when nothing can be fused, and stops when told", async () => {
    const text = [{ name: "text.jpg", path: join(folder, "text.jpg") }];
    expect(
      await runStack({ files: text, method: "mean", ...encoded, outputPath: join(folder, "x.tif"), notes }),
    ).toMatchObject({ kind: "failed" });
    const abort = AbortSignal.abort();
    const files = [await write("c.png", flat(1)), await write("d.png", flat(2))];
    expect(
      await runStack(
        { files, method: "lighten", ...encoded, outputPath: join(folder, "y.tif"), notes },
        { onProgress: () => {}, signal: abort },
      ),
    ).toEqual({ kind: "aborted" });
  });
});

describe("a written TIFF", () => {
  it("is read back by independent readers, samples and metadata", async () => {
    const notes = {
      software: "Aevumen",
      camera: "Pocket A",
      takenAt: "2026:11:24 18:00:00",
      exposureSeconds: 1 / 60,
      fNumber: 1.8,
      iso: 50,
    };
    const width = 500;
    const height = 700;
    const samples = Uint16Array.from({ length: 3 * width * height }, (_, i) => (i * 7919) % 65_536);
    const file = Buffer.concat([tiffHeader(width, height, notes), Buffer.from(samples.buffer)]);
    expect(Buffer.from((await decodePicture(file, 16)).buffer.slice(0)).length).toBeGreaterThan(0);
    expect(await decodePicture(file, 16)).toEqual(samples);
    const tags = await exifr.parse(file, { reviveValues: false });
    expect(tags).toMatchObject({
      Model: "Pocket A",
      Software: "Aevumen",
      ISO: 50,
      DateTimeOriginal: "2026:11:24 18:00:00",
    });
    expect(tags.ExposureTime).toBeCloseTo(1 / 60, 6);
  });
});
