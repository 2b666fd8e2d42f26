/** Address of a stored small picture. */
export const thumbnailUrl = (hash: string): string => `/api/pictures/${hash}?as=thumbnail`;

/** Address of a stored picture at screen size. */
export const previewUrl = (hash: string, edge: 640 | 1600 | 2400): string =>
  `/api/pictures/${hash}?as=preview&edge=${edge}`;

/** Address of all of a stored picture's samples. */
export const samplesUrl = (hash: string): string => `/api/pictures/${hash}?as=samples`;
