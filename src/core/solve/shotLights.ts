import { groundOf, type SolveRequest } from "../intent";
import { lightName, type PictureLight } from "../outlook";
import type { Recipe } from "../recipe";
import { type LightScale, lightScaleOf } from "./lightScale";
import { type Study, studyOf } from "./study";

/** Where the lights of a shot's scene lie in a recipe's picture, what is asked of each, and what each is called. */
export interface ShotLights {
  readonly study: Study;
  readonly scale: LightScale;
  readonly nameOf: (of: PictureLight["of"]) => string;
}

/** The lights of a shot by a recipe; null for one without a shutter time. */
export function shotLights(request: SolveRequest, recipe: Recipe): ShotLights | null {
  const study = studyOf(request, recipe);
  if (!study) return null;
  const ground = groundOf(request);
  return { study, scale: lightScaleOf(request, study.outlook), nameOf: (of) => lightName({ of }, ground) };
}
