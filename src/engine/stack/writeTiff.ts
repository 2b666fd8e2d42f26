import { open, writeFile } from "node:fs/promises";
import { type PictureNotes, tiffPages } from "@/core/formats";
import { LAYERS, type LayerKind, layersOf } from "@/core/stack";
import { writeFully } from "../files/wholeIo";
import type { LayersTarget, WrittenTo } from "./messages";
import type { StackRequest } from "./request";

const CHUNK_SAMPLES = 1 << 22;

interface TiffPicture {
  readonly width: number;
  readonly height: number;
  readonly notes: PictureNotes;
}

/** Begins the 16-bit TIFFs of a result, and of its parts where they are wanted, whose samples others write. */
export async function beginResult(
  { outputPath, layersPath, notes }: Pick<StackRequest, "outputPath" | "layersPath" | "notes">,
  { width, height }: Omit<TiffPicture, "notes">,
  kind: LayerKind,
): Promise<WrittenTo> {
  const { header, at } = tiffPages(width, height, [notes]);
  await writeFile(outputPath, header);
  const layers = await beginLayers(layersPath, { width, height, notes }, kind);
  return { outputPath, outputAt: at[0]!, layers };
}

async function beginLayers(
  path: string | null,
  { width, height, notes }: TiffPicture,
  kind: LayerKind,
): Promise<LayersTarget | null> {
  const parts = layersOf(kind);
  if (path === null || parts.length === 0) return null;
  const pages = parts.map((id) => ({ ...notes, description: `${LAYERS[id].name}: ${LAYERS[id].holds}` }));
  const { header, at } = tiffPages(width, height, pages);
  await writeFile(path, header);
  return { path, kind, at };
}

/**
 * Streams a picture into a 16-bit TIFF, chunk by chunk. Whoever keeps it syncs it.
 *
 * @param read Hands over the interleaved 16-bit samples of a range; they are written before the next call.
 */
export async function writeTiff(
  path: string,
  { width, height, notes }: TiffPicture,
  read: (from: number, to: number) => Uint16Array | Promise<Uint16Array>,
  chunkSamples = CHUNK_SAMPLES,
): Promise<void> {
  const samples = width * height * 3;
  const handle = await open(path, "w");
  try {
    await writeFully(handle, tiffPages(width, height, [notes]).header);
    for (let from = 0; from < samples; from += chunkSamples) {
      const chunk = await read(from, Math.min(samples, from + chunkSamples));
      await writeFully(handle, new Uint8Array(chunk.buffer, chunk.byteOffset, chunk.byteLength));
    }
  } finally {
    await handle.close();
  }
}
