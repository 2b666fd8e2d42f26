export { asFollowed, asTurned } from "./follow";
export { fuseFrames, fusing } from "./fuseFrames";
export { type CrossedLimit, type Gathering, type GatheringLight, gatheringOf, lightAt } from "./gathering";
export {
  type MeasuredPicture,
  type MeasuredPromises,
  measurePicture,
} from "./measure";
export { framesUntil, openSeconds } from "./moment";
export type { OwnMarks, OwnPath, OwnRegion } from "./ownMarks";
export {
  CLIPPED_CODE,
  lightOf,
  type OwnFrame,
  ownStage,
  peopleLeft,
  unknownPixels,
  waterLeft,
} from "./ownPicture";
export { REST_WIDTH_PX, type Rehearsal, rehearse } from "./rehearse";
export { sceneNameFor } from "./sceneNameFor";
export { type ScreenPicture, screenPicture } from "./screen";
export { gainsFor } from "./stageLight";
export { opensAs, placeForShot, standInFor } from "./standIn";
