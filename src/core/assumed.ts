/** Share, in stops, of what its lens takes from the corners that a phone gives back as it develops. */
export const LIFTED_SHARE = 0.75;
