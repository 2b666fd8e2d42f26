import type { StackMethod } from "@/core/recipe";

/** Result, 16 bits a channel. */
const RESULT_BYTES_PER_PIXEL = 6;
/** A checkpoint's accumulator; the old one stays until the new one is whole. */
const SUM_BYTES_PER_PIXEL = 2 * 24;
const brightestBytesPerPixel = (depth: number): number => 2 * 3 * (depth / 8);

/** The most that a stack writes beside its frames while it is made, bytes. */
export function stackDiskBytes(
  method: StackMethod,
  { width, height, depth }: { readonly width: number; readonly height: number; readonly depth: number },
  frames: number,
): number {
  const beside = (): number => {
    switch (method) {
      case "mean":
        return SUM_BYTES_PER_PIXEL;
      case "lighten":
        return brightestBytesPerPixel(depth);
      case "lighten over mean":
        return SUM_BYTES_PER_PIXEL + brightestBytesPerPixel(depth) + 2 * RESULT_BYTES_PER_PIXEL;
      case "median":
        return 3 * (depth / 8) * frames;
      case "fuse":
        return 0;
      default:
        return method satisfies never;
    }
  };
  return width * height * (RESULT_BYTES_PER_PIXEL + beside());
}
