export { type Camera, chosenCamera, readAs } from "./camera";
export { CROP_NAMES, CROPS, type Crop, cropped, framed, WHOLE_SENSOR } from "./crop";
export { GENERIC_LENSES, GENERIC_PHONE } from "./genericPhone";
export type { CameraChoice, ClipOn, NamedPhone, PhoneLens, PhoneProfile } from "./phone";
