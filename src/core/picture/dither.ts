import { hash32 } from "../random";

/** A code of 8 bits in codes of 16. */
const PER_BYTE = 257;
/** Parts of a code that are told apart. */
const PARTS = 256;

/**
 * 16-bit codes as 8-bit ones: what lies between two goes to the upper one in as many pixels as it lies nearer to it, by chance that is
 * the same each time. Codes that 8 bits have stay what they are.
 *
 * @see Roberts (1962), Picture coding using pseudo-random noise
 */
export function dithered(codes: Uint16Array): Uint8Array {
  const out = new Uint8Array(codes.length);
  let chance = 0;
  for (let at = 0; at < codes.length; at++) {
    // Four samples share a number's bytes.
    if ((at & 3) === 0) chance = hash32(at);
    const over = (chance & (PARTS - 1)) / PARTS;
    chance >>>= 8;
    out[at] = codes[at]! / PER_BYTE + over;
  }
  return out;
}
