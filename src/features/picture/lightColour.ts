import type { PictureLight } from "@/core/outlook";

const COLOURS = { ground: "bone", sky: "mist" } as const;

/** A light's own colour, wherever it is drawn. */
export const lightColour = (of: PictureLight["of"]): string => (of === "ground" || of === "sky" ? COLOURS[of] : "lamp");
