import { applyTable } from "./colourTable";
import { denoised, type PictureNoise } from "./denoise";
import type { SettledLook } from "./develop";
import { developRows } from "./developKernel";
import type { PictureLights } from "./findLights";
import type { CodedPicture } from "./picture";
import type { Area, Piece } from "./piece";
import { REACH } from "./scales";
import { STAR_REACH, type StarDrift, shapedStars } from "./shapeStars";
import { SHARPEN_REACH, sharpened } from "./sharpen";
import { trailShares } from "./trailShares";

/** All that has to be known of a picture for pieces of it to be finished. */
export interface KnownPicture extends CodedPicture {
  readonly lights: PictureLights;
  readonly noise: PictureNoise;
  /** Asked only where a look rounds stars. */
  readonly drift: StarDrift | null;
  /** What of its light moves, as many codes; null without, or where no look asks. */
  readonly moving: Uint16Array | null;
}

/** How far beyond its own pixels any look looks at most. */
export const LOOKS_BEYOND = REACH + STAR_REACH + SHARPEN_REACH;

/** How far beyond its own pixels a look looks. */
const reaches = ({ quieting, stars, sharpen }: SettledLook) => {
  const isQuieted = quieting.brightness > 0 || quieting.colour > 0;
  const isShaped = stars.width < 1 || stars.round > 0;
  const around = sharpen > 0 ? SHARPEN_REACH : 0;
  return { isQuieted, isShaped, around, all: around + (isShaped ? STAR_REACH : 0) + (isQuieted ? REACH : 0) };
};

/** An area with so much more about it as the picture has. */
export const grown = (area: Area, by: number, { width, height }: Piece["of"]): Area => ({
  left: Math.max(0, area.left - by),
  top: Math.max(0, area.top - by),
  right: Math.min(width, area.right + by),
  bottom: Math.min(height, area.bottom + by),
});

/** The area of a picture that has to be there for an area of it to be finished. */
export const areaAsked = (area: Area, look: SettledLook, of: Piece["of"]): Area => grown(area, reaches(look).all, of);

/** An area of codes of which a larger one is there. */
export function cutCodes(codes: Uint16Array, from: Area, area: Area): Uint16Array {
  const [width, rows] = [area.right - area.left, area.bottom - area.top];
  const wide = from.right - from.left;
  const out = new Uint16Array(3 * width * rows);
  for (let row = 0; row < rows; row++) {
    const begins = 3 * ((area.top - from.top + row) * wide + area.left - from.left);
    out.set(codes.subarray(begins, begins + 3 * width), 3 * width * row);
  }
  return out;
}

/**
 * An area of a picture under a look, before it is framed; the same whatever areas are asked for.
 *
 * @param given Codes of what `areaAsked` says.
 * @param moving And of what of it moves, where the look asks for that.
 */
export function finishedArea(
  { lights, noise, drift, width, height }: Omit<KnownPicture, "samples" | "moving">,
  look: SettledLook,
  area: Area,
  given: Uint16Array,
  moving: Uint16Array | null,
): Uint16Array {
  const of = { width, height };
  const { isQuieted, isShaped, around, all } = reaches(look);
  const from = grown(area, all, of);
  const pieceOf = ({ left, top, right }: Area): Piece => ({ width: right - left, left, top, of });
  const piece = pieceOf(from);
  let codes: Uint16Array = given;
  if (isQuieted) codes = denoised(codes, piece.width, noise, look.quieting);
  if (isShaped) codes = shapedStars({ ...piece, codes }, lights, look.stars, drift);
  const near = grown(area, around, of);
  codes = cutCodes(codes, from, near);
  const shares = moving && look.fields.trails ? cutCodes(trailShares(given, moving), from, near) : null;
  developRows(lights, look, codes, pieceOf(near), shares);
  if (look.table) applyTable(codes, look.table);
  if (around > 0) codes = cutCodes(sharpened(codes, near.right - near.left, look.sharpen), near, area);
  return codes;
}

/** Rows `from` to `to` of a picture under a look; see `finishedArea`. */
export function finishedRows(picture: KnownPicture, look: SettledLook, from: number, to: number): Uint16Array {
  const { width, samples, moving } = picture;
  const area = { left: 0, right: width, top: from, bottom: to };
  const { top, bottom } = areaAsked(area, look, picture);
  const rowsOf = (codes: Uint16Array) => codes.subarray(3 * width * top, 3 * width * bottom);
  return finishedArea(picture, look, area, rowsOf(samples), moving && rowsOf(moving));
}
