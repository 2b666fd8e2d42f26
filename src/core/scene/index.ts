export { type View, viewOf } from "./camera";
export { SCENE_NAMES, type SceneName } from "./names";
export { renderStaticRows } from "./renderStatic";
export type { Scene, SceneSky, StarSky } from "./scene";
export { SCENES, sceneNamed } from "./scenes";
export { type ShotInPlace, type ShotSky, sceneForShot } from "./setting";
export { type DevelopedFrame, type Stage, setStage, simulateFrame } from "./simulateFrame";
export { newStillLight, type StillLight, stillBytes } from "./stillLight";
