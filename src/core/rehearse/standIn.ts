import type { SceneFacts } from "../facts";
import { type IntentId, intentOf } from "../intent";
import { evFromLuminance, luminanceFromEv } from "../light";
import type { OpensAs } from "../motion";
import type { Lens } from "../optics";
import { type Scene, type SceneSky, type ShotSky, sceneForShot, sceneNamed } from "../scene";
import { clearSky, darkSkyLuminance, magnitudeFromLuminance } from "../sky";
import { sceneNameFor } from "./sceneNameFor";
import { gainsFor } from "./stageLight";

/** The sky by itself is looked for where it usually stands in a picture, degrees. */
const SKY_ALTITUDE_DEG = 20;
/** A sky whose hour nobody knows is so much darker than the place, stops: the best of the balance window. */
const BALANCE_STOPS = -0.3;
/** Water mirrors its sky a stop and more darker than that is: three quarters of its light, the rest is its lamps'. */
const OVER_WATER_STOPS = 0.85;
const LATEST_SUN_DEG = -16;
const EARLIEST_SUN_DEG = -2;

/** The evening at which a place's sky stands in balance with a light of its own. */
function balancedSky({ sky, subject }: Scene, sceneEv: number): SceneSky {
  const wanted = sceneEv + (subject === "water" ? OVER_WATER_STOPS : BALANCE_STOPS);
  const evAt = (altitudeDeg: number) => {
    const { moon, sun, darkSkyMagPerArcsec2 } = sky;
    const towards = clearSky({
      sun: { altitudeDeg, azimuthDeg: sun.awayDeg },
      moon: { ...moon, azimuthDeg: moon.awayDeg },
      darkSkyMagPerArcsec2,
    });
    return evFromLuminance(towards({ altitudeDeg: SKY_ALTITUDE_DEG, azimuthDeg: 0 }));
  };
  let [low, high] = [LATEST_SUN_DEG, EARLIEST_SUN_DEG];
  for (let step = 0; step < 20; step++) {
    const middle = (low + high) / 2;
    if (evAt(middle) > wanted) high = middle;
    else low = middle;
  }
  return { ...sky, sun: { ...sky.sun, altitudeDeg: (low + high) / 2 } };
}

/**
 * The scene that stands in for a person's own place: the one that was picked, or that of the intent, with the shot's own
 * mover, lamps, traffic, water and people, under the very sky that is aimed at, and as bright as the person's place.
 */
export function standInFor(intent: IntentId, shot: SceneFacts, sky: ShotSky | null, lens: Lens): Scene {
  return placeForShot(sceneNamed(sceneNameFor(intent, shot))!, shot, sky, lens, opensAs(intent));
}

/** Where the mover is as the shutter opens: what is released at once has it before it. */
export const opensAs = (intent: IntentId): OpensAs => (intentOf(intent).release === "at-once" ? "passes" : "enters");

/** A place under the sky that goes with a shot that does not aim yet: in balance with its lamps, or of stars as dark as is said. */
function underUsualSky(place: Scene, { sceneEv, skyEv }: SceneFacts): Scene {
  if (!place.stars) return { ...place, sky: balancedSky(place, sceneEv) };
  if (skyEv === null) return place;
  const promised = luminanceFromEv(skyEv);
  const overhead = magnitudeFromLuminance(promised);
  // A dark sky is brighter lower down, where the camera looks: by so much less it is overhead.
  const lower = darkSkyLuminance(overhead, place.camera.tiltDeg) / promised;
  return { ...place, sky: { ...place.sky, darkSkyMagPerArcsec2: overhead + 2.5 * Math.log10(lower) } };
}

/** What a shot is exposed for: what stands near before something far, where the place has such a thing, else the place's own. */
const subjectOf = ({ surfaces, subject }: Scene, { subjectM, backgroundM }: SceneFacts): Scene["subject"] =>
  subjectM !== null && backgroundM !== null && surfaces.some(({ region }) => region === "figure") ? "figure" : subject;

/** A place as a shot finds it: see `standInFor`. */
export function placeForShot(place: Scene, shot: SceneFacts, sky: ShotSky | null, lens: Lens, opensAs: OpensAs): Scene {
  const scene = sceneForShot(sky === null ? underUsualSky(place, shot) : place, { ...shot, opensAs }, sky, lens);
  const shown = { ...scene, subject: subjectOf(scene, shot) };
  return { ...shown, ...gainsFor(shown, lens, shot.sceneEv, shot.highlightStops) };
}
