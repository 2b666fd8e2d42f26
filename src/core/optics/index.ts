export { blurDiscMm, depthOfField, type FocusSetting, hyperfocalMetres } from "./depthOfField";
export { coveredMetres, equivalentFocalMm, FULL_FRAME_DIAGONAL_MM, fieldOfViewDeg, sensorSizeMm } from "./geometry";
export { GENERIC_MAIN_LENS, GENERIC_TELE_LENS, GENERIC_ULTRA_WIDE_LENS, type Lens } from "./lens";
export { FWHM_PER_SIGMA, LEAST_TRAIL_PX, POINT_FWHM_PX } from "./lensBlur";
export { type FallingLens, fallInPlace, liftOf, lightFallOf, shownShare } from "./lightFall";
export { type CameraPose, directionOf, type PicturePoint, pictureProjection } from "./pose";
