import { headed, isId, notFound, route } from "@/app/http";
import { finishLight } from "@/contracts/finish";
import { findFinish } from "@/db/finishes";
import { application } from "@/engine/application";
import { surveyPicture } from "@/engine/finish/heldPicture";
import { eyeLevelOf } from "@/engine/finish/knownScene";
import { sourceOf } from "@/engine/finish/source";
import { paintedParts } from "@/engine/finish/survey";

/**
 * What a page needs to finish a picture: a head, then 16-bit codes of the copy that a screen shows, of the one in which lights are found, and
 * of what moves in the former, little-endian; then a byte a pixel of the smaller copy for each light that somebody has painted.
 */
export const GET = route<{ finishId: string }>(async (_request, { finishId }) => {
  const { db } = (await application()).database;
  const finish = isId(finishId) ? await findFinish(db, finishId) : undefined;
  const source = finish && (await sourceOf(db, finish));
  if (!source) return notFound("picture to finish");
  const { width, height, shown, small, moving, noise, grains, depth } = await surveyPicture(source.picture);
  const painted = await paintedParts(source.picture.painted, small);
  const size = ({ width, height }: { width: number; height: number }) => ({ width, height });
  const head = finishLight.parse({
    width,
    height,
    shown: size(shown),
    small: size(small),
    hasMoving: moving !== null,
    painted: [...painted.keys()],
    noise,
    grains,
    depth,
    balancedFor: source.picture.balancedFor,
    eyeLevel: eyeLevelOf(source.picture.scene, small),
    hasWater: source.picture.scene.hasWater,
  });
  const codes = [shown, small, ...(moving ? [moving] : [])].map(
    ({ samples: { buffer, byteOffset, byteLength } }) => new Uint8Array(buffer, byteOffset, byteLength),
  );
  return headed(head, [...codes, ...painted.values()]);
});
