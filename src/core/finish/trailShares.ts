import { codeLights } from "../stack/lightCodes";

// Where a stack has kept what moves, a trail is a light of its own that lies over what stands: its share of each channel of each pixel is
// known, and what is done to trails is done to that share alone.

/** All of a channel's light, as shares are written. */
export const WHOLE_SHARE = 65_535;

/**
 * Which share of a picture's light moves, of each channel of each pixel.
 *
 * @param codes Interleaved 16-bit sRGB codes of all light.
 * @param moving Those of the part that moves, as many.
 * @returns As many shares, up to `WHOLE_SHARE`.
 */
export function trailShares(codes: Uint16Array, moving: Uint16Array): Uint16Array {
  const lights = codeLights();
  const out = new Uint16Array(codes.length);
  for (let at = 0; at < out.length; at++) {
    const part = moving[at]!;
    if (part === 0) continue;
    const all = codes[at]!;
    out[at] = part >= all ? WHOLE_SHARE : (WHOLE_SHARE * lights[part]!) / lights[all]! + 0.5;
  }
  return out;
}
