import { join } from "node:path";
import { z } from "zod";
import { calibrate, methodSlug, type PassedWay, type Samples, smallCopy } from "@/core/stack";
import { darkFrameOf, hotPixelsOf } from "./calibration";
import { checkpointKey, readKept, saveKept } from "./checkpoint";
import { eachFrame, openFrames, stepReporter } from "./decodedFrames";
import { checkpointEveryMs } from "./frameThreads";
import { nothingLeft, type StackFile, type StackOutcome, type StackRequest, type StackWatch } from "./request";
import { watchSmall } from "./smallPicture";
import { writeTiff } from "./writeTiff";

/** How far the passes are: frames by their places among those that are fused. */
const passHead = z.object({
  key: z.string(),
  pass: z.int().nonnegative(),
  /** Seen in this pass. */
  taken: z.array(z.int().nonnegative()),
  /** Found unreadable in any. */
  unread: z.array(z.object({ at: z.int().nonnegative(), reason: z.string() })),
});

/** Where what is kept of a request is saved between its frames; nowhere where nobody goes on with it. */
function keeper(request: StackRequest, key: string, kept: readonly Float32Array[]) {
  const path = request.checkpointFolder ? join(request.checkpointFolder, methodSlug(request.method)) : null;
  const bytes = kept.map(({ buffer, byteOffset, byteLength }) => new Uint8Array(buffer, byteOffset, byteLength));
  const keptLength = bytes.reduce((sum, { length }) => sum + length, 0);
  let savedAt = performance.now();
  return {
    async load() {
      if (!path) return null;
      const head = await readKept(path, { key, schema: passHead, keptLength }, (chunk, at) => {
        let begins = 0;
        for (const part of bytes) {
          const [from, to] = [Math.max(at, begins), Math.min(at + chunk.length, begins + part.length)];
          if (from < to) part.set(chunk.subarray(from - at, to - at), from - begins);
          begins += part.length;
        }
      });
      // Of a damaged one nothing is kept.
      if (head === null) for (const part of bytes) part.fill(0);
      return head;
    },
    /** Saves where that was not done for a while. */
    async save(head: Omit<z.infer<typeof passHead>, "key">) {
      if (!path || performance.now() - savedAt < checkpointEveryMs()) return;
      await saveKept(path, { key, ...head }, bytes);
      savedAt = performance.now();
    },
  };
}

/** Fuses frames by a method that sees each several times; they are decoded anew for each, so memory does not grow with their number. */
export async function passStack(
  request: StackRequest,
  { mostPixels, passes, begin }: PassedWay,
  { onProgress, onPicture, signal }: StackWatch,
): Promise<StackOutcome> {
  const startedAt = performance.now();
  const frames = await openFrames(request.files);
  if ("kind" in frames) return frames;
  const { width, height, files, refused } = frames;
  if (width * height > mostPixels) {
    const reason = `${width} x ${height} pixels are more than this way can hold (${mostPixels / 1e6} million); fuse smaller pictures.`;
    return { kind: "failed", reason, refused };
  }
  const dark = await darkFrameOf(request, { width, height, depth: 16 });
  const hotPixels = await hotPixelsOf(request, { ...frames, depth: 16 });
  const small = watchSmall(request, frames, onPicture);
  const { take, picture, kept } = begin({ width, height });
  const key = checkpointKey(request, { ...frames, depth: 16, keeps: [] });
  const { load, save } = keeper(request, key, kept);
  const before = await load();
  const unread = new Map((before?.unread ?? []).map(({ at, reason }) => [at, reason]));
  const step = stepReporter(
    files.length,
    passes,
    before ? before.pass * files.length + before.taken.length : 0,
    onProgress,
  );
  const place = new Map<StackFile, number>(files.map((file, at) => [file, at]));
  for (let pass = before?.pass ?? 0; pass < passes; pass++) {
    const taken = new Set(pass === before?.pass ? before.taken : []);
    const pending = files.filter((_, at) => !taken.has(at) && !unread.has(at));
    const unreadNow: typeof refused = [];
    const use = async (samples: Samples, file: StackFile) => {
      const calibrated = samples as Uint16Array;
      calibrate(calibrated, frames, dark, hotPixels);
      if (pass === 0) small.add(smallCopy(calibrated, frames, small.every));
      take(pass, calibrated);
      taken.add(place.get(file)!);
      await save({ pass, taken: [...taken], unread: [...unread].map(([at, reason]) => ({ at, reason })) });
    };
    await eachFrame({ ...frames, refused: unreadNow }, { files: pending, depth: 16 }, use, step, signal);
    if (signal?.aborted) return { kind: "aborted" };
    for (const file of pending) {
      const reason = unreadNow.find(({ name }) => name === file.name)?.reason;
      if (reason !== undefined && !taken.has(place.get(file)!)) unread.set(place.get(file)!, reason);
    }
    if (unread.size === files.length) {
      const all = [...refused, ...unreadNow];
      return { kind: "failed", reason: nothingLeft(all), refused: all };
    }
  }
  for (const [at, reason] of unread) refused.push({ name: files[at]!.name, reason });
  const fused = picture();
  await writeTiff(request.outputPath, { width, height, notes: request.notes }, (from, to) => fused.subarray(from, to));
  const used = files.filter((_, at) => !unread.has(at)).map(({ name }) => name);
  const seconds = (performance.now() - startedAt) / 1000;
  const resumed = before ? Math.floor((before.pass * files.length + before.taken.length) / passes) : 0;
  return { kind: "done", width, height, used, refused, gapsLeft: 0, layers: [], seconds, resumed };
}
