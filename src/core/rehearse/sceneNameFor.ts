import type { SceneFacts } from "../facts";
import { type IntentId, intentOf } from "../intent";
import type { SceneName } from "../scene/names";

/** Which scene stands in for a shot's place. */
export const sceneNameFor = (intent: IntentId, { place, water }: Pick<SceneFacts, "place" | "water">): SceneName =>
  place ?? intentOf(intent).stage({ water });
