export { type Rehearsal, type RehearsalRequest, rehearse } from "./rehearse";
export { stageEv } from "./stageLight";
export { type AimedSky, standInFor } from "./standIn";
