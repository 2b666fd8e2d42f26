/** The lights that a finished picture may be taken apart into, as a look line names them, from the darkest up. */
export const FINISH_LIGHT_IDS = [
  "shadows",
  "ground",
  "water",
  "facade",
  "sky",
  "stars",
  "sodium",
  "warm",
  "neutral",
  "cold",
  "windows",
  "lamps",
  "trails",
] as const;
/** A light of a picture that is finished. */
export type FinishLightId = (typeof FINISH_LIGHT_IDS)[number];

/** How a light is told from the others. */
export type LightKind =
  /** By where it is, or how bright: found in every picture that has it. */
  | "place"
  /** By its colour: what lamps light, of that many Kelvin and more, less than the next one's. */
  | { readonly fromKelvin: number }
  /** By what a stack has kept of it. */
  | "part"
  /** By somebody who paints it, by hand or with one press where it can be found: lamps light most of it, and it is those lamps' then. */
  | "painted";

/** What each is called, what it holds, and how it is told from the others. */
export const FINISH_LIGHTS: Readonly<
  Record<FinishLightId, { readonly name: string; readonly holds: string; readonly kind: LightKind }>
> = {
  shadows: { name: "Shadows", holds: "ground that hardly any lamp reaches", kind: "place" },
  ground: { name: "Ground", holds: "what is lit, of no lamp's own colour", kind: "place" },
  water: { name: "Water", holds: "smoothed water, where the scene has some", kind: "place" },
  facade: { name: "Façade", holds: "walls, where somebody has painted them", kind: "painted" },
  sky: { name: "Sky", holds: "what lies above the ground's edge", kind: "place" },
  stars: { name: "Stars", holds: "points of light in the sky", kind: "place" },
  sodium: { name: "Sodium lamps", holds: "lamps of less than 2,400 K and what they light", kind: { fromKelvin: 0 } },
  warm: { name: "Warm lamps", holds: "lamps of 2,400 to 3,600 K and what they light", kind: { fromKelvin: 2400 } },
  neutral: {
    name: "Neutral lamps",
    holds: "lamps of 3,600 to 5,600 K and what they light",
    kind: { fromKelvin: 3600 },
  },
  cold: { name: "Blue light", holds: "dusk and lamps of more than 5,600 K, on the ground", kind: { fromKelvin: 5600 } },
  windows: { name: "Windows", holds: "lit windows: bright places of the ground that end sharply", kind: "place" },
  lamps: { name: "Lamps", holds: "lamps themselves: what is nearly white on the ground", kind: "place" },
  trails: { name: "Trails", holds: "what exceeds the mean of the stack's frames", kind: "part" },
};

/** Lights that somebody may paint: stars are too small for a brush. */
export const PAINTABLE_LIGHT_IDS = FINISH_LIGHT_IDS.filter((id) => id !== "stars");

/** Lights that are lamps' colours, the warmest first. */
export const LAMP_LIGHTS: readonly { readonly id: FinishLightId; readonly fromKelvin: number }[] =
  FINISH_LIGHT_IDS.flatMap((id) => {
    const { kind } = FINISH_LIGHTS[id];
    return typeof kind === "object" ? [{ id, fromKelvin: kind.fromKelvin }] : [];
  }).sort((a, b) => a.fromKelvin - b.fromKelvin);
