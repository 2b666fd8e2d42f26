/** What kind of picture a shot is meant to be, in the order in which it is offered; `intents.ts` has a module for each. */
export const INTENT_IDS = [
  "light-trails",
  "blurred-subject",
  "smoothed-water",
  "emptied-place",
  "star-points",
  "star-arcs",
  "meteors",
  "light-drawing",
  "still-view",
  "frozen-action",
  "sweep",
  "glowing-background",
  "moving-picture",
] as const;
/** An intent by its id. */
export type IntentId = (typeof INTENT_IDS)[number];
