import { accumulatorBytesPerPixel, methodOf, type SampleDepth, type StackMethod } from "@/core/stack";

/** Result, 16 bits a channel. */
const RESULT_BYTES_PER_PIXEL = 6;
/** Ground, sky and what moves. */
const MOST_LAYERS = 3;
/** The old checkpoint stays until the new one is whole. */
const CHECKPOINTS = 2;

/** What a result takes, bytes. */
export const resultBytes = ({ width, height }: { readonly width: number; readonly height: number }): number =>
  width * height * RESULT_BYTES_PER_PIXEL;

/** The most that a stack writes beside its frames while it is made, bytes. */
export function stackDiskBytes(
  { method, keepsLayers }: { readonly method: StackMethod; readonly keepsLayers: boolean },
  { width, height, depth }: { readonly width: number; readonly height: number; readonly depth: SampleDepth },
  frames: number,
): number {
  const { whole } = methodOf(method);
  const beside = (): number => {
    switch (whole.kind) {
      case "folded":
        return CHECKPOINTS * accumulatorBytesPerPixel(whole.keeps, { depth, weighted: true });
      case "banded":
        return 3 * (depth / 8) * frames;
      case "passed":
        return CHECKPOINTS * whole.keptBytesPerPixel;
      default:
        return whole satisfies never;
    }
  };
  const pictures = 1 + (keepsLayers ? MOST_LAYERS : 0);
  return width * height * (pictures * RESULT_BYTES_PER_PIXEL + beside());
}
