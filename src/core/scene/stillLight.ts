import type { View } from "./camera";
import { prepareScene } from "./prepare";
import type { Scene } from "./scene";
import { indexSolids } from "./solidIndex";
import { gatherWaterLight, type WaterLight } from "./waterLight";

/** What stands still in a picture, and water as it is in the long run. */
export interface StillLight {
  /** Luminance in cd/m², linear sRGB interleaved. */
  readonly light: Float32Array;
  /** Along the optical axis, metres: infinite for the sky. */
  readonly depth: Float32Array;
  /** What flows there, of `FLOWS`; 0 where nothing does. */
  readonly flows: Uint8Array;
  /** 1 where what the shot's EV is said of stands, else 0. */
  readonly subject: Uint8Array;
  readonly water: WaterLight | null;
}

/** Buffers of a view's still light, which may be shared between threads. */
export type StillBuffers = Omit<StillLight, "water">;

/** Bytes of a view's still light. */
export const stillBytes = ({ width, height }: Pick<View, "width" | "height">): number =>
  width * height * (12 + 4 + 1 + 1);

/** Lays a view's still light out in a buffer of `stillBytes`. */
function stillBuffers({ width, height }: View, buffer: ArrayBufferLike): StillBuffers {
  const pixels = width * height;
  return {
    light: new Float32Array(buffer, 0, 3 * pixels),
    depth: new Float32Array(buffer, 12 * pixels, pixels),
    flows: new Uint8Array(buffer, 16 * pixels, pixels),
    subject: new Uint8Array(buffer, 17 * pixels, pixels),
  };
}

/** Room for the still light of a scene's view, with what its water mirrors. */
export function newStillLight(
  scene: Scene,
  view: View,
  buffer: ArrayBufferLike = new ArrayBuffer(stillBytes(view)),
): StillLight {
  const prepared = prepareScene(scene);
  return { ...stillBuffers(view, buffer), water: gatherWaterLight(prepared, view, indexSolids(prepared, view)) };
}
