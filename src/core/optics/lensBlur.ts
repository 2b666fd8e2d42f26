/** Full width at half its height of a point's image through a phone's lens, pixels. */
export const POINT_FWHM_PX = 1.5;

/** Full width at half height over standard deviation of a Gaussian, as the literature rounds it. */
export const FWHM_PER_SIGMA = 2.3548;

/** A trail is never narrower than the lens's own blur, pixels. */
export const LEAST_TRAIL_PX = 1.5;
