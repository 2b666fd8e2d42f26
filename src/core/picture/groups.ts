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

/** What frames are put in order by. */
export interface FrameTime {
  /** ISO 8601 UTC; null where nobody knows. */
  readonly takenAt: string | null;
  readonly name: string;
  readonly arrival: number;
}

/** Frames in the order they were taken; those without a time last, by name, and then as they arrived. */
export function inTakenOrder<Frame extends FrameTime>(frames: readonly Frame[]): Frame[] {
  const byText = (a: string, b: string) => (a < b ? -1 : a > b ? 1 : 0);
  return [...frames].sort(
    (a, b) =>
      Number(a.takenAt === null) - Number(b.takenAt === null) ||
      byText(a.takenAt ?? "", b.takenAt ?? "") ||
      byText(a.name, b.name) ||
      a.arrival - b.arrival,
  );
}
