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
export { patientScores, SLOT_MINUTES } from "./patience";
export { type Arrangement, arrangeShots, MOST_SHOTS, type PlacedShot, type ShotToPlace } from "./schedule";
export { bestStretch, type ScoredStretch, type ScoreReason, scoreMoment, scoreReasons } from "./score";
export { BALANCE_STOPS, type NightWindow, nightWindows, WINDOW_KINDS, type WindowKind } from "./windows";
export { datesOfYear, NIGHT_SLOTS, type NightHours, type ScoredNight, scoreYear } from "./year";
