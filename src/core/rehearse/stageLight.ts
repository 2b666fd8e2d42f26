import { LastOnes } from "../lastOnes";
import { luminanceFromEv } from "../light";
import type { Lens } from "../optics";
import { METER_TO_CLIP_STOPS } from "../outlook";
import { type SampledLight, type Scene, type SceneSky, sampleStill, viewOf } from "../scene";
import { placeLevel } from "./placeLevel";

/** Picture in which a scene is metered, and how far apart it is looked at, pixels. */
const METERED_WIDTH_PX = 960;
const METERED_EVERY_PX = 12;
/** At most so much of a place's light is the sky's: its lamps are lit. */
const MOST_SKYLIGHT = 0.6;
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

/** What a scene's lamps, and the sky's light on its surfaces, are to be multiplied by. */
interface SceneGains {
  readonly lampGain: number;
  readonly skylightGain: number;
}

/** An evening's places: metering one takes as long as lighting a small picture. */
const known = new LastOnes<SceneGains>(20);

/**
 * The gains with which a scene meters as a person's own place does: the light of its sky stands as it is, its lamps are
 * brightened or dimmed. Where the sky alone would be too bright, less of it falls on the place. The last places are metered once.
 */
export function gainsFor(scene: Scene, lens: Lens, sceneEv: number): SceneGains {
  return known.of(JSON.stringify([scene, lens, sceneEv]), () => metered(scene, lens, sceneEv));
}

function metered(scene: Scene, lens: Lens, sceneEv: number): SceneGains {
  const [lamps, sky] = [
    { ...scene, lampGain: 1, skylightGain: 0, sky: NO_SKY },
    { ...scene, lampGain: 0, skylightGain: 1 },
  ].map((part) => sampleStill(part, viewOf(part, lens, METERED_WIDTH_PX), METERED_EVERY_PX));
  const wanted = luminanceFromEv(sceneEv);
  // What is brighter than white in a well exposed picture reads as white.
  const white = wanted * 2 ** METER_TO_CLIP_STOPS;
  const [byLamps, bySky] = [luminances(lamps!), luminances(sky!)];
  const level = (lampGain: number, skylightGain: number) =>
    placeLevel((pixel) => Math.min(white, lampGain * byLamps[pixel]! + skylightGain * bySky[pixel]!), sky!.depth);
  const ofSky = level(0, 1);
  const skylightGain = ofSky > MOST_SKYLIGHT * wanted ? (MOST_SKYLIGHT * wanted) / ofSky : 1;
  // Between a millionth and a million: bisection in stops.
  let [low, high] = [-20, 20];
  for (let step = 0; step < 24; step++) {
    const middle = (low + high) / 2;
    if (level(2 ** middle, skylightGain) < wanted) low = middle;
    else high = middle;
  }
  return { lampGain: 2 ** ((low + high) / 2), skylightGain };
}
