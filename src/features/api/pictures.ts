import { PREVIEW_EDGES } from "@/contracts/limits";

/** Address of a stored small picture. */
export const thumbnailUrl = (hash: string): string => `/api/pictures/${hash}?as=thumbnail`;

const previewUrl = (hash: string, edge: (typeof PREVIEW_EDGES)[number]): string =>
  `/api/pictures/${hash}?as=preview&edge=${edge}`;

/** What an image needs to show a stored picture at screen size, on a station's main side, before anything else. */
export const previewOf = (hash: string) => ({
  src: previewUrl(hash, PREVIEW_EDGES[0]),
  srcSet: PREVIEW_EDGES.map((edge) => `${previewUrl(hash, edge)} ${edge}w`).join(", "),
  sizes: "(min-width: 48rem) 68vw, 100vw",
  fetchPriority: "high" as const,
});

/** Address of all of a stored picture's samples. */
export const samplesUrl = (hash: string): string => `/api/pictures/${hash}?as=samples`;
