export { type LookOfColour, lookOf, TINT_BOUNDS } from "./colour";
export { denoised, type PictureNoise } from "./denoise";
export { type SettledLook, SHOWN_FLOOR, settleLook } from "./develop";
export { developPixels, developRows, type PixelsToDevelop } from "./developKernel";
export { applyFields, isPlainField } from "./fields";
export { type FoundLight, findLights, type PictureLights } from "./findLights";
export { finishedRows, type KnownPicture } from "./finishedRows";
export { framedRows, frameOf, largestPrint, type PictureFrame, uprightingOf } from "./frame";
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
export { type GrainSizes, measureGrains, REACH as NOISE_REACH, SCALES as NOISE_SCALES } from "./scales";
export { shapedStars, starDrift } from "./shapeStars";
export { sharpened } from "./sharpen";
