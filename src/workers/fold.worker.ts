import { expose } from "comlink";
import type { SmallFusing, StackMethod } from "../core/stack";
import { methodOf } from "../core/stack";
import { type FrameMeasure, measureFrame } from "../core/watch";

/** What a run's frames come to so far, small. */
export interface Folded {
  readonly width: number;
  readonly height: number;
  /** Interleaved sRGB, 8 bits. */
  readonly data: Uint8Array;
  readonly frames: number;
}

interface Kept {
  readonly key: string;
  readonly fused: SmallFusing;
  readonly width: number;
  readonly height: number;
  frames: number;
}

let kept: Kept | null = null;
let latest = 0;

/** The pixels of a picture at an address. @throws Error when it cannot be fetched or read. */
async function pixelsOf(address: string): Promise<{ width: number; height: number; data: Uint8Array }> {
  const response = await fetch(new URL(address, self.location.origin));
  if (!response.ok) throw new Error(`A frame could not be fetched (${response.status}).`);
  const bitmap = await createImageBitmap(await response.blob());
  const { width, height } = bitmap;
  const context = new OffscreenCanvas(width, height).getContext("2d", { willReadFrequently: true });
  if (!context) throw new Error("This browser cannot read pictures in a worker.");
  context.drawImage(bitmap, 0, 0);
  bitmap.close();
  const rgba = context.getImageData(0, 0, width, height).data;
  const data = new Uint8Array(3 * width * height);
  for (let pixel = 0; pixel < width * height; pixel++)
    for (let channel = 0; channel < 3; channel++) data[3 * pixel + channel] = rgba[4 * pixel + channel]!;
  return { width, height, data };
}

/** More runs' measures than this nobody goes back to. */
const MOST_MEASURES = 4000;
const measures = new Map<string, FrameMeasure>();

/** Folds a run's small frames onto each other as they come, by the recipe's own method. */
const foldWorker = {
  /**
   * What these frames come to; those that came before are in already.
   *
   * @param key Of the run and its method: another one begins anew.
   * @returns null when a newer wish has come meanwhile.
   */
  async fold(key: string, method: StackMethod, addresses: readonly string[]): Promise<Folded | null> {
    const own = ++latest;
    if (kept?.key !== key || kept.frames > addresses.length) kept = null;
    while ((kept?.frames ?? 0) < addresses.length) {
      const { width, height, data } = await pixelsOf(addresses[kept?.frames ?? 0]!);
      if (own !== latest) return null;
      kept ??= { key, fused: methodOf(method).small({ width, height }), width, height, frames: 0 };
      // A frame of another size is none of this run's.
      if (data.length === 3 * kept.width * kept.height) kept.fused.add(data);
      kept.frames++;
    }
    if (!kept) return null;
    const codes = kept.fused.picture();
    const data = new Uint8Array(codes.length);
    for (let i = 0; i < codes.length; i++) data[i] = codes[i]! >> 8;
    return { width: kept.width, height: kept.height, data, frames: kept.frames };
  },

  /** Measures of these frames, each measured once; null for one that cannot be read. */
  async measure(addresses: readonly string[]): Promise<(FrameMeasure | null)[]> {
    for (const address of addresses) {
      if (measures.has(address)) continue;
      const picture = await pixelsOf(address).catch(() => null);
      if (picture) measures.set(address, measureFrame({ ...picture, samples: picture.data }));
    }
    for (const oldest of [...measures.keys()].slice(0, -MOST_MEASURES)) measures.delete(oldest);
    return addresses.map((address) => measures.get(address) ?? null);
  },
};

export type FoldWorker = typeof foldWorker;
expose(foldWorker);
