import type { SceneFacts } from "../facts";
import { INTENT_IDS, type IntentId } from "./ids";
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
import type { SolveRequest } from "./request";

const MODULES: Record<IntentId, Intent> = {
  "light-trails": lightTrails,
  "blurred-subject": blurredSubject,
  "smoothed-water": smoothedWater,
  "emptied-place": emptiedPlace,
  "star-points": starPoints,
  "star-arcs": starArcs,
  meteors: meteors,
  "light-drawing": lightDrawing,
  "still-view": stillView,
  "frozen-action": frozenAction,
  sweep: sweep,
  "glowing-background": glowingBackground,
  "moving-picture": movingPicture,
};

/** All intents in the order in which they are offered. */
export const INTENTS: readonly Intent[] = INTENT_IDS.map((id) => MODULES[id]);

/** An intent by its id. */
export const intentOf = (id: IntentId): Intent => MODULES[id];

/** Whether an intent is about the night sky itself. */
export const isOfStars = (id: IntentId): boolean => intentOf(id).ofStars;

/** A usual scene for an intent, from which a person starts. */
export const usualScene = (id: IntentId): SceneFacts => intentOf(id).scene;

/** What the metered surfaces of a shot are called. */
export const groundOf = ({ intent, sceneEv }: Pick<SolveRequest, "intent" | "sceneEv">): string =>
  intentOf(intent).ground(sceneEv);
