import { USUAL_SETTINGS } from "@/core/stack";

/** A request to the stacker in which nothing special is asked for: files, method and where the result goes are still to be said. */
export const PLAIN_REQUEST = {
  settings: USUAL_SETTINGS,
  darks: [],
  repairsHot: false,
  align: "none",
  ground: null,
  keeps: null,
  layersPath: null,
  notes: { software: "test" },
} as const;
