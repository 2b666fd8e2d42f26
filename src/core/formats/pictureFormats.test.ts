import sharp from "sharp";
import { EXPORT_FORMAT_IDS, EXPORT_FORMATS, exportFormatNamed } from "./exportFormats";
import {
  ACCEPTED_PICTURES,
  BEGINNING_BYTES,
  beginsLikeZip,
  PICTURE_FORMATS,
  type PictureFormatId,
  pictureFormatOf,
  pictureFormatsText,
} from "./pictureFormats";

const IDS = Object.keys(PICTURE_FORMATS) as PictureFormatId[];
/** A negative is known by its directory, which `engine/files/formats` reads. */
const BY_BEGINNING = IDS.filter((id) => id !== "dng") as Exclude<PictureFormatId, "dng">[];

/** The beginning of a picture as another program writes it. */
const written = async (id: (typeof BY_BEGINNING)[number]): Promise<Buffer> =>
  id === "heic"
    ? Buffer.from("\0\0\0\x18ftypheic\0\0\0\0mif1heic", "latin1")
    : sharp({ create: { width: 6, height: 4, channels: 3, background: "#345" } })
        .toFormat(id)
        .toBuffer();

it.each(BY_BEGINNING)("files of the kind %s are known by their first bytes, and by no fewer", async (id) => {
  const head = (await written(id)).subarray(0, BEGINNING_BYTES);
  expect(pictureFormatOf(head)).toBe(id);
  expect(pictureFormatOf(head.subarray(0, 1))).toBeNull();
  expect(pictureFormatOf(Buffer.concat([Buffer.from([0]), head]))).toBeNull();
  expect(beginsLikeZip(head)).toBe(false);
});

describe.each(IDS)("files of the kind %s", (id) => {
  const { endings, mediaType, name } = PICTURE_FORMATS[id];

  it("can be chosen in a file field, and are named in its words", () => {
    const offered = ACCEPTED_PICTURES.split(",");
    expect(offered).toContain(mediaType);
    for (const ending of endings) expect(offered).toContain(ending);
    expect(pictureFormatsText("or")).toContain(name);
  });
});

it("nothing, a text, an archive and a kind that is not read are no picture", async () => {
  const archive = Buffer.from("PK\x03\x04rest", "latin1");
  expect(beginsLikeZip(archive)).toBe(true);
  const gif = await sharp({ create: { width: 2, height: 2, channels: 3, background: "#000" } })
    .gif()
    .toBuffer();
  for (const bytes of [Buffer.alloc(0), Buffer.from("a text named .jpg"), archive, gif])
    expect(pictureFormatOf(bytes)).toBeNull();
});

it("no ending and no media type stands for two kinds", () => {
  const all = IDS.flatMap((id) => [...PICTURE_FORMATS[id].endings, PICTURE_FORMATS[id].mediaType]);
  expect(new Set(all).size).toBe(all.length);
});

it("the kinds are listed with and, with or, and with more", () => {
  expect(pictureFormatsText("or")).toMatch(/^[^,]+(, [^,]+)* or [^,]+$/);
  expect(pictureFormatsText("and", "ZIP")).toMatch(/ and ZIP$/);
});

it.each(EXPORT_FORMAT_IDS)("a result named for %s is written so, in capitals too; any other ending is not", (id) => {
  for (const ending of EXPORT_FORMATS[id].file.endings) {
    expect(exportFormatNamed(ending)).toBe(id);
    expect(exportFormatNamed(ending.toUpperCase())).toBe(id);
  }
  expect(exportFormatNamed(".gif")).toBeNull();
  expect(exportFormatNamed("")).toBeNull();
});
