import { open } from "node:fs/promises";
import sharp from "sharp";
import { type PictureNotes, tiffPagesAt } from "@/core/formats";
import { type LayerId, type LayerStops, putTogether } from "@/core/stack";
import { readFully } from "../files/wholeIo";
import { writeTiff } from "./writeTiff";

/** A file of a result's parts: a page of a 16-bit TIFF each, in this order. */
export interface LayersFile {
  readonly path: string;
  readonly layers: readonly LayerId[];
  readonly width: number;
  readonly height: number;
}

/** What comes before the samples of three pages of 200 million pixels is far less than this. */
const MOST_HEADER_BYTES = 1 << 20;

/** Puts a result's parts together again, weighed, into a 16-bit TIFF. @throws RangeError when the file is not one of parts. */
export async function writeBalanced(
  { path, layers, width, height }: LayersFile,
  stops: LayerStops,
  output: { readonly path: string; readonly notes: PictureNotes },
): Promise<void> {
  const file = await open(path, "r");
  try {
    const header = new Uint8Array(Math.min(MOST_HEADER_BYTES, (await file.stat()).size));
    await readFully(file, header, 0);
    const at = tiffPagesAt(header);
    if (at.length !== layers.length) throw new RangeError(`${at.length} pages are not ${layers.length} parts`);
    await writeTiff(output.path, { width, height, notes: output.notes }, async (from, to) => {
      const parts = [];
      for (const [page, id] of layers.entries()) {
        const samples = new Uint16Array(to - from);
        await readFully(file, new Uint8Array(samples.buffer), at[page]! + 2 * from);
        parts.push({ id, samples });
      }
      return putTogether(parts, stops);
    });
  } finally {
    await file.close();
  }
}

/** Which rows and columns of a part are read. */
interface LayerArea {
  readonly left: number;
  readonly top: number;
  readonly right: number;
  readonly bottom: number;
}

/**
 * 16-bit codes of an area of a part.
 *
 * @param width Of the whole picture.
 * @throws RangeError when there is no such page, or the file ends before.
 */
export async function layerArea(
  path: string,
  page: number,
  width: number,
  { left, top, right, bottom }: LayerArea,
): Promise<Uint16Array> {
  const file = await open(path, "r");
  try {
    const header = new Uint8Array(Math.min(MOST_HEADER_BYTES, (await file.stat()).size));
    await readFully(file, header, 0);
    const at = tiffPagesAt(header)[page];
    if (at === undefined) throw new RangeError(`there is no page ${page}`);
    const rows = new Uint16Array(3 * width * (bottom - top));
    await readFully(file, new Uint8Array(rows.buffer), at + 6 * width * top);
    if (right - left === width) return rows;
    const out = new Uint16Array(3 * (right - left) * (bottom - top));
    for (let row = 0; row < bottom - top; row++)
      out.set(rows.subarray(3 * (row * width + left), 3 * (row * width + right)), 3 * (right - left) * row);
    return out;
  } finally {
    await file.close();
  }
}

/** A small copy of a part, 16-bit sRGB codes. */
export interface SmallLayer {
  readonly width: number;
  readonly height: number;
  readonly samples: Uint16Array;
}

/** A page of a file of parts, made small by its light; its longer edge is at most `edgePx`. */
export async function smallLayer(path: string, page: number, edgePx: number): Promise<SmallLayer> {
  const { data, info } = await sharp(path, { page, limitInputPixels: false })
    .pipelineColourspace("scrgb")
    // A kernel that rings would leave light where a part has none.
    .resize(edgePx, edgePx, { fit: "inside", withoutEnlargement: true, kernel: "linear" })
    .toColourspace("rgb16")
    .raw({ depth: "ushort" })
    .toBuffer({ resolveWithObject: true });
  const samples = new Uint16Array(data.buffer, data.byteOffset, data.length / 2);
  return { width: info.width, height: info.height, samples };
}
