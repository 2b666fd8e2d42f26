import { expose } from "comlink";
import { proposeGround } from "../core/align";
import { litShare } from "../core/inspect";
import { lumaWithClips } from "../core/picture";
import {
  blendMasked,
  type FusingSettings,
  findGhosts,
  type Ghosts,
  givenBy,
  type LayerId,
  type LayerStops,
  methodOf,
  type PaintedShape,
  putTogether,
  type SmallFusing,
  type StackMethod,
  sixteenBits,
  smallCopy,
} from "../core/stack";
import { type FrameMeasure, measureFrame } from "../core/watch";

/** What a run's frames come to so far, small. */
export interface Folded {
  readonly width: number;
  readonly height: number;
  /** Interleaved sRGB, 8 bits. */
  readonly data: Uint8Array;
  readonly frames: number;
}

/** What small frames come to by a way to fuse, and what that does to them. */
export interface Tried {
  readonly width: number;
  readonly height: number;
  /** Interleaved sRGB, 8 bits. */
  readonly data: Uint8Array;
  /** Shares of the picture, 0 to 1: what stands clear of its usual light, and what is white in some channel. */
  readonly lit: number;
  readonly white: number;
  /** For each frame, in their order, what it gave; null for one that could not be seen. */
  readonly given: readonly (number | null)[];
}

/** A way to fuse that is tried. */
export interface TriedWay {
  readonly method: StackMethod;
  readonly settings: FusingSettings;
  /** What is kept of one frame; null for nothing. */
  readonly keeps: { readonly address: string; readonly shapes: readonly PaintedShape[] } | null;
  /** Coarse where there are many frames, so that it comes at once. */
  readonly isGlance: boolean;
}

/** What a result's parts come to. */
export interface Weighed {
  readonly width: number;
  readonly height: number;
  /** Interleaved sRGB, 8 bits. */
  readonly data: Uint8Array;
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

/** So many samples of small frames are fused to try a way: about sixty of 480 pixels, and a quarter of it for a glance under the hand. */
const MOST_TRIED_SAMPLES = 4e7;
const MOST_GLANCED_SAMPLES = 1e7;
/** Small copies of a stack's frames are kept in the sizes of a glance, a try, a proposal of the ground and a search for who remains. */
const SIZES_KEPT = 4;
const small = new Map<string, { readonly width: number; readonly height: number; readonly data: Uint8Array }>();

/** A small frame's pixels, or every so many of them where there are many frames. */
async function smallPixels(address: string, every: number) {
  const key = `${every} ${address}`;
  const known = small.get(key);
  if (known) return known;
  const { width, height, data } = await pixelsOf(address);
  const size = { width: Math.ceil(width / every), height: Math.ceil(height / every) };
  const pixels = { ...size, data: smallCopy(data, { width, height }, every)! };
  small.set(key, pixels);
  return pixels;
}

/** Who remains is looked for in pictures about so wide, pixels. */
const GHOST_WIDTH = 200;
/** Where ground ends is looked for in a picture about so wide, pixels. */
const PROPOSED_WIDTH = 240;

/** Lays what is kept of one small frame over what all of them come to. */
async function keepIn(
  codes: Uint16Array,
  { width, height }: { readonly width: number; readonly height: number },
  { address, shapes }: NonNullable<TriedWay["keeps"]>,
  every: number,
): Promise<void> {
  const frame = await smallPixels(address, every).catch(() => null);
  if (frame?.width !== width || frame.height !== height) return;
  const context = new OffscreenCanvas(width, height).getContext("2d", { willReadFrequently: true });
  if (!context) throw new Error("This browser cannot paint in a worker.");
  for (const { adds, points, width: share } of shapes) {
    context.globalCompositeOperation = adds ? "source-over" : "destination-out";
    context.beginPath();
    for (const [x, y] of [...points, ...points.slice(-1)]) context.lineTo(x * width, y * height);
    if (share === null) context.fill();
    else {
      Object.assign(context, { lineWidth: share * Math.max(width, height), lineCap: "round", lineJoin: "round" });
      context.stroke();
    }
  }
  const rgba = context.getImageData(0, 0, width, height).data;
  const mask = Uint8Array.from({ length: width * height }, (_, pixel) => rgba[4 * pixel + 3]!);
  blendMasked(codes, sixteenBits(frame.data), mask);
}

interface SmallParts {
  readonly width: number;
  readonly height: number;
  readonly parts: readonly { readonly id: LayerId; readonly samples: Uint16Array }[];
}

const SIZE_BYTES = 8;
let known: { readonly address: string; readonly parts: Promise<SmallParts> } | null = null;

/** The parts of a result, small, as the server sends them. */
async function fetchParts(address: string, layers: readonly LayerId[]): Promise<SmallParts> {
  const response = await fetch(new URL(address, self.location.origin));
  if (!response.ok) throw new Error(`The parts of this result could not be fetched (${response.status}).`);
  const bytes = await response.arrayBuffer();
  const [width = 0, height = 0] = new Uint32Array(bytes, 0, 2);
  const samples = 3 * width * height;
  if (bytes.byteLength !== SIZE_BYTES + 2 * samples * layers.length)
    throw new Error("The parts of this result came incomplete.");
  const parts = layers.map((id, at) => ({
    id,
    samples: new Uint16Array(bytes, SIZE_BYTES + 2 * samples * at, samples),
  }));
  return { width, height, parts };
}

/** The same, fetched once for the result that is looked at. */
function smallParts(address: string, layers: readonly LayerId[]): Promise<SmallParts> {
  if (known?.address === address) return known.parts;
  const parts = fetchParts(address, layers);
  known = { address, parts };
  // Asked again, they are fetched again.
  parts.catch(() => {
    known = null;
  });
  return parts;
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

  /** What these frames come to, small, by a way to fuse; null when none of them can be seen. */
  async tryOut(addresses: readonly string[], { method, settings, keeps, isGlance }: TriedWay): Promise<Tried | null> {
    const [first] = addresses;
    if (first === undefined) return null;
    const one = await smallPixels(first, 1).catch(() => null);
    const samples = addresses.length * (one?.data.length ?? 0);
    const every = Math.max(1, Math.ceil(Math.sqrt(samples / (isGlance ? MOST_GLANCED_SAMPLES : MOST_TRIED_SAMPLES))));
    if (small.size > SIZES_KEPT * addresses.length) small.clear();
    const frames = await Promise.all(addresses.map((address) => smallPixels(address, every).catch(() => null)));
    const [shown] = frames.filter((frame) => frame !== null);
    if (!shown) return null;
    const { width, height } = shown;
    const fused = methodOf(method).small({ width, height }, settings);
    // A frame of another size is left out of the whole one too.
    const alike = frames.map((frame) => (frame?.width === width && frame.height === height ? frame.data : null));
    for (const frame of alike) if (frame) fused.add(frame);
    const codes = fused.picture();
    if (keeps) await keepIn(codes, { width, height }, keeps, every);
    const data = Uint8Array.from(codes, (code) => code >> 8);
    const { brightness, clips } = lumaWithClips({ width, height, samples: data });
    const given = givenBy(alike, data, methodOf(method).shows);
    return { width, height, data, lit: litShare(brightness.luma), white: clips.clippedAny, given };
  },

  /** Who remains of these frames where a method that empties places fuses them; null when none of them can be seen. */
  async ghosts(addresses: readonly string[], method: StackMethod, settings: FusingSettings): Promise<Ghosts | null> {
    const first = await smallPixels(addresses[0] ?? "", 1).catch(() => null);
    const every = Math.max(1, Math.round((first?.width ?? GHOST_WIDTH) / GHOST_WIDTH));
    if (small.size > SIZES_KEPT * addresses.length) small.clear();
    const seen = await Promise.all(addresses.map((address) => smallPixels(address, every).catch(() => null)));
    const [shown] = seen.filter((frame) => frame !== null);
    if (!shown) return null;
    const { width, height } = shown;
    const frames = seen.flatMap((frame) => (frame?.width === width && frame.height === height ? [frame.data] : []));
    return findGhosts({ width, height, frames }, method, settings);
  },

  /** Where the ground ends in each column of a small frame, from 0 at its top to 1. */
  async proposeGround(address: string): Promise<number[]> {
    const whole = await smallPixels(address, 1);
    const picture = await smallPixels(address, Math.max(1, Math.round(whole.width / PROPOSED_WIDTH)));
    const { width, height, data } = picture;
    return Array.from(proposeGround({ width, height, samples: data }), (row) => row / height);
  },

  /** What a result's parts come to, small, each raised by so many stops; null where they cannot be had. */
  async weigh(address: string, layers: readonly LayerId[], stops: LayerStops): Promise<Weighed | null> {
    const small = await smallParts(address, layers).catch(() => null);
    if (!small) return null;
    const { width, height, parts } = small;
    return { width, height, data: Uint8Array.from(putTogether(parts, stops), (code) => code >> 8) };
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
