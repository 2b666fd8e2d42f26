import type { FrameFigures } from "@/contracts/frameFigures";
import { inspectPicture } from "@/core/inspect";
import { openPicture, type Picture } from "./decode";
import { plainReason } from "./pictureFailure";

const rounded = (value: number, digits: number): number => Number(value.toFixed(digits));

/** Measures an opened picture. Detail is kept to a tenth: nobody sees less of it. @throws PictureFailure */
export async function figuresOf({ header: { width, height }, samples }: Picture): Promise<FrameFigures> {
  const figures = inspectPicture({ width, height, samples: (await samples(8)) as Uint8Array });
  return { kind: "measured", ...figures, sharpness: figures.sharpness.map((detail) => rounded(detail, 1)) };
}

/** Measures a stored frame; one that cannot be read says why. */
export async function measureFrame(path: string): Promise<FrameFigures> {
  try {
    return await figuresOf(await openPicture(path));
  } catch (error) {
    return { kind: "unreadable", reason: plainReason(error) };
  }
}
