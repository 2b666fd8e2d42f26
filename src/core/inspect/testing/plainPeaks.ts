import { TILE } from "../peaks";

/** `peaksOf`, pixel by pixel: what the kernel is held against. */
export function plainPeaks(luma: Uint8Array, width: number, height: number, thresholds: Float32Array): number[] {
  const across = Math.ceil(width / TILE);
  const peaks: number[] = [];
  for (let y = 2; y < height - 2; y++)
    for (let x = 2; x < width - 2; x++) {
      const at = y * width + x;
      const code = luma[at]!;
      const before = [at - 1, at - width, at - width - 1, at - width + 1].map((pixel) => luma[pixel]!);
      const behind = [at + 1, at + width, at + width + 1, at + width - 1].map((pixel) => luma[pixel]!);
      const isClear = code > thresholds[Math.floor(y / TILE) * across + Math.floor(x / TILE)]!;
      if (isClear && code > Math.max(...before) && code >= Math.max(...behind)) peaks.push(at);
    }
  return peaks;
}
