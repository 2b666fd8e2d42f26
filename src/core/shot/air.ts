import { totalCloudPercent, type Weather } from "../conditions";
import type { SceneAir } from "../scene/air";

/** Half-saturated air takes all but 1/e of a light over this far, metres: a rural haze one sees some 90 km through. */
const HALF_MOIST_M = 24_000;
/** How its haze swells with moisture. @see Kasten, Tellus 21 (1969), 631-635 */
const SWELLING = 0.6;
/** Beyond this the drops are fog, which a temperature and a dew point do not tell. */
const MOISTEST = 0.99;
/** Wind at the height of thin cloud against that near the ground. */
const ALOFT = 2;

/** Relative humidity, 0 to 1. @see Alduchov & Eskridge, J. Appl. Meteor. 35 (1996), 601-609 */
export function relativeHumidity({ temperatureC, dewPointC }: Pick<Weather, "temperatureC" | "dewPointC">): number {
  const magnus = (celsius: number) => Math.exp((17.625 * celsius) / (243.04 + celsius));
  return Math.min(1, magnus(dewPointC) / magnus(temperatureC));
}

/** The air that a scene is seen through in some weather: moist air is hazy. */
export function airOf(weather: Weather): SceneAir {
  const dryness = 1 - Math.min(MOISTEST, relativeHumidity(weather));
  return {
    cloud: totalCloudPercent(weather) / 100,
    cloudDriftMps: ALOFT * weather.windMps,
    visibilityMetres: HALF_MOIST_M * (dryness / 0.5) ** SWELLING,
  };
}
