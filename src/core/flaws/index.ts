export {
  AS_IT_SHOULD_BE,
  type FlawedFrame,
  type FlawedSettings,
  flawedFrame,
  HELD_STILL,
  huntedFocusMetres,
  wanderedKelvin,
} from "./flaws";
export { type Hold, shakeWay } from "./shake";
