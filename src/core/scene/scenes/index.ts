import { SCENE_NAMES, type SceneName } from "../names";
import type { Scene } from "../scene";
import { CABLE_TRAM } from "./cableTram";
import { CLOCK_FACADE } from "./clockFacade";
import { HARBOUR_SWELL } from "./harbourSwell";
import { LANTERN_WALK } from "./lanternWalk";
import { MARKET_SQUARE } from "./marketSquare";
import { MILL_WEIR } from "./millWeir";
import { QUAY_ROAD } from "./quayRoad";
import { SALT_MARSH } from "./saltMarsh";
import { SKATE_YARD } from "./skateYard";

const BY_NAME: Readonly<Record<SceneName, Scene>> = {
  "quay-road": QUAY_ROAD,
  "cable-tram": CABLE_TRAM,
  "mill-weir": MILL_WEIR,
  "harbour-swell": HARBOUR_SWELL,
  "market-square": MARKET_SQUARE,
  "salt-marsh": SALT_MARSH,
  "clock-facade": CLOCK_FACADE,
  "lantern-walk": LANTERN_WALK,
  "skate-yard": SKATE_YARD,
};

/** Every scene that ships. */
export const SCENES: readonly Scene[] = SCENE_NAMES.map((name) => BY_NAME[name]);

/** The scene of that name, or undefined. */
export function sceneNamed(name: string): Scene | undefined {
  return SCENES.find((scene) => scene.name === name);
}
