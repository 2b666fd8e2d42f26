export { type FrameMeasure, measureFrame } from "./frameMeasure";
export { type RunWarning, type WatchedFrame, type WatchedRun, warningsOf } from "./warnings";
