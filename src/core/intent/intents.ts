import type { Intent } from "./intent";
import { blurredSubject } from "./intents/blurredSubject";
import { emptiedPlace } from "./intents/emptiedPlace";
import { frozenAction } from "./intents/frozenAction";
import { glowingBackground } from "./intents/glowingBackground";
import { lightDrawing } from "./intents/lightDrawing";
import { lightTrails } from "./intents/lightTrails";
import { meteors } from "./intents/meteors";
import { movingPicture } from "./intents/movingPicture";
import { smoothedWater } from "./intents/smoothedWater";
import { starArcs } from "./intents/starArcs";
import { starPoints } from "./intents/starPoints";
import { stillView } from "./intents/stillView";
import { sweep } from "./intents/sweep";
import type { SceneAssumptions, ShotRequest } from "./request";

const LIST = [
  lightTrails,
  blurredSubject,
  smoothedWater,
  emptiedPlace,
  starPoints,
  starArcs,
  meteors,
  lightDrawing,
  stillView,
  frozenAction,
  sweep,
  glowingBackground,
  movingPicture,
] as const satisfies readonly Intent[];

/** What kind of picture a shot is meant to be. */
export type IntentId = (typeof LIST)[number]["id"];

/** All intents in the order in which they are offered. */
export const INTENTS: readonly (Intent & { readonly id: IntentId })[] = LIST;

export const INTENT_IDS = LIST.map(({ id }) => id) as [IntentId, ...IntentId[]];

/** An intent by its id. */
export function intentOf(id: IntentId): Intent & { readonly id: IntentId } {
  return INTENTS.find((candidate) => candidate.id === id)!;
}

/** Whether an intent is about the night sky itself. */
export const isOfStars = (id: IntentId): boolean => intentOf(id).ofStars;

/** A usual scene for an intent, from which a person starts. */
export const usualScene = (id: IntentId): SceneAssumptions => intentOf(id).scene;

/** A question to the solver: a shot, and what it is meant to be. */
export interface SolveRequest extends ShotRequest {
  readonly intent: IntentId;
}

/** What the metered surfaces of a shot are called. */
export const groundOf = ({ intent, sceneEv }: Pick<SolveRequest, "intent" | "sceneEv">): string =>
  intentOf(intent).ground(sceneEv);
