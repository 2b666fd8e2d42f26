import type { Scene } from "../scene";
import { SALT_MARSH } from "./saltMarsh";
import { TRAM_QUAY } from "./tramQuay";

/** Every scene that ships, by the order in which they are offered. */
export const SCENES: readonly Scene[] = [TRAM_QUAY, SALT_MARSH];

/** The scene of that name, or undefined. */
export function sceneNamed(name: string): Scene | undefined {
  return SCENES.find((scene) => scene.name === name);
}
