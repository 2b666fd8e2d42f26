export { AUTOMATIC_KELVIN, filesOf, isoOf, kelvinOf } from "./automatic";
export { pressedAtMs, type RunMoment, runMoment } from "./clock";
export { type CaptureConditions, SOME_TIME } from "./conditions";
export { batteryUsedPercent, frameMegabytes, framesOnBattery, type RunCost, runCost } from "./cost";
export { type Cue, cuesOf } from "./cues";
export { warmedBy } from "./heat";
export {
  type CaptureCamera,
  type CapturePlan,
  deliveredSeconds,
  openSpanSeconds,
  type PlannedFrame,
  periodAfter,
  planCapture,
  plannedFrames,
  runSeconds,
  type Shutter,
  shutterOf,
} from "./plan";
export { planOfLine } from "./planOfLine";
export { type RampRoom, rampRoom, rampWith } from "./ramp";
