/** How much may be dropped at once. */
export const LIMITS = {
  fileBytes: 500e6,
  batchFiles: 2000,
  batchBytes: 20e9,
  /** A ZIP entry that grows more than this many times is not a picture. */
  zipRatio: 100,
} as const;
