export { type View, viewOf } from "./camera";
export { renderStaticRows } from "./renderStatic";
export type { Scene } from "./scene";
export { SCENES, sceneNamed } from "./scenes";
export { type DevelopedFrame, type Stage, setStage, simulateFrame } from "./simulateFrame";
