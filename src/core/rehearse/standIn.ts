import { type IntentId, intentOf } from "../intent";
import { type Scene, sceneNamed } from "../scene";

/** The sky that a camera is aimed at. */
export interface AimedSky {
  readonly latitudeDeg: number;
  readonly azimuthDeg: number;
  readonly tiltDeg: number;
  /** Local sidereal time when the shot begins. */
  readonly siderealHours: number;
}

/** The scene that stands in for a person's own: the intent's, under the very sky that is aimed at where it has stars. */
export function standInFor(intent: IntentId, sky: AimedSky | null): Scene {
  const scene = sceneNamed(intentOf(intent).stage)!;
  if (scene.stars === null || sky === null) return scene;
  const { tiltDeg, ...stars } = sky;
  return { ...scene, cameraTiltDeg: tiltDeg, stars };
}
