export { type FrameGroup, type FrameSettings, groupBySettings } from "./groups";
export { decodeSrgb, encodeSrgb } from "./srgb";
export { MARK, type PictureStatistics, pictureStatistics } from "./statistics";
