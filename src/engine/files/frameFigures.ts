import type { FrameFigures } from "@/contracts/frameFigures";
import { type Drift, type DriftMark, driftBetween, driftMark, inspectPicture } from "@/core/inspect";
import { LastOnes } from "@/core/lastOnes";
import { type LumaPicture, lumaOf, lumaWithClips, type MeteredPicture } from "@/core/picture";
import { openPicture, type Picture } from "./decode";
import { plainReason } from "./pictureFailure";

const rounded = (value: number, digits: number): number => Number(value.toFixed(digits));

const decoded = async ({ header: { width, height }, samples }: Picture): Promise<MeteredPicture> => ({
  width,
  height,
  samples: (await samples(8)) as Uint8Array,
});

/** A run at a time is measured, of a size or two. */
const anchors = new LastOnes<Promise<DriftMark | null>>(4);
const anchorAt = (path: string): Promise<DriftMark | null> =>
  anchors.of(path, async () => driftMark(lumaOf(await decoded(await openPicture(path)))));

/** How far a picture lies from another; null where that cannot be read or nothing fits. */
async function driftFrom(anchorPath: string, brightness: LumaPicture): Promise<Drift | null> {
  const anchor = await anchorAt(anchorPath).catch(() => null);
  const mark = anchor && driftMark(brightness);
  const drift = anchor && mark && driftBetween(anchor, mark);
  return drift && { x: rounded(drift.x, 2), y: rounded(drift.y, 2) };
}

/**
 * Measures an opened picture. Detail and marks are kept to a tenth: nobody sees less of them.
 *
 * @param anchorPath Where the picture lies from which its drift counts.
 * @throws PictureFailure
 */
export async function figuresOf(opened: Picture, anchorPath: string): Promise<FrameFigures> {
  const picture = await decoded(opened);
  const light = lumaWithClips(picture);
  const figures = inspectPicture(picture, light);
  const drift = await driftFrom(anchorPath, light.brightness);
  const marks = figures.marks.map(({ x, y, lengthPx, directionDeg }) => ({
    x: rounded(x, 1),
    y: rounded(y, 1),
    lengthPx: rounded(lengthPx, 1),
    directionDeg: rounded(directionDeg, 0),
  }));
  const sharpness = figures.sharpness.map((detail) => rounded(detail, 1));
  return { kind: "measured", ...figures, drift, marks, sharpness };
}

/** Measures a stored frame; one that cannot be read says why. */
export async function measureFrame(path: string, anchorPath: string): Promise<FrameFigures> {
  try {
    return await figuresOf(await openPicture(path), anchorPath);
  } catch (error) {
    return { kind: "unreadable", reason: plainReason(error) };
  }
}
