export { blackBodyRgb, type Chromaticity, planckianChromaticity, type Rgb } from "./colourTemperature";
export {
  type ExposureSettings,
  evFromLuminance,
  exposureValue,
  illuminanceFromEv,
  luminanceFromEv,
} from "./exposureValue";
export {
  FILTER_NOTATIONS,
  type FilterNotation,
  filterStops,
  filterTransmission,
  type NeutralFilter,
  stackedFilterStops,
} from "./filter";
export { isOnLadder, type Ladder, nearestRung, thirdStops } from "./ladder";
export {
  LAMP_CLASS_IDS,
  LAMP_CLASSES,
  type LampClassId,
  type LampPanel,
  MAGNITUDE_ZERO_LUX,
  type MovingLamp,
  type PointLamp,
} from "./lamps";
export { LIT_SUBJECTS, type LitSubject } from "./subjects";
