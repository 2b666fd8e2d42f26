export { type FrameMeasure, measureFrame, shiftBetween } from "./frameMeasure";
export { type RunWarning, type WatchedFrame, type WatchedRun, warningsOf } from "./warnings";
