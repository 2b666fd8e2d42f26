/** Green of a JPEG is its brightness without these parts of its two differences of colour. @see ITU-T T.871 (2011), section 7 */
const GREEN_OF_BLUE_DIFFERENCE = 0.3441;
const GREEN_OF_RED_DIFFERENCE = 0.7141;

/** Variance of a rounding to whole steps, steps². */
export const ROUNDING_VARIANCE = 1 / 12;

/**
 * What a JPEG of best quality adds to the noise of its green, variance in codes²: brightness and differences of colour are
 * rounded, their transform is rounded likewise, and the colour that comes back once more.
 */
export const JPEG_VARIANCE =
  (2 * (1 + GREEN_OF_BLUE_DIFFERENCE ** 2 + GREEN_OF_RED_DIFFERENCE ** 2) + 1) * ROUNDING_VARIANCE;
