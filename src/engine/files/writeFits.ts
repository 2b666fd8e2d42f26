import sharp from "sharp";
import { FITS_BLOCK, type FitsNotes, fitsHeader, type PictureNotes } from "@/core/formats";
import { decodeSrgb } from "@/core/picture";
import { lookFromXmp, printRecipe, recipeFromXmp } from "@/core/recipe";
import type { Coordinates } from "@/core/sky";
import { carriedNotes } from "./carriedNotes";
import { decodePicture } from "./decode";

const ROWS_AT_ONCE = 256;
const FLOAT_BYTES = 4;

/** What a stored TIFF says of itself, as FITS has it. */
function fitsNotes({ xmp = "", takenAt, camera, exposureSeconds }: PictureNotes): FitsNotes {
  const recipe = recipeFromXmp(xmp);
  const look = lookFromXmp(xmp);
  return {
    ...(camera !== undefined && { camera }),
    ...(exposureSeconds !== undefined && { exposureSeconds }),
    ...(takenAt !== undefined && { takenAt: takenAt.replace(/^(\d+):(\d+):(\d+) /, "$1-$2-$3T") }),
    history: [...(recipe ? [printRecipe(recipe.recipe)] : []), ...(look ? [look] : [])],
  };
}

/**
 * The linear light of a 16-bit TIFF as a FITS file, piece by piece: three planes of big-endian floats, rows from the bottom, as
 * readers of the format show them.
 *
 * @param place Where it was taken, if that is to be said.
 *
 * @see FITS Standard 4.0 (2018)
 */
export async function* fitsOf(path: string, place?: Coordinates): AsyncGenerator<Buffer> {
  const { width = 0, height = 0 } = await sharp(path, { limitInputPixels: false }).metadata();
  const samples = (await decodePicture(path, 16)) as Uint16Array;
  const notes = fitsNotes(await carriedNotes(path));
  yield Buffer.from(fitsHeader(width, height, { ...notes, ...(place && { place }) }), "latin1");
  const light = Float32Array.from({ length: 65_536 }, (_, code) => decodeSrgb(code / 65_535));
  for (let channel = 0; channel < 3; channel++)
    for (let bottom = height; bottom > 0; bottom -= ROWS_AT_ONCE) {
      const rows = Math.min(ROWS_AT_ONCE, bottom);
      const piece = Buffer.alloc(FLOAT_BYTES * width * rows);
      for (let row = 0, at = 0; row < rows; row++) {
        const from = 3 * width * (bottom - 1 - row) + channel;
        for (let x = 0; x < width; x++) at = piece.writeFloatBE(light[samples[from + 3 * x]!]!, at);
      }
      yield piece;
    }
  yield Buffer.alloc((FITS_BLOCK - ((FLOAT_BYTES * 3 * width * height) % FITS_BLOCK)) % FITS_BLOCK);
}
