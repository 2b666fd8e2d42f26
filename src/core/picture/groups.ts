/** What two frames must share to be fused as one sequence. */
export interface FrameSettings {
  readonly width: number;
  readonly height: number;
  readonly shutterSeconds: number | null;
  readonly iso: number | null;
}

/** Frames of the same settings, in the order they were given. */
export interface FrameGroup<Frame extends FrameSettings> {
  readonly key: string;
  readonly frames: readonly Frame[];
}

/**
 * Sorts frames into groups of equal size, shutter time and ISO. Groups come in the order of their first frame, so frames
 * given by capture time yield groups by capture time.
 */
export function groupBySettings<Frame extends FrameSettings>(frames: readonly Frame[]): FrameGroup<Frame>[] {
  const groups = new Map<string, Frame[]>();
  for (const frame of frames) {
    const key = [frame.width, frame.height, frame.shutterSeconds ?? "?", frame.iso ?? "?"].join("/");
    const group = groups.get(key);
    if (group) group.push(frame);
    else groups.set(key, [frame]);
  }
  return [...groups].map(([key, members]) => ({ key, frames: members }));
}
