import type { PictureLights } from "./findLights";
import type { LightMove, Look } from "./look";

/** What of a picture has to be known for a look; all else need not be worked out. */
export interface Asked {
  readonly lights: boolean;
  /** What of its light moves, pixel by pixel. */
  readonly moving: boolean;
  /** The size of its noise's grains. */
  readonly grains: boolean;
  /** How long its stars are. */
  readonly drift: boolean;
}

/** Whether trails are moved; to be given a colour again they need not be told from what stands. */
export const movesTrails = ({ recolour: _, ...moves }: LightMove): boolean =>
  Object.values(moves).some((move) => move !== undefined);

export function askedBy({ values, lights }: Look): Asked {
  const { highlights, glow, grain, speckle } = values;
  return {
    lights: Object.keys(lights).length > 0 || highlights !== undefined || glow !== undefined,
    moving: movesTrails(lights.trails ?? {}),
    grains: grain !== undefined || speckle !== undefined,
    drift: lights.stars?.round !== undefined,
  };
}

const nothing = { width: 1, height: 1, values: new Float32Array(1) };

/** A picture in which nobody has looked for lights. */
export const NO_LIGHTS: PictureLights = {
  lights: [],
  memberships: [],
  surroundings: { slope: nothing, offset: nothing },
  starsFrom: null,
  glow: null,
  trailColours: null,
  hasTrailsApart: false,
};
