import { calibrate, type PassedWay, type Samples, smallCopy } from "@/core/stack";
import { darkFrameOf, hotPixelsOf } from "./calibration";
import { eachFrame, openFrames, stepReporter } from "./decodedFrames";
import { NOTHING_READ, type StackOutcome, type StackRequest, type StackWatch } from "./request";
import { watchSmall } from "./smallPicture";
import { writeTiff } from "./writeTiff";

/** Fuses frames by a method that sees each several times; they are decoded anew for each, so memory does not grow with their number. */
export async function passStack(
  request: StackRequest,
  { mostPixels, passes, begin }: PassedWay,
  { onProgress, onPicture, signal }: StackWatch,
): Promise<StackOutcome> {
  const startedAt = performance.now();
  const frames = await openFrames(request.files);
  if ("kind" in frames) return frames;
  const { width, height, refused } = frames;
  if (width * height > mostPixels) {
    const reason = `${width} x ${height} pixels are more than this way can hold (${mostPixels / 1e6} million); fuse smaller pictures.`;
    return { kind: "failed", reason, refused };
  }
  const dark = await darkFrameOf(request, { width, height, depth: 16 });
  const hotPixels = await hotPixelsOf(request, { ...frames, depth: 16 });
  const small = watchSmall(request, frames, onPicture);
  const step = stepReporter(frames.files.length, passes, onProgress);
  const { take, picture } = begin({ width, height });
  let files = frames.files;
  for (let pass = 0; pass < passes; pass++) {
    const use = (samples: Samples) => {
      const calibrated = samples as Uint16Array;
      calibrate(calibrated, frames, dark, hotPixels);
      if (pass === 0) small.add(smallCopy(calibrated, frames, small.every));
      take(pass, calibrated);
    };
    files = await eachFrame(frames, { files, depth: 16 }, use, step, signal);
    if (signal?.aborted) return { kind: "aborted" };
    if (files.length === 0) return { kind: "failed", reason: NOTHING_READ, refused };
  }
  const fused = picture();
  await writeTiff(request.outputPath, { width, height, notes: request.notes }, (from, to) => fused.subarray(from, to));
  const used = files.map(({ name }) => name);
  const seconds = (performance.now() - startedAt) / 1000;
  return { kind: "done", width, height, used, refused, gapsLeft: 0, layers: [], seconds, resumed: 0 };
}
