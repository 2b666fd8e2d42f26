export {
  coverage,
  crossingSeconds,
  type FrameWidth,
  freezeSeconds,
  imageSpeedMmPerS,
  type Mover,
  pathDirection,
  type Stretch,
  seenStretch,
} from "./crossing";
export { framesForCleanMedian, ghostOpacity, medianCleanProbability } from "./crowd";
export { type PressMoment, pressMoment } from "./press";
export {
  handHeldSeconds,
  offeredDelaySeconds,
  SUPPORT_KINDS,
  SUPPORTS,
  type Support,
  type SupportKind,
  settleDelaySeconds,
  windBlurPx,
  windSeconds,
} from "./shake";
export {
  arcDeg,
  longestStarShutter,
  plateScaleArcsec,
  type StarSchool,
  starRate,
  starTrailPx,
} from "./stars";
export { shutterForContrast, WATERS, type WaterKind, waterContrast } from "./water";
