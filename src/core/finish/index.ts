export { applyFields } from "./applyFields";
export { type Asked, askedBy, NO_LIGHTS } from "./asked";
export { type LookOfColour, lookOf, OUT_SPACES, type OutSpace, TINT_BOUNDS } from "./colour";
export { applyTable, type ColourTable, MOST_TABLE_LETTERS, readColourTable } from "./colourTable";
export { cubeText, notInTable } from "./cube";
export { denoised, type PictureNoise } from "./denoise";
export { type SettledLook, SHOWN_FLOOR, settleLook } from "./develop";
export { developPixels, developRows, type PixelsToDevelop } from "./developKernel";
export { isPlainField } from "./fields";
export { type FoundLight, findLights, type PictureLights } from "./findLights";
export {
  areaAsked,
  cutCodes,
  finishedArea,
  finishedRows,
  grown,
  type KnownPicture,
  LOOKS_BEYOND,
} from "./finishedRows";
export {
  areaBehind,
  framedLike,
  frameOf,
  largestPrint,
  type PictureFrame,
  placeUnder,
  uprightingOf,
} from "./frame";
export { framedArea, framedRows } from "./framedArea";
export { FINISH_LIGHT_IDS, FINISH_LIGHTS, type FinishLightId, PAINTABLE_LIGHT_IDS } from "./lightIds";
export {
  type Crop,
  CURVE_BOUNDS,
  type CurvePoint,
  hasValue,
  LIGHT_VALUES,
  type LightMove,
  LOOK_VALUE_IDS,
  LOOK_VALUES,
  type Look,
  type LookValueId,
  look,
  MOST_CURVE_POINTS,
  onSteps,
  PLAIN_LOOK,
  TABLE_NAME,
  TABLE_PERCENT,
  VALUE_GROUPS,
  type ValueGroup,
} from "./look";
export { type LookOfFile, lookFileText, readLookFile } from "./lookFile";
export { type LookProblem, MOST_LOOK_LETTERS, type ParsedLook, parseLook, printLook } from "./lookLine";
export { type Losses, lossesOf } from "./losses";
export { type LightMeasure, measureLight } from "./measureLight";
export { type KnownOfPicture, NOTHING_KNOWN } from "./memberships";
export { type AtExposure, exposureToHold, exposureToTouch } from "./moves";
export { measureNoise, type NoiseModel, noiseFloorStops, noiseShare } from "./noise";
export { type PixelParts, partsOf, partsOfBytes } from "./partsOf";
export { type CodedPicture, type LightPicture, lightOfCodes, stopsPlane } from "./picture";
export { type Area, type Piece, wholePiece } from "./piece";
export { reduced } from "./reduced";
export { type GrainSizes, measureGrains, REACH as NOISE_REACH, SCALES as NOISE_SCALES, WHITE_GRAINS } from "./scales";
export { type StarDrift, shapedStars, starDrift } from "./shapeStars";
export { sharpened } from "./sharpen";
export { type Outline, standingOutlines } from "./standing";
export { through } from "./tone";
export { lostColour } from "./trailColours";
export { trailShares } from "./trailShares";
