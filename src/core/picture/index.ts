export { type FrameGroup, type FrameSettings, groupBySettings, inTakenOrder } from "./groups";
export { exposureErrors, type MeteredPicture, type MeteringMode } from "./metering";
export { decodeSrgb, encodeSrgb, srgbSlope } from "./srgb";
export { MARK, type PictureStatistics, pictureStatistics } from "./statistics";
