/** Display value 0 to 1 for linear light 0 to 1. @see IEC 61966-2-1 */
export function encodeSrgb(linear: number): number {
  return linear <= 0.0031308 ? 12.92 * linear : 1.055 * linear ** (1 / 2.4) - 0.055;
}

/** Linear light 0 to 1 for a display value 0 to 1; the inverse of `encodeSrgb`. @see IEC 61966-2-1 */
export function decodeSrgb(encoded: number): number {
  return encoded <= 0.04045 ? encoded / 12.92 : ((encoded + 0.055) / 1.055) ** 2.4;
}

/** How fast linear light rises with the display value where it is `linear`: the derivative of `decodeSrgb`. */
export function srgbSlope(linear: number): number {
  return linear <= 0.0031308 ? 1 / 12.92 : (2.4 / 1.055) * linear ** (1.4 / 2.4);
}
