export { ENOUGH_STOPS, type NextTry, nextTry, type TestReading, type TryLimits, type TrySettings } from "./nextTry";
