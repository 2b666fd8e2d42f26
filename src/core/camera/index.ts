export { type Camera, chosenCamera } from "./camera";
export { GENERIC_LENSES, GENERIC_PHONE } from "./genericPhone";
export type { CameraChoice, ClipOn, NamedPhone, PhoneLens, PhoneProfile } from "./phone";
