/** The parts of which a fused picture may be made, in the order in which they are kept and shown. */
export const LAYER_IDS = ["base", "ground", "stars", "moving"] as const;
/** A part of a fused picture. */
export type LayerId = (typeof LAYER_IDS)[number];

/** By how many stops each of a picture's parts is raised; −`LAYER_OFF_STOPS` and less leaves it out. */
export type LayerStops = Readonly<Partial<Record<LayerId, number>>>;

/** A part may be raised or lowered so far, stops. */
export const MOST_LAYER_STOPS = 4;
/** A part that is lowered so far is left out. */
export const LAYER_OFF_STOPS = 5;
