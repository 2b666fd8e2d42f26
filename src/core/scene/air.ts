/** How wet the ground is found: rain is not in the night's weather, so somebody says it. */
export const GROUND_WETNESS = ["dry", "damp", "wet"] as const;
/** How wet the ground is. */
export type GroundWetness = (typeof GROUND_WETNESS)[number];

/** The air of an hour. */
export interface SceneAir {
  /** Share of thin cloud, 0 to 1, and how fast it drifts. */
  readonly cloud: number;
  readonly cloudDriftMps: number;
  /** As a scene has it. */
  readonly visibilityMetres: number;
}
