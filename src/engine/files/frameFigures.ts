import type { FrameFigures } from "@/contracts/frameFigures";
import { inspectPicture } from "@/core/inspect";
import { decodePicture, readHeader } from "./decode";
import { plainReason } from "./pictureFailure";

const rounded = (value: number, digits: number): number => Number(value.toFixed(digits));

/** Measures a stored frame; one that cannot be read says why. Detail is kept to a tenth: nobody sees less of it. */
export async function measureFrame(path: string): Promise<FrameFigures> {
  try {
    const { width, height } = await readHeader(path);
    const samples = (await decodePicture(path, 8)) as Uint8Array;
    const figures = inspectPicture({ width, height, samples });
    return { kind: "measured", ...figures, sharpness: figures.sharpness.map((detail) => rounded(detail, 1)) };
  } catch (error) {
    return { kind: "unreadable", reason: plainReason(error) };
  }
}
