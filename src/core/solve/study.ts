import { type CaptureConditions, type CapturePlan, planCapture } from "../capture";
import type { SolveRequest } from "../intent";
import { type Outlook, outlookOf } from "../outlook";
import type { Recipe } from "../recipe";
import { explain, type Figure } from "./explain";
import { demandsOf, type Judgement, judge } from "./judge";

/** What a recipe comes to under a request. */
export interface Study {
  readonly request: SolveRequest;
  readonly plan: CapturePlan;
  readonly outlook: Outlook;
  /** Worked out when first asked for. */
  readonly judgement: Judgement;
  readonly figures: readonly Figure[];
}

/** The outlook is the same whenever the frames are taken and whatever their noise comes to. */
const ANY_MOMENT = { pressedAtMs: 0, seed: 1 } as const;

const known = new WeakMap<SolveRequest, WeakMap<Recipe, Study | null>>();

/**
 * Everything that is worked out of a recipe under a request, once for each two of them: plan, outlook, judgement and figures.
 *
 * @returns null for a recipe without a shutter time.
 */
export function studyOf(request: SolveRequest, recipe: Recipe): Study | null {
  let ofRequest = known.get(request);
  if (!ofRequest) {
    ofRequest = new WeakMap();
    known.set(request, ofRequest);
  }
  let study = ofRequest.get(recipe);
  if (study === undefined) {
    study = workOut(request, recipe);
    ofRequest.set(recipe, study);
  }
  return study;
}

function workOut(request: SolveRequest, recipe: Recipe): Study | null {
  const { sensorCelsius, schools, camera } = request;
  const written = recipe.files === null ? { ...recipe, files: schools.files } : recipe;
  const plan = planCapture(written, camera, { ...ANY_MOMENT, sensorCelsius });
  if (plan === null) return null;
  const outlook = outlookOf(plan, request);
  let judgement: Judgement | null = null;
  let figures: readonly Figure[] | null = null;
  return {
    request,
    plan,
    outlook,
    get judgement() {
      judgement ??= judge(outlook, demandsOf(request));
      return judgement;
    },
    get figures() {
      figures ??= explain(request, this.judgement);
      return figures;
    },
  };
}

/** The same frames taken at a moment, with the noise of a seed. */
export const takenAt = (plan: CapturePlan, { pressedAtMs, seed }: Pick<CaptureConditions, "pressedAtMs" | "seed">) => ({
  ...plan,
  pressedAtMs,
  seed,
});
