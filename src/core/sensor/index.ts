export { type ExposureRequest, exposeBand, exposeRawBand } from "./expose";
export type { Band } from "./exposeKernel";
export { type HotSample, hotSamples } from "./hotPixels";
export {
  DARK_DOUBLING_CELSIUS,
  darkCurrent,
  electronsPerLuminanceSecond,
  FOCAL_PLANE_FACTOR,
  fullWell,
  LENS_TRANSMISSION,
  noiseElectrons,
  readNoise,
  SATURATION_CONSTANT,
  type SignalConditions,
  saturationExposure,
} from "./response";
export { shortestSubExposure } from "./subExposure";
export { type ColourResponse, colourResponse, FILTER_ARRAY, whitened } from "./whiteBalance";
