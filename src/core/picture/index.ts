export { decodeSrgb, encodeSrgb } from "./srgb";
export { MARK, type PictureStatistics, pictureStatistics } from "./statistics";
