export { coverage, crossingSeconds, type FrameWidth, freezeSeconds, imageSpeedMmPerS, type Mover } from "./crossing";
export { framesForCleanMedian, ghostOpacity, medianCleanProbability } from "./crowd";
export { handHeldSeconds, SUPPORTS, type SupportKind, settleDelaySeconds, windBlurPx } from "./shake";
export {
  arcDeg,
  longestStarShutter,
  plateScaleArcsec,
  type StarSchool,
  starRate,
  starTrailPx,
} from "./stars";
export { shutterForContrast, WATERS, type WaterKind, waterContrast } from "./water";
