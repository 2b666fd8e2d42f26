export { partOf, type View, viewOf } from "./camera";
export { pointLampLuminance } from "./drawLamps";
export { drawnSpeedMps, trafficOnWay } from "./drawnWay";
export { flowingLight, mostFlowing } from "./flowing";
export { lampWay } from "./moving";
export { SCENE_NAMES, type SceneName } from "./names";
export { renderStaticRows, type SampledLight, sampleStill } from "./renderStatic";
export type { Point3, RegionName, Scene, SceneSky, StarSky, Traffic } from "./scene";
export { SCENES, sceneNamed } from "./scenes";
export { OWN_MOVER, type ShotSky, sceneForShot, underSky } from "./setting";
export {
  type DevelopedFrame,
  type FrameFlaws,
  lightPart,
  type Stage,
  setPart,
  setStage,
  simulateFrame,
} from "./simulateFrame";
export { type StarWay, starWays } from "./stars";
export { newStillLight, type StillLight, stillBytes } from "./stillLight";
export type { Streak } from "./streaks";
export { type BlurKernel, blurWhole, discKernel, wayKernel } from "./wholeBlur";
