import { decodePicture, plainReason } from "../files/decode";
import { chooseFrames } from "./chooseFrames";
import type { RefusedFrame, StackFile, StackOutcome, StackProgress } from "./request";

/** Frames of one size, decoded when asked for. */
export interface DecodedFrames {
  readonly width: number;
  readonly height: number;
  readonly files: readonly StackFile[];
  readonly refused: RefusedFrame[];
}

/** Chooses the frames of the commonest size. */
export async function openFrames(
  files: readonly StackFile[],
): Promise<DecodedFrames | Extract<StackOutcome, { kind: "failed" }>> {
  const { accepted, refused } = await chooseFrames(files);
  const named = refused.map(({ name, reason }) => ({ name, reason }));
  const [first] = accepted;
  if (!first) return { kind: "failed", reason: "None of the files is a picture that can be fused.", refused: named };
  return {
    ...{ width: first.width, height: first.height, refused: named },
    files: accepted.map(({ index }) => files[index]!),
  };
}

/**
 * Decodes frames to 16 bits one after the other and hands them to `use`; those that cannot be decoded are refused by
 * name.
 *
 * @returns The frames that were used; fewer when the signal ended it.
 */
export async function eachFrame(
  frames: DecodedFrames,
  files: readonly StackFile[],
  use: (samples: Uint16Array) => void | Promise<void>,
  onFrame: () => void,
  signal: AbortSignal | undefined,
): Promise<StackFile[]> {
  const used: StackFile[] = [];
  for (const file of files) {
    if (signal?.aborted) break;
    try {
      const samples = await decodePicture(file.path, 16);
      const wanted = frames.width * frames.height * 3;
      if (samples.length !== wanted) throw new Error(`holds ${samples.length} samples instead of ${wanted}`);
      await use(samples as Uint16Array);
      used.push(file);
    } catch (error) {
      frames.refused.push({ name: file.name, reason: plainReason(error) });
    }
    onFrame();
  }
  return used;
}

/** Tells of progress in steps of which each frame takes so many. */
export function stepReporter(
  total: number,
  stepsPerFrame: number,
  onProgress: (progress: StackProgress) => void,
): () => void {
  const startedAt = performance.now();
  let steps = 0;
  return () => {
    steps++;
    const seconds = (performance.now() - startedAt) / 1000;
    const framesPerSecond = seconds > 0 ? steps / stepsPerFrame / seconds : 0;
    const done = Math.min(total, Math.floor(steps / stepsPerFrame));
    const secondsLeft = steps >= 2 ? (total - steps / stepsPerFrame) / framesPerSecond : null;
    onProgress({ done, total, framesPerSecond, secondsLeft, resumed: 0 });
  };
}
