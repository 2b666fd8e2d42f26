export { type LookOfColour, lookOf, TINT_BOUNDS } from "./colour";
export { SHOWN_FLOOR, settleLook } from "./develop";
export { developPixels, developRows, type PixelsToDevelop } from "./developKernel";
export { type FoundLight, findLights, type PictureLights } from "./findLights";
export { FINISH_LIGHT_IDS, FINISH_LIGHTS, type FinishLightId } from "./lightIds";
export {
  type Crop,
  LIGHT_VALUES,
  type LightMove,
  LOOK_VALUE_IDS,
  LOOK_VALUES,
  type Look,
  type LookValueId,
  look,
  onSteps,
  PLAIN_LOOK,
} from "./look";
export { type LookProblem, MOST_LOOK_LETTERS, type ParsedLook, parseLook, printLook } from "./lookLine";
export { type LightMeasure, measureLight } from "./measureLight";
export type { KnownOfPicture } from "./memberships";
export { type AtExposure, exposureToHold, exposureToTouch } from "./moves";
export { measureNoise, type NoiseModel, noiseFloorStops } from "./noise";
export { type PixelParts, partsOf } from "./partsOf";
export { type CodedPicture, type LightPicture, lightOfCodes, reduced, stopsPlane } from "./picture";
