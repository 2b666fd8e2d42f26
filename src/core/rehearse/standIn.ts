import { type IntentId, isOfStars } from "../intent";
import { type Scene, sceneNamed } from "../scene";

/** The sky that a camera is aimed at. */
export interface AimedSky {
  readonly latitudeDeg: number;
  readonly azimuthDeg: number;
  readonly tiltDeg: number;
  /** Local sidereal time when the shot begins. */
  readonly siderealHours: number;
}

/** The scene that stands in for a person's own: a lit quay, or a dark marsh under the very sky that is aimed at. */
export function standInFor(intent: IntentId, sky: AimedSky | null): Scene {
  if (!isOfStars(intent)) return sceneNamed("tram-quay")!;
  const marsh = sceneNamed("salt-marsh")!;
  if (sky === null) return marsh;
  const { tiltDeg, ...stars } = sky;
  return { ...marsh, cameraTiltDeg: tiltDeg, stars };
}
