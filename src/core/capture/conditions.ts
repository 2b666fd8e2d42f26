/** What surrounds a capture, beside recipe and camera. */
export interface CaptureConditions {
  /** When the release is pressed; the scene's clock and the pictures' metadata follow it. Epoch milliseconds. */
  readonly pressedAtMs: number;
  readonly sensorCelsius: number;
  /** Fixes everything random: the same seed gives the same frames. */
  readonly seed: number;
}

/** Where nobody knows when: an instant that stays the same. */
export const SOME_TIME: CaptureConditions = { pressedAtMs: 0, sensorCelsius: 15, seed: 1 };
