import { PREVIEW_EDGES } from "@/contracts/limits";

/** Address of a stored small picture. */
export const thumbnailUrl = (hash: string): string => `/api/pictures/${hash}?as=thumbnail`;

const previewUrl = (hash: string, edge: (typeof PREVIEW_EDGES)[number]): string =>
  `/api/pictures/${hash}?as=preview&edge=${edge}`;

/** Address of a stored picture, small enough to fold many of them. */
export const smallUrl = (hash: string): string => previewUrl(hash, PREVIEW_EDGES[0]);

/** What an image needs to show a stored picture at screen size, on a station's main side, before anything else. */
export const previewOf = (hash: string) => ({
  src: previewUrl(hash, PREVIEW_EDGES[0]),
  srcSet: PREVIEW_EDGES.map((edge) => `${previewUrl(hash, edge)} ${edge}w`).join(", "),
  sizes: "(min-width: 48rem) 68vw, 100vw",
  fetchPriority: "high" as const,
});

/** Address of a stored picture's size and of what its pixels say. */
export const viewUrl = (hash: string): string => `/api/pictures/${hash}?as=view`;

/** Address of a part of a stored picture's pixels. */
export const tileUrl = (
  hash: string,
  { level, column, row }: { readonly level: number; readonly column: number; readonly row: number },
): string => `/api/pictures/${hash}?as=tile&level=${level}&column=${column}&row=${row}`;
