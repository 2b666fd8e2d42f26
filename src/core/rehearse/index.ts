export { fuseFrames } from "./fuseFrames";
export { type Rehearsal, rehearse } from "./rehearse";
export { type PlaceLight, stageEv, stillGainOf } from "./stageLight";
export { type AimedSky, standInFor } from "./standIn";
