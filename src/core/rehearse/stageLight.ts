import { LastOnes } from "../lastOnes";
import { luminanceFromEv } from "../light";
import type { Lens } from "../optics";
import { type SampledLight, type Scene, type SceneSky, sampleStill, viewOf } from "../scene";

/** Picture in which a scene is metered, and how far apart it is looked at, pixels. */
const METERED_WIDTH_PX = 960;
const METERED_EVERY_PX = 12;
/** At most so much of a place's light is the sky's: its lamps are lit. Of water, which mirrors it, more. */
const MOST_SKYLIGHT = 0.6;
const MOST_SKYLIGHT_IN_WATER = 0.8;
/** Between a millionth and a million: more cannot be made of a place's lamps, and less of them is none. */
const [LEAST_GAIN, MOST_GAIN] = [1e-6, 1e6];
/** A sky that gives no light at all. */
const NO_SKY: SceneSky = {
  sun: { altitudeDeg: -90, awayDeg: 0 },
  moon: { altitudeDeg: -90, awayDeg: 0, phaseAngleDeg: 180 },
  darkSkyMagPerArcsec2: 60,
  cloud: 0,
  cloudDriftMps: 0,
};

/** Luminance at every place, cd/m². */
const luminances = ({ light, depth }: SampledLight): Float32Array =>
  depth.map((_, at) => 0.2126 * light[3 * at]! + 0.7152 * light[3 * at + 1]! + 0.0722 * light[3 * at + 2]!);

/** What a scene's lamps, the sky's light on its surfaces and what shines by itself are to be multiplied by. */
type SceneGains = Pick<Scene, "lampGain" | "skylightGain" | "shineGain">;

/** An evening's places: metering one takes as long as lighting a small picture. */
const known = new LastOnes<SceneGains>(20);

/**
 * The gains with which a scene's subject is as bright as is said of a person's own, and what shines by itself as far over it as its
 * brightest parts are said to be. The light of its sky stands as it is, its lamps are brightened or dimmed; where the sky alone
 * would be too bright, less of it falls on the place. The last places are metered once.
 *
 * @param sceneEv Of the subject's mean luminance in the picture.
 */
export function gainsFor(scene: Scene, lens: Lens, sceneEv: number, highlightStops: number): SceneGains {
  return known.of(JSON.stringify([scene, lens, sceneEv, highlightStops]), () =>
    metered(scene, lens, sceneEv, highlightStops),
  );
}

/** The mean of the subject's light. */
function subjectMean(seen: SampledLight): number {
  const light = luminances(seen);
  let sum = 0;
  let count = 0;
  seen.subject.forEach((is, at) => {
    if (is === 0) return;
    sum += light[at]!;
    count++;
  });
  return sum / count;
}

function metered(scene: Scene, lens: Lens, sceneEv: number, highlightStops: number): SceneGains {
  const view = viewOf(scene, lens, METERED_WIDTH_PX);
  const seenWith = (part: Partial<Scene>) => sampleStill({ ...scene, ...part }, view, METERED_EVERY_PX);
  const bySky = seenWith({ lampGain: 0, skylightGain: 1, shineGain: 0 });
  // Out of the picture, as behind a long lens: then all that stands counts.
  if (!bySky.subject.includes(1))
    return scene.subject === null
      ? { lampGain: 1, skylightGain: 1, shineGain: 1 }
      : metered({ ...scene, subject: null }, lens, sceneEv, highlightStops);
  const byLamps = seenWith({ lampGain: 1, skylightGain: 0, shineGain: 0, sky: NO_SKY });
  const wanted = luminanceFromEv(sceneEv);
  const ofSky = subjectMean(bySky);
  // Land under stars has no lamps: what is not the sky's there is what somebody brought.
  const most = scene.stars ? 1 : scene.subject === "water" ? MOST_SKYLIGHT_IN_WATER : MOST_SKYLIGHT;
  const skylightGain = Math.min(1, (most * wanted) / ofSky);
  const missing = Math.max(0, wanted - skylightGain * ofSky);
  const lampGain = Math.max(
    LEAST_GAIN,
    Math.min(MOST_GAIN, missing / Math.max(Number.MIN_VALUE, subjectMean(byLamps))),
  );
  const shines = scene.surfaces.flatMap((surface) => ("shine" in surface && surface.shine ? [surface.shine] : []));
  const brightest = Math.max(0, ...shines.map(({ luminanceCdM2 }) => luminanceCdM2));
  const shineGain = brightest > 0 ? (wanted * 2 ** highlightStops) / brightest : 1;
  return { lampGain, skylightGain, shineGain };
}
