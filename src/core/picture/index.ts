export { dithered } from "./dither";
export {
  type EdgeWidth,
  edgeWidths,
  SHARP_EDGE_PX,
  type Sharpness,
  shakenEdgePx,
  sharpnessOf,
  widestEdgePx,
} from "./edgeWidths";
export { JPEG_VARIANCE, ROUNDING_VARIANCE } from "./fileRounding";
export { type FrameGroup, type FrameSettings, groupBySettings, inTakenOrder } from "./groups";
export { LINEAR } from "./linearBytes";
export { type LumaPicture, lumaOf, lumaWithClips } from "./luma";
export { exposureErrors, type MeteredPicture, type MeteringMode } from "./metering";
export {
  halvedPixels,
  markedPixels,
  type PyramidLevel,
  pyramidLevels,
  TILE_PIXEL_BYTES,
  TILE_PX,
  type TileArea,
  tileArea,
  tilePixels,
} from "./pyramid";
export { decodeSrgb, encodeSrgb, srgbSlope } from "./srgb";
export {
  BIN_COUNT,
  binOf,
  binStops,
  type ClippedShares,
  clippedShares,
  DARKEST_STOPS,
  type LightHistogram,
  lightHistogram,
  MARK,
} from "./statistics";
