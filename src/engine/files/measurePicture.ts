import type { MeasureReply } from "@/contracts/replies";
import { clippedShares, exposureErrors, lumaOf, sharpnessOf } from "@/core/picture";
import { openPicture } from "./decode";

/**
 * Meters a picture and reads what it says of its settings.
 *
 * @throws Error when the file is not a picture that can be read; `plainReason` puts it in words.
 */
export async function measurePicture(path: string): Promise<MeasureReply> {
  const picture = await openPicture(path);
  const { width, height } = picture.header;
  const samples = (await picture.samples(8)) as Uint8Array;
  const { clippedAny, crushedAll } = clippedShares(samples);
  const { shutterSeconds, iso, fNumber, recipeLine } = await picture.metadata();
  const errors = exposureErrors({ width, height, samples });
  const sharpness = sharpnessOf(lumaOf({ width, height, samples }));
  const { px: sharpPx = null, shake = null } = sharpness ?? {};
  return { errors, sharpPx, shake, clippedAny, crushedAll, shutterSeconds, iso, fNumber, recipeLine };
}
