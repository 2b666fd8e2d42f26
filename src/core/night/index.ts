export { arrangeOnNight, type NightArrangement } from "./arrange";
export { type OutingBudget, type PlanConflict, type PlannedBlock, planConflicts } from "./conflicts";
export {
  type Moment,
  momentsOf,
  type NightOverrides,
  type NightPlan,
  type NightSite,
  NO_OVERRIDES,
  planNight,
  type Source,
} from "./moment";
export { type NextWindow, nextWindows } from "./nextWindows";
export { nightDateOf } from "./nightDate";
export { arrangeShots, MOST_SHOTS, type PlacedShot, type ShotToPlace } from "./schedule";
export { bestStretch, type ScoredStretch, type ScoreReason, scoreMoment, scoreReasons } from "./score";
export { bestOfSlots, type ScoredSlot, SLOT_MINUTES, scoreOfBlock, slotScores } from "./slots";
export { BALANCE_STOPS, type NightWindow, nightWindows, WINDOW_KINDS, type WindowKind } from "./windows";
export { datesOfYear, NIGHT_SLOTS, type NightHours, planWithoutWeather, type ScoredNight, scoreYear } from "./year";
