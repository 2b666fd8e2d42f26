import { mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import sharp from "sharp";
import yazl from "yazl";
import { PICTURE_FORMATS, type PictureFormatId } from "@/core/formats";
import { hashUnit } from "@/core/random";
import { receiveStream } from "../store";
import { decodePicture, openPicture, readHeader } from "./decode";
import { PictureFailure } from "./pictureFailure";
import { forEachZipFile, RefusedZipError } from "./zip";

const data = mkdtempSync(join(tmpdir(), "aevumen-hostile-"));
process.env.AEVUMEN_DATA = data;
const uncaught: unknown[] = [];
const note = (error: unknown) => uncaught.push(error);
beforeAll(() => process.on("uncaughtException", note));
afterAll(() => {
  process.off("uncaughtException", note);
  rmSync(data, { recursive: true, force: true });
});

/** Copies of a file with some bytes changed, cut off, or doubled. */
function* damaged(whole: Buffer, copies: number, seed: number): Generator<Buffer> {
  let drawn = 0;
  const random = () => hashUnit(seed, drawn++);
  for (let copy = 0; copy < copies; copy++) {
    const bytes = Buffer.from(whole);
    const changes = 1 + Math.floor(random() * 6);
    for (let change = 0; change < changes; change++) {
      // Half of the changes hit the first bytes, where sizes and offsets stand.
      const reach = random() < 0.5 ? Math.min(200, bytes.length) : bytes.length;
      bytes[Math.floor(random() * reach)] = Math.floor(random() * 256);
    }
    const kind = random();
    if (kind < 0.25) yield bytes.subarray(0, Math.floor(random() * bytes.length));
    else if (kind < 0.35) yield Buffer.concat([bytes, bytes]);
    else yield bytes;
  }
}

const picture = () =>
  sharp({
    create: {
      width: 61,
      height: 43,
      channels: 3,
      background: "#456",
      noise: { type: "gaussian", mean: 120, sigma: 30 },
    },
  });

const fixture = (name: string) => readFileSync(join(__dirname, "fixtures", name));
const drawn = (format: "jpeg" | "png" | "tiff" | "webp") =>
  picture().toFormat(format).withMetadata({ orientation: 6 }).toBuffer();

/** A whole file of each kind: those that nothing here writes were written elsewhere. */
const WHOLE: Readonly<Record<PictureFormatId, () => Promise<Buffer>>> = {
  jpeg: () => drawn("jpeg"),
  png: () => drawn("png"),
  tiff: () => drawn("tiff"),
  webp: () => drawn("webp"),
  dng: async () => fixture("mosaic.dng"),
  heic: async () => fixture("p3.heic"),
};

describe.each(Object.keys(PICTURE_FORMATS) as PictureFormatId[])("a %s", (format) => {
  const path = join(data, `hostile.${format}`);

  it("is known by what stands in it, and read at its size", async () => {
    writeFileSync(path, await WHOLE[format]());
    const { width, height, ...header } = await readHeader(path);
    expect(header.format).toBe(format);
    expect(await decodePicture(path, 16)).toHaveLength(width * height * 3);
  });

  it("that is damaged anywhere is read or refused by a kind, and nothing else happens", async () => {
    const whole = await WHOLE[format]();
    let refused = 0;
    for (const bytes of damaged(whole, 80, 7)) {
      writeFileSync(path, bytes);
      try {
        const opened = await openPicture(path);
        await opened.metadata();
        await opened.thumbnail(16);
        await opened.samples(8);
      } catch (error) {
        expect(error).toBeInstanceOf(PictureFailure);
        refused++;
      }
    }
    expect(refused).toBeGreaterThan(5);
  });
});

describe("an archive", () => {
  it("that is damaged anywhere gives up its files or is refused in words, and ends nothing else", async () => {
    const archive = new yazl.ZipFile();
    archive.addBuffer(await picture().png().toBuffer(), "one.png");
    archive.addBuffer(await picture().jpeg().toBuffer(), "folder/two.jpg", { compress: false });
    archive.addBuffer(Buffer.alloc(5000, "light"), "three.txt");
    archive.end();
    const parts: Buffer[] = [];
    for await (const part of archive.outputStream) parts.push(part as Buffer);
    const path = join(data, "hostile.zip");
    let [whole, broken] = [0, 0];
    for (const bytes of damaged(Buffer.concat(parts), 250, 11)) {
      writeFileSync(path, bytes);
      const visit = forEachZipFile(path, async (file) => {
        try {
          await receiveStream(file.open(), { limitBytes: 1e6, begins: () => true });
          whole++;
        } catch (error) {
          expect(error).toBeInstanceOf(RefusedZipError);
          broken++;
        }
      });
      await visit.catch((error: unknown) => expect(error).toBeInstanceOf(RefusedZipError));
    }
    await new Promise((resolve) => setImmediate(resolve));
    expect(whole).toBeGreaterThan(50);
    expect(broken).toBeGreaterThan(20);
    expect(uncaught).toEqual([]);
  });

  it("is named for what is wrong: damage, a way out, a password", async () => {
    const path = join(data, "named.zip");
    writeFileSync(path, "PK\x03\x04 and then nothing");
    await expect(forEachZipFile(path, async () => {})).rejects.toThrow("The archive is damaged");
    const archive = new yazl.ZipFile();
    archive.addBuffer(Buffer.from("out"), "aa/aa/out.jpg");
    archive.end();
    const parts: Buffer[] = [];
    for await (const part of archive.outputStream) parts.push(part as Buffer);
    const climbing = Buffer.from(Buffer.concat(parts).toString("latin1").replaceAll("aa/aa/", "../../"), "latin1");
    writeFileSync(path, climbing);
    await expect(forEachZipFile(path, async () => {})).rejects.toThrow('points outside of itself ("../../out.jpg")');
  });
});
