import {
  applyFields,
  applyTable,
  type CodedPicture,
  type ColourTable,
  denoised,
  developPixels,
  isPlainField,
  type LightMeasure,
  type Look,
  lightOfCodes,
  lostColour,
  measureGrains,
  measureLight,
  measureNoise,
  type PictureFrame,
  type PictureLights,
  type PictureNoise,
  type PixelsToDevelop,
  partsOf,
  placeUnder,
  type SettledLook,
  settleLook,
  shapedStars,
  sharpened,
  starDrift,
  stopsPlane,
  trailShares,
  wholePiece,
} from "../core/finish";
import { codeLights } from "../core/stack/lightCodes";

// Small copies of a picture that is finished, and what a look makes of them.

/** Lights are measured in so many pixels of a copy at most. */
const MOST_MEASURED = 30_000;
/** Bins of the histogram, from white down. */
const BINS = 52;
const BINS_A_STOP = 4;
/** Copies that something was done to, at most: the last of each size, and the one before. */
const MOST_PREPARED = 2;
/** A copy of a picture of which all is known that a look asks for. */
export interface Copy extends PixelsToDevelop, CodedPicture {}

/** A small copy as it came, and what was done to its light before all else, by what asked for it. */
export interface CopyOf {
  readonly plain: Copy;
  /** Details smaller than 2^fromScale pixels of the whole picture are not there any more. */
  readonly fromScale: number;
  readonly prepared: Map<string, Copy>;
  noise: PictureNoise | null;
  /** Which share of its light moves; null where that is not known. */
  readonly shares: Uint16Array | null;
}

function copyOf(picture: CodedPicture, found: PictureLights): Copy {
  const light = lightOfCodes(picture.samples, picture.width, picture.height);
  return { ...picture, ...light, ...partsOf(found, light) };
}

/** A copy that is worked on. */
export const heldCopy = (
  picture: CodedPicture,
  found: PictureLights,
  wholeWidth: number,
  moving: CodedPicture | null = null,
): CopyOf => ({
  plain: copyOf(picture, found),
  fromScale: Math.round(Math.log2(wholeWidth / picture.width)),
  prepared: new Map(),
  noise: null,
  shares: moving && trailShares(picture.samples, moving.samples),
});

/** A copy with its own noise taken out and its stars shaped, as far as a look asks for it. */
function preparedOf(copy: CopyOf, { quieting, stars }: SettledLook, found: PictureLights): Copy {
  const { plain, prepared } = copy;
  const isQuieted = quieting.brightness > 0 || quieting.colour > 0;
  const isShaped = stars.width < 1 || stars.round > 0;
  if (!isQuieted && !isShaped) return plain;
  const key = JSON.stringify([quieting, stars]);
  const known = prepared.get(key);
  if (known) return known;
  let samples = plain.samples;
  if (isQuieted) {
    if (!copy.noise) {
      const noise = measureNoise(plain);
      copy.noise = { noise, grains: measureGrains(plain, noise) };
    }
    samples = denoised(samples, plain.width, copy.noise, quieting, copy.fromScale);
  }
  if (isShaped) {
    const rows = { ...wholePiece(plain), codes: samples };
    samples = shapedStars(rows, found, stars, stars.round > 0 ? starDrift(rows, found) : null);
  }
  const made = copyOf({ width: plain.width, height: plain.height, samples }, found);
  for (const [old] of [...prepared].slice(0, Math.max(0, prepared.size - MOST_PREPARED + 1))) prepared.delete(old);
  prepared.set(key, made);
  return made;
}

/** Pixels with what is done to them by where they are. */
function withFields(
  copy: Copy,
  { fields }: SettledLook,
  { lights }: PictureLights,
  shares: Uint16Array | null,
): PixelsToDevelop {
  if (isPlainField(fields)) return copy;
  const pixels = {
    ...copy,
    red: copy.red.slice(),
    green: copy.green.slice(),
    blue: copy.blue.slice(),
    surroundings: copy.surroundings.slice(),
    shares,
  };
  applyFields(fields, pixels, wholePiece(copy), lights);
  return pixels;
}

/** 16-bit codes of a copy under a look, through the table that it names, before it is framed. */
export function codesOf(
  copy: CopyOf,
  look: Look,
  picture: { readonly found: PictureLights; readonly noiseFloor: number },
  table: ColourTable | null,
) {
  const { settled, missing } = settleLook(look, picture.found, picture.noiseFloor, table);
  const prepared = preparedOf(copy, settled, picture.found);
  const codes = new Uint16Array(prepared.samples.length);
  developPixels(settled, withFields(prepared, settled, picture.found, copy.shares), codes);
  if (settled.table) applyTable(codes, settled.table);
  // What is smaller than a pixel of the copy is sharpened where it can be seen, pixel by pixel.
  const isFine = settled.sharpen > 0 && copy.fromScale === 0;
  return { codes: isFine ? sharpened(codes, prepared.width, settled.sharpen) : codes, missing, settled, prepared };
}

/** Shares of pixels by their luminance. */
export function histogramOf(codes: Uint16Array): number[] {
  const lights = codeLights();
  const counts = new Array<number>(BINS).fill(0);
  const every = Math.max(1, Math.floor(codes.length / 3 / MOST_MEASURED));
  let all = 0;
  for (let at = 0; at < codes.length; at += 3 * every) {
    const light = 0.2126 * lights[codes[at]!]! + 0.7152 * lights[codes[at + 1]!]! + 0.0722 * lights[codes[at + 2]!]!;
    all++;
    const bin = Math.floor(-BINS_A_STOP * Math.log2(Math.max(1e-9, light)));
    if (bin < BINS) counts[bin] = counts[bin]! + 1;
  }
  return counts.map((count) => count / all);
}

/** Which part of each pixel is given a colour that it has lost, a byte a pixel; null where nothing is. */
export function recolouredPlane(copy: Copy, { fields }: SettledLook, { lights }: PictureLights): Uint8Array | null {
  const trails = copy.parts[lights.findIndex(({ id }) => id === "trails")];
  const { recolour } = fields;
  if (!trails || !recolour) return null;
  return Uint8Array.from(
    trails,
    (part, at) => 255 * recolour.part * part * lostColour(copy.red[at]!, copy.green[at]!, copy.blue[at]!) + 0.5,
  );
}

/** A plane of a copy as the picture is framed, a byte a pixel; nothing beyond its edges. */
export function framedPlane(copy: Copy, plane: Uint8Array, { width, height, matrix }: PictureFrame): Uint8Array {
  const out = new Uint8Array(width * height);
  for (let y = 0, at = 0; y < height; y++)
    for (let x = 0; x < width; x++, at++) {
      const pixel = pixelAt(copy, placeUnder(matrix, x + 0.5, y + 0.5));
      if (pixel !== null) out[at] = plane[pixel]!;
    }
  return out;
}

/** 8-bit codes, for a screen. */
export function bytesOf(codes: Uint16Array): Uint8Array<ArrayBuffer> {
  const data = new Uint8Array(codes.length);
  for (let at = 0; at < codes.length; at++) data[at] = (codes[at]! * 255 + 32_767) / 65_535;
  return data;
}

/** What each light has become, by every so many pixels. */
export function measured(codes: Uint16Array, { width, height, parts }: Copy): (LightMeasure | null)[] {
  const every = Math.ceil((width * height) / MOST_MEASURED);
  const count = Math.floor((width * height) / every);
  const picked = new Uint16Array(3 * count);
  for (let at = 0; at < count; at++)
    for (let channel = 0; channel < 3; channel++) picked[3 * at + channel] = codes[3 * at * every + channel]!;
  const light = lightOfCodes(picked, count, 1);
  const stops = stopsPlane(light).values;
  const own = new Float32Array(count);
  return parts.map((part) => {
    for (let at = 0; at < count; at++) own[at] = part![at * every]!;
    return measureLight(light, stops, own);
  });
}

/** The pixel of a copy at a place in it; null beyond its edges. */
export function pixelAt(
  { width, height }: { readonly width: number; readonly height: number },
  place: readonly [number, number] | null,
): number | null {
  if (!place) return null;
  const [x, y] = [Math.floor(place[0]), Math.floor(place[1])];
  return x >= 0 && y >= 0 && x < width && y < height ? y * width + x : null;
}
