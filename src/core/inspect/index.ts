export { type BestFrame, bestOf } from "./best";
export { bestTry } from "./bestTry";
export { type Drift, type DriftMark, driftBetween, driftMark } from "./drift";
export { expectedNoise } from "./expectedNoise";
export { type ImageNoise, imageNoise } from "./imageNoise";
export { inspectPicture, type PictureFigures } from "./inspectPicture";
export { litShare } from "./litShare";
export { type PlannedFrame, type PlannedGot, plannedAndGot } from "./plannedGot";
export { pointImages } from "./pointImages";
export {
  type FrameBracket,
  type FrameSequence,
  type FrameSet,
  frameSets,
  type Slip,
  type TimedFrame,
} from "./sequences";
export { MAP_ACROSS, MAP_DOWN } from "./sharpnessMap";
export type { PointMark, Smear } from "./smear";
export { type SharpFigures, type Softness, softnessText, whySoft } from "./whySoft";
