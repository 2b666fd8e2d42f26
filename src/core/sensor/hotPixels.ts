import type { Lens } from "../optics";
import { hash32, hashUnit } from "../random";

/** A sample (pixel by channel) that gathers dark electrons much faster than its neighbours. */
export interface HotSample {
  readonly x: number;
  readonly y: number;
  readonly channel: number;
  /** At 25 °C. */
  readonly electronsPerSecond: number;
}

/** One pixel in this many is hot. */
const PIXELS_PER_HOT = 60_000;

/** The fixed set of hot samples of one sensor, sorted by row; the same seed is the same sensor. */
export function hotSamples(lens: Pick<Lens, "widthPx" | "heightPx">, sensorSeed: number): HotSample[] {
  const count = Math.round((lens.widthPx * lens.heightPx) / PIXELS_PER_HOT);
  const samples = Array.from({ length: count }, (_, index) => ({
    x: hash32(sensorSeed, index, 1) % lens.widthPx,
    y: hash32(sensorSeed, index, 2) % lens.heightPx,
    channel: hash32(sensorSeed, index, 3) % 3,
    electronsPerSecond: 40 * 10 ** (2.2 * hashUnit(sensorSeed, index, 4)),
  }));
  return samples.sort((a, b) => a.y - b.y);
}
