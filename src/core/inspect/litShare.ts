import { decodeSrgb } from "../picture";

/** Light so many stops over the middle of a picture stands clear of it. */
const CLEAR_STOPS = 2;
/** Every so many pixels are counted: a share of a thousandth of the smallest pictures is still dozens of them. */
const EVERY = 3;

/** Share of a picture's pixels that are two stops and more brighter than its middle one, 0 to 1. */
export function litShare(luma: Uint8Array): number {
  const counts = new Uint32Array(256);
  for (let at = 0; at < luma.length; at += EVERY) counts[luma[at]!]!++;
  const all = Math.ceil(luma.length / EVERY);
  let middle = 0;
  for (let below = counts[0]!; below < all / 2; below += counts[middle]!) middle++;
  // Of a black picture whatever shines stands clear.
  const clear = 2 ** CLEAR_STOPS * decodeSrgb(Math.max(1, middle) / 255);
  let lit = 0;
  for (let code = middle + 1; code < 256; code++) if (decodeSrgb(code / 255) >= clear) lit += counts[code]!;
  return lit / all;
}
