export { CLEAN_MEDIAN, cleanMedianProbability, framesForCleanMedian, medianEmpties } from "./cleanMedian";
export {
  coverage,
  crossingSeconds,
  type FrameWidth,
  freezeSeconds,
  imageSpeedMmPerS,
  type Mover,
  type PathSpan,
  pathDirection,
  seenStretch,
} from "./crossing";
export { ghostOpacity } from "./crowd";
export {
  type DrawnPath,
  depthAt,
  drawnPath,
  type ImagePath,
  imagePath,
  secondsForShare,
  WHOLE_SHARE,
} from "./imagePath";
export { type OpensAs, opensAtM } from "./opening";
export { type PressMoment, pressMoment } from "./press";
export { nearestLandmarkM, type PressWish, pressAfterSeconds } from "./pressCountdown";
export {
  handHeldSeconds,
  offeredDelaySeconds,
  SUPPORT_KINDS,
  SUPPORTS,
  type Support,
  type SupportKind,
  SWAY_SECONDS,
  settleDelaySeconds,
  shakeScale,
  supportOf,
  touchBlurPx,
  usualSupport,
  windBlurPx,
  windBlurWithinPx,
} from "./shake";
export {
  arcDeg,
  longestStarShutter,
  mostStarGapSeconds,
  plateScaleArcsec,
  type StarSchool,
  starRate,
  starTrailPx,
} from "./stars";
export { memorySeconds, shutterForContrast, WATERS, type WaterKind, waterContrast } from "./water";
