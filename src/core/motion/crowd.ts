/** Opacity of a passer-by's ghost in one exposure, 0 to 1: the time on one spot over the shutter. */
export function ghostOpacity(dwellSeconds: number, shutterSeconds: number): number {
  return Math.min(1, dwellSeconds / shutterSeconds);
}
