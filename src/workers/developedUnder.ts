import {
  type ColourTable,
  type FinishLightId,
  framedRows,
  frameOf,
  type LightMeasure,
  type Look,
  type Losses,
  lossesOf,
  type NoiseModel,
  type PictureFrame,
  type PictureLights,
  uprightingOf,
} from "../core/finish";
import { bytesOf, type CopyOf, codesOf, framedPlane, histogramOf, measured, recolouredPlane } from "./finishCopies";

/** What is left of a picture once it is set upright and cut. */
export interface FramedSize {
  /** At full size, pixels. */
  readonly width: number;
  readonly height: number;
  /** Whether corners lie beyond the picture and are black. */
  readonly hasEmpty: boolean;
}

/** A picture under a look, small. */
export interface Developed extends Losses {
  readonly width: number;
  readonly height: number;
  /** Interleaved sRGB, 8 bits. */
  readonly data: Uint8Array<ArrayBuffer>;
  /** What each light has become, in the order of the picture's; null where nothing is left of it. */
  readonly lights: readonly (LightMeasure | null)[];
  /** Shares of the picture, 0 to 1: white in some channel, black in all. */
  readonly clipped: number;
  readonly crushed: number;
  /** Shares of its pixels by their luminance, from white down, a quarter of a stop each. */
  readonly histogram: readonly number[];
  /** Lights that the look names and the picture has not. */
  readonly missing: readonly FinishLightId[];
  /** The table of colours that it names and that is not here. */
  readonly missingTable: string | null;
  readonly whole: FramedSize;
  /** Which part of each pixel was given a colour that it had lost, a byte a pixel; null where none was. */
  readonly recoloured: Uint8Array | null;
}

/** What has to be known of a picture whose copies are developed. */
export interface PictureToDevelop {
  /** Of the whole picture, pixels. */
  readonly width: number;
  readonly height: number;
  readonly found: PictureLights;
  /** Light that cannot be told from noise, stops under white. */
  readonly noiseFloor: number;
  readonly noise: NoiseModel;
  /** Bits of a sample of its file. */
  readonly depth: 8 | 16;
}

/** A channel from this code of 16 bits on is white on a screen. */
export const WHITE_CODE = 65_407;
/** A pixel that is up to this in all channels is black on one. */
const BLACK_CODE = 128;

/** How a look frames a picture of some size. */
export const frameIn = (look: Look, size: { readonly width: number; readonly height: number }): PictureFrame =>
  frameOf(uprightingOf(look), look.crop, size);

/** A copy of a picture under a look, and all that a page says of it. */
export function developedUnder(
  copy: CopyOf,
  look: Look,
  picture: PictureToDevelop,
  table: ColourTable | null = null,
): Developed {
  const { codes, missing, settled, prepared } = codesOf(copy, look, picture, table);
  let [clipped, crushed] = [0, 0];
  for (let at = 0; at < codes.length; at += 3) {
    const [red, green, blue] = [codes[at]!, codes[at + 1]!, codes[at + 2]!];
    if (red >= WHITE_CODE || green >= WHITE_CODE || blue >= WHITE_CODE) clipped++;
    else if (red <= BLACK_CODE && green <= BLACK_CODE && blue <= BLACK_CODE) crushed++;
  }
  const pixels = codes.length / 3;
  const { width, height } = prepared;
  const whole = frameIn(look, picture);
  const frame = frameOf(uprightingOf(look), whole.crop, prepared);
  const data = bytesOf(framedRows({ width, height, samples: codes }, frame, 0, frame.height));
  const lost = recolouredPlane(prepared, settled, picture.found);
  return {
    width: frame.width,
    height: frame.height,
    data,
    lights: measured(codes, prepared),
    clipped: clipped / pixels,
    crushed: crushed / pixels,
    histogram: histogramOf(codes),
    missing,
    missingTable: look.table && !table ? look.table.name : null,
    recoloured: lost && framedPlane(prepared, lost, frame),
    whole: { width: whole.width, height: whole.height, hasEmpty: whole.hasEmpty },
    ...lossesOf(settled, prepared, prepared, { depth: picture.depth, noise: picture.noise }),
  };
}
