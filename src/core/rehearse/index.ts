export { fuseFrames } from "./fuseFrames";
export { type CrossedLimit, type Gathering, type GatheringLight, gatheringOf, lightAt } from "./gathering";
export { framesUntil, openSeconds } from "./moment";
export { type Rehearsal, rehearse } from "./rehearse";
export { type ScreenPicture, screenPicture } from "./screen";
export { type PlaceLight, stageEv, stillGainOf } from "./stageLight";
export { type AimedSky, standInFor } from "./standIn";
