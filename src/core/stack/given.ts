import type { FusingMethod } from "./method";

/** Codes of 8 bits by which a frame stands clear of the others, or of what they come to: noise does less. */
const CLEAR = 12;
/** Every so many samples are counted: of the smallest pictures there are still thousands. */
const EVERY = 5;

/**
 * What each frame gave to a fused picture: the share of it in which the frame is the brightest (or darkest) of all by a clear step; where
 * a result is made of parts of all frames, the share in which the frame is clearly unlike it. 0 to 1.
 *
 * @param frames Small frames of one size, interleaved 8 bits; null for those that are not there.
 * @param fused What they come to, likewise.
 */
export function givenBy(
  frames: readonly (Uint8Array | null)[],
  fused: Uint8Array,
  shows: FusingMethod["shows"],
): (number | null)[] {
  const samples = Math.ceil(fused.length / EVERY);
  const counts = new Uint32Array(frames.length);
  const sign = shows === "darkest" ? -1 : 1;
  for (let at = 0; at < fused.length; at += EVERY) {
    if (shows === "part") {
      for (let frame = 0; frame < frames.length; frame++) {
        const data = frames[frame];
        if (data && Math.abs(data[at]! - fused[at]!) > CLEAR) counts[frame]!++;
      }
      continue;
    }
    let [first, second, winner] = [Number.NEGATIVE_INFINITY, Number.NEGATIVE_INFINITY, -1];
    for (let frame = 0; frame < frames.length; frame++) {
      const data = frames[frame];
      if (!data) continue;
      const value = sign * data[at]!;
      if (value > first) {
        second = first;
        first = value;
        winner = frame;
      } else if (value > second) second = value;
    }
    if (first - second > CLEAR) counts[winner]!++;
  }
  return frames.map((frame, at) => (frame ? counts[at]! / samples : null));
}
