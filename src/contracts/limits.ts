/** How much may be dropped at once. */
export const LIMITS = {
  fileBytes: 500e6,
  batchFiles: 2000,
  batchBytes: 20e9,
  /** A ZIP entry that grows more than this many times is not a picture. */
  zipRatio: 100,
} as const;

/** Longer edges at which previews are made, pixels. */
export const PREVIEW_EDGES = [1000, 1600, 2400] as const;

/** Longer edge of the small copies by which a result's parts are weighed while a hand is on them, pixels. */
export const SMALL_LAYER_EDGE_PX = 960;

/** A size in words: `500 MB`, `20 GB`. */
export const sizeText = (bytes: number): string =>
  bytes >= 1e9 ? `${Math.round(bytes / 1e9)} GB` : `${Math.round(bytes / 1e6)} MB`;
